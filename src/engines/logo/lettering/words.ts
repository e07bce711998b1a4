import { median } from 'simple-statistics';
import { baseOf } from '../letters/base.ts';
import { courseOf } from '../letters/bend.ts';
import { unevenness } from '../letters/level.ts';
import { reachOf, type Course, type Reach } from '../letters/reach.ts';
import { widthOf, type Letter } from '../letters/letters.ts';
import { gapsOf } from '../letters/capitals.ts';
import { measureLine, type TextLine } from './measure-line.ts';

/** Lines with the letters that stand by themselves between or beside their words, as an & does; and the letters that are left. */
export function withSingles(
  lines: readonly TextLine[],
  singles: readonly Letter[],
): { lines: TextLine[]; left: Letter[] } {
  const found = [...lines];
  const left = new Set(singles);
  for (let isTaken = true; isTaken;) {
    isTaken = false;
    for (const letter of left) {
      const index = found.findIndex((line) => isBeside(line, letter));
      if (index < 0) continue;
      found[index] = measureLine([...found[index]!.letters, letter], found[index]!.course);
      left.delete(letter);
      isTaken = true;
    }
  }
  return { lines: found, left: [...left] };
}

/** Whether a letter by itself goes on with a line: of its tone, level with it, about as high, its strokes about as wide, and as near as a word. */
function isBeside(line: TextLine, letter: Letter): boolean {
  const { course, base, heightPx: high } = line;
  if (course.is === 'bent' || line.parts[0]!.tone !== letter.part.tone) return false;
  const reach = reachOf(letter, course);
  const share = (reach.low - reach.high) / high;
  const strokes = letter.part.stemPx / line.strokePx;
  const isLevel = Math.abs(reach.low - base) <= 0.12 * high || hangs(reach, base, high);
  if (!isLevel || share < 0.6 || share > 1.12) return false;
  const { from, to } = spanOf(line, course);
  const half = widthOf(letter) / 2;
  const gap = Math.max(from - reach.along - half, reach.along - half - to);
  return strokes > 0.7 && strokes < 1.4 && gap > -0.2 * high && gap < wordGap(line);
}

/** A figure of an old face hangs so deep below the line, and its head is that of a small letter, heights. From memory. */
const hangsTo = 0.45;
const headOfSmall = { from: 0.5, to: 0.8 } as const;

/** Whether what reaches so far is a figure that hangs below a line, as 3, 4, 5, 7 and 9 do in old faces. */
const hangs = (reach: Pick<Reach, 'low' | 'high'>, base: number, high: number): boolean =>
  reach.low > base && reach.low < base + hangsTo * high && base - reach.high > headOfSmall.from * high && base - reach.high < headOfSmall.to * high; // prettier-ignore

/** Between words lies a gap of at most this, working px: more where the letters themselves are spaced. */
const wordGap = (line: TextLine) => 1.2 * line.heightPx + 2 * spacingOf(line);

/** The usual gap between neighbours on a line, working px. */
function spacingOf({ letters, course }: TextLine): number {
  const reaches = letters
    .filter(({ isSlice }) => !isSlice)
    .map((letter) => ({ half: widthOf(letter) / 2, ...reachOf(letter, course) }))
    .sort((a, b) => a.along - b.along);
  const gaps = gapsOf(reaches);
  return gaps.length === 0 ? 0 : Math.max(0, median(gaps));
}

/** Words that stand on one line, of one tone. What was too far off is near once the word between them is joined. */
export function joinWords(lines: readonly TextLine[]): TextLine[] {
  const found: TextLine[] = [];
  for (const line of lines) {
    let joined = line;
    for (;;) {
      const index = found.findIndex((other) => goesOn(other, joined, true));
      if (index < 0) break;
      const [before] = found.splice(index, 1) as [TextLine];
      joined = measureLine([...before.letters, ...joined.letters], before.course);
    }
    found.push(joined);
  }
  return found;
}

/** Logarithms up to which two words' heights, and their strokes, are alike. */
const sameHeight = 0.08;
const strokesAlike = Math.log(1.25);
const strokesOfOneHeight = Math.log(1.45);

/** How far two lengths are from being alike, as a logarithm. */
const unlike = (one: number, other: number) => Math.abs(Math.log(one / other));

/** Parts of one word in two colours stand no farther apart, in heights, beside what its letters are spaced by; words do. From memory. */
const partOfWord = 0.22;

/** Whether two lines, of one tone or not, are one: level, beside one another, strokes alike. */
export function goesOn(one: TextLine, other: TextLine, ofOneTone: boolean): boolean {
  if (one.course.is === 'bent' || other.course.is === 'bent') return false;
  if ((one.parts[0]!.tone === other.parts[0]!.tone) !== ofOneTone || Math.abs(one.angle - other.angle) > 0.05)
    return false;
  const [a, b] = [spanOf(one, one.course), spanOf(other, one.course)];
  const high = Math.max(one.heightPx, other.heightPx);
  const gap = Math.max(a.from, b.from) - Math.min(a.to, b.to);
  const most = ofOneTone
    ? Math.max(wordGap(one), wordGap(other))
    : partOfWord * high + 1.2 * Math.max(spacingOf(one), spacingOf(other));
  const strokes = unlike(one.strokePx, other.strokePx);
  const isOfOnePen = strokes < strokesAlike || (ofOneTone && areOfOneSize(one, other));
  const isLevel =
    Math.abs(a.base - b.base) < 0.08 * high || (ofOneTone && (areHanging(a, b) || areHanging(b, a)));
  return isLevel && gap > -0.2 * high && gap < most && isOfOnePen;
}

