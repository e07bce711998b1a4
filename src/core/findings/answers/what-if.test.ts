import { describe, expect, test } from 'vitest';
import { madeNeedles } from '../../../../tools/made/workshops/learn.ts';
import { weibullFit } from '../life/weibull.ts';
import { costAt } from '../life/replace.ts';
import { whatIfAnswer } from './what-if.ts';
import { figure } from './words/words.ts';

const year = { from: '2026-01-01', to: '2026-12-31' };

describe('another rule over the same past, worked through', () => {
  // Of those not ended by trouble every other is still in.
  const lives = madeNeedles(100).map((life, index) => ({ ...life, out: life.ended || index % 2 === 0 }));
  const costs = { planned: 2.5, trouble: 20 };
  const law = weibullFit(lives.map(({ stitches, ended }) => ({ span: stitches, ended })))!;
  const ask = (change: object = {}) =>
    whatIfAnswer({ lives, costs, rule: 160_000, kept: null, ...year, ...change });

  test('the curve of costs over sixty ages, each the twentieth longer, to three times the scale', () => {
    const { chart, table, rests, steps } = ask();
    if (chart?.is !== 'costs') throw new Error('no costs');
    const ages = Array.from({ length: 60 }, (_, index) => law.scale * 0.06 * 1.06 ** index);
    expect(chart.points.map(({ age }) => age)).toEqual(ages.filter((age) => age < 3 * law.scale));
    chart.points.forEach(({ age, cost }) => expect(cost).toBe(costAt(law, costs, age)));
    const least = Math.min(...chart.points.map(({ cost }) => cost));
    expect(chart.points.find(({ age }) => age === chart.best)!.cost).toBe(least);
    expect(chart).toMatchObject({ now: 160_000, untilTrouble: costAt(law, costs, Infinity) });
    expect(table.columns).toEqual(['change at, stitches', 'minutes per 100,000 stitches']);
    expect(table.rows).toEqual(chart.points.map(({ age, cost }) => [Math.round(age), cost]));
    expect(rests).toMatch(/^100 needles, 82 ended by trouble, [\d,]+ stitches$/);
    expect(steps).toEqual([]);
  });
  test('in words: the past as it was, the rule by the law, the one now, and none', () => {
    const cost = (age: number) => figure(costAt(law, costs, age));
    expect(ask({ kept: 300_000 }).more[1]).toBe(
      `By the law that fits them, a rule at 160,000 stitches costs ${cost(160_000)} min per 100,000 stitches, the rule now (300,000) ${cost(300_000)}, and until they give trouble ${cost(Infinity)}.`,
    );
    const none = ask({ rule: null });
    expect(none.says).toMatch(
      /^Changing until they give trouble, the same stitches would have taken about \d+ changes for trouble and 0 planned ones: /,
    );
    expect(none.more[1]).toBe(
      `By the law that fits them, a rule until they give trouble costs ${cost(Infinity)} min per 100,000 stitches, and until they give trouble ${cost(Infinity)}.`,
    );
    // Only needles that are out were changed: those still in cost nothing yet.
    const planned = lives.filter(({ out, ended }) => out && !ended).length;
    expect(none.more[0]).toBe(
      `As it was: 82 for trouble and ${planned} planned, ${(82 * 20 + planned * 2.5).toLocaleString('en-GB', { maximumFractionDigits: 0 })} minutes.`,
    );
  });
  test('where trouble costs no more than a change no age is the best; with seven ends nothing is told', () => {
    expect(ask({ costs: { planned: 30, trouble: 20 } }).chart).toMatchObject({ best: null });
    const seven = lives.filter(({ ended }) => ended).slice(0, 7);
    expect(ask({ lives: [...seven, { ...seven[0]!, stitches: 0 }] })).toMatchObject({
      says: 'What another rule would have cost cannot be told yet.',
      missing: expect.stringMatching(
        /^8 needles must have ended by trouble, 7 have; at today’s pace that many will have in about \d+ weeks\.$/,
      ) as string,
      rests: expect.stringMatching(/^7 needles, 7 ended/) as string,
      ...{ more: [], chart: null, table: { columns: [], rows: [] } },
    });
  });
});
