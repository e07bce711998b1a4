import { chanceWithin, density } from '../case/belief/normal.ts';
import { aimOf, type Band } from '../targets.ts';

/** What explains a test block: a shift that all positions have in common (the case), and single positions (their knobs). */
export interface Explanation {
  /** Chance that the case is off. */
  caseChance: number;
  /** The shift that the case makes where it is off, a change of share: above 0 too much bobbin. */
  shift: number;
  /** For each position the chance that its knob is off, as the case is then taken to be. */
  knobs: number[];
}

/** How likely any one knob is off before the block is seen. From memory. */
const knobOff = 0.1;
/** How far a case or a knob that is off shifts the share, one standard deviation. From memory. */
const reach = 0.16;

/** Shifts that are thought of. */
const grid = { most: 0.6, step: 0.005 } as const;
/** Shifts that are one explanation. */
const near = 0.08;

/**
 * A mixture, exact on a grid of common shifts: every position is sound (its share, less the shift, lies somewhere in the band)
 * or has its own knob off; the case is off or not. Each share is known only to its own spread. Shares from 0 to 1;
 * `caseOff`: how likely the case is off before the block is seen.
 * Source: finite mixtures with a common location, McLachlan and Peel, Finite Mixture Models, 2000.
 */
export function explain(
  shares: readonly { share: number; spread: number }[],
  band: Band,
  caseOff: number,
): Explanation {
  const width = band.to - band.from;
  const middle = aimOf(band);
  const sound = (share: number, spread: number) => chanceWithin(band.from, band.to, share, spread) / width;
  const off = (share: number, spread: number) => density(share, middle, Math.hypot(reach, spread));
  const at = (shift: number) => {
    const odds = shares.map(({ share, spread }) => {
      const [fine, wrong] = [
        (1 - knobOff) * sound(share - shift, spread),
        knobOff * off(share - shift, spread),
      ];
      return { all: Math.log(fine + wrong), wrong: wrong / (fine + wrong) };
    });
    return { log: odds.reduce((sum, { all }) => sum + all, 0), knobs: odds.map(({ wrong }) => wrong) };
  };
  const still = at(0);
  const count = Math.round(grid.most / grid.step);
  const moved = Array.from({ length: 2 * count + 1 }, (_, index) => {
    const shift = (index - count) * grid.step;
    return { shift, prior: grid.step * density(shift, 0, reach), ...at(shift) };
  });
  const top = Math.max(still.log, ...moved.map(({ log }) => log));
  const weights = moved.map(({ prior, log }) => prior * Math.exp(log - top));
  const all = weights.reduce((sum, weight) => sum + weight, 0);
  const isOff = caseOff * all;
  const isStill = (1 - caseOff) * Math.exp(still.log - top);
  const caseChance = isOff / (isOff + isStill);
  // About the likeliest shift: what lies far from it is another explanation, and no mean of both is one.
  const likeliest = moved[weights.indexOf(Math.max(...weights))]!.shift;
  const isNear = (each: (typeof moved)[number]) => Math.abs(each.shift - likeliest) <= near;
  const nearby = weights.reduce((sum, weight, index) => sum + (isNear(moved[index]!) ? weight : 0), 0);
  const mean = (of: (each: (typeof moved)[number]) => number) =>
    moved.reduce((sum, each, index) => sum + (isNear(each) ? weights[index]! * of(each) : 0), 0) / nearby;
  const shift = mean((each) => each.shift);
  return {
    caseChance,
    shift,
    knobs:
      caseChance > 0.5 ? shares.map((_, position) => mean((each) => each.knobs[position]!)) : still.knobs,
  };
}
