import { mean, median } from 'simple-statistics';
import type { Letter } from './letters.ts';
import { reachOf, type Course, type Reach } from './reach.ts';

/** A foot or head this far from the line, in heights, is a descender's or a small letter's. */
const outlierFrom = 0.2;

/** Heads count so much beside feet: small letters and capitals are not level there. */
const headsBesideFeet = 0.35;

interface Off {
  feet: number;
  heads: number;
}
const together = ({ feet, heads }: Off): number => feet + headsBesideFeet * heads;

/** How uneven feet, and less strictly heads, are on a course: the mean distance from the middle one, px. */
export const unevenness = (letters: readonly Letter[], course: Course): number =>
  together(offOf(letters, course));

/** How uneven feet and heads are, each for itself, px. */
export const offOf = (letters: readonly Letter[], course: Course): Off =>
  offBy(reachesOf(letters, course), outlierFrom, around);

const reachesOf = (letters: readonly Letter[], course: Course): Reach[] =>
  letters.map((letter) => reachOf(letter, course));

/** `from`: in heights, so far off and farther is as far off; `off`: how uneven values are that are off by so much at most. */
function offBy(reaches: readonly Reach[], from: number, off: typeof around): Off {
  const most = from * median(reaches.map(({ low, high }) => low - high));
  return { feet: off(reaches.map(({ low }) => low), most), heads: off(reaches.map(({ high }) => high), most) }; // prettier-ignore
}

/** Letters this far from the others, in heights, are not on one line with them. */
const onOneLine = 0.1;
/** So much all letters count beside those that are most level. */
const allBesideMost = 0.2;

/**
 * How uneven letters are at a tilt, px: by all, of two by the feet or the heads, since one may hang as a J does or be a small one. `byMost`: by those feet
 * and heads that are most level, and less by all.
 */
export function unevennessAt(letters: readonly Letter[], angle: number, byMost: boolean): number {
  const reaches = reachesOf(letters, { is: 'straight', angle });
  const off = offBy(reaches, outlierFrom, around);
  const ofAll = letters.length === 2 ? 2 * Math.min(off.feet, off.heads) : together(off);
  return byMost ? together(offBy(reaches, onOneLine, aboutMost)) + allBesideMost * ofAll : ofAll;
}

/** So many of the values are tried: of hundreds of slices their neighbours say the same. */
const mostTried = 40;

function aboutMost(values: readonly number[], most: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  const step = Math.ceil(sorted.length / mostTried);
  let least = Infinity;
  for (let at = step >> 1; at < sorted.length; at += step) {
    let total = 0;
    for (const value of sorted) total += Math.min(most, Math.abs(value - sorted[at]!));
    least = Math.min(least, total);
  }
  return least / sorted.length;
}

/** The mean distance from the middle one, none counted as more than `most`: a descender is no tilt. */
function around(values: readonly number[], most: number): number {
  const middle = median([...values]);
  return values.reduce((sum, value) => sum + Math.min(most, Math.abs(value - middle)), 0) / values.length;
}

/** How uneven so large a share of feet, or of heads, are, px: those about the one that has most near it. */
export function offOfMost(values: readonly number[], share: number): number {
  const most = Math.ceil(share * values.length);
  const about = (one: number) => values.map((value) => Math.abs(value - one)).sort((a, b) => a - b);
  return Math.min(...values.map((one) => mean(about(one).slice(0, most))));
}
