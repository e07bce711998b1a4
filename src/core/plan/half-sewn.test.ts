import { expect, test } from 'vitest';
import type { PlanProblem } from '../../engines/planner/problem/problem.ts';
import { defaultMinutes } from '../../engines/planner/problem/minutes.ts';
import { halfSewnText } from './half-sewn.ts';
import { runPlan } from '../../engines/planner/run.ts';

/** Two positions with the same needle and thread; the first sewed much. `other`: a thread only the second position has. */
const problem = (sewnAt: number | null, secondThread = 'white'): PlanProblem => ({
  positions: [
    { position: 4, now: [{ needle: '75/11', thread: 'white' }], use: 'free', sewn: 90_000 },
    { position: 8, now: [{ needle: '75/11', thread: secondThread }], use: 'free', sewn: 0 },
  ],
  jobs: [
    {
      ...{ id: 'job', name: 'Job', sewMinutes: 60, due: null },
      requests: [
        { thread: 'white', needles: [{ needle: '75/11', penalty: 0 }], stops: [1], stitches: 9000, sewnAt },
      ],
    },
  ],
  classes: { white: 'w40', red: 'w40' },
  minutes: defaultMinutes,
});
const planned = (asked: PlanProblem) => {
  const { seats, changeMinutes } = runPlan({ problem: asked });
  return [seats[0]!.position, changeMinutes, halfSewnText(asked.jobs[0]!, seats)];
};

test('of plans that cost the same a half-sewn job keeps its position, however worn; a new one spares the worn needle', () => {
  expect(planned(problem(null))).toEqual([8, 0, '']);
  expect(planned(problem(4))).toEqual([4, 0, 'half sewn, positions as before']);
});
test('where moving costs less it moves, and that is said', () => {
  expect(planned(problem(8, 'red'))).toEqual([4, 0, 'half sewn; moving 8 → 4 costs less']);
});
