import { describe, expect, test } from 'vitest';
import {
  ageBand,
  comparedJobs,
  factors,
  partOfDay,
  speedBand,
  type Factor,
  type FactorCell,
} from './factors.ts';
import { companions, gathered, indexed, levelsOf, usualOf } from './levels.ts';

const plain: Record<Factor, string> = {
  ...{ position: '1', thread: 'red', needle: '75/11 sharp', age: 'under 100 thousand', cloth: 'canvas' },
  ...{ job: 'others', speed: '800', time: 'the morning', person: 'not asked' },
};
const cell = (levels: Partial<Record<Factor, string>>, breaks: number, stitches: number): FactorCell => ({
  levels: { ...plain, ...levels },
  ...{ breaks, stitches },
});

describe('the names of levels', () => {
  test.each([
    [0, 'under 100 thousand'],
    [99_999, 'under 100 thousand'],
    [100_000, '100–200 thousand'],
    [299_999, '200–300 thousand'],
    [300_000, '300–450 thousand'],
    [450_000, '450–650 thousand'],
    [649_999, '450–650 thousand'],
    [650_000, 'over 650 thousand'],
    [9e6, 'over 650 thousand'],
  ])('a needle of %i stitches: %s', (stitches, band) => expect(ageBand(stitches)).toBe(band));
  test.each([
    [0, 'the night'],
    [5, 'the night'],
    [6, 'the morning'],
    [11, 'the morning'],
    [12, 'the afternoon'],
    [18, 'the evening'],
    [23, 'the evening'],
    [24, 'the night'],
  ])('hour %i: %s', (hour, part) => expect(partOfDay(hour)).toBe(part));
  test('speeds by hundreds, rounded', () =>
    expect([749, 750, 849, 850].map(speedBand)).toEqual(['700', '800', '800', '900']));
  test('each factor says its levels, and shorter beside another of the same', () => {
    expect(Object.entries(factors).map(([, { says, short }]) => [says('x'), short?.('x')])).toEqual([
      ['position x', undefined],
      ['x', undefined],
      ['needle x', 'a x'],
      ['a needle of x stitches', 'one of x'],
      ['x', undefined],
      ['job x', 'x'],
      ['x st/min', undefined],
      ['x', undefined],
      ['x at the machine', 'x'],
    ]);
  });
});

describe('jobs that can be compared', () => {
  const job = (id: string, cloth: string, stitches: number) => ({ id, name: `job ${id}`, cloth, stitches });

  test('those on a cloth on which another sewed too', () => {
    const jobs = [job('a', 'canvas', 10), job('b', 'felt', 30), job('c', 'canvas', 20), job('d', 'piqué', 9)];
    expect([...comparedJobs(jobs)]).toEqual([
      ['c', 'job c'],
      ['a', 'job a'],
    ]);
    expect(comparedJobs([])).toEqual(new Map());
  });
  test('the dozen that sewed most; of two alike the first by id; the given list stays as it is', () => {
    const jobs = Array.from({ length: 15 }, (_, index) =>
      job(`${10 + index}`, 'canvas', index === 14 ? 99 : 50),
    );
    const before = [...jobs];
    const names = [...comparedJobs([...jobs].reverse()).keys()];
    expect(names).toEqual(['24', ...Array.from({ length: 11 }, (_, index) => `${10 + index}`)]);
    expect(jobs).toEqual(before);
    comparedJobs(jobs);
    expect(jobs).toEqual(before);
  });
});

