import { describe, expect, test } from 'vitest';
import { chance } from '../../base/chance.ts';
import { changesOf, likeliestChange, type Change, type Step } from './changed.ts';

const steps = (breaks: readonly number[], stitches: number | readonly number[] = 1000): Step[] =>
  breaks.map((count, at) => ({
    breaks: count,
    stitches: typeof stitches === 'number' ? stitches : stitches[at]!,
  }));

/** By the definition, slowly: the likelihood ratio of two rates against one, for breaks that are Poisson by stitches. */
function ratio(breaks: number, sewn: number, all: number, allSewn: number): number {
  const log = (count: number, of: number) => (count === 0 ? 0 : count * Math.log(count / of));
  return log(breaks, sewn) + log(all - breaks, allSewn - sewn) - log(all, allSewn);
}
const sum = (list: readonly number[]) => list.reduce((total, value) => total + value, 0);
const part = (list: readonly Step[], from: number, to: number) => ({
  breaks: sum(list.slice(from, to).map((step) => step.breaks)),
  stitches: sum(list.slice(from, to).map((step) => step.stitches)),
});
function ofSplit(list: readonly Step[], from: number, to = list.length): number {
  const [inside, all] = [part(list, from, to), part(list, 0, list.length)];
  return ratio(inside.breaks, inside.stitches, all.breaks, all.stitches);
}
const mostTelling = (list: readonly Step[]) =>
  Math.max(...list.slice(1).map((_, index) => ofSplit(list, index + 1)));

/** Every way in which so many breaks can fall on the steps, with its chance where they fall by stitches (multinomial). */
function* everyWay(left: number, shares: readonly number[]): Generator<{ counts: number[]; chance: number }> {
  const [share, ...rest] = shares;
  if (rest.length === 0) {
    yield { counts: [left], chance: 1 };
    return;
  }
  const before = share! / sum(shares);
  let ways = 1;
  for (let count = 0; count <= left; count++) {
    const here = ways * before ** count * (1 - before) ** (left - count);
    for (const more of everyWay(left - count, rest))
      yield { counts: [count, ...more.counts], chance: here * more.chance };
    ways = (ways * (left - count)) / (count + 1);
  }
}
function exactChance(list: readonly Step[]): number {
  const seen = mostTelling(list);
  const stitches = list.map((step) => step.stitches);
  let rare = 0;
  for (const way of everyWay(part(list, 0, list.length).breaks, stitches))
    if (mostTelling(steps(way.counts, stitches)) >= seen - 1e-9) rare += way.chance;
  return rare;
}

describe('the likeliest date, against every way in which the breaks could have fallen', () => {
  const draw = chance(5);
  const cases = Array.from({ length: 40 }, (_, index) => {
    const count = 2 + (index % 4);
    const stitches = Array.from({ length: count }, () => 500 + Math.floor(2000 * draw.next()));
    return steps(
      stitches.map(() => Math.floor(draw.next() ** 2 * 4)),
      stitches,
    );
  }).filter((list) => part(list, 0, list.length).breaks > 0);

  test('date, rates on both sides, and the exact chance', () => {
    expect(cases.length).toBeGreaterThan(30);
    for (const list of cases) {
      const found = likeliestChange(list);
      const most = mostTelling(list);
      if (!(most > 1e-12)) {
        expect(found).toBeNull();
        continue;
      }
      const { at, before, after, p } = found!;
      expect(ofSplit(list, at)).toBeCloseTo(most, 9);
      const [first, rest] = [part(list, 0, at), part(list, at, list.length)];
      expect(before).toBeCloseTo(first.breaks / first.stitches, 12);
      expect(after).toBeCloseTo(rest.breaks / rest.stitches, 12);
      expect(p).toBeCloseTo(exactChance(list), 9);
    }
  });
  test('the dates between which it was: those no less likely than the quantile of chi square allows', () => {
    for (const list of cases) {
      const found = likeliestChange(list);
      if (!found) continue;
      const least = mostTelling(list) - 3.841458820694124 / 2;
      const dates = list
        .slice(1)
        .flatMap((_, index) => (ofSplit(list, index + 1) >= least ? [index + 1] : []));
      expect([found.from, found.to]).toEqual([dates[0], dates.at(-1)]);
    }
  });
  test('a hundred breaks over thirty days: as rare as a thousand shuffles say, within what they can tell', () => {
    // Sources of the bound: 2,000 drawn ways; three of their standard deviations.
    const list = steps(Array.from({ length: 30 }, (_, day) => (day < 20 ? 3 : 4 + (day % 2))));
    const found = likeliestChange(list)!;
    const breaks = part(list, 0, 30).breaks;
    const seen = mostTelling(list);
    let as = 0;
    for (let round = 0; round < 2000; round++) {
      const counts = new Array<number>(30).fill(0);
      for (let count = 0; count < breaks; count++) counts[Math.floor(draw.next() * 30)]! += 1;
      if (mostTelling(steps(counts)) >= seen - 1e-9) as += 1;
    }
    expect(Math.abs(found.p - as / 2000)).toBeLessThan(3 * Math.sqrt((found.p * (1 - found.p)) / 2000));
  });
});

