import { mean, median } from 'simple-statistics';
import { baseOf } from '../letters/base.ts';
import { courseOf, tellingOf } from '../letters/bend.ts';
import { leanOf, reachAsItStands, type Course, type Reach } from '../letters/reach.ts';
import { middleOf } from './groups.ts';
import { heightOf, isMostlyJoined, widthOf, type Letter } from '../letters/letters.ts';
import { capitalsOf } from '../letters/capitals.ts';
import type { Part } from '../parts/parts.ts';
import { flatOfRound, isRoundBelow, isRoundOnTop } from '../letters/round-top.ts';
import { tipsOf } from '../letters/tips.ts';

/** Letters of one tone that stand on one line. Lengths in working px. */
export interface TextLine {
  parts: Part[];
  letters: readonly Letter[];
  course: Course;
  /** Rising to the right is negative, radians; of a bent line that of its chord. */
  angle: number;
  /** Where the letters stand, across the course. */
  base: number;
  /** Height of the capitals, or of the tallest letters where there are none. */
  heightPx: number;
  /** Height of the smallest letters: the x-height where there is one. */
  smallestPx: number;
  strokePx: number;
}

/** The course, then heights above the base line: letters that hang below it are not taken for taller ones. */
export function measureLine(letters: readonly Letter[], course: Course = courseOf(letters)): TextLine {
  const parts = [...new Set(letters.map(({ part }) => part))];
  const isScript = isMostlyJoined(letters);
  const reaches = letters.map((letter) => ({ ...reachAsItStands(letter, course), letter, isSlice: letter.isSlice, isRound: !isScript && !letter.isSlice && isRoundOnTop(letter, course) })).sort((a, b) => a.along - b.along); // prettier-ignore
  // Of a bend the upright slices of joined letters do not tell the foot.
  const base = baseOf(course.is === 'bent' ? tellingOf(reaches) : reaches);
  const inOrder = onLine(reaches, base).map(({ letter, high, along, isRound, isSlice }, at) => {
    const whole = at === 0 && !isScript ? headOfFirst(letter, course, base, high) : base - high;
    const height = whole - cornersPx(letter, course) - tipsOf(letter, course, whole);
    return {
      along,
      half: widthOf(letter) / 2,
      height: height * (isRound ? flatOfRound : 1),
      isRound,
      isSlice,
    };
  });
  if (inOrder.length === 1 && isRoundBelow(letters[0]!, course)) inOrder[0]!.height *= flatOfRound;
  const heights = inOrder.map(({ height }) => height).sort((a, b) => a - b);
  const heightPx = capitalsOf(inOrder);
  const small = heights.filter((height) => height > 0.3 * heightPx);
  const [first, last] = [letters[0]!, letters.at(-1)!].map(middleOf) as [
    { x: number; y: number },
    { x: number; y: number },
  ];
  return {
    parts,
    letters,
    course,
    angle: course.is === 'straight' ? course.angle : Math.atan2(last.y - first.y, last.x - first.x),
    base,
    heightPx,
    smallestPx: small[0] ?? heightPx,
    strokePx: strokeOf(parts, letters),
  };
}

/**
 * The stems' width: the mean of the letters' that are near their median, since by whole pixels each letter's alone is up to one off, this way or that.
 * Where most letters are joined it is that of all their strokes: a script has no stems.
 */
export const strokeOf = (parts: readonly Part[], letters: readonly Letter[]): number => {
  const joined = new Set(letters.filter(({ isSlice }) => isSlice).map(({ part }) => part));
  const apart = parts.filter((part) => !joined.has(part));
  const each =
    joined.size === 0 || apart.length >= enoughApart
      ? apart.map(({ stemPx }) => stemPx)
      : parts.map(({ strokePx }) => strokePx);
  const middle = median(each);
  const off = Math.max(pixelsOff, nearUpTo * middle);
  const near = each.filter((wide) => Math.abs(wide - middle) <= off);
  // The middle of two unlike ones is near neither.
  return near.length > 0 ? mean(near) : middle;
};

/** So many letters that touch no other tell the stems of a line. From memory. */
const enoughApart = 3;
/** A width that is counted in whole pixels from both sides is off by up to two, px; letters of one typeface differ by so much besides, a share. From memory. */
const pixelsOff = 2.1;
const nearUpTo = 0.3;

/** A small l or d that touches the capital before it is taller than that by so much, as a share of its own height. */
const capitalOfTall = { from: 0.82, to: 0.97 } as const;
/** Two letters that touch are together at least so wide, in heights. */
const twoWide = 1.05;

/** How high the first letter is: where it is a capital with a taller small letter joined to its right, only the capital. */
function headOfFirst(letter: Letter, course: Course, base: number, high: number): number {
  const whole = base - high;
  // By themselves only M, W and & are as wide, and all of them are as high on the left.
  if (letter.isSlice || widthOf(letter) < twoWide * heightOf(letter)) return whole;
  const upTo = (right: number) => {
    const left = { ...letter, right, rows: letter.rows.map((x, at) => (at % 2 === 1 ? Math.min(x, right) : x)) };
    return base - reachAsItStands(left, course).high;
  };
  const middle = Math.floor((letter.left + letter.right) / 2);
  const own = upTo(middle);
  // A capital with a flourish rises on there; one that another touches has its head behind it.
  const isHead = upTo(middle - Math.round(beforeMiddle * widthOf(letter))) > isHeadFrom * own;
  return isHead && own > capitalOfTall.from * whole && own < capitalOfTall.to * whole ? own : whole;
} // prettier-ignore

/** So far before the middle of the two, of their width, the capital is as high already, but for so much. From memory. */
const beforeMiddle = 0.1;
const isHeadFrom = 0.98;

/** Without what stands over the line, as an ornament does that was taken for a letter, or an apostrophe: its foot is this high above it, in heights. */
const overFrom = 0.5;
export function onLine<R extends Reach>(reaches: readonly R[], base: number): readonly R[] {
  const high = median(reaches.map((reach) => reach.low - reach.high));
  const standing = reaches.filter(({ low }) => low > base - overFrom * high);
  return standing.length > 0 ? standing : reaches;
}

/** Of its height so much of a letter is flat at head and foot. From memory. */
const flatShare = 0.5;

/**
 * How far the corners of pixels stand out at head and foot of a letter that leans, px: its farthest pixels' middles lie at its edge, where of a level one they
 * lie half a pixel within.
 */
function cornersPx(letter: Letter, course: Course): number {
  const angle = leanOf(letter, course);
  const [sin, cos] = [Math.abs(Math.sin(angle)), Math.abs(Math.cos(angle))];
  return (sin + cos) * Math.min(1, sin * flatShare * heightOf(letter));
}
