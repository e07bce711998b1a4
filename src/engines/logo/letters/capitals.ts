import { median } from 'simple-statistics';
import { isMostlyJoined } from './letters.ts';
import { flatOfRound } from './round-top.ts';

/** A letter in the order of its line: its middle along it, half its width, its height. */
export interface Standing {
  along: number;
  half: number;
  height: number;
  isRound: boolean;
  isSlice: boolean;
}

/** What lies between neighbours, in the order of their line; below 0 where they overlap. */
export const gapsOf = (inOrder: readonly Pick<Standing, 'along' | 'half'>[]): number[] =>
  inOrder.slice(1).map(({ along, half }, at) => along - half - inOrder[at]!.along - inOrder[at]!.half);

/** A gap between words, in heights, beside what lies between letters. From memory. */
const wordsApart = 0.2;
/** A capital is so high beside the tallest small letter of its line. From memory. */
const capitalFrom = 0.79;

/** Without a sign by itself before the first word (“&”), whose height says less than the capital after it. */
function withoutLone(inOrder: readonly Standing[], tallest: number): readonly Standing[] {
  const gaps = gapsOf(inOrder);
  if (gaps.length < 3 || gaps[0]! < wordsApart * tallest + Math.max(0, median(gaps))) return inOrder;
  return inOrder[1]!.height > capitalFrom * tallest ? inOrder.slice(1) : inOrder;
} // prettier-ignore

/** So many flat heads tell the height of capitals by themselves: the thin tops of round ones blur away. */
const enoughFlat = 3;
const isHigh = 0.82;

/** A word in small capitals begins with one that is so much higher; most of the others are even. From memory, and from an open typeface whose small letters are such. */
const [biggerFrom, biggerTo] = [1.08, 1.45];
const evenWithin = 0.04;
const mostOthers = 0.6;

/** Of joined letters the first is so wide at most, heights, but where it still rises there; from its top on what falls so low is the next. */
const firstWide = 0.7;
const [rises, falls] = [1.01, 0.75];

/** Height of the first letter with the pieces that it is written in: what lies over its middle, or whose middle lies over it; of joined ones of its slices. */
function heightOfFirst(inOrder: readonly Standing[], tallest: number): number {
  const { along, half, isSlice } = inOrder[0]!;
  if (!isSlice) {
    const isOfIt = (other: Standing) => Math.min(half, other.half) > Math.abs(other.along - along);
    return Math.max(...inOrder.filter(isOfIt).map(({ height }) => height));
  }
  let [peak, last] = [0, 0];
  for (const slice of inOrder) {
    const isBeyond = slice.along > along + firstWide * tallest && slice.height < rises * last;
    const isNext = peak > capitalFrom * tallest && slice.height < falls * peak;
    if (isBeyond || isNext) break;
    last = slice.height;
    peak = Math.max(peak, last);
  }
  return peak;
}

/** Figures are lower than capitals in many faces: so many of these at the start tell their height by themselves, where they are as alike and so much higher. */
const firstWord = 3;
const alikeWithin = 0.025;

/**
 * Of capitals of which some touch so many slices and letters are as alike, and the first is about as high; the others are where two touch. Where most are joined
 * it could be a script: none of capitals stands out over the others.
 */
const mostAlike = 0.5;
const aboutAsHigh = 0.1;

/** Whether letters of which some are joined are capitals all the same. */
function areCapitals(inOrder: readonly Standing[], tallest: number): boolean {
  const alike = (to: number) =>
    inOrder.filter(({ height }) => Math.abs(height / to - 1) < alikeWithin).length;
  const usual = inOrder.reduce((best, { height }) => (alike(height) > alike(best) ? height : best), 0.001);
  const first = isMostlyJoined(inOrder) ? tallest : inOrder[0]!.height;
  return alike(usual) >= mostAlike * inOrder.length && Math.abs(first / usual - 1) < aboutAsHigh;
}

