import { median } from 'simple-statistics';
import { reachOf } from '../letters/reach.ts';
import { heightOf, widthOf, type Letter } from '../letters/letters.ts';
import type { Part } from '../parts/parts.ts';

const mostTilt = (20 * Math.PI) / 180;
/** From one letter to the next a line turns by no more, radians. */
const mostTurn = (32 * Math.PI) / 180;

/** Joins neighbours that could stand on one line, tilted by up to 20°. */
export function chain(letters: readonly Letter[]): Letter[][] {
  const sorted = [...letters].sort((a, b) => a.left - b.left);
  const group = sorted.map((_, index) => index);
  const root = (one: number): number => (group[one] === one ? one : (group[one] = root(group[one]!)));
  const widest = Math.max(0, ...sorted.map(widthOf));
  const tallest = Math.max(0, ...sorted.map(heightOf));
  sorted.forEach((one, i) => {
    for (let j = i + 1; j < sorted.length; j++) {
      const other = sorted[j]!;
      if (other.left > one.right + tallest + widest) break;
      if (one.part === other.part || areNeighbours(one, other)) group[root(j)] = root(i);
    }
  });
  const found = new Map<number, Letter[]>();
  sorted.forEach((letter, index) => {
    const key = root(index);
    found.set(key, [...(found.get(key) ?? []), letter]);
  });
  return [...found.values()];
}

/** A letter that stands by itself, or all slices of letters that are joined: they stand on one line. */
interface Word {
  letters: Letter[];
  /** How far it reaches across the line, and where its letters lie on it. */
  low: number;
  high: number;
  places: number[];
}

function wordsAt(group: readonly Letter[], angle: number): Word[] {
  const words = new Map<Letter['part'], Word>();
  for (const letter of group) {
    const { low, high, along } = reachOf(letter, { is: 'straight', angle });
    const word = words.get(letter.part) ?? { letters: [], low: -Infinity, high: Infinity, places: [] };
    word.letters.push(letter);
    word.places.push(along);
    [word.low, word.high] = [Math.max(word.low, low), Math.min(word.high, high)];
    words.set(letter.part, word);
  }
  return [...words.values()];
}

/** Lines that stand close above one another, taken apart: letters at one level, of those that lie over others. Joined letters stay together. */
export function byLevel(group: Letter[]): Letter[][] {
  if (new Set(group.map(({ part }) => part)).size < 4) return [group];
  const words = wordsAt(group, tiltOfLevels(group));
  const found: { low: number; places: number[]; letters: Letter[] }[] = [];
  const high = median(words.map((word) => word.low - word.high));
  for (const { letters, low, places } of words.sort((a, b) => a.low - b.low)) {
    const level = found.at(-1);
    if (!level || low - level.low > 0.45 * high) found.push({ low, places, letters });
    else {
      level.low = low;
      level.places.push(...places);
      level.letters.push(...letters);
    }
  }
  for (const level of found.filter(({ letters }) => letters.length === 1)) {
    const near = found
      .filter((other) => other !== level)
      .sort((a, b) => Math.abs(a.low - level.low) - Math.abs(b.low - level.low))[0];
    if (!near) continue;
    near.letters.push(...level.letters);
    near.places.push(...level.places);
    found.splice(found.indexOf(level), 1);
  }
  // The ends of a bent line lie at other levels too, but beside one another.
  const areOver = found.every(({ places }, index) => {
    const next = found[index + 1] ?? found[index - 1];
    const over = places.filter((place) => next?.places.some((other) => Math.abs(other - place) < 0.5 * high));
    return over.length > 0.25 * places.length;
  });
  if (found.length < 2 || !areOver) return [group];
  return found.map(({ letters }) => letters.sort((a, b) => a.left - b.left));
}

/** The tilt at which each letter's foot is level with another's, however many lines there are, radians. */
function tiltOfLevels(group: readonly Letter[]): number {
  let best = 0;
  let least = Infinity;
  for (let degrees = -18; degrees <= 18; degrees++) {
    const angle = (degrees * Math.PI) / 180;
    const lows = group.map((letter) => reachOf(letter, { is: 'straight', angle }).low).sort((a, b) => a - b);
    const cost = lows.reduce(
      (sum, low, k) => sum + Math.min(low - (lows[k - 1] ?? -Infinity), (lows[k + 1] ?? Infinity) - low),
      0.02 * Math.abs(degrees),
    );
    if (cost < least) [least, best] = [cost, angle];
  }
  return best;
}

/** A letter is so much higher than a neighbour at most; a script's capital, whose flourish may hang, than the joined letters after it. From memory. */
const overSmall = 2.4;
const overJoined = 3.4;

