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
    const own = rule('r', 3, {}, { school: { topic: 'caseEvery', choice: '3' } });
    expect(speaks(own, { ...question, schools: { ...defaultSchools, caseEvery: '3' as never } })).toBe(true);
    expect(speaks(own, { ...question, schools: { ...defaultSchools, caseEvery: '9' as never } })).toBe(false);
  });
});
