import { describe, expect, test } from 'vitest';
import { defaultMinutes } from '../../../engines/planner/problem/minutes.ts';
import type { PlanPosition, PlanProblem } from '../../../engines/planner/problem/problem.ts';
import type { Block } from '../blocks/scheme.ts';
import { against } from './against.ts';
import { remarksOn } from './faults.ts';
import { daysToTrade, movedBy } from './trade.ts';

const block = (from: number, to: number, more: Partial<Block> = {}): Block => ({
  ...{ name: `from ${from}`, use: 'work', from, to, needle: '75/11 sharp', weight: '40', reason: '' },
  threads: new Array<null>(to - from + 1).fill(null),
  ...more,
});
const classes = { red: '40', blue: '40', fine: '60' };
const at = (position: number, now: PlanPosition['now'], use: PlanPosition['use'] = 'free') =>
  ({ position, use, now, sewn: 0 }) as PlanPosition;
const has = (thread: string | null, needle: string | null = '75/11 sharp') => ({ needle, thread });
const problem = (...positions: PlanPosition[]): Pick<PlanProblem, 'positions' | 'classes' | 'minutes'> => ({
  ...{ positions, classes, minutes: defaultMinutes },
});

describe('the head against the scheme', () => {
  const scheme = { blocks: [block(1, 2, { threads: ['red', null] }), block(3, 3, { needle: '65/9 sharp' })] };

  test('as it should be nothing is told; open positions bear any colour', () => {
    expect(
      against(scheme, problem(at(1, [has('red')]), at(2, [has('blue')]), at(3, [has('fine', '65/9 sharp')]))),
    ).toEqual([]);
    expect(
      against(scheme, problem(at(1, [has('red')]), at(2, [has(null)]), at(3, [has(null, '65/9 sharp')]))),
    ).toEqual([]);
  });
  test('of three heads the second differs by its thread: which one, what sits there, and what it takes', () => {
    const [only, ...rest] = against(scheme, problem(at(1, [has('red'), has('blue'), has('red')])));
    expect(rest).toEqual([]);
    expect(only).toEqual({
      ...{ position: 1, block: scheme.blocks[0], needle: '75/11 sharp', thread: 'red' },
      ...{ now: has('blue'), heads: [2], isNeedle: false, isThread: true, moves: ['tie-on'], minutes: 1 },
    });
  });
  test('one head differs by its needle, another by its thread: both are told, the minutes are of both', () => {
    const [both] = against(scheme, problem(at(1, [has('red'), has('red', '80/12 sharp'), has('fine')])));
    // A needle, the thread put through its eye and the tension; a thread of another weight threaded anew and the tension.
    expect(both).toMatchObject({
      heads: [2, 3],
      isNeedle: true,
      isThread: true,
      now: has('red', '80/12 sharp'),
    });
    expect(both!.minutes).toBeCloseTo(2 + 0.5 + 5 + 2.5 + 5, 9);
    expect(both!.moves).toEqual(['needle', 'reeye', 'retension']);
  });
  test('an open position keeps its thread; a bare one needs but its needle', () => {
    const [kept, bare] = [has('blue', '75/11 sharp'), has(null, '75/11 sharp')].map(
      (now) => against(scheme, problem(at(3, [now])))[0]!,
    );
    expect(kept).toMatchObject({ isNeedle: true, isThread: false, minutes: 7.5 });
    expect(bare).toMatchObject({ isNeedle: true, isThread: false, minutes: 2, moves: ['needle'] });
  });
  test('positions out of order, and those that the head does not have, are left out; a needle not said is none', () => {
    expect(against(scheme, problem(at(1, [has('blue')], 'out-of-order'), at(9, [has('blue')])))).toEqual([]);
    const unsaid = { blocks: [block(1, 1, { needle: null, use: 'odd', threads: ['red'] })] };
    expect(against(unsaid, problem(at(1, [has('red', '90/14 sharp')])))).toEqual([]);
    expect(against(unsaid, problem(at(1, [has('blue', '90/14 sharp')])))).toMatchObject([
      { isNeedle: false, isThread: true },
    ]);
  });
});

