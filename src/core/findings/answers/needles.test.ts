import { describe, expect, test } from 'vitest';
import { madeNeedles } from '../../../../tools/made/workshops/learn.ts';
import { goodAt, weibullFit } from '../life/weibull.ts';
import { costAt } from '../life/replace.ts';
import type { NeedleAsked } from './words/needle-groups.ts';
import { needlesAnswer } from './needles.ts';
import { aboutStitches, figure } from './words/words.ts';

const year = { from: '2026-01-01', to: '2026-12-31' };

describe('needles, worked through', () => {
  const costs = { planned: 2.5, trouble: 20 };
  const answer = (lives: NeedleAsked[], change: object = {}) =>
    needlesAnswer({ lives, costs, kept: null, by: 'needle', unit: 'stitches', ...year, ...change });
  const plain: NeedleAsked = { ...madeNeedles(1)[0]!, ended: false };

  test('the rule’s cost and what the rule now costs are those of the fitted law', () => {
    const lives = madeNeedles(100);
    const law = weibullFit(lives.map(({ stitches, ended }) => ({ span: stitches, ended })))!;
    const { more, steps, rests, chart } = answer(lives, { kept: 300_000 });
    const cost = figure(costAt(law, costs, 300_000));
    const bad = (100 * (1 - goodAt(law, 300_000))).toFixed(0);
    expect(more[0]).toContain(
      ` The rule now, 300,000, costs ${cost} min; by then ${bad} in 100 would have given trouble.`,
    );
    expect(more[0]).toContain(
      `, ${figure(costAt(law, costs, Infinity))} min when they run until they give trouble.`,
    );
    expect(rests).toBe('100 needles, 82 ended by trouble');
    const [step] = steps;
    if (step?.does !== 'rule' || chart?.is !== 'survival') throw new Error('no rule');
    expect(step.stitches! % 1000).toBe(0);
    expect(Math.abs(step.stitches! - chart.rule!)).toBeLessThanOrEqual(500);
    expect(step.low).toBeLessThan(chart.rule!);
    expect(step.high!).toBeGreaterThan(chart.rule!);
    expect(step.says).toBe(`Make it the rule: change at ${aboutStitches(step.stitches!)} stitches`);
    // The first point of each curve: all are good at age 0.
    expect(chart.curves.map(({ points }) => points[0])).toEqual(
      chart.curves.map(() => ({ at: 0, value: 1, low: 1, high: 1 })),
    );
  });
  test('too few troubles for half of them: how many are still good at the age to which a fifth came', () => {
    const lives = Array.from({ length: 20 }, (_, index) => ({
      ...plain,
      stitches: 10_000 * (index + 1),
      ended: index === 4 || index === 9,
    }));
    // 16 and 11 were left at the two ends: 15/16 and 10/11 of them stayed good; four of twenty came to 170,000.
    expect(answer(lives).says).toMatch(
      /^After 170,000 stitches 85 \(\d\d–\d\d\) in 100 needles are still good\.$/,
    );
    expect(answer(lives.map((life) => ({ ...life, ended: false }))).says).toBe(
      'None of the needles has given trouble, up to 170,000 stitches.',
    );
    expect(answer([{ ...plain, stitches: 5000 }]).says).toBe(
      'None of the needles has given trouble, up to 5,000 stitches.',
    );
  });
  test('seven ends make no rule, eight do; one missing is said as one', () => {
    const ends = (count: number) =>
      madeNeedles(100)
        .filter(({ ended }) => ended)
        .slice(0, count);
    expect(answer(ends(7)).missing).toMatch(/; 1 is missing, at today’s pace in about /);
    expect(answer(ends(7)).steps).toEqual([]);
    expect(answer(ends(8)).missing).toBeNull();
    expect(answer(ends(8)).steps).toHaveLength(1);
  });
  test('why none is proposed: they do not wear, or trouble costs too little', () => {
    const old = madeNeedles(100, { shape: 0.8, seed: 5 });
    expect(answer(old).more[0]).toMatch(
      /^An old needle gives no more trouble than a new one, as far as these show: running them/,
    );
    expect(answer(madeNeedles(100), { costs: { planned: 5, trouble: 5 } }).more[0]).toMatch(
      /^A planned change \(5\.0 min\) costs too much against the trouble it spares \(5\.0 min\): running/,
    );
    expect(answer(old, { kept: 100_000 }).more[0]).toContain(' The rule now, 100,000, costs ');
  });
  test('what may be no rule at all is said so', () => {
    const few = madeNeedles(14, { shape: 1.2, seed: 2 });
    const { more, steps } = answer(few);
    expect(more[0]).toMatch(/stitches \(\d+,000, or none at all, would also fit\) costs least/);
    expect(steps).toMatchObject([{ high: null }]);
  });
  test('groups: three lives and an end at least, the largest four, largest first', () => {
    const of = (needle: string, count: number, ended = true) =>
      madeNeedles(60)
        .slice(0, count)
        .map((life, index) => ({ ...life, needle, ended: ended && index === 0 }));
    const { chart } = answer([
      ...of('a', 3),
      ...of('b', 9),
      ...of('c', 5),
      ...of('d', 2),
      ...of('e', 8, false),
      ...of('f', 4),
      ...of('g', 7),
      ...of('h', 5),
    ]);
    if (chart?.is !== 'survival') throw new Error('no curves');
    expect(chart.curves.map(({ name }) => name)).toEqual(['all needles', 'b', 'g', 'c', 'h']);
  });
  test('the chance that groups are alike, to three places, or under a thousandth', () => {
    const short = (scale: number, count: number) =>
      madeNeedles(count, { scale, seed: 2 }).map((life) => ({ ...life, needle: '65/9 sharp' }));
    expect(answer([...madeNeedles(60), ...short(150_000, 60)]).more.join()).toContain('(p under 0.001)');
    expect(answer([...madeNeedles(40), ...short(290_000, 40)]).more.join()).toMatch(
      /\(p 0\.0[0-4]\d\)|no difference shows/,
    );
  });
});
