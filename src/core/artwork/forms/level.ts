import { mean, median } from 'simple-statistics';
import type { Letter } from './letters.ts';
import { reachOf, type Course } from './reach.ts';

/** A foot or head this far from the line, in heights, is a descender's or a small letter's. */
const outlierFrom = 0.2;

/** How uneven feet, and less strictly heads, are on a course: the mean distance from the middle one, px. */
export function unevenness(letters: readonly Letter[], course: Course): number {
  const { feet, heads } = offOf(letters, course);
  return feet + 0.35 * heads;
}

/** Of two letters, of which one may hang as a J does or be a small one, either the feet or the heads are level. */
export function unevennessOfTwo(letters: readonly Letter[], course: Course): number {
  const { feet, heads } = offOf(letters, course);
  return 2 * Math.min(feet, heads);
}

/** How uneven feet and heads are, each for itself, px. */
export function offOf(letters: readonly Letter[], course: Course): { feet: number; heads: number } {
  const reaches = letters.map((letter) => reachOf(letter, course));
  const most = outlierFrom * median(reaches.map(({ low, high }) => low - high));
  return { feet: around(reaches.map(({ low }) => low), most), heads: around(reaches.map(({ high }) => high), most) }; // prettier-ignore
}

/** Letters this far from the others, in heights, are not on one line with them. */
const onOneLine = 0.1;

/** How uneven they are by those feet, and less strictly heads, that are most level: the mean distance from the one about which most are, px. */
export function unevennessOfMost(letters: readonly Letter[], course: Course): number {
  const reaches = letters.map((letter) => reachOf(letter, course));
  const most = onOneLine * median(reaches.map(({ low, high }) => low - high));
  return aboutMost(reaches.map(({ low }) => low), most) + 0.35 * aboutMost(reaches.map(({ high }) => high), most); // prettier-ignore
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

/** How uneven so large a share of the feet, and of the heads, are on a course, px: those about the one that has most near it. */
export function offOfMost(letters: readonly Letter[], course: Course, share: { feet: number; heads: number }): { feet: number; heads: number } {
  const reaches = letters.map((letter) => reachOf(letter, course));
  const off = (values: readonly number[], most: number) =>
    Math.min(...values.map((one) => mean(values.map((value) => Math.abs(value - one)).sort((a, b) => a - b).slice(0, most))));
  return {
    feet: off(reaches.map(({ low }) => low), Math.ceil(share.feet * letters.length)),
    heads: off(reaches.map(({ high }) => high), Math.ceil(share.heads * letters.length)),
  };
} // prettier-ignore
