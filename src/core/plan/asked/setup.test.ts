import { describe, expect, test } from 'vitest';
import { readNeedleLabel } from '../../needle/label.ts';
import { runPlan } from '../../../engines/planner/run.ts';
import { requestsOf, weightClass, type PlanThread } from './requests.ts';
import { sewMinutes, workLeft } from './sew-minutes.ts';
import { asTheyCame, emptySetup, problemOf, wishKey, type SetupContext } from './setup.ts';
import { shareWhereFull } from '../../../engines/planner/problem/turns.ts';
import { modelOf } from '../../../engines/planner/model/model.ts';
import { defaultMinutes } from '../../../engines/planner/problem/minutes.ts';
import {
  checkProblem,
  type PlanProblem,
  type PlanRequest,
} from '../../../engines/planner/problem/problem.ts';
import { UserError } from '../../base/user-error.ts';

const thread = (id: string, weightNo = 40, fibre: PlanThread['fibre'] = 'polyester'): PlanThread => ({
  id,
  weightNo,
  tex: 1000 / weightNo,
  fibre,
});
const threads = new Map(
  [thread('white'), thread('red'), thread('fine', 60), thread('gold', 40, 'metallic')].map((one) => [
    one.id,
    one,
  ]),
);
const stop = (
  stopNo: number,
  threadId: string,
  element: 'fill' | 'lettering' | 'satin' | 'run' = 'fill',
) => ({
  stop: stopNo,
  threadId,
  stitches: 1000,
  element,
  position: null,
});
const needle = (label: string) => readNeedleLabel(label).spec;

describe('weight classes: within one a new colour is tied on', () => {
  test('40 wt of two colours: one class', () =>
    expect(weightClass(thread('a'))).toBe(weightClass(thread('b', 38))));
  test('60 wt is another', () => expect(weightClass(thread('a', 60))).not.toBe(weightClass(thread('b'))));
  test('12 wt is another', () => expect(weightClass(thread('a', 12))).not.toBe(weightClass(thread('b'))));
  test('metallic goes its own way, whatever its weight', () =>
    expect(weightClass(thread('g', 40, 'metallic'))).toBe('metallic'));
});

describe('what a job asks of the head', () => {
  test('stops of one thread share a position', () => {
    const { requests } = requestsOf(
      { cloth: 'canvas', stops: [stop(1, 'red'), stop(2, 'white'), stop(3, 'red', 'satin')] },
      threads,
      [],
      {},
    );
    expect(requests.map((one) => [one.thread, one.stops])).toEqual([
      ['red', [1, 3]],
      ['white', [2]],
    ]);
    expect(requests[0]!.stitches).toBe(2000);
  });
  test('canvas takes an 80/12, with or without titanium; a 75/11 is not acceptable (common practice)', () => {
    const { requests } = requestsOf(
      { cloth: 'canvas', stops: [stop(1, 'red')] },
      threads,
      [needle('80/12 sharp titanium'), needle('75/11 sharp')],
      {},
    );
    const texts = requests[0]!.needles.map((one) => one.needle);
    expect(texts).toEqual(expect.arrayContaining(['80/12 sharp', '80/12 sharp titanium']));
    expect(texts).not.toContain('75/11 sharp');
    expect(requests[0]!.needles[0]!.penalty).toBe(0);
  });
  test('nylon takes no ball point (common practice: it puckers)', () => {
    const { requests } = requestsOf(
      { cloth: 'ripstop nylon', stops: [stop(1, 'red')] },
      threads,
      [needle('75/11 light ball')],
      {},
    );
    expect(requests[0]!.needles.map((one) => one.needle)).not.toContain('75/11 light ball');
  });
  test('metallic wants the large eye (common practice)', () => {
    const { requests } = requestsOf(
      { cloth: 'satin', stops: [stop(1, 'gold', 'satin')] },
      threads,
      [needle('75/11 sharp')],
      {},
    );
    expect(requests[0]!.needles.every((one) => one.needle.includes('large eye'))).toBe(true);
  });
  test('a stop whose thread is not in the stores is named', () =>
    expect(requestsOf({ cloth: 'felt', stops: [stop(4, 'unknown')] }, threads, [], {}).unknownThread).toEqual(
      [4],
    ));
});

const context: SetupContext = {
  machine: { heads: 2, positions: 3, topSpeed: 1000 },
  seats: [1, 2].flatMap((head) =>
    [1, 2, 3].map((position) => ({
      head,
      position,
      needle: {
        entryId: 'n',
        spec: needle('75/11 sharp'),
        fittedAt: '',
        reason: 'other' as const,
        age: { stitches: position * 100, sewingMs: 0, metallicMs: 0 },
      },
      cone:
        position === 1
          ? {
              entryId: 'c',
              coneId: null,
              threadId: 'white',
              fibre: 'polyester' as const,
              mountedAt: '',
              stitches: 0,
            }
          : null,
    })),
  ),
  running: null,
  jobs: [
    {
      id: 'a',
      name: 'A',
      cloth: 'woven, dense',
      pieces: 5,
      done: 1,
      due: '2026-11-27',
      stops: [stop(1, 'white'), stop(2, 'red')],
    },
  ],
  threads: [...threads.values()],
  shelf: [],
  schools: {},
  today: '2026-11-25',
};