function areNeighbours(one: Letter, other: Letter): boolean {
  const tall = (letter: Letter) => heightOf(letter.isSlice ? letter.part : letter);
  const [low, high] = [tall(one), tall(other)].sort((a, b) => a - b) as [number, number];
  if (high > (other.isSlice && !one.isSlice ? overJoined : overSmall) * low) return false;
  if (!areOfOnePen(one.part, other.part, 2.6)) return false;
  const gap = other.left - one.right;
  if (gap > 0.95 * high) return false;
  // One within the other is no neighbour of it.
  const shared = Math.min(one.part.right, other.part.right) - Math.max(one.part.left, other.part.left);
  if (shared > 0.7 * Math.min(widthOf(one.part), widthOf(other.part))) return false;
  const dx = (other.left + other.right - one.left - one.right) / 2;
  // Bottoms or middles at about one level, as far as a tilt allows.
  const middles = Math.abs(other.top + other.bottom - one.top - one.bottom) / 2;
  const bottoms = Math.abs(other.bottom - one.bottom);
  return Math.min(middles, bottoms) <= 0.28 * high + Math.tan(mostTilt) * Math.abs(dx);
}

/** Lengthens groups along their own direction, turning a little from letter to letter, and joins those that meet: text on a curve. */
export function follow(groups: readonly Letter[][]): Letter[][] {
  const open = groups.map((group) => [...group]).sort((a, b) => b.length - a.length);
  const found: Letter[][] = [];
  while (open.length > 0) {
    let group = open.shift()!;
    for (let grown = group.length > 1; grown;) {
      grown = false;
      for (const end of ['right', 'left'] as const) {
        const next = nextAlong(group, end, open);
        if (!next) continue;
        open.splice(open.indexOf(next), 1);
        group = end === 'right' ? [...group, ...next] : [...next, ...group];
        grown = true;
      }
    }
    found.push(group);
  }
  return found;
}

export const middleOf = ({ left, right, top, bottom }: Letter) => ({
  x: (left + right) / 2,
  y: (top + bottom) / 2,
});

/** The group whose nearest letter goes on where this one ends, or null. */
function nextAlong(
  group: readonly Letter[],
  end: 'left' | 'right',
  open: readonly Letter[][],
): Letter[] | null {
  const [last, before, third] =
    end === 'right' ? [group.at(-1)!, group.at(-2), group.at(-3)] : [group[0]!, group[1], group[2]];
  if (!before) return null;
  const from = middleOf(last);
  const back = middleOf(before);
  let heading = Math.atan2(from.y - back.y, from.x - back.x);
  if (third) {
    const older = middleOf(third);
    heading +=
      Math.max(
        -mostTurn / 2,
        Math.min(mostTurn / 2, turnBetween(Math.atan2(back.y - older.y, back.x - older.x), heading)),
      ) / 2;
  }
  let best: Letter[] | null = null;
  let nearest = Infinity;
  for (const other of open) {
    const near = end === 'right' ? other[0]! : other.at(-1)!;
    if (near.isSlice || last.isSlice) continue;
    const there = middleOf(near);
    const far = Math.hypot(there.x - from.x, there.y - from.y);
    if (far >= nearest || !areAlikeEnough(last, near)) continue;
    const ux = (there.x - from.x) / far;
    const uy = (there.y - from.y) / far;
    if (Math.abs(turnBetween(heading, Math.atan2(uy, ux))) > mostTurn) continue;
    const extent = (letter: Letter) => (Math.abs(ux) * widthOf(letter) + Math.abs(uy) * heightOf(letter)) / 2;
    const high = Math.max(heightOf(last), heightOf(near));
    if (far - extent(last) - extent(near) > 0.6 * high) continue;
    nearest = far;
    best = other;
  }
  return best;
}

const turnBetween = (one: number, other: number) => Math.atan2(Math.sin(other - one), Math.cos(other - one));

function areAlikeEnough(one: Letter, other: Letter): boolean {
  const size = (letter: Letter) => Math.hypot(widthOf(letter), heightOf(letter));
  return ratio(size(one), size(other)) < 2 && areOfOnePen(one.part, other.part, 2.2);
}

const ratio = (a: number, b: number) => Math.max(a, b) / Math.min(a, b);

/** An N's stems are hairlines in many faces and its slant is as thick as its neighbours' stems: widest places so alike tell the same pen. */
const widestAlike = 1.6;

/** Whether two letters' stems, or else their widest places, are alike. */
const areOfOnePen = (one: Part, other: Part, most: number): boolean =>
  ratio(one.stemPx, other.stemPx) <= most || ratio(one.widestPx, other.widestPx) < widestAlike;
