import { widthOf, type Letter } from './letters.ts';
import { leanOf, type Course } from './reach.ts';

/** Tips rise over a flat head by such a share of a letter's height; what rises farther is two stems, as of a U; what varies more is round. */
const risen = { from: 0.015, to: 0.073 } as const;
const flatWithin = 0.025;

/**
 * How far the ends of a flat head rise over its middle, working px; 0 where they do not: in old faces the arms of a T and the one of an E, F or Z are turned up
 * beyond the height of an H. `high`: the letter's height.
 */
export function tipsOf(letter: Letter, course: Course, high: number): number {
  if (letter.isSlice || widthOf(letter) < leastWide * high) return 0;
  const angle = leanOf(letter, course);
  const heads = headsOf(letter, angle);
  const third = Math.floor(heads.length / 3);
  const middle = heads.slice(third, heads.length - third).sort((a, b) => a - b);
  const flat = middle[middle.length >> 1]!;
  const isFlat = middle.at(-1)! - middle[0]! < flatWithin * high + uneven(angle);
  const over = flat - Math.min(...heads);
  return isFlat && over > risen.from * high + uneven(angle) && over < risen.to * high ? over : 0;
}

/** How far down each column of a letter begins in a frame at a tilt (radians), working px; from the same place for all. */
export function headsOf({ part }: Letter, angle: number): number[] {
  const [sin, cos] = [Math.sin(angle), Math.cos(angle)];
  return Array.from(part.tops, (y, x) => y * cos - x * sin);
}

/** A letter so narrow has no arms, heights. */
const leastWide = 0.4;
/** A level edge lies on one row; a leaning one is cut in steps of one. */
const uneven = (angle: number) => (angle === 0 ? 0 : 1);
