import { causeKeys, causeOf, type Cause } from '../../trouble/causes.ts';
import { parts } from '../../trouble/parts.ts';
import type { Location } from '../../trouble/locations.ts';
import type { Clue } from '../clue.ts';

/** No evidence of the ledger weighs more than this, either way: what was booked may be booked wrongly. From memory. */
const most = 200;

/** A weight that no single piece of evidence exceeds. */
export const bounded = (weight: number) => Math.min(most, Math.max(1 / most, weight));

/**
 * Chance of `hits` of `all`, to a common factor, where each hits with odds `times` as high as `share` says:
 * p = t·s / (t·s + 1 − s). Averaged over several `times`, as how much likelier is not known.
 */
export function hitsOf(hits: number, all: number, share: number, times: readonly number[]): number {
  const logs = times.map((each) => {
    const p = (each * share) / (each * share + 1 - share);
    return hits * Math.log(p) + (all - hits) * Math.log(1 - p);
  });
  // Against the even one: what is left is the ratio, which does not underflow.
  const even = hits * Math.log(share) + (all - hits) * Math.log(1 - share);
  return logs.reduce((sum, log) => sum + Math.exp(Math.min(30, log - even)), 0) / logs.length;
}

/** How many times likelier a position breaks that has a fault of its own. From memory. */
export const ownTimes = [3, 8, 20];
/** Positions that share their fault still break unevenly: fast ones, dense ones. From memory. */
export const evenTimes = [0.6, 1, 1.6];

/** How many times likelier the one is than the other, bounded. */
export const against = (one: number, other: number) => bounded(one / other);

/** A weight for every cause by where its part sits. */
export function bySits(weight: (place: Location, cause: Cause) => number): Clue['weights'] {
  return Object.fromEntries(
    causeKeys.map((cause) => [cause, weight(parts[causeOf(cause).part].sits, cause)]),
  );
}
