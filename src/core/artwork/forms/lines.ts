import { median } from 'simple-statistics';
import { courseOf, extentAt, reachOf, tiltOf, unevenness, type Course, type Reach } from './bend.ts';
import { heightOf, lettersOf, widthOf, type Letter } from './letters.ts';
import type { Part } from './parts.ts';

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

const mostTilt = (20 * Math.PI) / 180;
/** From one letter to the next a line turns by no more, radians. */
const mostTurn = (32 * Math.PI) / 180;

/**
 * Groups parts into lines of lettering: per tone first, on straight and bent lines; then letters that alternate in colour. `of` and
 * `width`: which pixels each part has. `pxPerMm` tells how large they are.
 */
export function findLines(
  parts: readonly Part[],
  of: Uint32Array,
  width: number,
  pxPerMm: number,
): TextLine[] {
  return levelled(groupLines(parts, of, width, pxPerMm));
}

/** From so many letters on a line may have a tilt of its own. */
const ownTiltFrom = 5;

/**
 * Lines in one picture mostly share a tilt: each stands as all do, unless it is plainly more level at its own. Halves of a word of two
 * colours are measured as the whole word.
 */
function levelled(lines: readonly TextLine[]): TextLine[] {
  const straight = lines.filter((line) => line.course.is === 'straight');
  const shared = tiltOf(straight.map((line) => line.letters));
  const upright = lines.map((line) => {
    if (line.course.is === 'bent') return line;
    const course: Course = { is: 'straight', angle: shared };
    const real = line.letters.filter(({ isSlice }) => !isSlice).length;
    const isOwn =
      real >= ownTiltFrom && unevenness(line.letters, line.course) < 0.6 * unevenness(line.letters, course);
    return isOwn ? line : measureLine(line.letters, course);
  });
  return joinWords(upright).map((line, _, all) => {
    const whole = all.filter((other) => other === line || goesOn(line, other, false));
    if (whole.length < 2) return line;
    const { base, heightPx, smallestPx } = measureLine(
      whole.flatMap(({ letters }) => letters),
      line.course,
    );
    return { ...line, base, heightPx, smallestPx };
  });
}

/** Words that stand on one line, of one tone. */
function joinWords(lines: readonly TextLine[]): TextLine[] {
  const found: TextLine[] = [];
  for (const line of lines) {
    const index = found.findIndex((other) => goesOn(other, line, true));
    if (index < 0) found.push(line);
    else found[index] = measureLine([...found[index]!.letters, ...line.letters], found[index]!.course);
  }
  return found;
}

/** Whether two lines, of one tone or not, are one: level, beside one another, strokes alike. */
function goesOn(one: TextLine, other: TextLine, ofOneTone: boolean): boolean {
  if (one.course.is === 'bent' || other.course.is === 'bent') return false;
  if ((one.parts[0]!.tone === other.parts[0]!.tone) !== ofOneTone || Math.abs(one.angle - other.angle) > 0.05)
    return false;
  const [a, b] = [spanOf(one, one.course), spanOf(other, one.course)];
  const high = Math.max(one.heightPx, other.heightPx);
  const gap = Math.max(a.from, b.from) - Math.min(a.to, b.to);
  const strokes = one.strokePx / other.strokePx;
  return Math.abs(a.base - b.base) < 0.08 * high && gap > -0.2 * high && gap < (ofOneTone ? 1.2 : 0.9) * high && strokes < 1.25 && strokes > 0.8; // prettier-ignore
}

function spanOf({ letters }: TextLine, course: Course) {
  const reaches = letters.map((letter) => ({ half: widthOf(letter) / 2, ...reachOf(letter, course) }));
  return {
    base: baseOf(reaches),
    from: Math.min(...reaches.map(({ along, half }) => along - half)),
    to: Math.max(...reaches.map(({ along, half }) => along + half)),
  };
}

