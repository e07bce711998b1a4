import { describe, expect, test } from 'vitest';
import { below } from '../../tension/case/belief/normal.ts';
import type { Factor, FactorCell } from './factors.ts';
import { goesWith } from './goes-with.ts';

const plain: Record<Factor, string> = {
  ...{ position: '1', thread: 'red', needle: '75/11 sharp', age: 'under 100 thousand', cloth: 'canvas' },
  ...{ job: 'others', speed: '800', time: 'the morning', person: 'not asked' },
};
const cell = (levels: Partial<Record<Factor, string>>, breaks: number, stitches = 300_000): FactorCell => ({
  levels: { ...plain, ...levels },
  ...{ breaks, stitches },
});
const threads = (...breaks: readonly number[]) =>
  breaks.map((count, index) => cell({ thread: ['red', 'blue', 'grey', 'lime', 'pink'][index]! }, count));
const byLevel = (found: ReturnType<typeof goesWith>) =>
  Object.fromEntries(found!.effects.map((effect) => [effect.level, effect]));

/**
 * The same by a grid over both effects (normal, sd 1 beforehand), the common rate taken out where it is likeliest: two levels of one factor with nothing
 * else that differs. Gives the likeliest ratio, and the second difference there as its variance.
 */
function ridge(first: number, second: number): { log: number; sd: number } {
  // d: half of the logarithm of the ratio; by symmetry the effects are d and −d, each held with precision 1.
  const loss = (d: number) => {
    const [up, down] = [Math.exp(d), Math.exp(-d)];
    const rate = (first + second) / (up + down);
    return -(first * Math.log(rate * up) + second * Math.log(rate * down) - first - second) + d * d;
  };
  let at = 0;
  for (let step = 0.5; step > 1e-9; step /= 2)
    for (const way of [-step, step]) while (loss(at + way) < loss(at)) at += way;
  const bend = (loss(at + 1e-4) - 2 * loss(at) + loss(at - 1e-4)) / 1e-8;
  return { log: 2 * at, sd: 2 / Math.sqrt(bend) };
}

describe('one factor, against the same by a search', () => {
  test.each([
    [90, 30],
    [24, 61],
    [12, 9],
  ])('%i breaks against %i in as many stitches', (first, second) => {
    const found = goesWith(threads(first, second))!;
    const effect = found.effects.find(({ factor }) => factor === 'thread')!;
    const way = effect.level === 'red' ? 1 : -1;
    const { log, sd } = ridge(first, second);
    expect(way * Math.log(effect.times)).toBeCloseTo(log, 5);
    expect(Math.log(effect.high / effect.low) / (2 * 1.959963984540054)).toBeCloseTo(
      sd * Math.sqrt(Math.max(1, found.dispersion)),
      4,
    );
    expect(effect.low * effect.high).toBeCloseTo(effect.times ** 2, 9);
    expect(effect.p).toBeCloseTo(
      2 * below(-Math.abs(log) / (sd * Math.sqrt(Math.max(1, found.dispersion))), 0, 1),
      5,
    );
  });
  test('levels, what they are held against, and what was sewn at each; the surest first', () => {
    const found = goesWith(threads(31, 30, 29, 200, 28))!;
    expect(found.effects[0]).toMatchObject({
      ...{ factor: 'thread', level: 'lime', usual: 'grey', breaks: 200, stitches: 300_000, isFound: true },
    });
    expect(found.effects.map(({ p }) => p)).toEqual(found.effects.map(({ p }) => p).sort((a, b) => a - b));
    expect(found.effects.filter(({ isFound }) => isFound)).toHaveLength(1);
    expect(found.together).toEqual([]);
  });
  test('held against the level that is asked for, where it was sewn', () => {
    const against = byLevel(goesWith(threads(31, 30, 29, 200, 28), { thread: 'pink' }));
    expect(Object.keys(against).sort()).toEqual(['blue', 'grey', 'lime', 'red']);
    expect(Object.values(against).every(({ usual }) => usual === 'pink')).toBe(true);
    expect(byLevel(goesWith(threads(31, 30, 29, 200, 28), { thread: 'none such' })).lime!.usual).toBe('grey');
  });
});