describe('the problem of a machine as it stands', () => {
  test('every head’s state, the job’s wishes, wear, and the due day in working minutes', () => {
    const problem = problemOf(
      { ...emptySetup, order: ['a', 'gone'], uses: { 3: 'reserved' }, wishes: { [wishKey('a', [2])]: 2 } },
      context,
    );
    expect(problem.positions[0]!.now).toEqual([
      { needle: '75/11 sharp', thread: 'white' },
      { needle: '75/11 sharp', thread: 'white' },
    ]);
    expect(problem.positions[2]).toMatchObject({ use: 'reserved', sewn: 300 });
    expect(problem.jobs).toHaveLength(1);
    expect(problem.jobs[0]!.requests.find((one) => one.thread === 'red')!.at).toBe(2);
    // Wednesday to Friday.
    expect(problem.jobs[0]!.due).toBe(3 * 480);
  });
  test('a weekend does not count', () => {
    const jobs = [{ ...context.jobs[0]!, due: '2026-11-30' }];
    expect(problemOf({ ...emptySetup, order: ['a'] }, { ...context, jobs }).jobs[0]!.due).toBe(4 * 480);
  });
  test('pieces that are done are not sewn again, and heads sew together', () => {
    // Two rounds of 2,000 stitches at 850 st/min, with hooping and two colour changes.
    expect(sewMinutes(context.jobs[0]!, context.machine)).toBe(Math.round(2 * (2000 / 850 + 0.3 + 1.5)));
    // A stop with a limit of its own is sewn no faster; one with a higher limit at the usual speed.
    const limits = [{ limit: 100 }, { limit: 5000 }];
    expect(sewMinutes(context.jobs[0]!, context.machine, limits)).toBe(
      Math.round(2 * (1000 / 100 + 1000 / 850 + 0.3 + 1.5)),
    );
  });
  test('sewing and what lies between are told apart; four heads sew four pieces at once', () => {
    const { sewing, between } = workLeft(
      { pieces: 10, done: 3, stops: [{ stitches: 850 }, { stitches: 1700 }] },
      { heads: 4, topSpeed: 1000 },
      [null, { limit: 340 }],
    );
    // Two rounds: a minute and five at the needle; hooping and two colour changes between.
    expect(sewing).toBeCloseTo(2 * (1 + 5), 9);
    expect(between).toBeCloseTo(2 * (1.5 + 0.3), 9);
  });
  test('a last round that is not full takes as long as a full one; what is done takes nothing', () => {
    const round = 2000 / 850 + 0.3 + 1.5;
    const minutes = (pieces: number, done: number, heads: number) =>
      sewMinutes({ ...context.jobs[0]!, pieces, done }, { heads, topSpeed: 1000 });
    expect(minutes(9, 0, 4)).toBe(Math.round(3 * round));
    expect(minutes(8, 0, 4)).toBe(Math.round(2 * round));
    expect(minutes(9, 2, 4)).toBe(Math.round(2 * round));
    expect(minutes(9, 9, 4)).toBe(0);
    expect(minutes(9, 12, 4)).toBe(0);
  });
  test('planned: white stays, red is tied on where wished; on two heads it takes twice the minutes', () => {
    const outcome = runPlan({
      problem: problemOf({ ...emptySetup, order: ['a'], wishes: { [wishKey('a', [2])]: 2 } }, context),
    });
    expect(outcome.seats).toMatchObject([
      { thread: 'white', position: 1, change: null },
      { thread: 'red', position: 2, change: { moves: ['rethread', 'retension'], minutes: 15 } },
    ]);
    expect(outcome.proven).toBe(true);
  });
});

const request = (threadId: string, stops: number[], needles = ['n']): PlanRequest => ({
  thread: threadId,
  stops,
  stitches: 100,
  needles: needles.map((one) => ({ needle: one, penalty: 0 })),
});
const small = (requests: PlanRequest[], positions = 2): PlanProblem => ({
  positions: Array.from({ length: positions }, (_, index) => ({
    position: index + 1,
    now: [{ needle: 'n', thread: null }],
    use: 'free' as const,
    sewn: 0,
  })),
  jobs: [{ id: 'j', name: 'Wide job', requests, sewMinutes: 10, due: null }],
  classes: { a: 'w', b: 'w', c: 'w', fine: 'f' },
  minutes: defaultMinutes,
});

