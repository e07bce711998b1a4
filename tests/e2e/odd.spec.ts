import { expect, test } from '@playwright/test';
import { v7 as uuid7 } from 'uuid';
import { allThreads, newMachine, noWords, open, post } from './support.ts';

test('a machine with nothing on it, and one with an odd job: every screen speaks in words', async ({
  page,
  request,
}) => {
  test.setTimeout(240_000);
  const problems: string[] = [];
  page.on('pageerror', (error) => problems.push(error.message));
  const name = `Bare ${process.pid} ${Math.random().toString(36).slice(2, 7)}`;
  const answer = await request.post('/api/machines', {
    data: { id: uuid7(), name, heads: 2, positions: 9, numberingSide: 'left', topSpeed: 700 },
  });
  const machine = (await answer.json()) as { id: string; slug: string };
  const visit = async () => {
    for (const screen of [
      'run',
      'head',
      'head?position=9&head=2',
      'head/standing',
      'check',
      'bench',
      'pair',
      'ledger',
      'ledger/findings',
      'ledger/findings?q=places',
      'shift',
      'jobs',
      'jobs/new',
    ]) {
      await open(page, `/${machine.slug}/${screen}`);
      await expect(page.getByRole('heading').first()).toBeVisible();
      expect(await page.locator('main, body').first().innerText(), screen).not.toMatch(noWords);
    }
  };
  await visit();
  // A thread that is on no cone, a cloth that no one knows, one piece of one stitch.
  const thread = (await allThreads(request)).find((one) => one.code === 'MG40')!;
  const jobId = uuid7();
  const stop = { stop: 1, threadId: thread.id, stitches: 1, element: 'foam', position: null };
  await post(request, '/api/jobs', {
    jobs: [
      {
        id: jobId,
        name: `Odd ${name}`,
        customer: '',
        cloth: 'moonstuff',
        pieces: 1,
        due: null,
        note: '',
        stops: [stop],
      },
    ],
  });
  await post(request, '/api/ledger', {
    entries: [
      {
        id: uuid7(),
        machineId: machine.id,
        at: new Date().toISOString(),
        kind: 'job_started',
        jobId,
        data: {},
      },
    ],
  });
  await visit();
  await open(page, `/${machine.slug}/check`);
  await expect(page.getByText('Stop 1: mount Evening gold metallic')).toBeVisible();
  await open(page, `/${machine.slug}/jobs/new`);
  await expect(page.getByRole('region', { name: 'Thread for the job' })).toContainText('Give the stops');
  expect(problems).toEqual([]);
});

test('a page in a tab behind another holds no line to the server, and knows all when it is seen again', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  const lines: string[] = [];
  page.on('request', (asked) => /\/live\?since=/.test(asked.url()) && lines.push('asked'));
  page.on('requestfailed', (asked) => /\/live\?since=/.test(asked.url()) && lines.push('closed'));
  await open(page, `/${machine.slug}/run`);
  // The page is awake a moment before it has its line.
  await expect.poll(() => lines).toEqual(['asked']);
  const turn = (hidden: boolean) =>
    page.evaluate((isHidden) => {
      Object.defineProperty(document, 'hidden', { configurable: true, get: () => isHidden });
      document.dispatchEvent(new Event('visibilitychange'));
    }, hidden);
  await turn(true);
  await post(request, '/api/ledger', {
    entries: [
      {
        ...{ id: uuid7(), machineId: machine.id, at: new Date().toISOString(), kind: 'note' },
        data: { text: 'while nobody looked' },
      },
    ],
  });
  const told = page.getByRole('region', { name: 'Last entries' }).getByText('while nobody looked');
  await expect.poll(() => lines).toEqual(['asked', 'closed']);
  await expect(told).toHaveCount(0);
  await turn(false);
  await expect(told).toBeVisible();
  expect(lines).toEqual(['asked', 'closed', 'asked']);
});