function groupLines(parts: readonly Part[], of: Uint32Array, width: number, pxPerMm: number): TextLine[] {
  const byTone = new Map<number, Letter[]>();
  for (const part of parts.slice(0, 3000)) {
    const letters = lettersOf(part, of, width, pxPerMm);
    byTone.set(part.tone, [...(byTone.get(part.tone) ?? []), ...letters]);
  }
  const lines: TextLine[] = [];
  const left: Letter[] = [];
  for (const letters of byTone.values()) {
    for (const group of follow(chain(letters).flatMap(byLevel))) {
      if (isLettering(group)) lines.push(measureLine(group));
      else left.push(...group);
    }
  }
  for (const group of chain(left.filter((letter) => !letter.isSlice))) {
    if (group.length < 3 || !isLettering(group) || areOfOneShape(group)) continue;
    lines.push(...byToneOf(measureLine(group)));
  }
  return lines;
}

/** Whether a group is lettering at all: not bars, not two odd shapes. */
function isLettering(group: readonly Letter[]): boolean {
  const sources = new Set(group.map(({ part }) => part));
  if (group.length < 2 || looksLikeBars(group)) return false;
  if (sources.size === 1) return group.length >= 2;
  return group.length > 2 || areAlike(group);
}

/** A line of several colours, as one of each: all as high as the whole. */
function byToneOf(line: TextLine): TextLine[] {
  const tones = [...new Set(line.parts.map((part) => part.tone))];
  return tones.map((tone) => {
    const parts = line.parts.filter((part) => part.tone === tone);
    return {
      ...line,
      parts,
      letters: line.letters.filter(({ part }) => part.tone === tone),
      strokePx: strokeOf(parts, line.letters),
    };
  });
}

