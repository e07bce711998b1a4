import { expect, test } from 'vitest';
import { planFixedOrder } from '../seating/fixed-order.ts';
import { defaultMinutes } from '../asked/minutes.ts';
import { modelOf } from '../model/model.ts';
import type { PlanProblem } from '../asked/problem.ts';
import { standingLayout } from './standing.ts';

const request = (thread: string, needle: string, stop: number) => ({
  thread,
  needles: [{ needle, penalty: 0 }],
  stops: [stop],
  stitches: 100,
});
const job = (id: string, ...requests: ReturnType<typeof request>[]) => ({
  id,
  name: id,
  requests,
  sewMinutes: 1,
  due: null,
});
const problem: PlanProblem = {
  positions: [
    { position: 1, now: [{ needle: '75', thread: 'red' }], use: 'locked', sewn: 0 },
    { position: 2, now: [{ needle: '75', thread: 'white' }], use: 'free', sewn: 0 },
    { position: 3, now: [{ needle: '80', thread: 'grey' }], use: 'free', sewn: 0 },
  ],
  jobs: [
    job('a', request('blue', '75', 1), request('white', '75', 2)),
    job('b', request('gold', '80', 1), request('white', '75', 2)),
    job('c', request('blue', '75', 1), request('gold', '80', 2)),
  ],
  classes: { red: 'w', white: 'w', grey: 'w', blue: 'w', gold: 'w' },
  minutes: defaultMinutes,
};

test('the layout holds what the jobs need, where it is set up in the fewest minutes', () => {
  const layout = standingLayout(problem);
  expect(layout.seats).toEqual([
    { position: 1, needle: '75', thread: 'blue', now: { needle: '75', thread: 'red' } },
    { position: 2, needle: '75', thread: 'white', now: { needle: '75', thread: 'white' } },
    { position: 3, needle: '80', thread: 'gold', now: { needle: '80', thread: 'grey' } },
  ]);
  expect(layout).toMatchObject({ minutesThen: 0, setUpMinutes: 2, minutesNow: 2, proven: true });
});

test('from the layout the same jobs cost what it promises', () => {
  const layout = standingLayout(problem);
  const laid: PlanProblem = {
    ...problem,
    positions: problem.positions.map((one) => {
      const seat = layout.seats.find(({ position }) => position === one.position);
      return {
        ...one,
        use: 'free',
        now: [seat ? { needle: seat.needle, thread: seat.thread } : one.now[0]!],
      };
    }),
  };
  expect(planFixedOrder(modelOf(laid)).minutes).toBe(layout.minutesThen);
});
