import { describe, expect, test } from 'vitest';
import { conflictsAmong } from './conflicts.ts';
import { needleRules } from './needle-rules.ts';
import type { Question } from './question.ts';
import { speaks, type Rule } from './rule.ts';
import { defaultSchools } from './schools.ts';

const question: Question = {
  ...{ cloth: 'cap', layers: 1, seams: false, backings: ['tear-away'], hoop: 'medium', element: 'foam' },
  ...{ letterMm: null, strokeMm: null, thread: { weightNo: 40, tex: 25, fibre: 'polyester' } },
  ...{ priority: 'solidity', schools: defaultSchools },
};
const rule = (
  id: string,
  strength: Rule['strength'],
  wants: Rule['wants'],
  more: Partial<Rule> = {},
): Rule => ({
  ...{ id, strength, wants, when: {}, because: `${id} says so.`, basis: 'practice' },
  ...more,
});

describe('rules that cannot both be had', () => {
  test('the stronger one comes first, whatever the order they are given in', () => {
    const rules = [rule('weak', 3, { point: ['light-ball'] }), rule('strong', 5, { point: ['sharp'] })];
    for (const given of [rules, [...rules].reverse()]) {
      const [found, ...rest] = conflictsAmong(given, question);
      expect(rest).toEqual([]);
      expect([found!.stronger.id, found!.weaker.id]).toEqual(['strong', 'weak']);
      expect(found!.says).toContain('strong says so. But: weak says so.');
    }
  });
  test('rules that can meet on one answer are no conflict', () =>
    expect(
      conflictsAmong(
        [rule('a', 5, { point: ['sharp', 'universal'] }), rule('b', 4, { point: ['universal'] })],
        question,
      ),
    ).toEqual([]));
  test('taste and a school’s default give way without a word', () =>
    expect(
      conflictsAmong([rule('a', 5, { point: ['sharp'] }), rule('b', 2, { point: ['light-ball'] })], question),
    ).toEqual([]));
  test('of several that want the same other answer only the strongest is named', () => {
    const found = conflictsAmong(
      [
        rule('a', 5, { size: [75] }),
        rule('b', 3, { size: [80] }),
        rule('c', 4, { size: [80] }),
        rule('d', 3, { size: [90] }),
      ],
      question,
    );
    expect(found.map((one) => one.weaker.id)).toEqual(['c', 'd']);
  });
  test('the conflict of the strongest two rules comes before others', () => {
    const found = conflictsAmong(
      [
        rule('a', 4, { point: ['sharp'], weight: [60] }),
        rule('b', 3, { point: ['light-ball'] }),
        rule('c', 5, { weight: [40] }),
      ],
      question,
    );
    expect(found.map((one) => one.about)).toEqual(['weight', 'point']);
  });
  test('every conflict has a way out, and the last is to take the stronger and watch the first piece', () => {
    const ways = (about: Rule['wants'], other: Rule['wants'], more: Partial<Rule> = {}) =>
      conflictsAmong([rule('a', 5, about), rule('b', 4, other, more)], question)[0]!.ways;
    const soluble = needleRules.find(({ id }) => id === 'soluble-sharp')!;
    for (const found of [
      ways({ point: ['sharp'] }, { point: ['light-ball'] }),
      ways({ weight: [40] }, { weight: [60] }),
      ways({ size: [75] }, { size: [90] }),
    ]) {
      expect(found[0]!.kind).toBe('split');
      expect(found.at(-1)!.kind).toBe('accept');
    }
    // Foam is sewn on this cap: raising the columns otherwise is a way; so are larger letters for the stouter thread.
    expect(
      ways({ point: ['sharp'] }, { point: ['light-ball'] })
        .map((way) => way.says)
        .join(),
    ).toContain('underlay');
    expect(
      ways({ weight: [40] }, { weight: [60] })
        .map((way) => way.says)
        .join(),
    ).toContain('letters larger');
    expect(
      ways({ point: ['sharp'] }, { point: ['light-ball'] }, { wayOut: soluble.wayOut })
        .map((way) => way.says)
        .join(),
    ).toContain('torn off');
  });
});

