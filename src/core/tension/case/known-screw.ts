import { sumOf, type Row } from './rows.ts';
import { noises, plays, springs } from './spring.ts';

/**
 * What is known of a screw before its readings, as another thread or the workshop's cases taught it: for each law of the spring, slope and
 * play how many times as likely it is as with any case.
 */
export type ScrewPrior = readonly (readonly (readonly number[])[])[];

/** A table of this shape. */
const eachScrew = (of: (spring: number, slope: number, play: number) => number): number[][][] =>
  springs.map((spring, which) =>
    spring.slopes.map((_, slope) => plays.map((_, play) => of(which, slope, play))),
  );

/** Nothing is known but how cases are. */
export const usualScrew: ScrewPrior = eachScrew(() => 1);

/** The mean of several screws' tables, each with its weight above 0. */
export function meanScrew(screws: readonly { screw: ScrewPrior; weight: number }[]): ScrewPrior {
  const all = screws.reduce((sum, { weight }) => sum + weight, 0);
  return eachScrew(
    (which, slope, play) =>
      screws.reduce((sum, { screw, weight }) => sum + weight * screw[which]![slope]![play]!, 0) / all,
  );
}

/** What a case's history taught of its screw, for its history with another bobbin thread or for other cases. */
export function screwOf({ rows }: { rows: readonly (readonly Row[])[] }): ScrewPrior {
  const weights = eachScrew(() => 0);
  rows.forEach((each, which) =>
    each.forEach((row, index) => {
      const play = Math.floor(index / noises.length) % plays.length;
      const slope = Math.floor(index / (noises.length * plays.length));
      weights[which]![slope]![play]! += sumOf(row.weights);
    }),
  );
  return eachScrew((which, slope, play) => {
    const before = (springs[which]!.slopes[slope]!.chance * plays[play]!.chance) / springs.length;
    return weights[which]![slope]![play]! / before;
  });
}
