import { byScrew, sumOf, type Row } from './rows.ts';
import { noises, plays, springs } from './spring.ts';

/** What is known of a case before its readings, as another thread or the workshop's cases taught it, each as how many times as likely it is as with any case. */
export interface ScrewPrior {
  /** For each law of the spring, slope and play. */
  screws: readonly (readonly (readonly number[])[])[];
  /** For each noise of the gauge. */
  noises: readonly number[];
}

/** A table of screws. */
const eachScrew = (of: (spring: number, slope: number, play: number) => number): number[][][] =>
  springs.map((spring, which) =>
    spring.slopes.map((_, slope) => plays.map((_, play) => of(which, slope, play))),
  );

/** Nothing is known but how cases are. */
export const usualScrew: ScrewPrior = { screws: eachScrew(() => 1), noises: noises.map(() => 1) };

/** The mean of what is known of several, each with its weight above 0. */
export function meanScrew(known: readonly { screw: ScrewPrior; weight: number }[]): ScrewPrior {
  const all = known.reduce((sum, { weight }) => sum + weight, 0);
  const mean = (of: (screw: ScrewPrior) => number) =>
    known.reduce((sum, { screw, weight }) => sum + weight * of(screw), 0) / all;
  return {
    screws: eachScrew((which, slope, play) => mean(({ screws }) => screws[which]![slope]![play]!)),
    noises: noises.map((_, noise) => mean((screw) => screw.noises[noise]!)),
  };
}

/** What a case's history taught of its screw and of the gauge, for its history with another bobbin thread or for other cases. */
export function screwOf({ rows }: { rows: readonly (readonly Row[])[] }): ScrewPrior {
  const weights = eachScrew(() => 0);
  const ofNoise = noises.map(() => 0);
  rows.forEach((each, which) =>
    byScrew(each).forEach((screw, index) => {
      const play = index % plays.length;
      const slope = Math.floor(index / plays.length);
      screw.forEach((row, noise) => {
        const weight = sumOf(row.weights);
        weights[which]![slope]![play]! += weight;
        ofNoise[noise]! += weight;
      });
    }),
  );
  return {
    screws: eachScrew((which, slope, play) => {
      const before = (springs[which]!.slopes[slope]!.chance * plays[play]!.chance) / springs.length;
      return weights[which]![slope]![play]! / before;
    }),
    noises: noises.map(({ chance }, noise) => ofNoise[noise]! / chance),
  };
}
