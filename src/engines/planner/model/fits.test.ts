import { describe, expect, test } from 'vitest';
import { defaultMinutes } from '../problem/minutes.ts';
import type { PlanJob, PlanPosition, PlanProblem } from '../problem/problem.ts';
import { runPlan } from '../run.ts';

const place = (position: number, needle: string | null, use: PlanPosition['use'] = 'free', thread = 'x') => ({
  ...{ position, use, sewn: 0 },
  now: [{ needle, thread }],
});
const job = (name: string, threads: readonly string[], needles: readonly string[]): PlanJob => ({
  ...{ id: name, name, sewMinutes: 10, due: null },
  requests: threads.map((thread, index) => ({
    ...{ thread, stops: [index + 1], stitches: 0 },
    needles: needles.map((needle) => ({ needle, penalty: 0 })),
  })),
});
const classes = Object.fromEntries(['x', 'y', 'z', 'w', 'v'].map((one) => [one, '40']));
const problem = (positions: PlanPosition[], jobs: PlanJob[], minutes = defaultMinutes): PlanProblem => ({
  ...{ positions, jobs, classes, minutes },
});

describe('a job that cannot be sewn on this head', () => {
  const positions = [place(1, '75', 'locked'), place(2, '75', 'locked'), place(3, '75'), place(4, '75')];

  test('is named, with the stops and what is in their way, not the job with the most threads', () => {
    const jobs = [job('Widest', ['x', 'y', 'z', 'w'], ['75']), job('Canvas', ['x', 'y', 'z'], ['80'])];
    expect(() => runPlan({ problem: problem(positions, jobs) })).toThrow(
      'Canvas needs 3 threads at once (stops 1, 2 and 3), and only positions 3 and 4 can take them. Of the others, 1 is locked with its needle and 2 is locked with its needle: unlock one that may hold them.',
    );
  });

  test('nothing is called pinned or locked where nothing is', () => {
    const jobs = [
      {
        ...job('Wide', ['x', 'y'], ['75']),
        requests: [
          { thread: 'x', stops: [1], stitches: 0, needles: [{ needle: '75', penalty: 0 }] },
          { thread: 'y', stops: [2], stitches: 0, needles: [{ needle: '80', penalty: 0 }] },
        ],
      },
    ];
    expect(() => runPlan({ problem: problem([place(1, '75')], jobs) })).toThrow(
      /Wide needs 2 threads at once \(stops 1 and 2\), and only position 1 can take them\. Release a position/,
    );
  });

  test('is found without any search: nobody is asked for time', () => {
    const many = Array.from({ length: 40 }, (_, index) =>
      job(`Job ${index}`, ['x', 'y', 'z', 'w'], ['75', '65']),
    );
    const bad = job('Canvas', ['x', 'y', 'z'], ['80']);
    let asks = 0;
    const goOn = () => (asks++, true);
    expect(() => runPlan({ problem: problem(positions, [...many, bad]), freeOrder: true }, { goOn })).toThrow(
      /Canvas needs 3 threads/,
    );
    expect(asks).toBe(0);
  });

  test('dear is not impossible: 56 heads at 240 minutes a move are planned', () => {
    const dear = { tieOn: 240, rethread: 240, reeye: 240, needle: 240, retension: 240 };
    const heads = Array.from({ length: 56 }, () => ({ needle: '65', thread: 'v' }));
    const jobs = Array.from({ length: 60 }, (_, index) =>
      job(`Job ${index}`, index % 2 ? ['x', 'y'] : ['z', 'w'], [index % 3 ? '75' : '80']),
    );
    const found = runPlan({
      problem: problem(
        [1, 2].map((position) => ({ position, use: 'free', sewn: 0, now: heads })),
        jobs,
        dear,
      ),
    });
    expect(found.cost).toBeGreaterThan(1e6);
    expect(Number.isFinite(found.cost)).toBe(true);
  });
});

test('a position whose needle is locked is never told to change it, however long a tie-on takes', () => {
  const slow = { tieOn: 240, rethread: 10, reeye: 1, needle: 1, retension: 1 };
  const jobs = [job('One', ['y'], ['75']), job('Two', ['z'], ['75']), job('Three', ['x'], ['75'])];
  const { seats } = runPlan({ problem: problem([place(1, '75', 'locked')], jobs, slow), freeOrder: true });
  expect(seats.flatMap((seat) => seat.change?.moves ?? [])).not.toContain('needle');
  // Where it is not locked, the quicker way is taken.
  const free = runPlan({ problem: problem([place(1, '75')], jobs, slow) });
  expect(free.seats.flatMap((seat) => seat.change?.moves ?? [])).toContain('needle');
});