/** Joins neighbours that could stand on one line, tilted by up to 20°. */
function chain(letters: readonly Letter[]): Letter[][] {
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

/** Lines that stand close above one another, taken apart: letters at one level, of those that lie over others. */
function byLevel(group: Letter[]): Letter[][] {
  if (group.length < 4 || group.some(({ isSlice }) => isSlice)) return [group];
  const angle = tiltOfLevels(group);
  const found: { low: number; places: number[]; letters: Letter[] }[] = [];
  const high = median(group.map(heightOf));
  const reaches = group.map((letter) => ({ letter, ...reachOf(letter, { is: 'straight', angle }) }));
  for (const { letter, low, along } of reaches.sort((a, b) => a.low - b.low)) {
    const level = found.at(-1);
    if (!level || low - level.low > 0.45 * high) found.push({ low, places: [along], letters: [letter] });
    else {
      level.low = low;
      level.places.push(along);
      level.letters.push(letter);
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
  if (found.length < 2 || !areOver || group.length < 4) return [group];
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

function areNeighbours(one: Letter, other: Letter): boolean {
  const tall = (letter: Letter) => heightOf(letter.isSlice ? letter.part : letter);
  const [low, high] = [tall(one), tall(other)].sort((a, b) => a - b) as [number, number];
  if (high > 2.4 * low) return false;
  const strokes = [one.part.stemPx, other.part.stemPx].sort((a, b) => a - b) as [number, number];
  if (strokes[1] > 2.6 * strokes[0]) return false;
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
function follow(groups: readonly Letter[][]): Letter[][] {
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

const middleOf = ({ left, right, top, bottom }: Letter) => ({ x: (left + right) / 2, y: (top + bottom) / 2 });

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
  const ratio = (a: number, b: number) => Math.max(a, b) / Math.min(a, b);
  return ratio(size(one), size(other)) < 2 && ratio(one.part.stemPx, other.part.stemPx) < 2.2;
}

/** Equal full rectangles side by side are bars, not letters. */
function looksLikeBars(group: readonly Letter[]): boolean {
  if (group.some(({ isSlice }) => isSlice)) return false;
  const isFull = (letter: Letter) => letter.part.area > 0.88 * widthOf(letter) * heightOf(letter);
  if (group.length > 1 && group.every((letter) => isFull(letter) || isBar(letter))) return true;
  const upright = group.map(({ part }) => part.strokePx).sort((a, b) => a - b);
  // Tilted bars are no full rectangles, but all alike and a single stroke each.
  const singles = group.every(
    (letter) =>
      letter.part.area < 1.25 * letter.part.strokePx * Math.hypot(widthOf(letter), heightOf(letter)),
  );
  return areOfOneShape(group) && singles && upright.at(-1)! < 1.1 * upright[0]!;
}

/** A straight stroke and nothing else, however it leans: it fills a long box. */
function isBar(letter: Letter): boolean {
  for (let degrees = -20; degrees <= 20; degrees += 2) {
    const { high, wide } = extentAt(letter, (degrees * Math.PI) / 180);
    if (letter.part.area > 0.88 * high * wide && Math.max(high, wide) > 1.5 * Math.min(high, wide))
      return true;
  }
  return false;
}

/** All of one size and area: a row of ornaments. */
function areOfOneShape(group: readonly Letter[]): boolean {
  const areas = group.map(({ part }) => part.area).sort((a, b) => a - b);
  return areas.at(-1)! < 1.04 * areas[0]!;
}

function areAlike([one, other]: readonly Letter[]): boolean {
  const [low, high] = [heightOf(one!), heightOf(other!)].sort((a, b) => a - b) as [number, number];
  return high < 1.5 * low && one!.part.strokePx < 0.4 * low && other!.part.strokePx < 0.4 * low;
}

/** The course, then heights above the base line: letters that hang below it are not taken for taller ones. */
function measureLine(letters: readonly Letter[], course: Course = courseOf(letters)): TextLine {
  const parts = [...new Set(letters.map(({ part }) => part))];
  const reaches = letters.map((letter) => ({ ...reachOf(letter, course), isRound: !letter.isSlice && isRoundOnTop(letter) })).sort((a, b) => a.along - b.along); // prettier-ignore
  const base = baseOf(reaches);
  const inOrder = reaches.map(({ high, along, isRound }) => ({
    along,
    height: (base - high) * (isRound ? flatOfRound : 1),
  }));
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

/** The stems' width; of joined letters, which have none, the median of their strokes. */
const strokeOf = (parts: readonly Part[], letters: readonly Letter[]): number => {
  const isJoined = letters.some(({ isSlice }) => isSlice);
  return median(parts.map((part) => (isJoined ? part.strokePx : part.stemPx)));
};

/** Round letters overshoot flat ones at head and foot by about a hundredth and a half each. From memory. */
const flatOfRound = 0.97;

/** Whether a letter is round on top, as O and C are: its rows grow from the first on. */
function isRoundOnTop({ rows }: Letter): boolean {
  const high = rows.length / 2;
  const widthAt = (share: number) => {
    const row = 2 * Math.round(share * high);
    return rows[row + 1]! - rows[row]! + 1;
  };
  return widthAt(0.012) < 0.75 * widthAt(0.05);
}

/** Where most feet stand: the middle of the densest tenth of a height; of equally dense ones the higher, since letters hang below. */
function baseOf(reaches: readonly Reach[]): number {
  const lows = reaches.map(({ low }) => low).sort((a, b) => a - b);
  const wide = 0.1 * median(reaches.map(({ low, high }) => low - high));
  let best: number[] = [];
  lows.forEach((from, index) => {
    const within = lows.slice(index).filter((low) => low <= from + wide);
    if (within.length > best.length) best = within;
  });
  return median(best);
}

/**
 * Height of the capitals: of a line in capitals only the lower of the tall ones (round letters overshoot); of a mixed one that of its
 * first letter where that is tall, since in many typefaces a d is taller than a T.
 */
function capitalsOf(
  inOrder: readonly { along: number; height: number }[],
  heights: readonly number[],
  isJoined: boolean,
): number {
  const tallest = heights.at(-1)!;
  const low = heights.filter((height) => height < 0.82 * tallest).length;
  if (isJoined || low > 0.2 * heights.length) {
    const start = inOrder[0]!.along;
    // Of joined letters the first is as many slices as a capital is wide.
    const reach = start + (isJoined ? 0.7 * tallest : 0);
    const first = Math.max(...inOrder.filter(({ along }) => along <= reach).map(({ height }) => height));
    return first > 0.85 * tallest ? first : tallest;
  }
  const tall = heights.length < 4 ? tallest : heights[Math.floor(heights.length * 0.8)]!;
  const cap = heights.filter((height) => height > 0.94 * tall && height < 1.06 * tall);
  return cap[Math.floor((cap.length - 1) * 0.25)] ?? tall;
}
