import AxeBuilder from '@axe-core/playwright';
import { expect, type APIRequestContext, type Page } from '@playwright/test';
import { v7 as uuid7 } from 'uuid';
import type { Event } from '../support/event.ts';
import type { HeadNowMessage, Machine, Thread } from '../../src/schemas/workshop.ts';

export interface TestMachine extends Machine {
  jobId: string;
}

let made = 0;

/** A machine of its own for a test, with needles and two cones, and a job of two stops put on it. */
export async function newMachine(
  request: APIRequestContext,
  { heads = 1, jobName = '', due = null as string | null } = {},
): Promise<TestMachine> {
  const name = `Test ${process.pid} ${++made} ${Math.random().toString(36).slice(2, 7)}`;
  const answer = await request.post('/api/machines', {
    data: { id: uuid7(), name, heads, positions: 15, numberingSide: 'right', topSpeed: 850 },
  });
  const machine = (await answer.json()) as Machine;
  const threads = await allThreads(request);
  const [white, red] = [
    threads.find((thread) => thread.code === 'WH40')!,
    threads.find((thread) => thread.code === 'RE40')!,
  ];
  const jobId = uuid7();
  const stop = { element: 'fill', position: null };
  await post(request, '/api/jobs', {
    jobs: [
      {
        id: jobId,
        name: jobName || `Job of ${name}`,
        customer: '',
        cloth: 'canvas',
        pieces: 5,
        due,
        note: '',
        stops: [
          { ...stop, stop: 1, threadId: white.id, stitches: 3000 },
          { ...stop, stop: 2, threadId: red.id, stitches: 1000 },
        ],
      },
    ],
  });
  const needle = {
    system: 'DBxK5',
    sizeMetric: 75,
    point: 'sharp',
    coating: 'plain',
    eye: 'standard',
    blade: 'standard',
  };
  const common = () => ({ id: uuid7(), machineId: machine.id, at: new Date().toISOString() });
  const entries: unknown[] = [];
  for (let head = 1; head <= heads; head++) {
    for (const position of [3, 7, 9])
      entries.push({ ...common(), kind: 'needle_fitted', head, position, data: { needle, reason: 'other' } });
    for (const [position, thread] of [
      [3, white],
      [7, red],
    ] as const) {
      entries.push({
        ...common(),
        kind: 'cone_mounted',
        head,
        position,
        data: { threadId: thread.id, coneId: null, fibre: thread.fibre },
      });
    }
  }
  entries.push({ ...common(), kind: 'job_started', jobId, data: {} });
  await post(request, '/api/ledger', { entries });
  return { ...machine, jobId };
}

export async function post(request: APIRequestContext, path: string, data: unknown): Promise<void> {
  const answer = await request.post(path, { data });
  expect(answer.status(), await answer.text()).toBe(201);
}

export async function allThreads(request: APIRequestContext): Promise<Thread[]> {
  return ((await (await request.get('/api/threads?limit=200')).json()) as { items: Thread[] }).items;
}

export async function eventsOf(request: APIRequestContext, machine: Machine, query = ''): Promise<Event[]> {
  return (
    (await (await request.get(`/api/ledger?machine=${machine.id}&limit=200${query}`)).json()) as {
      items: Event[];
    }
  ).items;
}

export async function headOf(request: APIRequestContext, machine: Machine): Promise<HeadNowMessage> {
  return (await (await request.get(`/api/machines/${machine.id}/head`)).json()) as HeadNowMessage;
}

/** Opens a screen and waits until its island answers to touches. */
export async function open(page: Page, path: string): Promise<void> {
  await page.goto(path);
  await awake(page);
}

/** A page with an island is awake when its effects have run: keys and touches are heard. */
export async function awake(page: Page): Promise<void> {
  await page.waitForFunction(
    () => !document.querySelector('astro-island') || document.documentElement.dataset['awake'],
  );
}

/** The touch target of a position on Run. */
export const position = (page: Page, number: number) =>
  page.getByRole('button', { name: new RegExp(`^Break at Position ${number}:`) });

/** What a program says when it does not know: no screen shows it. */
export const noWords = /∞|\bInfinity\b|\bNaN\b|\bundefined\b|\bnull\b|\[object /;

/**
 * What axe finds wrong with a page, or with the part of it that a selector names, by all rules or by some. Without the reports of what is right, and without a second page
 * for frames of other origins, which there are none of: a third of the time.
 */
export async function violationsOn(
  page: Page,
  {
    part,
    ...rules
  }: { part?: string; runOnly?: string[]; rules?: Record<string, { enabled: boolean }> } = {},
) {
  const axe = new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ['violations'], ...rules });
  return (await (part === undefined ? axe : axe.include(part)).analyze()).violations;
}
