import { describe, expect, test } from 'vitest';
import { readNeedleLabel } from '../../needle/label.ts';
import type { SaidSeat } from '../../ledger/head-now.ts';
import type { KeptSeat } from '../../seating/context.ts';
import { defaultMinutes } from '../../../engines/planner/problem/minutes.ts';
import type { PlanProblem, PlanRequest } from '../../../engines/planner/problem/problem.ts';
import type { PlanThread } from './requests.ts';
import {
  emptySetup,
  heldTo,
  onceMore,
  problemOf,
  runningFirst,
  wishKey,
  type PlanSetup,
  type SetupContext,
} from './setup.ts';

const thread = (id: string, weightNo = 40): PlanThread => ({
  ...{ id, weightNo, tex: 1000 / weightNo, fibre: 'polyester' },
});
const sharp = readNeedleLabel('75/11 sharp').spec;
const ball = readNeedleLabel('75/11 light ball').spec;
const stop = (stopNo: number, threadId: string, stitches = 1000, position: number | null = null) => ({
  ...{ stop: stopNo, threadId, stitches, element: 'fill' as const, position },
});

/** What sits on each position of each head: thread and needle. */
type Sits = readonly [threadId: string | null, needle?: typeof sharp | null];
const seatsOf = (heads: readonly (readonly Sits[])[]): SetupContext['seats'] =>
  heads.flatMap((positions, head) =>
    positions.map(([threadId, needle = sharp], index) => ({
      ...{ head: head + 1, position: index + 1 },
      needle: needle && {
        ...{ entryId: 'n', spec: needle, fittedAt: '', reason: 'other' as const },
        age: { stitches: (index + 1) * 100, sewingMs: 0, metallicMs: 0 },
      },
      cone:
        threadId === null
          ? null
          : {
              ...{ entryId: 'c', coneId: null, threadId, fibre: 'polyester' as const },
              ...{ mountedAt: '', stitches: 0 },
            },
    })),
  );
const contextOf = (
  positions: readonly Sits[],
  more: Partial<SetupContext> = {},
  heads: readonly (readonly Sits[])[] = [positions],
): SetupContext => ({
  ...{ machine: { heads: heads.length, positions: positions.length, topSpeed: 1000 } },
  ...{ seats: seatsOf(heads), running: null, shelf: [], schools: {}, today: '2026-11-25' },
  threads: ['white', 'red', 'blue'].map((id) => thread(id)),
  jobs: [
    {
      ...{ id: 'a', name: 'A', cloth: 'woven, dense', pieces: 5, done: 1, due: null },
      stops: [stop(1, 'white'), stop(2, 'red', 500)],
    },
  ],
  ...more,
});
const running = (seating: Record<string, SaidSeat>) => ({ id: 'a', startedAt: '', seating });
const setup = (more: Partial<PlanSetup> = {}): PlanSetup => ({ ...emptySetup, order: ['a'], ...more });
const asks = (problem: PlanProblem) =>
  problem.jobs[0]!.requests.map(({ thread: id, at, stops, stitches }) => ({ id, at, stops, stitches }));