/** Of so many capitals alone few are flat on top: they are of a brush or a pen whose strokes end round, and none stands out over the others. */
const penFrom = 5;
const [mostHigh, fewFlat] = [0.9, 0.15];
const areOfRoundPen = (high: readonly Standing[], all: readonly Standing[]): boolean =>
  high.length >= Math.max(penFrom, mostHigh * all.filter(({ isSlice }) => !isSlice).length) &&
  high.some(({ isRound }) => isRound) &&
  high.filter(({ isRound }) => !isRound).length <= fewFlat * high.length;
const asItStands = (one: Standing): Standing =>
  one.isRound ? { ...one, height: one.height / flatOfRound, isRound: false } : one;

/** An i or an a among letters that rise high, as in “Old Mill”: so high beside the tallest, and not as high as a capital; and the first, lower than the tallest by so much, is a capital all the same. From memory. */
const smallFrom = 0.45;
const [firstFrom, lowerTo] = [0.85, 0.97];
const isLowerBesideSmall = (inOrder: readonly Standing[], tallest: number): boolean => {
  const first = inOrder[0]!.height / tallest;
  const isSmall = ({ height }: Standing) => height > smallFrom * tallest && height < isHigh * tallest;
  return first > firstFrom && first < lowerTo && inOrder.some(isSmall);
};

/**
 * Height of the capitals: of a line in capitals only the lower of the tall ones (round letters overshoot); of a mixed one that of its
 * first letter where that is tall, since in many typefaces a d is taller than a T.
 */
export function capitalsOf(all: readonly Standing[]): number {
  const heights = all.map(({ height }) => height).sort((a, b) => a - b);
  const isJoined = all.some(({ isSlice }) => isSlice);
  const tallest = heights.at(-1)!;
  const inOrder = withoutLone(all, tallest);
  const low = heights.filter((height) => height < isHigh * tallest).length;
  const isMixed = isJoined
    ? !areCapitals(inOrder, tallest)
    : low > 0.2 * heights.length || isLowerBesideSmall(inOrder, tallest);
  if (isMixed) {
    const first = heightOfFirst(inOrder, tallest);
    // In old faces a d is a quarter taller than an H; only a word of small letters tells that its first is a capital.
    const small = heights.filter((height) => height < 0.75 * tallest).length;
    return first > (small >= 0.3 * heights.length ? capitalFrom : firstFrom) * tallest ? first : tallest;
  }
  const high = inOrder.filter(({ height }) => height > isHigh * tallest);
  if (areOfRoundPen(high, all)) return capitalsOf(all.map(asItStands));
  const flats = high.flatMap(({ height, isRound }) => (isRound ? [] : [height]));
  const told = flats.length >= enoughFlat ? flats.sort((a, b) => a - b) : heights;
  const near = (to: number, below: number, above: number) =>
    told.filter((height) => height > below * to && height < above * to);
  // Of few letters the tallest; of more that about which most are, since a T's head or an A's may rise above the others.
  const alike = (to: number) => near(to, 0.975, 1.025).length;
  const isFew = heights.length < 4;
  const tall = isFew ? tallest : told.reduce((best, one) => (alike(one) > alike(best) ? one : best));
  // Small capitals, lower than the one that they begin with.
  const first = inOrder[0]!.height;
  const others = inOrder.slice(1).filter(({ height }) => Math.abs(height / tall - 1) < evenWithin).length;
  if (!isFew && others >= mostOthers * (inOrder.length - 1) && first > biggerFrom * tall && first < biggerTo * tall) return first; // prettier-ignore
  const start = inOrder.slice(0, firstWord).map(({ height }) => height);
  const ofStart = median(start);
  if (!isFew && ofStart > (1 + alikeWithin) * tall && start.every((one) => Math.abs(one / ofStart - 1) < alikeWithin)) return ofStart; // prettier-ignore
  const cap = near(tall, isFew ? 0.94 : 0.97, 1.06);
  return cap[Math.floor((cap.length - 1) * 0.25)] ?? tall;
}