/** Words of one height may have letters of rather different strokes, in serif faces above all, where their widest places still are alike. */
function areOfOneSize(one: TextLine, other: TextLine): boolean {
  if (unlike(one.heightPx, other.heightPx) >= sameHeight) return false;
  const widest = unlike(widestOf(one), widestOf(other));
  return unlike(one.strokePx, other.strokePx) < strokesOfOneHeight || widest < strokesAlike;
}

const widestOf = ({ parts }: TextLine) => median(parts.map(({ widestPx }) => widestPx));

/** How a line lies across and along a course, working px. */
type Span = ReturnType<typeof spanOf>;

/** Whether all of a few letters are figures that hang below another line. */
const areHanging = ({ base, high }: Span, { reaches }: Span): boolean =>
  reaches.length <= mostHanging && reaches.every((reach) => hangs(reach, base, high));
const mostHanging = 3;

function spanOf({ letters, heightPx }: TextLine, course: Course) {
  const reaches = letters.map((letter) => ({ half: widthOf(letter) / 2, ...reachOf(letter, course) }));
  return {
    reaches,
    high: heightPx,
    base: baseOf(reaches),
    from: Math.min(...reaches.map(({ along, half }) => along - half)),
    to: Math.max(...reaches.map(({ along, half }) => along + half)),
  };
}

/** Up to so much of their height may letters on one bend be uneven. From memory. */
const evenOnBend = 0.08;
const fewestOnBend = 5;

const upright: Course = { is: 'straight', angle: 0 };

/** Words, and letters by themselves, that stand on one bend, of one tone: text on an arch is cut where its words are. */
export function joinBent(
  lines: readonly TextLine[],
  singles: readonly Letter[],
): { lines: TextLine[]; left: Letter[] } {
  const found = [...lines];
  const left = singles.map((letter) => measureLine([letter], upright));
  for (let k = 0; k < found.length; k++) {
    for (const others of [found, left])
      for (let at = 0; at < others.length; at++) {
        const joined = others[at] === found[k] ? null : onOneBend(found[k]!, others[at]!);
        if (!joined) continue;
        found[k] = joined;
        others.splice(at, 1);
        if (others === found && at < k) k--;
        // What was too far off may be near now.
        at = -1;
      }
  }
  return { lines: found, left: left.flatMap(({ letters }) => letters) };
}

/** Two as one on a bend that both go along, or null. */
function onOneBend(one: TextLine, other: TextLine): TextLine | null {
  if (one.parts[0]!.tone !== other.parts[0]!.tone) return null;
  const strokes = unlike(one.strokePx, other.strokePx);
  const share = Math.min(one.heightPx, other.heightPx) / Math.max(one.heightPx, other.heightPx);
  if (strokes > strokesOfOneHeight || share < 0.6 || farApart(one, other)) return null;
  const letters = [...one.letters, ...other.letters].sort((a, b) => a.left - b.left);
  // A word of three and one that stands lower are no bend, though a circle goes through four.
  if (letters.length < fewestOnBend) return null;
  const course = courseOf(letters);
  if (course.is === 'straight') return null;
  const high = Math.max(one.heightPx, other.heightPx);
  if (unevenness(letters, course) >= evenOnBend * high) return null;
  // A level word and a figure that hangs beside it are no bend: the word stands worse on it.
  if ([one, other].some((mine) => standsWorse(mine, course))) return null;
  const joined = measureLine(letters, course);
  // A ring over a long word is lost in the mean: each has to stand on it by itself.
  return [one, other].every((mine) => standsOn(mine, joined)) ? joined : null;
}

/** From the line's foot a word's feet are off by so much of its height at most, in their middle. From memory. */
const offFoot = 0.35;

const standsOn = ({ letters }: TextLine, { course, base, heightPx }: TextLine): boolean =>
  Math.abs(median(letters.map((letter) => reachOf(letter, course).low)) - base) < offFoot * heightPx;

/** A word of so many letters tells how level it stands; on a bend that it is of it stands no worse by so much, heights. From memory. */
const ownLevelFrom = 4;
const noWorse = 0.015;

const standsWorse = ({ letters, course, heightPx }: TextLine, bend: Course): boolean =>
  letters.length >= ownLevelFrom &&
  unevenness(letters, bend) > unevenness(letters, course) + noWorse * heightPx;

/** Whether no letter of one is as near to one of the other as words are. */
function farApart(one: TextLine, other: TextLine): boolean {
  const most = Math.max(wordGap(one), wordGap(other));
  return !one.letters.some((a) =>
    other.letters.some((b) => {
      const across = Math.max(0, a.left - b.right, b.left - a.right);
      return Math.hypot(across, Math.max(0, a.top - b.bottom, b.top - a.bottom)) < most;
    }),
  );
}