describe('what to know of a scheme', () => {
  const free = (...numbers: number[]): Pick<PlanPosition, 'position' | 'use'>[] =>
    numbers.map((position) => ({ position, use: 'free' }));
  const job = (name: string, ...wants: (readonly [thread: string, ...needles: string[]])[]) =>
    ({
      ...{ id: name, name, sewMinutes: 0, due: null },
      requests: wants.map(([thread, ...needles]) => ({
        ...{ thread, stops: [1], stitches: 0 },
        needles: needles.map((needle) => ({ needle, penalty: 0 })),
      })),
    }) satisfies PlanProblem['jobs'][number];
  const told = (blocks: Block[], positions = free(1, 2), jobs: PlanProblem['jobs'] = []) =>
    remarksOn({ blocks }, positions, { jobs, classes }, (id) => id.toUpperCase());

  test('one position in no block, two of them, none', () => {
    expect(told([block(1, 2)], free(1, 2, 5))).toEqual([
      'Position 5 is in no block: anything may sit there.',
    ]);
    expect(told([block(2, 2)], free(1, 2, 5))).toEqual([
      'Positions 1, 5 are in no block: anything may sit there.',
    ]);
    expect(told([block(1, 2)])).toEqual([]);
  });
  test('out of order: only where a block counts on it', () => {
    const broken = [{ position: 2, use: 'out-of-order' as const }];
    expect(told([block(1, 3)], broken)).toEqual([
      'Position 2 is out of order: “from 1” (1 to 3) has one position fewer until it is mended.',
    ]);
    expect(told([block(1, 1)], broken)).toEqual(['Position 2 is in no block: anything may sit there.']);
  });
  test('a thread is served by its weight and its needle in one block; a block for odd colours bears any weight', () => {
    const serves = (blocks: Block[], ...wants: readonly [string, ...string[]][]) =>
      told(blocks, free(1, 2), [job('Caps', ...wants)]);
    const two = [block(1, 1), block(2, 2, { weight: '60', needle: '65/9 sharp' })];
    expect(serves(two, ['red', '75/11 sharp'], ['fine', '65/9 sharp'])).toEqual([]);
    expect(serves(two, ['red', '65/9 sharp'])).toEqual(['No block serves RED of Caps: it wants 65/9 sharp.']);
    expect(serves(two, ['fine', '75/11 sharp', '70/10 sharp', '80/12 sharp'])).toEqual([
      'No block serves FINE of Caps: it wants 75/11 sharp.',
    ]);
    // Any of its needles will do.
    expect(serves(two, ['red', '80/12 sharp', '75/11 sharp'])).toEqual([]);
    expect(serves([block(1, 2, { weight: null })], ['fine', '75/11 sharp'])).toEqual([]);
    expect(serves([block(1, 2, { use: 'odd' })], ['fine', '75/11 sharp'])).toEqual([]);
    expect(serves([block(1, 2, { use: 'odd' })], ['fine', '65/9 sharp'])).toHaveLength(1);
    expect(serves([block(1, 2, { use: 'odd', needle: null })], ['fine', '65/9 sharp'])).toEqual([]);
  });
  test('of which jobs, each once, and which needles they want first', () => {
    const wants = (...names: string[]) =>
      told(
        [block(1, 2)],
        free(1, 2),
        names.map((name, index) =>
          job(name, ['fine', `${60 + 5 * (index % 3)}/8 sharp`], ['fine', '60/8 sharp']),
        ),
      );
    expect(wants('Caps')).toEqual(['No block serves FINE of Caps: it wants 60/8 sharp.']);
    expect(wants('Caps', 'Bibs')).toEqual([
      'No block serves FINE of Caps and Bibs: it wants 60/8 sharp or 65/8 sharp.',
    ]);
    expect(wants('Caps', 'Bibs', 'Flaps')).toEqual([
      'No block serves FINE of Caps and 2 others: it wants 60/8 sharp or 65/8 sharp.',
    ]);
  });
});

test('what lives elsewhere after a trade: by its needle or its thread', () => {
  const from = { blocks: [block(1, 2, { threads: ['red', 'blue'] }), block(3, 3, { needle: '65/9 sharp' })] };
  expect(movedBy(from, from)).toEqual([]);
  expect(movedBy(from, { blocks: [block(1, 2, { threads: ['blue', 'blue'] }), block(3, 3)] })).toEqual([
    1, 3,
  ]);
  expect(movedBy(from, { blocks: [block(3, 4)] })).toEqual([3, 4]);
});
test('days until blocks are to trade', () => {
  expect(daysToTrade('2026-11-01', 4, '2026-11-01')).toBe(28);
  expect(daysToTrade('2026-11-01', 4, '2026-11-29')).toBe(0);
  expect(daysToTrade('2026-10-20', 2, '2026-11-05')).toBe(-2);
});