describe('nothing to tell', () => {
  test('with fewer than ten breaks, and where all was sewn alike', () => {
    expect(goesWith(threads(5, 4))).toBeNull();
    expect(goesWith(threads(5, 5))).not.toBeNull();
    expect(goesWith([cell({}, 80)])).toBeNull();
    expect(goesWith([])).toBeNull();
  });
  test('alike rates find nothing', () => {
    const found = goesWith(threads(30, 30, 30))!;
    expect(found.effects.every(({ isFound, times }) => !isFound && Math.abs(times - 1) < 1e-6)).toBe(true);
  });
  test('breaks in heaps widen what is believed', () => {
    // Of 48 cells every other has as many more breaks as its neighbours have fewer: no factor alone goes with that.
    const cells = (off: number) =>
      [0, 1, 2, 3].flatMap((thread) =>
        [1, 2, 3, 4].flatMap((position) =>
          ['the morning', 'the evening', 'the night'].map((time, part) =>
            cell(
              { thread: `thread ${thread}`, position: `${position}`, time },
              20 + ((thread + position + part) % 2 === 0 ? off : -off),
            ),
          ),
        ),
      );
    const [heaps, even] = [goesWith(cells(15))!, goesWith(cells(0))!];
    expect(even.dispersion).toBeLessThan(0.01);
    // Pearson's chi square, 15² of 20 in each of 48 cells, over 48 less 1 + 17 columns.
    expect(heaps.dispersion).toBeCloseTo((48 * 15 ** 2) / 20 / (48 - 18), 1);
    const width = (of: typeof heaps) => {
      const { low, high } = of.effects.find(({ factor }) => factor === 'thread')!;
      return Math.log(high / low);
    };
    expect(width(heaps) / width(even)).toBeCloseTo(Math.sqrt(heaps.dispersion), 1);
  });
});

describe('levels that never parted', () => {
  const pairs = [
    cell({ thread: 'red', position: '1' }, 90),
    cell({ thread: 'blue', position: '2' }, 30),
    cell({ thread: 'grey', position: '3' }, 33),
    cell({ thread: 'lime', position: '4' }, 28),
  ];
  test('are told together, against the usual two, and neither alone', () => {
    const found = goesWith(pairs)!;
    expect(found.effects).toEqual([]);
    const told = found.together.map(({ one, other }) => [one.factor, one.level, other.factor, other.level]);
    // The usual pair is what the others are held against: it is not told itself.
    expect(told).toEqual([
      ['position', '1', 'thread', 'red'],
      ['position', '3', 'thread', 'grey'],
      ['position', '4', 'thread', 'lime'],
    ]);
    const [red, grey] = found.together;
    expect(red).toMatchObject({ isFound: true });
    expect(grey).toMatchObject({ isFound: false });
    expect(red!.times).toBeGreaterThan(2.2);
    expect(red!.times).toBeLessThan(3);
    expect(red!.low).toBeGreaterThan(1.5);
    expect(Math.sqrt(red!.low * red!.high)).toBeCloseTo(red!.times, 9);
  });
  test('once one of them has sewn elsewhere each is told by itself again', () => {
    const found = goesWith([
      ...pairs,
      cell({ thread: 'red', position: '2' }, 85),
      cell({ thread: 'blue', position: '1' }, 31),
    ])!;
    expect(found.together.some(({ one, other }) => one.level === 'red' || other.level === 'red')).toBe(false);
    const red = found.effects.find(({ level }) => level === 'red')!;
    expect(red).toMatchObject({ isFound: true, breaks: 175, stitches: 600_000 });
  });
  test('positions with needles of their own are held against those with the same, not against all', () => {
    const kind = (position: string, needle: string, breaks: number) =>
      cell({ position, needle, thread: `thread ${Number(position) % 3}` }, breaks);
    const found = goesWith([
      ...['1', '2', '3'].map((position) => kind(position, '65/9 sharp', 30)),
      ...['4', '5', '6'].map((position) => kind(position, '75/11 sharp', 60)),
      ...['1', '2', '3'].map((position) => ({
        ...kind(position, '65/9 sharp', 31),
        levels: { ...kind(position, '65/9 sharp', 0).levels, thread: 'red' },
      })),
      ...['4', '5', '6'].map((position) => ({
        ...kind(position, '75/11 sharp', 61),
        levels: { ...kind(position, '75/11 sharp', 0).levels, thread: 'red' },
      })),
    ])!;
    for (const { factor, level, usual } of found.effects)
      if (factor === 'position') expect(Number(level) <= 3).toBe(Number(usual) <= 3);
    expect(found.effects.find(({ factor }) => factor === 'needle')!.times).toBeGreaterThan(1.2);
  });
});

test('of many looks each must be as much rarer by chance: Holm', () => {
  // Thirty threads, one with 58 breaks where 40 are usual: p about 0.01, and thirty were looked at.
  const many = (count: number) =>
    Array.from({ length: count }, (_, index) => cell({ thread: `thread ${index}` }, index === 0 ? 62 : 40));
  const odd = (count: number) => goesWith(many(count))!.effects.find(({ level }) => level === 'thread 0')!;
  expect(odd(2).p).toBeLessThan(0.05);
  expect(odd(2).isFound).toBe(true);
  expect(odd(30).p).toBeLessThan(0.05);
  expect(odd(30).isFound).toBe(false);
});
