import { describe, expect, test } from 'vitest';
import { answersOf, stepKeys, stepOf, type Step } from '../trouble/steps/index.ts';
import { numbered } from './advise.ts';
import type { Clue } from './clue.ts';
import { finderFor, usualSetting, weighed } from './compile.ts';
import { contradictions } from './contradictions.ts';
import { massOf } from './reason/finder.ts';
import { openSteps } from './safe.ts';

const finder = finderFor([]);
type Given = { step: Step; answer: string };

/** P(a)·P(b)/P(a, b) of what is told, each as its chance in every state: over the states, one by one. */
function times(one: readonly number[], other: readonly number[]): number {
  let [a, b, both] = [0, 0, 0];
  finder.prior.forEach((prior, state) => {
    a += prior * one[state]!;
    b += prior * other[state]!;
    both += prior * one[state]! * other[state]!;
  });
  return (a * b) / both;
}
const chances = ({ step, answer }: Given) => {
  const of = finder.steps.find(({ key }) => key === step)!.answers.find(({ key }) => key === answer)!;
  return [...of.stays];
};
const looks = stepKeys.flatMap((step): Given[] =>
  stepOf(step).kind === 'look' ? Object.keys(answersOf(step)).map((answer) => ({ step, answer })) : [],
);
const found = (answered: readonly Given[], clues: readonly Clue[] = []) =>
  contradictions(finderFor([]), clues, numbered(finder, answered), usualSetting);

describe('what was told that goes badly together', () => {
  test('two answers that are 1.6 times rarer together than apart, and none else', () => {
    let [told, quiet] = [0, 0];
    for (let k = 0; k < 400; k++) {
      const [one, other] = [looks[(k * 37) % looks.length]!, looks[(k * 101 + 5) % looks.length]!];
      if (one.step === other.step) continue;
      const rarer = times(chances(one), chances(other));
      if (Math.abs(rarer - 1.6) < 1e-6) continue;
      const all = found([one, other]);
      expect(all, `${one.step} ${other.step}`).toHaveLength(rarer > 1.6 ? 1 : 0);
      if (rarer > 1.6) {
        told++;
        expect(all[0]).toMatchObject({ one: one.step, other: other.step });
        for (const { step } of [one, other]) expect(all[0]!.says).toContain(stepOf(step).name);
      } else quiet++;
    }
    expect(told).toBeGreaterThan(5);
    expect(quiet).toBeGreaterThan(100);
  });
  test('the worst first, three at most', () => {
    const worst = looks
      .flatMap((one, k) => looks.slice(k + 1).map((other) => ({ one, other, rarer: times(chances(one), chances(other)) })))
      .filter(({ one, other }) => one.step !== other.step)
      .sort((a, b) => b.rarer - a.rarer);
    // Answers of several bad pairs together.
    const steps = new Map<string, Given>();
    for (const { one, other } of worst.slice(0, 12)) for (const each of [one, other]) if (!steps.has(each.step)) steps.set(each.step, each);
    const answered = [...steps.values()].slice(0, 6);
    const all = found(answered);
    expect(all).toHaveLength(3);
    const rarer = all.map(({ one, other }) => times(chances(steps.get(one)!), chances(steps.get(other)!)));
    expect(rarer).toEqual([...rarer].sort((a, b) => b - a));
    const pairs = answered.flatMap((one, k) => answered.slice(k + 1).map((other) => times(chances(one), chances(other))));
    expect(rarer[0]).toBeCloseTo(Math.max(...pairs), 9);
  }); // prettier-ignore
  test('an answer with what was said or booked before only from three times on; hints among themselves never', () => {
    const clue = (weight: number): Clue => ({
      ...{ key: 'record:made-up', says: 'A made-up record', weights: { cone_caught: weight } },
    });
    const lever: Given = { step: 'look_path', answer: 'lever' };
    // A thread out of its lever has nothing to do with a cone that catches; the more surely it does, the worse they go together.
    expect(found([lever], [clue(200)])).toEqual([
      {
        ...{ one: 'record:made-up', other: 'look_path' },
        says: `“A made-up record” goes badly with “${stepOf('look_path').name}: ${answersOf('look_path')['lever']!.name}”.`,
      },
    ]);
    expect(found([lever], [clue(2)])).toEqual([]);
    // Two hints that go as badly together as that: neither is held against the other.
    const other: Clue = { key: 'record:other', says: 'Another record', weights: { case_bent: 5000 } };
    const [one, two] = [clue(5000), other].map((each) => weighed(finder, finder.prior, each));
    const together = weighed(finder, one!, other);
    expect((massOf(one!) * massOf(two!)) / massOf(together)).toBeGreaterThan(3);
    const keys = found([lever], [clue(5000), other]).map((each) => [each.one, each.other]);
    expect(keys).toContainEqual(['record:made-up', 'look_path']);
    for (const pair of keys) expect(pair).toContain('look_path');
  });
  test('the same looked at again, and what came before a repair, contradict nothing', () => {
    const twice = looks.filter(({ step }) => step === 'needle_depth').slice(0, 2);
    expect(twice).toHaveLength(2);
    expect(found(twice)).toEqual([]);
    expect(found([{ step: 'new_needle', answer: 'same' }, { step: 'look_lever', answer: 'out' }])).toEqual([]); // prettier-ignore
  });
});

describe('what is safe to do', () => {
  const possible: Step[] = ['look_needle', 'neighbour', 'new_needle', 'new_foot'];
  test('with a fragment missing only looks', () => {
    const { open, withheld } = openSteps(possible, { answered: [], fragmentMissing: true });
    expect(open).toEqual(['look_needle']);
    expect(withheld.map(({ step }) => step)).toEqual(['neighbour', 'new_needle', 'new_foot']);
    for (const { why } of withheld)
      expect(why).toBe('A needle’s fragment is missing: find it before anything is sewn.');
  });
  test('while the needle touches, looks and the repair of that part; not after it is mended', () => {
    const bent: Given = { step: 'foot_height', answer: 'bent' };
    const touching = openSteps(possible, { answered: [bent] });
    expect(touching.open).toEqual(['look_needle', 'new_foot']);
    expect(touching.withheld.map(({ step }) => step)).toEqual(['neighbour', 'new_needle']);
    expect(openSteps(possible, { answered: [bent, { step: 'new_foot', answer: 'same' }] }).withheld).toEqual([]);
    // Another part's repair, and one before the look, mend nothing of it.
    expect(openSteps(possible, { answered: [bent, { step: 'new_needle', answer: 'same' }] }).withheld).toHaveLength(2);
    expect(openSteps(possible, { answered: [{ step: 'new_foot', answer: 'same' }, bent] }).withheld).toHaveLength(2);
    expect(openSteps(possible, { answered: [] }).open).toEqual(possible);
  }); // prettier-ignore
});
