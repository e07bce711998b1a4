import { turnText } from '../../gauge/turn-words.ts';
import { middleOf, type Band } from '../targets.ts';
import { afterTurn, cellsOf, type After } from './belief/after-turn.ts';
import { uncalibrated, type Calibration } from './calibration.ts';
import { valueOfAnotherPull } from './value-of-information.ts';
import { rangeText } from './chance-words.ts';
import { isDoubted, type CaseBelief, type Foretold } from './belief/screw.ts';

/** What to do at the case next. */
export interface TurnAdvice {
  /** Turn the screw, leave it, or pull once more because what is known is not enough. */
  is: 'turn' | 'leave' | 'again';
  /** Eighths of a turn to the right (left below 0), down to half of one; 0 where the screw is not turned. */
  eighths: number;
  /** Grams expected afterwards, and how far they may be off. */
  grams: number;
  spread: number;
  /** Chance that the case is in the band then, with the hand's error and all that is not known, as it is said. */
  chance: number;
  /** The same as it is believed, before how such chances came out here is regarded. */
  believed: number;
  why: string;
}

/** What is kept with an advised turn once it is made. */
export const predictionOf = (
  { believed, chance }: Pick<TurnAdvice, 'believed' | 'chance'>,
  { from, to }: Band,
): Foretold => ({ believed, said: chance, from, to });

/** Steps a hand can do, in eighths: a sixteenth is the least. */
const steps = [0.5, 1, 1.5, 2, 3, 4] as const;
/** A quarter turn at most at once, but for a case that is far off (common practice, no published source). */
const quarter = 2;
/** So far off it is where more than a quarter goes right past the band no oftener than this: a reading follows, and turns back what went too far. From memory. */
const mayGoPast = 0.3;
/** "Leave it" is said from this chance on. */
export const sure = 0.92;
/** A turn must make it likelier by this much. */
const worthTurning = 0.04;
/** So near that a turn lands in the band this often, it is only turned by two readings. From memory. */
const near = 0.2;
const twice = 2;
/** Another pull before a turn must make what comes of the turn likelier by this much, and there are no more of them in a row. From memory. */
const worthPulling = 0.02;
const enoughToTurn = 5;
/** More readings in a row than this tell nothing new. */
const enoughReadings = 8;

/**
 * The next turn towards the band: of those a hand can do, the one that lands in it most often, given the hand; while none is
 * likely, the one that brings the next within reach. A quarter turn at most at once (common practice, no published source),
 * up to half a turn where the case is so far off that it seldom goes past. The screw is left alone from a chance of nine
 * in ten on; while that is not reached and no turn makes it likelier, and where the last reading may have been a slip, it is
 * pulled once more. `said`: how chances of turns are said, by how they came out here.
 */
export function nextTurn(belief: CaseBelief, band: Band, said: Calibration = uncalibrated): TurnAdvice {
  const cells = cellsOf(belief);
  const stay = afterTurn(cells, 0, belief.last, band);
  const again = (why: string): TurnAdvice => ({ ...told(stay), is: 'again', why });
  const leave = (why: string): TurnAdvice => ({ ...told(stay), is: 'leave', why });
  if (isDoubted(belief)) return again(doesNotFit(belief));
  if (stay.chance >= sure)
    return leave(`It is in the band ${inHundred(stay.chance)}: leave the screw alone.`);
  const options = [-1, 1]
    .flatMap((way) => steps.map((step) => afterTurn(cells, way * step, belief.last, band)))
    .filter(({ eighths, past }) => Math.abs(eighths) <= quarter || past < mayGoPast);
  const best = options.reduce((option, other) => (other.worth > option.worth + 1e-9 ? other : option));
  if (best.worth > stay.worth + worthTurning) {
    if (belief.readings < twice && best.chance > near)
      return again('Near the band one pull is too little to turn by: pull once more.');
    const turns = [stay, ...options].map(({ eighths }) => eighths);
    if (belief.readings < enoughToTurn && valueOfAnotherPull(belief, turns, band) > worthPulling)
      return again('What was read so far leaves open how far to turn: pull once more.');
    const turn = { ...told(best), chance: said(best.chance) };
    return { ...turn, is: 'turn', why: whyTurn(turn, belief, band) };
  }
  if (belief.readings >= enoughReadings)
    return leave(
      `No turn that a hand can do makes it likelier than it is: in the band ${rangeText(stay.chance)}.`,
    );
  return again(
    `In the band ${rangeText(stay.chance)}: too little to leave it, and no turn makes it likelier. Pull once more.`,
  );
}

const told = ({ eighths, grams, spread, chance }: After) => ({
  ...{ eighths, grams, spread, chance },
  believed: chance,
});

/** "in 93 of 100". */
const inHundred = (chance: number) => `in ${Math.floor(chance * 100)} of 100`;

function doesNotFit({ read, grams }: CaseBelief): string {
  return Math.abs(Math.log(read! / grams)) > 0.1
    ? `${read!.toFixed(1)} g does not fit what it read before, about ${grams.toFixed(1)} g. Is the same bobbin thread in it? Pull once more.`
    : `${read!.toFixed(1)} g does not quite fit what it read before. Pull once more.`;
}

/** Farther off than this it is no fine tuning any more, part of the middle of the band. From memory. */
const farOff = 0.6;

function whyTurn(
  { eighths, chance }: Pick<After, 'eighths' | 'chance'>,
  { turns, slope, slopeSd, grams }: CaseBelief,
  band: Band,
): string {
  const answer = `${Math.round(slope)} g a turn, give or take ${Math.round(slopeSd)}`;
  const known =
    turns === 0
      ? `Cases at this tension usually answer by about ${answer}.`
      : `This case answers by about ${answer} (${turns} ${turns === 1 ? 'turn' : 'turns'} logged).`;
  if (Math.abs(Math.log(grams / middleOf(band))) > farOff && chance < 0.5)
    return `${known} ${grams.toFixed(0)} g is no fine tuning any more: ${turnText(eighths)} now, then a reading, then the rest.`;
  if (Math.abs(eighths) === quarter && chance < 0.5)
    return `${known} More than ${turnText(eighths)} at once is too much: measure again after it.`;
  return known;
}