describe('conflicts of size, and their ways out', () => {
  const says = (rules: Rule[], change: Partial<Question> = {}) =>
    conflictsAmong(rules, { ...question, ...change }).map((one) => ({
      ...{ stronger: one.stronger.id, weaker: one.weaker.id, says: one.says },
      ways: one.ways.map((way) => `${way.kind}: ${way.says}`),
    }));
  const wish = rule('wish', 4, { size: [65] });
  const limit = rule('limit', 4, { atLeast: 80 });
  test('of two as strong a limit holds, above or below, whichever comes first', () => {
    for (const given of [
      [wish, limit],
      [limit, wish],
    ])
      expect(says(given)).toMatchObject([{ stronger: 'limit', weaker: 'wish' }]);
    const most = rule('most', 4, { atMost: 70 });
    const stout = rule('stout', 4, { size: [90] });
    for (const given of [
      [stout, most],
      [most, stout],
    ])
      expect(says(given)).toMatchObject([{ stronger: 'most', weaker: 'stout' }]);
  });
  test('a weaker limit does not hold against a stronger wish', () =>
    expect(says([rule('limit', 3, { atLeast: 80 }), wish])).toMatchObject([
      { stronger: 'wish', weaker: 'limit' },
    ]));
  test('one rule alone is in no conflict, and the first answer is written large at the beginning', () => {
    expect(says([limit])).toEqual([]);
    const [found] = says([rule('a', 5, { point: ['light-ball'] }), rule('b', 4, { point: ['sharp'] })]);
    expect(found!.says).toMatch(/^[A-Z].* or [a-z]/);
  });
  test('fine thread may be sewn stouter: told for a size, from 55 wt on, and for nothing else', () => {
    const stouter = /change: Sew this element in 40 wt/;
    const thread = (weightNo: number) => ({
      thread: { weightNo, tex: 1000 / weightNo, fibre: 'polyester' as const },
    });
    const ways = (rules: Rule[], change: Partial<Question>) => says(rules, change)[0]!.ways.join('\n');
    expect(ways([limit, wish], thread(55))).toMatch(stouter);
    expect(ways([limit, wish], thread(54))).not.toMatch(stouter);
    expect(ways([limit, wish], { thread: null })).not.toMatch(stouter);
    expect(
      ways([rule('a', 5, { point: ['sharp'] }), rule('b', 4, { point: ['light-ball'] })], thread(60)),
    ).not.toMatch(stouter);
  });
  test('what has no way out of its own, on an element without another way, is split or accepted', () => {
    const flat = { element: 'fill' as const };
    expect(says([limit, wish], flat)[0]!.ways.map((way) => way.split(':')[0])).toEqual(['split', 'accept']);
    expect(says([limit, { ...wish, wayOut: 'Do otherwise.' }], flat)[0]!.ways[1]).toBe(
      'change: Do otherwise.',
    );
  });
});

describe('when a rule speaks', () => {
  const is = (when: Rule['when'], change: Partial<Question> = {}) =>
    speaks(rule('r', 3, {}, { when }), { ...question, ...change });
  test('every condition named must hold; none named always does', () => {
    expect(is({})).toBe(true);
    expect(is({ cloth: ['cap'], element: ['foam'] })).toBe(true);
    expect(is({ cloth: ['cap'], element: ['run'] })).toBe(false);
    expect(is({ notCloth: ['cap'] })).toBe(false);
    expect(is({ backing: ['film', 'tear-away'] })).toBe(true);
    expect(is({ backing: ['film'] })).toBe(false);
    expect(is({ seams: false })).toBe(true);
  });
  test('ranges hold from the first and below the second; what is not known is in none', () => {
    expect(is({ letterMm: [5, 6.5] }, { letterMm: 5 })).toBe(true);
    expect(is({ letterMm: [5, 6.5] }, { letterMm: 6.5 })).toBe(false);
    expect(is({ letterMm: [5, 6.5] })).toBe(false);
    expect(is({ weightNo: [35, 45] })).toBe(true);
    expect(is({ weightNo: [35, 45] }, { thread: null })).toBe(false);
  });
  test('metallic is a question of the thread; without one a rule for metallic is silent', () => {
    const metallic = { weightNo: 40, tex: 25, fibre: 'metallic' } as const;
    expect(is({ metallic: true }, { thread: metallic })).toBe(true);
    expect(is({ metallic: true })).toBe(false);
    expect(is({ metallic: false }, { thread: null })).toBe(true);
    expect(is({ fibre: ['rayon'] }, { thread: null })).toBe(false);
  });
  test('a school’s rule speaks only in a workshop of that school', () => {
    const own = rule('r', 3, {}, { school: { topic: 'caseEvery', choice: '1' } });
    expect(speaks(own, { ...question, schools: { ...defaultSchools, caseEvery: '1' } })).toBe(true);
    expect(speaks(own, { ...question, schools: { ...defaultSchools, caseEvery: '7' } })).toBe(false);
  });
});
