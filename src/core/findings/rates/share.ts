import jStat from 'jstat';

const outside = 0.025;

/**
 * The exact interval that holds the share of hits 95 times in 100, each 0 to 1. Valid: `hits` of `all`, whole numbers, 0 ≤ hits ≤ all, `all` above 0.
 * Source: Clopper and Pearson, “The use of confidence or fiducial limits illustrated in the case of the binomial”, Biometrika 26, 1934.
 */
export const shareRange = (hits: number, all: number): { low: number; high: number } => ({
  low: hits === 0 ? 0 : jStat.beta.inv(outside, hits, all - hits + 1),
  high: hits === all ? 1 : jStat.beta.inv(1 - outside, hits + 1, all - hits),
});