describe('what the running job asks', () => {
  const seats: Sits[] = [['white'], ['red'], ['blue']];
  test('each thread where it sews, with the needle that is there whatever is thought of it; wishes do not move it', () => {
    const leather = readNeedleLabel('110/18 sharp').spec;
    const problem = problemOf(
      setup({ wishes: { [wishKey('a', [2])]: 3 } }),
      contextOf([['white', leather], ['red'], ['blue']], {
        running: running({ 1: { position: 1, by: 'put_on' }, 2: { position: 2, by: 'put_on' } }),
      }),
    );
    expect(asks(problem)).toEqual([
      { id: 'white', at: 1, stops: [1], stitches: 1000 },
      { id: 'red', at: 2, stops: [2], stitches: 500 },
    ]);
    expect(problem.jobs[0]!.requests[0]!.needles).toEqual([{ needle: '110/18 sharp', penalty: 0 }]);
    expect(problem.jobs[0]!.requests[1]!.needles.map(({ needle }) => needle)).toEqual(['75/11 sharp']);
  });
  test('a stop without a position is planned like any other; on a bare needle bar any acceptable needle', () => {
    const nowhere = problemOf(
      setup(),
      contextOf([['white'], ['blue'], ['blue']], {
        running: running({ 1: { position: 1, by: 'put_on' } }),
      }),
    );
    expect(asks(nowhere)[1]).toMatchObject({ id: 'red', at: null });
    expect(nowhere.jobs[0]!.requests[1]!.needles.length).toBeGreaterThan(1);
    const bare = problemOf(
      setup(),
      contextOf([['white', null], ['red'], ['blue']], {
        running: running({ 1: { position: 1, by: 'put_on' }, 2: { position: 2, by: 'put_on' } }),
      }),
    );
    expect(asks(bare)[0]).toMatchObject({ id: 'white', at: 1 });
    expect(bare.jobs[0]!.requests[0]!.needles.length).toBeGreaterThan(1);
  });
  test('what sews on a reserved position, or on a pinned one with another thread, asks nothing of the plan', () => {
    const said = running({ 1: { position: 1, by: 'put_on' }, 2: { position: 3, by: 'operator' } });
    const of = (uses: PlanSetup['uses']) => problemOf(setup({ uses }), contextOf(seats, { running: said }));
    expect(asks(of({})).map(({ id, at }) => [id, at])).toEqual([
      ['white', 1],
      ['red', 3],
    ]);
    expect(asks(of({ 3: 'pinned' })).map(({ id }) => id)).toEqual(['white']);
    expect(asks(of({ 1: 'reserved' })).map(({ id }) => id)).toEqual(['red']);
    // All of it on positions that are not planned: the job asks nothing and is not in the plan.
    expect(of({ 1: 'reserved', 3: 'reserved' }).jobs).toEqual([]);
  });
  test('two stops of one thread on one position are one request with both their stitches; of two threads the first counts', () => {
    const stops = [stop(1, 'white'), stop(2, 'red', 500), stop(3, 'white', 70), stop(4, 'blue', 9)];
    const jobs = [{ ...contextOf(seats).jobs[0]!, stops }];
    const said = running({
      ...{ 1: { position: 1, by: 'put_on' }, 2: { position: 2, by: 'put_on' } },
      ...{ 3: { position: 1, by: 'operator' }, 4: { position: 2, by: 'operator' } },
    });
    expect(asks(problemOf(setup(), contextOf(seats, { jobs, running: said })))).toEqual([
      { id: 'white', at: 1, stops: [1, 3], stitches: 1070 },
      { id: 'red', at: 2, stops: [2], stitches: 500 },
    ]);
  });
  test('positions that take a stop piece by piece are all asked for; one with another thread meanwhile is not', () => {
    const twins: Sits[] = [['white'], ['red'], ['red'], ['blue']];
    const said = running({
      ...{ 1: { position: 1, by: 'put_on' } },
      2: { position: 2, by: 'put_on', turns: [2, 3] },
    });
    expect(asks(problemOf(setup(), contextOf(twins, { running: said })))).toEqual([
      { id: 'white', at: 1, stops: [1], stitches: 1000 },
      { id: 'red', at: 2, stops: [2], stitches: 500 },
      { id: 'red', at: 3, stops: [2], stitches: 0 },
    ]);
    const other = running({
      ...{ 1: { position: 1, by: 'put_on' } },
      2: { position: 2, by: 'put_on', turns: [2, 4] },
    });
    expect(asks(problemOf(setup(), contextOf(twins, { running: other })))).toHaveLength(2);
    expect(
      asks(problemOf(setup({ uses: { 3: 'reserved' } }), contextOf(twins, { running: said }))),
    ).toHaveLength(2);
  });
});

