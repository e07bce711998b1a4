import { turnText } from '../../gauge/turn-words.ts';
import { chanceWithin } from './normal.ts';
import { gaugeSpread } from './scale.ts';
import { middleOf, type Band } from '../targets.ts';

/** A case's history with one bobbin thread, oldest first: grams that were read, turns of the screw (right above 0). */
export type CaseStep = { is: 'reading'; grams: number } | { is: 'turn'; turns: number };

/** What is believed of a case and its screw: both normal, and bound to each other. */
export interface CaseBelief {
  /** Grams now, and how the case answers, grams per turn to the right; each with its standard deviation. */
  grams: number;
  gramsSd: number;
  slope: number;
  slopeSd: number;
  /** Their covariance. */
  bound: number;
  /** Turns it was learnt from, and which way the last one went: 1 right, −1 left, 0 none. */
  turns: number;
  last: number;
}

/**
 * Half a turn took 50 g to 22 g, an eighth back gave 30 g, and on another thread half a turn took 16 g to 29.5 g:
 * 56, 64 and 27 g a turn. Common practice, no published source; how far cases differ is from memory.
 */
export const slopePrior = { mean: 50, sd: 25 } as const;

/** Play of the screw that is lost when it turns back, turns: from memory. */
const backlash = 0.02;
/** No screw answers by less, g a turn: from memory. */
const leastSlope = 5;

/**
 * Follows a case through its history. Grams g and slope s are jointly normal; a turn x moves g by s·x, a reading tells
 * g with the gauge's noise: conjugate at every step, so this is the exact posterior (Kalman 1960). A case whose first
 * step is a turn is not known before its first reading. Null without a reading. Source: Gelman et al., Bayesian Data
 * Analysis, normal model with known variance.
 */
export function followCase(
  steps: readonly CaseStep[],
  noise = gaugeSpread,
  prior = slopePrior,
): CaseBelief | null {
  let belief: CaseBelief | null = null;
  let last = 0;
  for (const step of steps) {
    if (step.is === 'turn') {
      const turned = effective(step.turns, last);
      if (step.turns !== 0) last = Math.sign(step.turns);
      if (belief)
        belief = { ...afterTurn(belief, turned), turns: belief.turns + Number(step.turns !== 0), last };
    } else if (belief) belief = afterReading(belief, step.grams, noise);
    else
      belief = {
        grams: step.grams,
        gramsSd: noise,
        slope: prior.mean,
        slopeSd: prior.sd,
        bound: 0,
        turns: 0,
        last,
      };
  }
  return belief;
}

function afterTurn(belief: CaseBelief, turns: number): CaseBelief {
  const { grams, gramsSd, slope, slopeSd, bound } = belief;
  return {
    ...belief,
    grams: grams + slope * turns,
    gramsSd: Math.sqrt(gramsSd ** 2 + 2 * turns * bound + (turns * slopeSd) ** 2),
    bound: bound + turns * slopeSd ** 2,
  };
}

function afterReading(belief: CaseBelief, grams: number, noise: number): CaseBelief {
  const { gramsSd, slopeSd, bound } = belief;
  const variance = gramsSd ** 2 + noise ** 2;
  const surprise = grams - belief.grams;
  return {
    ...belief,
    grams: belief.grams + (gramsSd ** 2 / variance) * surprise,
    gramsSd: Math.sqrt((gramsSd ** 2 * noise ** 2) / variance),
    slope: Math.max(leastSlope, belief.slope + (bound / variance) * surprise),
    slopeSd: Math.sqrt(Math.max(1, slopeSd ** 2 - bound ** 2 / variance)),
    bound: bound * (noise ** 2 / variance),
  };
}

/** Turns that move the spring: a turn back first takes up the play. */
function effective(turns: number, last: number): number {
  return last !== 0 && Math.sign(turns) === -last
    ? Math.sign(turns) * Math.max(0, Math.abs(turns) - backlash)
    : turns;
}

/** The next turn: right is tighter. */
export interface TurnAdvice {
  /** Eighths of a turn to the right (left below 0), down to a quarter of one; 0: leave the screw alone. */
  eighths: number;
  /** Grams expected afterwards, and how far they may be off. */
  grams: number;
  spread: number;
  /** Chance that the case is in the band then. */
  chance: number;
  why: string;
}

/** Steps a hand can do, in eighths: a quarter of an eighth is a hair. */
const steps = [0.25, 0.5, 0.75, 1, 1.5, 2, 3, 4] as const;
/** At most a quarter turn at once, until the case has shown that it answers little. */
const mostUnknown = 2;
/** A turn must make it likelier by this much that the case is in the band: else the screw is left alone. */
const worthTurning = 0.02;

/**
 * The next turn towards the band, in eighths of a turn: of those a hand can do, the one most likely to land in the band;
 * when none is likely, the one that comes nearest its middle. A quarter turn at most at once (common practice, no
 * published source), half a turn once a logged turn has shown that the case answers little (below 45 g a turn; from
 * memory). When the case is as likely in the band as any turn could make it, the screw is left alone.
 */
export function nextTurn(belief: CaseBelief, band: Band): TurnAdvice {
  const middle = middleOf(band);
  const after = (eighths: number) => {
    const { grams, gramsSd } = afterTurn(belief, effective(eighths / 8, belief.last));
    return { eighths, grams, spread: gramsSd, chance: chanceWithin(band.from, band.to, grams, gramsSd) };
  };
  const stay = after(0);
  const flat = belief.turns >= 1 && belief.slope + belief.slopeSd < 45;
  const most = flat ? 4 : mostUnknown;
  const way = Math.sign(middle - belief.grams) || 1;
  const options = steps.filter((step) => step <= most).map((step) => after(way * step));
  const likeliest = options.reduce((option, other) => (other.chance > option.chance + 1e-9 ? other : option));
  if (stay.chance > 0.3 && stay.chance >= likeliest.chance - worthTurning)
    return { ...stay, why: 'It is most likely in the band as it is: leave the screw alone.' };
  const nearest = options.reduce((option, other) =>
    Math.abs(other.grams - middle) < Math.abs(option.grams - middle) ? other : option,
  );
  const best = likeliest.chance >= 0.15 ? likeliest : nearest;
  return {
    ...best,
    why: whyTurn(best.eighths, belief, Math.abs(best.eighths) === most && best.chance < 0.5),
  };
}

function whyTurn(eighths: number, belief: CaseBelief, isCapped: boolean): string {
  const slope = `${Math.round(belief.slope)} g a turn, give or take ${Math.round(belief.slopeSd)}`;
  const known =
    belief.turns === 0
      ? `Cases usually answer by about ${slope}.`
      : `This case with this bobbin thread answers by ${slope} (${belief.turns} ${belief.turns === 1 ? 'turn' : 'turns'} logged).`;
  return isCapped
    ? `${known} More than ${turnText(eighths)} at once is too much: measure again after it.`
    : known;
}
