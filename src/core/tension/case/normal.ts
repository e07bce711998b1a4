import { errorFunction } from 'simple-statistics';

/** Chance that a normal quantity lies below `x`. */
export const below = (x: number, mean: number, sd: number) =>
  sd === 0 ? Number(x >= mean) : (1 + errorFunction((x - mean) / (sd * Math.SQRT2))) / 2;

/** Chance that it lies between two bounds. */
export const chanceWithin = (from: number, to: number, mean: number, sd: number) =>
  below(to, mean, sd) - below(from, mean, sd);
