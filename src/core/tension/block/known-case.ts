import { chanceIn } from '../case/belief/after-turn.ts';
import { chanceWithin } from '../case/belief/normal.ts';
import { isDoubted, type CaseBelief } from '../case/belief/screw.ts';
import { tolerableTo, type Band } from '../targets.ts';

/** What is known of the case that sewed a block. */
export interface KnownCase {
  /** At the case gauge. */
  grams: number;
  /** Chance that it makes no block wrong: within the band, on the tight side and tolerable, or a hair beside. */
  rightChance: number;
  /** What the workshop calls right. */
  band: Band;
}

/** So near the band's ends a case makes no block wrong, g. From memory. */
const near = 2;
const harmless = (band: Band): Band => ({ from: band.from - near, to: tolerableTo(band) + near });

/** A case as its readings have it; null where nothing is read, or the last reading may be a slip. */
export const knownBy = (belief: CaseBelief | null, band: Band): KnownCase | null =>
  belief && !isDoubted(belief)
    ? {
        grams: belief.grams,
        rightChance: chanceIn(belief, harmless(band)),
        band,
      }
    : null;

/** A case as one reading has it, grams and one standard deviation. */
export function readAs({ grams, spread }: { grams: number; spread: number }, band: Band): KnownCase {
  const { from, to } = harmless(band);
  return { grams, rightChance: chanceWithin(from, to, grams, spread), band };
}

/** How a case stands against its band, as far as that is known. */
export type Standing = 'right' | 'loose' | 'tight' | 'unknown';

/** From this chance on it is known. From memory. */
const known = 0.8;

export function standingOf({ grams, rightChance, band }: KnownCase): Standing {
  if (rightChance > known) return 'right';
  if (rightChance > 1 - known) return 'unknown';
  return grams < band.from ? 'loose' : 'tight';
}
