import { causeKeys, causeOf, type Cause } from '../trouble/causes.ts';
import type { Clue } from './clue.ts';
import { partKeys, type Part } from '../trouble/parts.ts';
import { stepOf, type Step } from '../trouble/steps/index.ts';
import type { AnsweredStep, TraceQuestion } from './question.ts';
import { likeliestFirst, type CauseChance } from './cause-chance.ts';
import { finderFor, minutesOf, stepsHere, usualSetting, type Setting } from './compile.ts';
import { contradictions, type Contradiction } from './contradictions.ts';
import {
  afterLooks,
  chanceOfCauses,
  posterior,
  stepsOpen,
  type Answered,
  type Belief,
  type Finder,
} from './reason/finder.ts';
import { pruned } from './reason/prune.ts';
import { rank } from './reason/policy.ts';
import { openSteps, type Withheld } from './safe.ts';
import { whyFirst, worthIn, type StepAdvice } from './worth.ts';

export interface TraceAdvice {
  /** The likeliest first. A pair counts for both of its causes. */
  causes: CauseChance[];
  parts: { part: Part; chance: number; isCleared: boolean }[];
  /** Two causes at once, where that explains it best of all. */
  pair: { causes: readonly [Cause, Cause]; chance: number } | null;
  /** The best first. */
  steps: StepAdvice[];
  withheld: Withheld[];
  /** Until it sews again. */
  expected: number;
  /** The technician is the best that can be done from here on. */
  isForTechnician: boolean;
  /** Something in the list explains what was told; where not, it is likelier something else. */
  fits: boolean;
  contradictions: Contradiction[];
  /** Why the first step comes before the second; null where there are not two. */
  whyFirst: string | null;
}

/** Below this a part counts as cleared. */
export const cleared = 0.01;
/** From here on it is likelier something that is not in the list. */
const doesNotFit = 0.3;
/** What is seen counts as explained while what is left shows so at least this often, against the cause that shows so most. */
const explained = 0.1;
/** States looked ahead with. */
const lookedAhead = 30;

/**
 * What may be wrong, and what to do next. Exact over single causes and pairs; the order of steps by looking ahead
 * (`reason/policy.ts`). Deterministic. An answer that a step does not have throws RangeError.
 */
export function adviseTrace(question: TraceQuestion): TraceAdvice {
  const { clues, answered, setting = usualSetting } = question;
  const anew = finderFor(clues, setting);
  const here = stepsHere(setting);
  const given = numbered(anew, answered);
  const belief = posterior(anew, given);
  const finder = afterLooks(anew, given);
  const causes = causeChances(finder, belief);
  const possible = stepsOpen(anew, given);
  const { open, withheld } = openSteps(
    possible.map((index) => here[index]!),
    question,
  );
  const small = pruned(finder, belief, lookedAhead);
  // What is withheld now is still looked ahead with: it comes back when the part is mended.
  const all = rank(small.finder, small.belief, possible);
  const allowed = all.flatMap((each) => {
    const step = here[each.step]!;
    return open.includes(step) ? [{ ...each, step, index: each.step }] : [];
  });
  const best = all[0]?.minutes ?? Infinity;
  const ranked = inToldOrder(allowed, best, setting);
  const worth = worthIn(finder, belief);
  const steps = ranked.map(({ step, minutes, index }): StepAdvice => ({
    step,
    minutes: minutesOf(step, setting),
    expected: minutes,
    ...worth(finder.steps[index]!),
  }));
  return {
    causes,
    parts: partChances(causes),
    pair: likelyPair(finder, belief),
    steps,
    withheld,
    expected: Math.min(best, setting.prices.technician),
    isForTechnician: steps.length === 0 || best >= setting.prices.technician,
    fits: doesFit(causes, clues),
    contradictions: contradictions(anew, clues, given, setting),
    whyFirst: whyFirst(steps),
  };
}

