import { errorFunction } from 'simple-statistics';

/** Chance that a normal quantity lies below `x`. */
export const below = (x: number, mean: number, sd: number) =>
  sd === 0 ? Number(x >= mean) : (1 + errorFunction((x - mean) / (sd * Math.SQRT2))) / 2;

/** Its density at `x`; `sd` above 0. */
export const density = (x: number, mean: number, sd: number) =>
  Math.exp(-(((x - mean) / sd) ** 2) / 2) / (sd * Math.sqrt(2 * Math.PI));

/** Chance that it lies between two bounds. */
export const chanceWithin = (from: number, to: number, mean: number, sd: number) =>
  below(to, mean, sd) - below(from, mean, sd);