describe('levels', () => {
  const cells = [
    cell({ thread: 'red' }, 3, 1000),
    cell({ thread: 'blue', position: '2' }, 2, 500),
    cell({ thread: 'red', position: '2' }, 1, 250),
  ];
  test('every level with what was sewn and broke at it', () => {
    const levels = levelsOf(cells);
    const of = (factor: Factor) =>
      levels
        .filter((level) => level.factor === factor)
        .map(({ level, breaks, stitches }) => [level, breaks, stitches]);
    expect(of('thread')).toEqual([
      ['red', 4, 1250],
      ['blue', 2, 500],
    ]);
    expect(of('position')).toEqual([
      ['1', 3, 1000],
      ['2', 3, 750],
    ]);
    expect(of('cloth')).toEqual([['canvas', 6, 1750]]);
    expect(levels).toHaveLength(11);
    const at = indexed(cells, levels);
    expect(at.map((row) => row.map((index) => levels[index]!.level))).toEqual(
      cells.map(({ levels: own }) => Object.values(own)),
    );
  });
  test('who went with whom: nearly all of one level’s stitches, and not the other way round', () => {
    const many = [
      cell({ thread: 'red', position: '9' }, 0, 950),
      cell({ thread: 'red', position: '8' }, 0, 50),
    ];
    const levels = levelsOf(many);
    const index = (factor: Factor, level: string) =>
      levels.findIndex((each) => each.factor === factor && each.level === level);
    const went = companions(many, levels);
    expect(went[index('thread', 'red')]!.has(index('position', '9'))).toBe(true);
    expect(went[index('thread', 'red')]!.has(index('position', '8'))).toBe(false);
    expect(went[index('position', '8')]!.has(index('thread', 'red'))).toBe(true);
    expect(went[index('thread', 'red')]!.has(index('thread', 'red'))).toBe(false);
    const fewer = [
      cell({ thread: 'red', position: '9' }, 0, 949),
      cell({ thread: 'red', position: '8' }, 0, 51),
    ];
    expect(companions(fewer, levels)[index('thread', 'red')]!.has(index('position', '9'))).toBe(false);
  });
  test('what was hardly sewn is put together, what was not sewn left out, and cells alike become one', () => {
    const given = [
      cell({ thread: 'red' }, 5, 600_000),
      cell({ thread: 'red' }, 1, 398_500),
      cell({ thread: 'lime' }, 2, 700),
      cell({ thread: 'plum' }, 1, 800),
      cell({ thread: 'grey' }, 4, 0),
    ];
    expect(gathered(given)).toEqual([
      cell({ thread: 'red' }, 6, 998_500),
      cell({ thread: 'others' }, 3, 1500),
    ]);
    // Exactly two in a thousand are enough to stand alone.
    expect(gathered([cell({}, 0, 998), cell({ thread: 'lime' }, 1, 2)])).toHaveLength(2);
    expect(gathered([cell({}, 0, 999), cell({ thread: 'lime' }, 1, 1)])[1]!.levels.thread).toBe('others');
  });
});

describe('the usual level, against which others are held', () => {
  const usual = (...of: readonly (readonly [breaks: number, stitches: number])[]) => {
    const levels = of.map(([breaks, stitches]) => ({
      factor: 'thread' as const,
      level: 't',
      breaks,
      stitches,
    }));
    return usualOf(levels, [...levels.keys()]);
  };
  test('of three sewn alike the one in the middle by its rate', () => {
    expect(usual([9, 100], [1, 100], [5, 100])).toBe(2);
    expect(usual([5, 100], [9, 100], [1, 100])).toBe(0);
  });
  test('about the middle of all stitches the one that sewed most, of equals the first by its rate', () => {
    expect(usual([1, 100], [2, 200], [3, 260], [9, 100])).toBe(2);
    expect(usual([1, 100], [2, 200], [3, 200], [9, 100])).toBe(1);
    expect(usual([30, 1000], [10, 1000])).toBe(1);
  });
  test('where none lies there the nearest; one alone is its own', () => {
    // Middles at 0.14, 0.28+… : rates 0 (28 %), 0.1 (72 %).
    expect(usual([0, 24], [10, 100], [30, 24])).toBe(1);
    expect(usual([4, 10])).toBe(0);
    // Ends at 22 and 78 of 100 would both be out by more than a quarter; the one in between is rare.
    expect(usual([1, 48], [2, 4], [90, 48])).toBe(1);
  });
  test('only those among which it is asked for', () => {
    const levels = [1, 5, 9].map((breaks) => ({
      factor: 'thread' as const,
      level: `${breaks}`,
      breaks,
      stitches: 100,
    }));
    expect(usualOf(levels, [0, 1, 2])).toBe(1);
    expect(usualOf(levels, [2])).toBe(2);
  });
});