describe('the head as the problem has it', () => {
  test('heads in their order, whatever order they are told in; the needle that sewed most is its wear', () => {
    const heads: Sits[][] = [
      [['white'], ['red']],
      [
        ['white', ball],
        [null, null],
      ],
    ];
    const context = contextOf(heads[0]!, {}, heads);
    const { positions } = problemOf(setup(), { ...context, seats: [...context.seats].reverse() });
    expect(positions[0]!.now).toEqual([
      { needle: '75/11 sharp', thread: 'white' },
      { needle: '75/11 light ball', thread: 'white' },
    ]);
    expect(positions[1]!.now[1]).toEqual({ needle: null, thread: null });
    expect(positions.map(({ sewn }) => sewn)).toEqual([100, 200]);
  });
  test('needles on the head and on the shelf are looked at beside those advised', () => {
    const texts = (more: Partial<SetupContext>, seat: Sits = ['white']) =>
      problemOf(setup(), contextOf([seat], more)).jobs[0]!.requests[0]!.needles.map(({ needle }) => needle);
    const titanium = readNeedleLabel('75/11 sharp titanium').spec;
    expect(texts({})).not.toContain('75/11 sharp titanium');
    expect(texts({ shelf: [titanium] })).toContain('75/11 sharp titanium');
    expect(texts({}, ['white', titanium])).toContain('75/11 sharp titanium');
  });
  test('a scheme in force says what each position of a block of work should have, and what breaking it costs', () => {
    const block = (use: 'work' | 'odd', from: number, to: number) => ({
      ...{ name: 'B', use, from, to, needle: '75/11 sharp', weight: 'weight 2', threads: [], reason: '' },
    });
    const scheme = { blocks: [block('work', 1, 1), block('odd', 2, 2)], price: 4 };
    const problem = problemOf(setup(), contextOf([['white'], ['red'], ['blue']], { scheme }));
    expect(problem.breaking).toBe(4);
    expect(problem.positions.map((place) => place.block)).toEqual([
      { needle: '75/11 sharp', weight: 'weight 2' },
      undefined,
      undefined,
    ]);
    const none = problemOf(setup(), contextOf([['white']], { scheme: null }));
    expect('breaking' in none).toBe(false);
    expect('block' in none.positions[0]!).toBe(false);
  });
  test('where positions of one colour take turns by the week, all but one of them rest', () => {
    const twins = contextOf([['white'], ['white'], ['red'], [null], [null]]);
    const sewn = (schools: SetupContext['schools']) =>
      problemOf(setup(), { ...twins, schools }).positions.map((place) => place.sewn > 1e8);
    expect(sewn({ twins: 'stitches' })).toEqual([false, false, false, false, false]);
    const resting = sewn({ twins: 'week' });
    expect(resting.slice(0, 2).filter(Boolean)).toHaveLength(1);
    // A single position of its colour never rests, and bare ones are no twins.
    expect(resting.slice(2)).toEqual([false, false, false]);
  });
  test('a job with no day is due never; a setup’s job that waits no longer is left out', () => {
    const problem = problemOf(setup({ order: ['gone', 'a'] }), contextOf([['white'], ['red']]));
    expect(problem.jobs.map(({ id, due }) => [id, due])).toEqual([['a', null]]);
  });
});

test('the running job stays first and is not moved; one that waits no longer, or that the plan left out, is not taken in', () => {
  const given = setup({ order: ['b', 'a', 'c'], frozen: 0 });
  expect(runningFirst(given, { id: 'a' })).toEqual({ ...given, order: ['a', 'b', 'c'], frozen: 1 });
  expect(runningFirst({ ...given, frozen: 2 }, { id: 'a' }).frozen).toBe(2);
  expect(runningFirst(given, null)).toBe(given);
  expect(runningFirst(given, { id: 'z' })).toBe(given);
});

test('what was sewn lately once more: whole, due never, one that came twice as two jobs', () => {
  const context = contextOf([['white'], ['red']]);
  const again = onceMore(setup({ frozen: 1, wishes: { 'a 1': 2 } }), context, [
    { jobId: 'a', pieces: 7 },
    { jobId: 'gone', pieces: 1 },
    { jobId: 'a', pieces: 3 },
  ]);
  expect(again.setup).toMatchObject({ order: ['a 1', 'a 3'], wishes: {}, frozen: 0 });
  expect(again.context.jobs.map(({ id, pieces, done, due }) => [id, pieces, done, due])).toEqual([
    ['a 1', 7, 0, null],
    ['a 3', 3, 0, null],
  ]);
  expect(again.context.jobs[0]!.stops).toEqual(context.jobs[0]!.stops);
});

