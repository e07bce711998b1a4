import { memoized } from '../base/memoize.ts';
import { causeKeys, causeOf, type Cause } from '../trouble/causes.ts';
import { parts } from '../trouble/parts.ts';
import { stepKeys, stepOf, type Step } from '../trouble/steps/index.ts';
import { afterOf } from '../trouble/steps/repairs-of.ts';
import type { LookRecord, SwapRecord } from '../trouble/steps/step.ts';
import type { Clue } from './clue.ts';
import { normal, type Belief, type Finder, type FinderStep } from './reason/finder.ts';
import { carelessly, look, possible, repair, swap, withSlips, type Sewing } from './reason/make.ts';
import { pairWeight, pairOdds } from './pair-odds.ts';

/** What things cost, in minutes of the operator with the machine standing. */
export interface Prices {
  /** The technician, with the wait. */
  technician: number;
  /** A piece that is spoiled. */
  piece: number;
  /** A fault that seemed mended and comes back. */
  comesBack: number;
}

/** From memory: the workshop's own to set. */
export const usualPrices: Prices = { technician: 90, piece: 8, comesBack: 10 };

/** How sewing a section again behaves; from memory. */
export const usualSewing: Sewing = { showsAgain: 0.85, otherStop: 0.04 };

/** Of sections sewn on the piece itself while searching, so many spoil it. From memory. */
const spoils = 0.04;

/** Of answers, so many are given without looking, or are a slip of the finger. From memory. */
const slips = 0.03;

/** What the model is made for, beside the trade's own records. */
export interface Setting {
  prices: Prices;
  /** Learnt odds and minutes; what is left out is the record's. */
  odds?: Readonly<Partial<Record<Cause, number>>>;
  minutes?: Readonly<Partial<Record<Step, number>>>;
  /** Whether the neighbour has the same needle: a wrong kind of needle is not exchanged then. null: not known. */
  neighbourHasSameNeedle: boolean | null;
  /** The machine has more than one position: something can be moved to a neighbour. */
  hasNeighbour: boolean;
}

export const usualSetting: Setting = {
  prices: usualPrices,
  neighbourHasSameNeedle: null,
  hasNeighbour: true,
};

/** Minutes of a step: learnt, or its record's. */
export const minutesOf = (step: Step, { minutes }: Pick<Setting, 'minutes'>): number =>
  minutes?.[step] ?? stepOf(step).minutes;

/** Steps of the trade's records that can be done here, in their order: a finder's steps are these. */
export const stepsHere = (setting: Setting): Step[] =>
  stepKeys.filter((step) => step !== 'neighbour' || setting.hasNeighbour);

const odds = (setting: Setting) => causeKeys.map((cause) => setting.odds?.[cause] ?? causeOf(cause).odds);

/** The search before any clue; the newest settings' are kept, as they hang on nothing else. */
const blankFinder = memoized(
  8,
  (setting: Setting): Finder => {
    const { states, prior } = possible(odds(setting), pairWeight, (a, b) =>
      pairOdds(causeKeys[a]!, causeKeys[b]!),
    );
    const { technician, comesBack } = setting.prices;
    const here = stepsHere(setting);
    const steps = here.map((step) => opening(compiled(step, states, setting), here));
    const locked = new Set([...here.keys()].filter((index) => afterOf(here[index]!).length > 0));
    return { states, prior, steps, locked, technician, comesBack };
  },
  JSON.stringify,
);

/** The search in numbers: the trade's records, with the clues as evidence. Causes are numbered as in `causeKeys`. */
export function finderFor(clues: readonly Clue[], setting: Setting = usualSetting): Finder {
  const blank = blankFinder(setting);
  const prior = clues.reduce((belief, clue) => weighed(blank, belief, clue), blank.prior);
  return { ...blank, prior: normal(prior) };
}

/** A belief with a clue: of two causes at work, each is as likely the one that the clue is from. Not brought to 1. */
export function weighed({ states }: Pick<Finder, 'states'>, belief: Belief, { weights }: Clue): Belief {
  const each = causeKeys.map((cause) => weights[cause] ?? 1);
  return belief.map((weight, index) => {
    const state = states[index]!;
    return state.length === 0
      ? weight
      : (weight * state.reduce((sum, cause) => sum + each[cause]!, 0)) / state.length;
  });
}

/** A step whose answers open what may be done after them. */
function opening(step: FinderStep, here: readonly Step[]): FinderStep {
  const answers = step.answers.map((answer) => {
    const opens = [...here.keys()].filter((index) =>
      afterOf(here[index]!).some((after) => after.look === step.key && after.answers.includes(answer.key)),
    );
    return opens.length > 0 ? { ...answer, opens } : answer;
  });
  return { ...step, answers };
}

function compiled(step: Step, states: Finder['states'], setting: Setting): FinderStep {
  const record = stepOf(step);
  const minutes = minutesOf(step, setting);
  const { prices } = setting;
  if (record.kind === 'look') {
    const canTell = (cause: number) => record.tells[causeKeys[cause]!] !== undefined;
    return carelessly(look(step, minutes, states, answersOfLook(record), canTell), slips);
  }
  const isOnPiece = record.kind === 'repair' || !record.exchanges.includes('piece');
  const cost = minutes + (isOnPiece ? spoils * prices.piece : 0);
  if (record.kind === 'swap') {
    const out = causeKeys.map((cause) => outOfTheWay(cause, record, setting));
    return withSlips(swap(step, cost, states, out, usualSewing), slips);
  }
  const mends = new Map(causeKeys.map((cause, index) => [index, record.mends[cause] ?? 0]));
  return withSlips(repair(step, cost, states, mends, usualSewing), slips);
}

/** Chance of each answer with each cause: as told, and what is left over as with any other cause. */
export function answersOfLook({ answers, tells, otherwise }: LookRecord) {
  return Object.keys(answers).map((key) => ({
    key,
    chance: causeKeys.map((cause) => {
      const told = tells[cause] ?? {};
      const left = 1 - Object.values(told).reduce((sum, each) => sum + each, 0);
      return (told[key] ?? 0) + left * (otherwise[key] ?? 0);
    }),
    mended: otherwise[key] ?? 0,
  }));
}

/** Chance that a swap takes a cause out of the way: where its part sits decides, nothing is written for each cause. */
export function outOfTheWay(
  cause: Cause,
  { exchanges }: SwapRecord,
  { neighbourHasSameNeedle }: Pick<Setting, 'neighbourHasSameNeedle'>,
): number {
  const { part, isOfKind } = causeOf(cause);
  const place = parts[part].sits;
  if (place === 'unknown') return 0.5;
  if (!exchanges.some((exchanged) => exchanged === place)) return 0;
  // The neighbour's needle is another needle, but it may be of the same kind.
  if (place === 'position' && isOfKind)
    return neighbourHasSameNeedle === null ? 0.5 : neighbourHasSameNeedle ? 0 : 1;
  return 1;
}
