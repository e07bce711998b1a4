import { mean, median } from 'simple-statistics';
import { courseOf, reachOf, type Course, type Reach } from './bend.ts';
import { middleOf } from './groups.ts';
import { heightOf, widthOf, type Letter } from './letters.ts';
import type { Part } from './parts.ts';
import { isRoundOnTop } from './round-top.ts';

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
  const reaches = letters.map((letter) => ({ ...reachOf(letter, course), letter, isRound: !letter.isSlice && isRoundOnTop(letter, course) })).sort((a, b) => a.along - b.along); // prettier-ignore
  const base = baseOf(reaches);
  const inOrder = onLine(reaches, base).map(({ letter, high, along, isRound }, at) => {
    const height = at === 0 ? headOfFirst(letter, course, base, high) : base - high;
    return { along, half: widthOf(letter) / 2, height: height * (isRound ? flatOfRound : 1) };
  });
  const heights = inOrder.map(({ height }) => height).sort((a, b) => a - b);
  const isJoined = letters.some(({ isSlice }) => isSlice);
  const heightPx = capitalsOf(inOrder, heights, isJoined);
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
  const middle = Math.floor((letter.left + letter.right) / 2);
  const left = { ...letter, right: middle, rows: letter.rows.map((x, at) => (at % 2 === 1 ? Math.min(x, middle) : x)) };
  const own = base - reachOf(left, course).high;
  return own > capitalOfTall.from * whole && own < capitalOfTall.to * whole ? own : whole;
} // prettier-ignore

/** Without what stands over the line, as an ornament does that was taken for a letter, or an apostrophe: its foot is this high above it, in heights. */
const overFrom = 0.5;
function onLine<R extends Reach>(reaches: readonly R[], base: number): readonly R[] {
  const high = median(reaches.map((reach) => reach.low - reach.high));
  const standing = reaches.filter(({ low }) => low > base - overFrom * high);
  return standing.length > 0 ? standing : reaches;
}

/** Round letters overshoot flat ones at head and foot by about a hundredth and a half each. From memory. */
const flatOfRound = 0.97;

/** Where most feet stand: the middle of the densest tenth of a height; of equally dense ones the higher, since letters hang below. */
export function baseOf(reaches: readonly Reach[]): number {
  const lows = reaches.map(({ low }) => low).sort((a, b) => a - b);
  const wide = 0.1 * median(reaches.map(({ low, high }) => low - high));
  let best: number[] = [];
  lows.forEach((from, index) => {
    const within = lows.slice(index).filter((low) => low <= from + wide);
    if (within.length > best.length) best = within;
  });
  return median(best);
}

/** A letter in the order of its line: its middle along it, half its width, its height. */
interface Standing {
  along: number;
  half: number;
  height: number;
}

/** What lies between neighbours, in the order of their line; below 0 where they overlap. */
export const gapsOf = (inOrder: readonly Omit<Standing, 'height'>[]): number[] =>
  inOrder.slice(1).map(({ along, half }, at) => along - half - inOrder[at]!.along - inOrder[at]!.half);

/** A gap between words, in heights, beside what lies between letters; so tall is what begins the next word where it is a capital. From memory. */
const wordsApart = 0.2;
const tallFrom = 0.79;

/** Without a sign by itself before the first word (“&”), whose height says less than the capital after it. */
function withoutLone(inOrder: readonly Standing[], tallest: number): readonly Standing[] {
  const gaps = gapsOf(inOrder);
  if (gaps.length < 3 || gaps[0]! < wordsApart * tallest + Math.max(0, median(gaps))) return inOrder;
  return inOrder[1]!.height > tallFrom * tallest ? inOrder.slice(1) : inOrder;
} // prettier-ignore

/** A word in small capitals begins with one that is so much higher; most of the others are even. From memory, and from an open typeface whose small letters are such. */
const [biggerFrom, biggerTo] = [1.08, 1.45];
const evenWithin = 0.04;
const mostOthers = 0.6;

/**
 * Height of the capitals: of a line in capitals only the lower of the tall ones (round letters overshoot); of a mixed one that of its
 * first letter where that is tall, since in many typefaces a d is taller than a T.
 */
function capitalsOf(all: readonly Standing[], heights: readonly number[], isJoined: boolean): number {
  const tallest = heights.at(-1)!;
  const inOrder = withoutLone(all, tallest);
  const low = heights.filter((height) => height < 0.82 * tallest).length;
  if (isJoined || low > 0.2 * heights.length) {
    const start = inOrder[0]!.along;
    // Of joined letters the first is as many slices as a capital is wide.
    const reach = start + (isJoined ? 0.7 * tallest : 0);
    const first = Math.max(...inOrder.filter(({ along }) => along <= reach).map(({ height }) => height));
    // In old faces a d is a quarter taller than an H; only a word of small letters tells that its first is a capital.
    const small = heights.filter((height) => height < 0.75 * tallest).length;
    return first > (small >= 0.3 * heights.length ? 0.79 : 0.85) * tallest ? first : tallest;
  }
  const near = (to: number, below: number, above: number) =>
    heights.filter((height) => height > below * to && height < above * to);
  // Of few letters the tallest; of more that about which most are, since a T's head or an A's may rise above the others.
  const alike = (to: number) => near(to, 0.975, 1.025).length;
  const isFew = heights.length < 4;
  const tall = isFew ? tallest : heights.reduce((best, one) => (alike(one) > alike(best) ? one : best));
  // Small capitals, lower than the one that they begin with.
  const first = inOrder[0]!.height;
  const others = inOrder.slice(1).filter(({ height }) => Math.abs(height / tall - 1) < evenWithin).length;
  if (!isFew && others >= mostOthers * (inOrder.length - 1) && first > biggerFrom * tall && first < biggerTo * tall) return first; // prettier-ignore
  const cap = near(tall, isFew ? 0.94 : 0.97, 1.06);
  return cap[Math.floor((cap.length - 1) * 0.25)] ?? tall;
}