describe('a job with more threads than positions', () => {
  test('as few as must share a position, those that tie on; what it costs a piece is told', () => {
    const { problem, shared } = shareWhereFull(
      small([request('a', [1]), request('fine', [2]), request('b', [3])]),
    );
    expect(problem.jobs[0]!.requests).toHaveLength(2);
    expect(shared).toEqual([{ job: 'j', stops: [[1], [3]], threads: ['a', 'b'], minutesPerPiece: 2 }]);
    expect(() => modelOf(problem)).not.toThrow();
  });
  test('three take turns on one: three tie-ons a piece', () =>
    expect(
      shareWhereFull(small([request('a', [1]), request('b', [2]), request('c', [3])], 1)).shared[0],
    ).toMatchObject({
      minutesPerPiece: 3,
    }));
  test('no needle in common: it is said that the job does not fit', () =>
    expect(() =>
      runPlan({ problem: small([request('a', [1], ['x']), request('b', [2], ['y'])], 1) }),
    ).toThrow(/Wide job needs 2 threads at once/));
  test('where all fit nothing is shared', () =>
    expect(shareWhereFull(small([request('a', [1]), request('b', [2])])).shared).toEqual([]));
});

describe('what cannot be planned is said, with what to do', () => {
  const place = (
    use: 'free' | 'pinned' | 'locked' | 'reserved',
    threadId: string | null = null,
    needleKey: string | null = 'n',
  ) => ({
    position: 1,
    now: [{ needle: needleKey, thread: threadId }],
    use,
    sewn: 0,
  });
  const base = small([request('a', [1])], 1);
  test.each([
    ['no positions', { positions: [] }, /Set the machine up first/],
    ['a position twice', { positions: [place('free'), place('free')] }, /Position 1 is named twice/],
    ['nothing usable', { positions: [place('reserved')] }, /Release at least one/],
    ['a job twice', { jobs: [base.jobs[0]!, base.jobs[0]!] }, /Wide job is in the list twice/],
    [
      'a job without thread',
      { jobs: [{ ...base.jobs[0]!, requests: [] }] },
      /has no thread.*or leave it out/,
    ],
    [
      'no needle',
      { jobs: [{ ...base.jobs[0]!, requests: [{ ...request('a', [1]), needles: [] }] }] },
      /Allow at least one/,
    ],
    [
      'an unknown thread',
      { jobs: [{ ...base.jobs[0]!, requests: [request('nowhere', [1])] }] },
      /is not in the stores/,
    ],
    [
      'two wishes for one position',
      {
        jobs: [
          {
            ...base.jobs[0]!,
            requests: [
              { ...request('a', [1]), at: 1 },
              { ...request('b', [2]), at: 1 },
            ],
          },
        ],
      },
      /Two threads of Wide job are wished onto position 1/,
    ],
    [
      'a wish for a reserved position',
      {
        positions: [place('reserved'), { ...place('free'), position: 2 }],
        jobs: [{ ...base.jobs[0]!, requests: [{ ...request('a', [1]), at: 1 }] }],
      },
      /position 1, which is not there, reserved or out of order/,
    ],
    [
      'a wish for a pinned position',
      {
        positions: [place('pinned', 'b')],
        jobs: [{ ...base.jobs[0]!, requests: [{ ...request('a', [1]), at: 1 }] }],
      },
      /pinned with another thread/,
    ],
    [
      'an impossible lock',
      {
        positions: [place('locked', 'a', 'x')],
        jobs: [{ ...base.jobs[0]!, requests: [{ ...request('a', [1]), at: 1 }] }],
      },
      /keeps its x, which stop 1 of Wide job cannot be sewn with/,
    ],
  ])('%s', (_, change, words) => {
    const problem = { ...base, ...change } as PlanProblem;
    expect(() => checkProblem(problem)).toThrow(UserError);
    expect(() => checkProblem(problem)).toThrow(words);
  });
  test('all positions locked with other needles', () =>
    expect(() => runPlan({ problem: { ...base, positions: [place('locked', 'a', 'x')] } })).toThrow(
      /No position can take stop 1 of Wide job.*Unlock one that may hold n/,
    ));
});

describe('the order in which the jobs came', () => {
  test('by their ids, those that are frozen first as they stand', () => {
    const setup = { ...emptySetup, order: ['d', 'c', 'a', 'b'], frozen: 1 };
    expect(asTheyCame(setup)).toEqual({ ...setup, order: ['d', 'a', 'b', 'c'] });
  });
  test('none where they stand so already', () => {
    expect(asTheyCame({ ...emptySetup, order: ['a', 'b', 'c'] })).toBeNull();
    expect(asTheyCame({ ...emptySetup, order: ['c', 'a', 'b'], frozen: 3 })).toBeNull();
  });
});
