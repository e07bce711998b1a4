import { describe, expect, test } from 'vitest';
import { defaultMinutes } from '../../../engines/planner/problem/minutes.ts';
import type { HeadState, PlanProblem } from '../../../engines/planner/problem/problem.ts';
import { tradeMinutes } from './trade-minutes.ts';

const state = (thread: string | null, needle = 'n'): HeadState => ({ needle, thread });
const problem = (...places: HeadState[][]): PlanProblem => ({
  positions: places.map((now, index) => ({ position: index + 1, now, use: 'free', sewn: 0 })),
  jobs: [],
  classes: { red: 'one', blue: 'one', gold: 'metallic' },
  minutes: defaultMinutes,
});
const both = [
  { from: 1, to: 2 },
  { from: 2, to: 1 },
];

// By hand, from the default minutes: tie on 1, re-thread 2.5, re-eye 0.5, needle 2, re-tension and test 5.
describe('minutes to let seats trade places', () => {
  test('two of one class tie on at each other’s place, on every head', () => {
    expect(tradeMinutes(problem([state('red')], [state('blue')]), both)).toBe(2);
    const onTwo = problem([state('red'), state('red')], [state('blue'), state('blue')]);
    expect(tradeMinutes(onTwo, both)).toBe(4);
    expect(tradeMinutes(onTwo, [both[0]!])).toBe(2);
    expect(tradeMinutes(onTwo, [])).toBe(0);
  });
  test('another class is threaded anew and its tension set; with another needle that too', () => {
    expect(tradeMinutes(problem([state('red')], [state('gold')]), both)).toBe(2 * 7.5);
    // Needle, re-thread and re-tension: 9.5, each way.
    expect(tradeMinutes(problem([state('red')], [state('gold', 'big')]), both)).toBe(2 * 9.5);
    // Of one class with another needle: a tie-on and then the needle, 8.5, is quicker than both at once.
    expect(tradeMinutes(problem([state('red')], [state('blue', 'big')]), both)).toBe(2 * 8.5);
  });
  test('a bare seat costs nothing to bring; onto one the thread is threaded anew', () => {
    const bare = problem([state('red')], [state(null)]);
    expect(tradeMinutes(bare, both)).toBe(7.5);
    expect(tradeMinutes(bare, [both[1]!])).toBe(0);
  });
  test('heads that differ are counted each by itself; a position that is not there is no trade', () => {
    // Head 1 ties on twice, head 2 has gold at position 1: two times 7.5.
    const mixed = problem([state('red'), state('gold')], [state('blue'), state('blue')]);
    expect(tradeMinutes(mixed, both)).toBe(2 + 15);
    expect(() => tradeMinutes(mixed, [{ from: 1, to: 3 }])).toThrow(/position 3/);
  });
});
