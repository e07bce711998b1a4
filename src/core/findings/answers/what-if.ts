import { costAt, perMany, type ChangeCosts } from '../life/replace.ts';
import { goodAt, weibullFit } from '../life/weibull.ts';
import type { Answer } from './words/answer.ts';
import type { NeedleAsked } from './words/needle-groups.ts';
import { leastForRule, lifeOf } from './needles.ts';
import { aboutStitches, daysOf, figure, howMany, whenThere, wholeText } from './words/words.ts';

export interface WhatIfAsked {
  lives: readonly NeedleAsked[];
  costs: ChangeCosts;
  /** The rule to try, stitches; null: until it gives trouble. */
  rule: number | null;
  kept: number | null;
  from: string;
  to: string;
}

/** What the same stitches would have taken: needles changed as planned, and for trouble. */
export interface Replayed {
  planned: number;
  troubled: number;
  minutes: number;
}

/** As it was. */
export function asItWas(lives: readonly NeedleAsked[], costs: ChangeCosts): Replayed {
  const troubled = lives.filter(({ ended }) => ended).length;
  const planned = lives.filter(({ out }) => out).length - troubled;
  return { planned, troubled, minutes: planned * costs.planned + troubled * costs.trouble };
}

/**
 * The same past with another rule. Each needle that was watched stands for itself up to the rule's age; what it sewed beyond would have been sewn by new
 * needles of the fitted law under the rule. `rule` null: until trouble; then what was taken out early stands for itself, and the rest of its life is by the law.
 */
export function replayed(
  lives: readonly NeedleAsked[],
  law: { shape: number; scale: number },
  costs: ChangeCosts,
  rule: number | null,
): Replayed {
  const age = rule ?? Infinity;
  const trouble = age === Infinity ? 1 : 1 - goodAt(law, age);
  // Of a cycle under the rule: how long it is on average follows from what it costs.
  const cycle =
    (trouble * costs.trouble + (1 - trouble) * costs.planned) / (costAt(law, costs, age) / perMany);
  let [planned, troubled] = [0, 0];
  for (const { stitches, ended } of lives) {
    if (stitches <= age && ended) troubled += 1;
    if (stitches > age) planned += 1;
    // Stitches that the needle could not have sewn, or after it was taken out early: sewn by others.
    const rest = Math.max(0, stitches - age);
    troubled += (rest / cycle) * trouble;
    planned += (rest / cycle) * (1 - trouble);
  }
  return { planned, troubled, minutes: planned * costs.planned + troubled * costs.trouble };
}

/** What another rule of needle life would have cost over the same past. */
export function whatIfAnswer({ lives, costs, rule, kept, from, to }: WhatIfAsked): Answer {
  const sewn = lives.filter(({ stitches }) => stitches > 0);
  const stitches = sewn.reduce((sum, life) => sum + life.stitches, 0);
  const ended = sewn.filter((life) => life.ended).length;
  const rests = `${howMany(sewn.length, 'needle')}, ${ended} ended by trouble, ${wholeText(stitches)} stitches`;
  const law = weibullFit(sewn.map(lifeOf));
  const empty = { more: [], rests, chart: null, steps: [], table: { columns: [], rows: [] } };
  if (!law || ended < leastForRule) {
    const when = whenThere(leastForRule - ended, ended, daysOf({ from, to }));
    return {
      ...empty,
      says: 'What another rule would have cost cannot be told yet.',
      missing: `${leastForRule} needles must have ended by trouble, ${ended} have${when ? `; at today’s pace that many will have ${when}` : ''}.`,
    };
  }
  const was = asItWas(sewn, costs);
  const past = replayed(sewn, law, costs, rule);
  const name = (age: number | null) =>
    age === null ? 'until they give trouble' : `at ${aboutStitches(age)} stitches`;
  const points = Array.from({ length: 60 }, (_, index) => {
    const age = law.scale * 0.06 * 1.06 ** index;
    return { age, cost: costAt(law, costs, age) };
  }).filter(({ age }) => age < 3 * law.scale);
  const best = points.reduce((least, point) => (point.cost < least.cost ? point : least));
  const untilTrouble = costAt(law, costs, Infinity);
  return {
    ...empty,
    says: `Changing ${name(rule)}, the same stitches would have taken about ${wholeText(past.troubled)} changes for trouble and ${wholeText(past.planned)} planned ones: ${wholeText(past.minutes)} minutes.`,
    more: [
      `As it was: ${wholeText(was.troubled)} for trouble and ${wholeText(was.planned)} planned, ${wholeText(was.minutes)} minutes.`,
      `By the law that fits them, a rule ${name(rule)} costs ${figure(costAt(law, costs, rule ?? Infinity))} min per 100,000 stitches${kept === null ? '' : `, the rule now (${aboutStitches(kept)}) ${figure(costAt(law, costs, kept))}`}, and until they give trouble ${figure(untilTrouble)}.`,
    ],
    missing: null,
    chart: { is: 'costs', points, best: best.cost < untilTrouble ? best.age : null, now: rule, untilTrouble },
    table: {
      columns: ['change at, stitches', 'minutes per 100,000 stitches'],
      rows: points.map(({ age, cost }) => [Math.round(age), cost]),
    },
  };
}
