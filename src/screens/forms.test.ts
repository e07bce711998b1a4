import { describe, expect, test } from 'vitest';
import { emptySetup } from '../core/plan/asked/setup.ts';
import { runPlan } from '../engines/planner/run.ts';
import { demoKind } from '../../tools/made/plans/plan-demo.ts';
import type { Event } from '../schemas/ledger/event.ts';
import type { Job } from '../schemas/workshop.ts';
import { chosenSchools, formOf, messageOf } from './jobs/job/job-form.ts';
import { fits } from './ledger/fits.ts';
import { weaveRows } from '../parts/weave/weave-state.ts';
import { sharedSetup } from './share/take-over.ts';

const job: Job = {
  ...{
    id: 'j',
    name: 'Caps',
    customer: 'Brass band',
    cloth: 'structured cap',
    pieces: 40,
    due: '2026-11-09',
  },
  ...{ note: '', schools: null, garment: { cloth: 'cap', hoopWidthMm: 300.5, seams: false }, picture: null },
  ...{ doneAt: null, version: 3 },
  stops: [
    {
      ...{ stop: 1, threadId: 'a', stitches: 5200, element: 'foam', position: null },
      measures: {
        ...{ by: 'picture', stitches: 'estimated' },
        parts: [
          { element: 'foam', stitches: 5000, areaMm2: 812.5, strokeMm: 3, widestMm: 6.25 },
          { element: 'lettering', stitches: 200, letterMm: 4.2, strokeMm: 0.5 },
        ],
      },
    },
    { stop: 2, threadId: 'b', stitches: 900, element: 'run', position: 7 },
  ],
  tally: { pieces: 30, stitches: 0, breaks: 0, lostMs: 0 },
};

describe('a job in its form', () => {
  test('read into the form and sent as it is, nothing changes', () => {
    const { name, customer, cloth, garment, pieces, due, note, schools, stops } = job;
    expect(messageOf(formOf(job, 'a'))).toEqual({
      ...{ name, customer, cloth, garment, pieces, due, note, schools, stops },
    });
  });
  test('numbers may be typed with spaces and commas; stops are numbered as they stand', () => {
    const form = formOf(job, 'a');
    const sent = messageOf({
      ...form,
      pieces: '1,200',
      due: '',
      stops: [
        { ...form.stops[1]!, stitches: '12 500' },
        { ...form.stops[0]!, position: ' 4' },
      ],
    });
    expect(sent).toMatchObject({ pieces: 1200, due: null });
    expect(sent.stops).toMatchObject([
      { stop: 1, threadId: 'b', stitches: 12_500, position: 7 },
      { stop: 2, threadId: 'a', position: 4 },
    ]);
  });
  test('a new job begins with one stop in the thread given', () =>
    expect(formOf(null, 'red').stops).toMatchObject([
      { threadId: 'red', stitches: '', element: 'fill', position: '' },
    ]));
  test('only schools that differ from the workshop’s are kept', () => {
    const { schools } = formOf(null, 'a');
    expect(chosenSchools(schools)).toBeNull();
    expect(chosenSchools({ ...schools, caseEvery: '3' })).toEqual({ caseEvery: '3' });
  });
});

describe('an entry in a narrowed ledger', () => {
  const event = {
    ...{ id: 'e', kind: 'break', position: 9, jobId: 'j', at: '2026-11-02T23:30:00.000Z' },
    data: { fault: 'shred' },
  } as Event;
  const none = { position: '', kind: '', job: '', who: '', from: '', to: '', find: '' };
  const is = (filter: Partial<typeof none>, zone = 'UTC') => fits(event, { ...none, ...filter }, zone);
  test('everything fits where nothing is chosen', () => expect(is({})).toBe(true));
  test('each choice narrows, all of them together', () => {
    expect(is({ position: '9', kind: 'break:shred', job: 'j', from: '2026-11-02', to: '2026-11-02' })).toBe(
      true,
    );
    for (const other of [
      { position: '8' },
      { kind: 'stop' },
      { kind: 'break:snap' },
      { job: 'k' },
      { from: '2026-11-03' },
      { to: '2026-11-01' },
      { who: 'somebody' },
      // What a word is found in only the server knows.
      { find: 'shred' },
    ])
      expect(is(other)).toBe(false);
  });
  test('the day is the one of the shop’s clock', () => {
    expect(is({ from: '2026-11-03' }, 'Europe/Berlin')).toBe(true);
    expect(is({ to: '2026-11-02' }, 'Europe/Berlin')).toBe(false);
  });
});

describe('the weave of a plan', () => {
  const problem = demoKind(2, 6);
  const outcome = runPlan({ problem });
  const rows = weaveRows(problem, outcome);
  test('every thread runs down through the jobs: what a row leaves is what the next one finds', () => {
    rows
      .slice(1)
      .forEach((row, index) =>
        row.cells.forEach((cell, column) => expect(cell.before).toBe(rows[index]!.cells[column]!.after)),
      );
    rows[0]!.cells.forEach((cell, column) =>
      expect(cell.before).toBe(problem.positions[column]!.now[0]!.thread),
    );
  });
  test('only where a job sits does a thread change, and every seat is in its place', () => {
    const cells = rows.flatMap((row) => row.cells);
    for (const cell of cells) if (!cell.seat) expect(cell.after).toBe(cell.before);
    expect(cells.filter((cell) => cell.seat)).toHaveLength(outcome.seats.length);
    for (const row of rows)
      for (const cell of row.cells)
        if (cell.seat) expect([cell.seat.job, cell.seat.position]).toEqual([row.job, cell.position]);
  });
});

describe('a share of the jobs taken over into a machine’s plan', () => {
  const before = {
    ...emptySetup,
    order: ['a', 'b'],
    uses: { '3': 'locked' as const },
    wishes: { 'a 1': 4, 'b 2': 5 },
    frozen: 1,
  };
  test('uses stay, wishes of jobs that went elsewhere go, the order is the new one', () =>
    expect(sharedSetup(before, ['b', 'c'], 0)).toEqual({
      ...before,
      order: ['b', 'c'],
      wishes: { 'b 2': 5 },
      frozen: 0,
    }));
  test('a machine without a plan gets a first one', () =>
    expect(sharedSetup(null, ['c'], 1)).toEqual({ ...emptySetup, order: ['c'], frozen: 1 }));
});
