import { goldenMost } from '../search.ts';
import { goodAt, weibullWithShape, type Weibull, type WeibullFit } from './weibull.ts';
import type { Life } from './lives.ts';

/** What changing needles costs, minutes (spoiled pieces counted as the minutes they are worth). */
export interface ChangeCosts {
  /** A change at a good moment. */
  planned: number;
  /** Trouble: the search, the change in the middle of a piece, and what was spoiled. */
  trouble: number;
}

/** The rule that costs least. */
export interface AgeRule {
  /** Change at this age, in the lives' unit; null: run it until it gives trouble. */
  age: number | null;
  /** What the lives allow: a rule as low, and as high (null: none at all). */
  low: number;
  high: number | null;
  /** Minutes per 100,000 of the lives' unit by this rule, and without a rule. */
  cost: number;
  untilTrouble: number;
}

/** Costs are told for so many stitches. */
export const perMany = 100_000;
/** Ages that are tried, in parts of the law's scale. */
const tried = { from: 0.01, to: 6 } as const;
/** A rule must save this part of the minutes to be worth keeping an eye on ages. From memory. */
const worthIt = 0.02;

/**
 * Minutes per 100,000 of the lives' unit when needles are changed at an age, or at trouble before it: what a cycle costs over how long it lasts.
 * Valid: age above 0 (Infinity: at trouble only). Source: Barlow and Hunter, “Optimum preventive maintenance policies”, Operations Research 8, 1960.
 */
export function costAt(law: Pick<Weibull, 'shape' | 'scale'>, costs: ChangeCosts, age: number): number {
  const good = age === Infinity ? 0 : goodAt(law, age);
  return ((costs.planned * good + costs.trouble * (1 - good)) / meanTo(law, age)) * perMany;
}

/** How long a needle lasts on average when it is taken out at an age at the latest. */
function meanTo({ shape, scale }: Pick<Weibull, 'shape' | 'scale'>, age: number): number {
  // Beyond this part of the scale hardly any is left.
  const end = Math.min(age / scale, 40 ** (1 / shape));
  // In w with t = w², so that a law that falls at once at 0 is smooth; Simpson's rule.
  const steps = 400;
  const of = (w: number) => 2 * w * Math.exp(-(w ** (2 * shape)));
  const width = Math.sqrt(end) / steps;
  let sum = of(0) + of(Math.sqrt(end));
  for (let step = 1; step < steps; step++) sum += (step % 2 === 1 ? 4 : 2) * of(step * width);
  return (scale * sum * width) / 3;
}

/** The age that costs least with a law; null where no age costs noticeably less than waiting for trouble. */
export function bestAge(law: Pick<Weibull, 'shape' | 'scale'>, costs: ChangeCosts): number | null {
  if (law.shape <= 1 || costs.trouble <= costs.planned) return null;
  const at = (log: number) => law.scale * Math.exp(log);
  const age = at(
    goldenMost((log) => -costAt(law, costs, at(log)), Math.log(tried.from), Math.log(tried.to), 1e-7),
  );
  return costAt(law, costs, age) < (1 - worthIt) * costAt(law, costs, Infinity) ? age : null;
}

/**
 * The rule that costs least by the fitted law, with what the lives allow it to be: the rules of the laws at both ends of the shape's interval. Where
 * the hazard does not rise for sure, the upper end is "until it gives trouble". Valid: minutes above 0.
 */
export function ageRule(fit: WeibullFit, lives: readonly Life[], costs: ChangeCosts): AgeRule {
  const age = bestAge(fit, costs);
  const untilTrouble = costAt(fit, costs, Infinity);
  const ends = [fit.shapeRange.low, fit.shapeRange.high].map((shape) =>
    shape > 0 && Number.isFinite(shape) ? bestAge(weibullWithShape(lives, shape), costs) : null,
  );
  const ages = [...ends, age].filter((each) => each !== null);
  return {
    age,
    low: ages.length > 0 ? Math.min(...ages) : fit.scale,
    high: ends.every((each) => each !== null) && age !== null ? Math.max(...ages) : null,
    cost: age === null ? untilTrouble : costAt(fit, costs, age),
    untilTrouble,
  };
}
