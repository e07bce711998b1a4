import { usualHands } from '../hands.ts';
import { aimOf, tolerableTo, zoneOf, zones, type Band } from '../targets.ts';
import { afterTurn, cellsOf, type After } from './belief/after-turn.ts';
import { uncalibrated, type Calibration } from './calibration.ts';
import { valueOfAnotherPull } from './value-of-information.ts';
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

/** Steps a hand can do, in eighths: a sixteenth is the least, half a turn the most at once (common practice, no published source). */
const steps = [0.5, 1, 1.5, 2, 3, 4] as const;
const choices = [0, ...steps.map((step) => -step), ...steps];
/** How many times too much or too little, as a logarithm, a case is off that is turned boldly: about half a turn from 15 to 17 g and from 50 g (common practice, no published source). */
const farOff = 0.4;
/** So many readings in a row are enough: after them it is turned or left, but for one that may be a slip. */
const enoughReadings = 2;

/**
 * What costs the fewest seconds of the hands, with what it costs to leave the case as it is ({@link costOfLeaving}): leave it, turn it by one of the steps that a hand can
 * do, or pull once more where that saves more than the pull takes. It is never asked for a third pull in a row but where the last reading may have been a slip.
 * `said`: how chances of turns are said, by how they came out here.
 */
export function nextTurn(belief: CaseBelief, band: Band, said: Calibration = uncalibrated): TurnAdvice {
  const cells = cellsOf(belief);
  const [stay, ...turns] = choices.map((eighths) => afterTurn(cells, { ...belief, eighths, band }));
  const again = (why: string): TurnAdvice => ({ ...told(stay!), is: 'again', why });
  if (isDoubted(belief)) return again(doesNotFit(belief));
  const cheapest = turns.reduce((option, other) => (other.cost < option.cost - 1e-9 ? other : option), stay!);
  const isFar = cheapest !== stay && Math.abs(Math.log(belief.grams / aimOf(band))) > farOff;
  // What lies in the band is never turned, however it came there.
  const isRight = belief.grams >= band.from && belief.grams <= band.to;
  const best = isRight ? stay! : isFar ? boldest(turns, cheapest) : cheapest;
  if (belief.readings < enoughReadings && valueOfAnotherPull(belief, choices, band) > usualHands.pull)
    return again(
      best === stay
        ? `${gramsText(belief.grams)} is at the edge of what is right: one more pull tells.`
        : `One more pull tells better how far to turn.`,
    );
  if (best === stay) return { ...told(stay), is: 'leave', why: whyLeave(belief, band) };
  const turn = { ...told(best), chance: said(best.chance) };
  return { ...turn, is: 'turn', why: whyTurn(turn, belief) };
}

/** The largest turn the same way that costs no more than a pull beyond the cheapest. */
const boldest = (turns: readonly After[], cheapest: After): After =>
  turns
    .filter(({ eighths, cost }) => eighths * cheapest.eighths > 0 && cost < cheapest.cost + usualHands.pull)
    .reduce((bold, other) => (Math.abs(other.eighths) > Math.abs(bold.eighths) ? other : bold));

const told = ({ eighths, grams, spread, chance }: After) => ({
  ...{ eighths, grams, spread, chance },
  believed: chance,
});

const gramsText = (grams: number) => `${grams.toFixed(0)} g`;

function whyLeave({ grams }: CaseBelief, band: Band): string {
  const { is } = zones[zoneOf(Math.round(grams), band)];
  if (is === 'right') return `Between ${band.from} and ${band.to} g: right. On with the work.`;
  if (is === 'loose') return `Hardly below ${band.from} g: less than a turn can mend.`;
  return grams > tolerableTo(band)
    ? `Hardly above ${tolerableTo(band)} g: turn only if the block shows too little bobbin.`
    : `A little above ${band.to} g, still fine: turn only if the block shows too little bobbin.`;
}

function doesNotFit({ read, grams }: CaseBelief): string {
  return Math.abs(Math.log(read! / grams)) > 0.1
    ? `${read!.toFixed(1)} g does not fit what it read before, about ${grams.toFixed(1)} g. Is the same bobbin thread in it? Pull once more.`
    : `${read!.toFixed(1)} g does not quite fit what it read before. Pull once more.`;
}

/** Farther off than this another turn is likely to follow. */
const likelyLands = 0.5;

function whyTurn({ chance }: Pick<After, 'chance'>, { turns, slope, slopeSd }: CaseBelief): string {
  const answer = `${Math.round(slope)} g a turn, give or take ${Math.round(slopeSd)}`;
  const known =
    turns === 0
      ? `Cases at this tension usually answer by about ${answer}.`
      : `This case answers by about ${answer} (${turns} ${turns === 1 ? 'turn' : 'turns'} logged).`;
  return chance < likelyLands ? `Then read again: it may need another turn. ${known}` : known;
}
