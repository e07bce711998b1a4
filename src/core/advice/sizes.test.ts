import { describe, expect, test } from 'vitest';
import type { Rule, Wants } from './rule.ts';
import { sizesFor, sizeVotes } from './sizes.ts';

const rule = (id: string, strength: Rule['strength'], wants: Wants): Rule => ({
  ...{ id, strength, wants, when: {}, because: '', basis: 'practice' },
});

describe('sizes that a rule can live with, best first', () => {
  test.each<[string, Wants, number[] | undefined]>([
    ['nothing said', {}, undefined],
    ['a wish alone is all there is', { size: [75, 80] }, [75, 80]],
    ['a lower limit: from it up, the thinnest first', { atLeast: 90 }, [90, 100, 110, 120]],
    ['an upper limit: from it down, the stoutest first', { atMost: 70 }, [70, 65, 60]],
    ['both: from the lower one up', { atLeast: 75, atMost: 90 }, [75, 80, 90]],
    ['a wish within limits comes first, and once', { size: [80], atLeast: 75, atMost: 90 }, [80, 75, 90]],
    ['a wish with an upper limit', { size: [65], atMost: 75 }, [65, 75, 70, 60]],
  ])('%s', (_, wants, sizes) => expect(sizesFor(wants)).toEqual(sizes));
});

describe('what every size is worth', () => {
  const worth = (...rules: Rule[]) =>
    new Map<number, number>(sizeVotes(rules).map(({ value, weight }) => [value, weight]));
  const named = (rules: Rule[], size: number) =>
    sizeVotes(rules)
      .find(({ value }) => value === size)!
      .rules.map(({ id }) => id);

  test('a wish: thinner by k sizes loses 4k², stouter 3k² (from memory), and all sizes are told, the best first', () => {
    const wish = rule('wish', 3, { size: [75] });
    const all = worth(wish);
    expect(all.size).toBe(9);
    // 9 for the strength squared; one size stouter, two, three; one thinner, two, three.
    expect([75, 80, 90, 100, 70, 65, 60].map((size) => all.get(size))).toEqual([
      9, -3, -12, -27, -4, -16, -36,
    ]);
    expect(sizeVotes([wish]).map(({ value }) => value)).toEqual([75, 80, 70, 90, 65, 100, 60, 110, 120]);
  });
  test('of two wishes the weightier is the one that thinner sizes are held against, whatever order they come in', () => {
    const rules = [rule('weak', 2, { size: [65] }), rule('strong', 4, { size: [80] })];
    for (const given of [rules, [...rules].reverse()]) {
      const all = worth(...given);
      // 65 is asked for only by a weaker rule: a point below 16, less 4·3² for three sizes thinner.
      expect(all.get(80)).toBe(16);
      expect(all.get(75)).toBe(-4);
      expect(all.get(65)).toBe(4 - 36);
      expect(all.get(90)).toBe(-3);
    }
  });
  test('a lower limit takes twice its strength squared from the sizes below, and stouter counts from it', () => {
    const rules = [rule('wish', 3, { size: [75] }), rule('cloth', 4, { atLeast: 80 })];
    const all = worth(...rules);
    expect(all.get(75)).toBe(9 - 32);
    expect(all.get(70)).toBe(-32 - 4);
    expect(all.get(80)).toBe(0);
    expect(all.get(90)).toBe(-3);
  });
  test('an upper limit takes from the sizes above', () => {
    const all = worth(rule('wish', 3, { size: [80] }), rule('letters', 4, { atMost: 75 }));
    expect(all.get(80)).toBe(9 - 32);
    expect(all.get(90)).toBe(-32 - 3);
    expect(all.get(75)).toBe(-4);
  });
  test('a size is spoken for by those that wish it and by the limits that it keeps, each once', () => {
    const rules = [
      rule('wish', 3, { size: [80] }),
      rule('cloth', 4, { atLeast: 80 }),
      rule('letters', 2, { atMost: 90 }),
      rule('both', 3, { size: [80], atLeast: 75 }),
      rule('point', 5, { point: ['sharp'] }),
    ];
    expect(named(rules, 80)).toEqual(['wish', 'both', 'cloth', 'letters']);
    expect(named(rules, 75)).toEqual(['letters', 'both']);
    expect(named(rules, 100)).toEqual(['cloth', 'both']);
  });
  test('without a wish the thinnest that every limit allows is best', () => {
    expect(sizeVotes([rule('cloth', 4, { atLeast: 80 })])[0]!.value).toBe(80);
    expect(sizeVotes([])[0]!.value).toBe(60);
  });
});
