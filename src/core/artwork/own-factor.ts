import { mean, sum } from 'simple-statistics';

/** A design of which both are known: what was estimated from its picture, and what its file really has. Stitches. */
export interface EstimateAndCount {
  estimated: number;
  counted: number;
}

/** What a workshop's own files are to an estimate, with the range in which nine of ten designs are likely to lie. */
export interface OwnFactor {
  factor: number;
  low: number;
  high: number;
  /** Designs that it rests on. */
  designs: number;
}

/** Before anything is known: designs differ from an estimate by about so much (a standard deviation of logarithms). From memory. */
const spreadBefore = 0.15;
/** That guess of the spread counts as much as so many designs. */
const designsBefore = 4;
/** Another design than the one read: its counts teach nothing. */
const mostTimes = 4;
/** Of the normal distribution: nine of ten lie within so many standard deviations. */
const ninetyPercent = 1.645;

/**
 * The workshop's own factor, learnt from designs whose true counts became known: the mean of the logarithms, drawn to 1 as if by one
 * design more that was just as estimated; the range is of the next design. Valid: counts > 0; others, and those more than four
 * times off, are left out.
 */
export function ownFactor(designs: readonly EstimateAndCount[]): OwnFactor {
  const logs = designs
    .map(({ estimated, counted }) => Math.log(counted / estimated))
    .filter((log) => Math.abs(log) <= Math.log(mostTimes));
  const known = logs.length;
  const middle = known === 0 ? 0 : (mean(logs) * known) / (known + 1);
  const around = sum(logs.map((log) => (log - middle) ** 2));
  const variance = (around + designsBefore * spreadBefore ** 2) / (known + designsBefore);
  const reach = ninetyPercent * Math.sqrt(variance * (1 + 1 / (known + 1)));
  return {
    factor: Math.exp(middle),
    low: Math.exp(middle - reach),
    high: Math.exp(middle + reach),
    designs: known,
  };
}