describe('where there is no date to tell', () => {
  test('without a break, within one step, with one rate all along, and where it is surely too common', () => {
    expect(likeliestChange(steps([0, 0, 0]))).toBeNull();
    expect(likeliestChange(steps([4]))).toBeNull();
    expect(likeliestChange([])).toBeNull();
    expect(likeliestChange(steps([4, 0, 0], [1000, 0, 0]))).toBeNull();
    expect(likeliestChange(steps([2, 2, 2]))).toBeNull();
    const some = steps([1, 1, 3, 2]);
    expect(likeliestChange(some)!.p).toBeGreaterThan(0.3);
    expect(likeliestChange(some, 0.01)).toBeNull();
  });
  test('days on which nothing was sewn count for nothing, and dates are still those of the days', () => {
    const [with0, without] = [
      likeliestChange(steps([1, 0, 0, 8, 0, 9], [1000, 0, 1000, 1000, 0, 1000]))!,
      likeliestChange(steps([1, 0, 8, 9]))!,
    ];
    expect(with0).toEqual({ ...without, at: 3, from: 3, to: 3 });
    expect(without).toMatchObject({ at: 2, from: 2, to: 2 });
    // A break on a day without a stitch (the machine stood) is a break of that day.
    expect(likeliestChange(steps([0, 0, 3, 5], [1000, 1000, 0, 1000]))).toMatchObject({ at: 2 });
  });
  test('of two dates as likely the first', () => {
    expect(likeliestChange(steps([0, 2, 0]))).toMatchObject({ at: 1, from: 1, to: 2 });
  });
  test('what is surely rarer than one in a million is told by its bound: two ends of each date', () => {
    const list = steps([0, 0, 0, 40, 40, 40]);
    expect(likeliestChange(list)!.p).toBeCloseTo(2 * 5 * Math.exp(-mostTelling(list)), 20);
    expect(likeliestChange(list)!.p).toBeLessThan(1e-6);
    // Of more breaks than can be followed too, common or not.
    const many = steps([10_400, 10_000]);
    expect(likeliestChange(many)!.p).toBeCloseTo(2 * Math.exp(-mostTelling(many)), 12);
  });
});

describe('all changes of a year', () => {
  const year = (...parts: readonly (readonly [days: number, breaks: number])[]) =>
    steps(parts.flatMap(([days, breaks]) => new Array<number>(days).fill(breaks)));

  const rounded = (changes: readonly Change[]) =>
    changes.map(({ at, before, after }) => [at, ...[before, after].map((rate) => Number(rate.toFixed(9)))]);

  test('one jump, dated to the day, with the rates beside it', () => {
    expect(changesOf(year([30, 1], [30, 5]))).toMatchObject([
      { at: 30, from: 30, to: 30, before: 0.001, after: 0.005 },
    ]);
    const unsure = year([30, 1], [2, 3], [1, 2], [30, 3]);
    expect(changesOf(unsure)).toEqual([likeliestChange(unsure)]);
    expect(changesOf(unsure)).toMatchObject([{ at: 30, from: 28, to: 31 }]);
    expect(changesOf(year([60, 2]))).toEqual([]);
    expect(changesOf([])).toEqual([]);
  });
  test('a bad batch that was used up: where it begins and ends, held against all the rest', () => {
    const list = year([40, 1], [12, 5], [40, 1]);
    const changes = changesOf(list);
    expect(rounded(changes)).toEqual([
      [40, 0.001, 0.005],
      [52, 0.005, 0.001],
    ]);
    expect(changes[0]!.p).toBe(changes[1]!.p);
    // The dates around each: no less likely than chi square allows, the other end as it is.
    const most = ofSplit(list, 40, 52);
    const as = (from: number, to: number) => ofSplit(list, from, to) >= most - 3.841458820694124 / 2;
    for (const [index, { from, to }] of changes.entries()) {
      const at = (day: number) => (index === 0 ? as(day, 52) : as(40, day));
      expect([at(from - 1), at(from), at(to), at(to + 1)]).toEqual([false, true, true, false]);
    }
  });
  test('a stretch on days with gaps between: dates are those of the days', () => {
    const every = year([40, 1], [12, 5], [40, 1]);
    const gaps = every.flatMap((step) => [step, { breaks: 0, stitches: 0 }]);
    const [plain, wide] = [changesOf(every), changesOf(gaps)];
    expect(wide).toHaveLength(2);
    expect(wide.map(({ at, from, to, p }) => ({ at, from, to, p }))).toEqual(
      plain.map(({ at, from, to, p }) => ({ at: 2 * at, from: 2 * from, to: 2 * to, p })),
    );
  });
  test('several: each within what lies between the others, earliest first, and no more than asked for', () => {
    const list = year([30, 0], [30, 4], [30, 12], [30, 4]);
    const changes = changesOf(list);
    expect(changes.map(({ at }) => at)).toEqual([30, 60, 90]);
    expect(changesOf(list, 0)).toEqual([]);
    expect(changesOf(list, 1).length).toBeLessThanOrEqual(2);
    // Pushed on as a whole, with all its dates.
    const later = changesOf(list, 4, 7);
    expect(later).toEqual(
      changes.map((change) => ({ ...change, at: change.at + 7, from: change.from + 7, to: change.to + 7 })),
    );
  });
  test('a stretch of fewer breaks is found as one of more is', () => {
    expect(rounded(changesOf(year([40, 5], [14, 1], [40, 5])))).toEqual([
      [40, 0.005, 0.001],
      [54, 0.001, 0.005],
    ]);
  });
});