/** {@link TraceAdvice.causes} alone: without looking ahead. */
export function causesNow({ clues, answered, setting = usualSetting }: TraceQuestion): CauseChance[] {
  const finder = finderFor(clues, setting);
  return causeChances(finder, posterior(finder, numbered(finder, answered)));
}

/** A look that changes little of what follows costs most of its own minutes more than the best: it is not told before what does. */
const idleFrom = 0.5;

/** The steps in the order in which they are told: what decides something first; under a cover later, of like worth. */
function inToldOrder<T extends { step: Step; minutes: number }>(
  ranked: readonly T[],
  best: number,
  setting: Setting,
): T[] {
  const isIdle = ({ step, minutes }: T) =>
    stepOf(step).kind === 'look' && minutes - best > idleFrom * minutesOf(step, setting);
  const sorted = [...ranked].sort((a, b) => underCoverLater(a) - underCoverLater(b));
  return [...sorted.filter((each) => !isIdle(each)), ...sorted.filter(isIdle)];
}

/** Of like worth, what needs no cover off comes first: like is within a twentieth. Common practice; the figure is from memory. */
const underCoverLater = ({ step, minutes }: { step: Step; minutes: number }) =>
  minutes * (stepOf(step).isUnderCover ? 1.05 : 1);

/** Steps and answers by the finder's numbers. Throws RangeError for one that it does not have. */
export function numbered(finder: Finder, answered: readonly AnsweredStep[]): Answered {
  return answered.map(({ step, answer }) => {
    const index = finder.steps.findIndex(({ key }) => key === step);
    const which = finder.steps[index]?.answers.findIndex(({ key }) => key === answer) ?? -1;
    if (which < 0) throw new RangeError(`“${step}” has no answer “${answer}”.`);
    return [index, which] as const;
  });
}

const causeChances = (finder: Finder, belief: Belief): CauseChance[] =>
  likeliestFirst(chanceOfCauses(finder, belief, causeKeys.length));

/**
 * Something in the list explains it: not something else is likeliest, and the causes that are left do show as what is seen.
 * (Where all that could have caused it is cleared, the rest shares what is left, however badly it fits.)
 */
function doesFit(causes: readonly CauseChance[], clues: readonly Clue[]): boolean {
  if (causes.some(({ cause, chance }) => cause === 'other' && chance >= doesNotFit)) return false;
  const sum = causes.reduce((total, { chance }) => total + chance, 0);
  return clues
    .filter(({ key }) => key.startsWith('seen:'))
    .every(({ weights }) => {
      const most = Math.max(...Object.values(weights));
      const shows = causes.reduce((total, { cause, chance }) => total + chance * (weights[cause] ?? 1), 0);
      return shows / sum / most >= explained;
    });
}

/** Causes as shares of 1: where two at once are thought of, their chances alone add up to more. What list and drawing show. */
export function causeShares(causes: readonly CauseChance[]): CauseChance[] {
  const all = causes.reduce((sum, { chance }) => sum + chance, 0);
  return all > 0 ? causes.map((each) => ({ ...each, chance: each.chance / all })) : [...causes];
}

/** What each part of the head holds of the causes. */
export function partChances(causes: readonly CauseChance[]): TraceAdvice['parts'] {
  return partKeys.map((part) => {
    const chance = causes
      .filter(({ cause }) => causeOf(cause).part === part)
      .reduce((sum, each) => sum + each.chance, 0);
    return { part, chance: Math.min(1, chance), isCleared: chance < cleared };
  });
}

/** The likeliest pair, where it is likelier than every single cause. */
function likelyPair(finder: Finder, belief: Belief): TraceAdvice['pair'] {
  let best = 0;
  belief.forEach((weight, state) => {
    if (weight > belief[best]!) best = state;
  });
  const [a, b] = finder.states[best]!;
  return a === undefined || b === undefined
    ? null
    : { causes: [causeKeys[a]!, causeKeys[b]!], chance: belief[best]! };
}