describe('held to the seats of the printed card', () => {
  const request = (id: string, stops: number[], more: Partial<PlanRequest> = {}): PlanRequest => ({
    ...{ thread: id, stops, stitches: 100 },
    needles: ['n', 'm'].map((needle, penalty) => ({ needle, penalty })),
    ...more,
  });
  const place = (position: number, more: Partial<PlanProblem['positions'][number]> = {}) => ({
    ...{ position, now: [{ needle: 'n', thread: 'white' }], use: 'free' as const, sewn: 0 },
    ...more,
  });
  const problem = (
    requests: PlanRequest[],
    positions: PlanProblem['positions'] = [place(1), place(2)],
  ): PlanProblem => ({
    ...{ positions, classes: {}, minutes: defaultMinutes },
    jobs: [{ id: 'a', name: 'A', requests, sewMinutes: 1, due: null }],
  });
  const seat = (stops: number[], position: number, needle = 'n', job = 'a'): KeptSeat => ({
    ...{ job, stops, position, needle },
  });
  const held = (...args: Parameters<typeof heldTo>) =>
    heldTo(...args)?.jobs[0]!.requests.map(({ at, needles }) => [at, ...needles.map(({ needle }) => needle)]);

  test('each thread at its seat with its needle, and the rest of the problem as it is', () => {
    const two = problem([request('white', [1, 3]), request('red', [2])]);
    const kept = [seat([1, 3], 2, 'm'), seat([2], 1), seat([2], 2, 'n', 'other')];
    expect(held(two, kept)).toEqual([
      [2, 'm'],
      [1, 'n'],
    ]);
    expect(heldTo(two, kept)!.positions).toBe(two.positions);
    // Another job's seat is none of this one's, wherever it stands in the list.
    expect(held(problem([request('red', [2])]), [seat([2], 2, 'n', 'other'), seat([2], 1)])).toEqual([
      [1, 'n'],
    ]);
  });
  test('not where the card is silent, has but some of the stops, or a needle that will not do', () => {
    const one = problem([request('white', [1, 3])]);
    expect(heldTo(one, [])).toBeNull();
    expect(heldTo(one, [seat([1], 1)])).toBeNull();
    expect(heldTo(one, [seat([3], 1), seat([1], 1)])).toBeNull();
    expect(heldTo(one, [seat([1, 3], 1, 'other')])).toBeNull();
    expect(held(one, [seat([1, 2, 3], 1)])).toEqual([[1, 'n']]);
  });
  test('not on a position that is not there or not planned, nor against what it keeps', () => {
    const on = (more: Partial<PlanProblem['positions'][number]>, id = 'white') =>
      heldTo(problem([request(id, [1])], [place(1, more), place(2)]), [seat([1], 1)]) !== null;
    expect(on({})).toBe(true);
    expect(on({ use: 'reserved' })).toBe(false);
    expect(heldTo(problem([request('white', [1])]), [seat([1], 9)])).toBeNull();
    // Locked: the needle stays. Pinned: the thread too. On any head.
    expect(on({ use: 'locked' })).toBe(true);
    const mixed = (needle: string, id: string) => [
      { needle: 'n', thread: 'white' },
      { needle, thread: id },
    ];
    expect(on({ use: 'locked', now: mixed('m', 'white') })).toBe(false);
    expect(on({ use: 'free', now: mixed('m', 'red') })).toBe(true);
    expect(on({ use: 'locked', now: mixed('n', 'red') }, 'blue')).toBe(true);
    expect(on({ use: 'pinned' })).toBe(true);
    expect(on({ use: 'pinned', now: mixed('n', 'red') })).toBe(false);
    expect(on({ use: 'pinned' }, 'red')).toBe(false);
  });
  test('a wish goes before the card; two threads are never held to one position', () => {
    const wished = problem([request('white', [1], { at: 2 })]);
    expect(heldTo(wished, [seat([1], 1)])).toBeNull();
    expect(held(wished, [seat([1], 1), seat([1], 2)])).toEqual([[2, 'n']]);
    const two = problem([request('white', [1]), request('red', [2])]);
    expect(heldTo(two, [seat([1], 1), seat([2], 1)])).toBeNull();
    expect(heldTo(two, [seat([1], 1), seat([2], 2)])).not.toBeNull();
  });
});
