import { median } from 'simple-statistics';
import type { Part } from './parts.ts';

/** Letters that stand on one line. Lengths in working px. */
export interface TextLine {
  parts: Part[];
  /** Rising to the right is negative, radians. */
  angle: number;
  /** Height of the capitals, or of the tallest letters where there are none. */
  heightPx: number;
  /** Height of the smallest letters: the x-height where there is one. */
  smallestPx: number;
  strokePx: number;
}

/** Letters are 0.8 to 60 mm high. */
const letterHeights = { from: 0.8, to: 60 } as const;
const mostTilt = (20 * Math.PI) / 180;

/** Groups parts of one tone into lines of lettering. `pxPerMm` tells how large they are. */
export function findLines(parts: readonly Part[], pxPerMm: number): TextLine[] {
  const letters = parts.filter((part) => mayBeLetter(part, pxPerMm)).slice(0, 3000);
  const lines: TextLine[] = [];
  for (const group of chain(letters)) {
    if (group.length < 2 || looksLikeBars(group)) continue;
    if (group.length === 2 && !areAlike(group)) continue;
    lines.push(measureLine(group));
  }
  return lines;
}

const heightOf = (part: Part) => part.bottom - part.top + 1;
const widthOf = (part: Part) => part.right - part.left + 1;

function mayBeLetter(part: Part, pxPerMm: number): boolean {
  const height = heightOf(part);
  const width = widthOf(part);
  const mm = height / pxPerMm;
  if (mm < letterHeights.from || mm > letterHeights.to) return false;
  // Letters are drawn with strokes; a dash or a rule is too long for its height, a dot too full.
  return part.strokePx < 0.55 * height && width < 2.2 * height && part.widestPx < 0.75 * height;
}

/** Joins neighbours that could stand on one line, tilted by up to 20°. */
function chain(letters: readonly Part[]): Part[][] {
  const sorted = [...letters].sort((a, b) => a.left - b.left);
  const group = sorted.map((_, index) => index);
  const root = (one: number): number => (group[one] === one ? one : (group[one] = root(group[one]!)));
  const widest = Math.max(0, ...sorted.map(widthOf));
  const tallest = Math.max(0, ...sorted.map(heightOf));
  sorted.forEach((one, i) => {
    for (let j = i + 1; j < sorted.length; j++) {
      const other = sorted[j]!;
      if (other.left > one.right + tallest + widest) break;
      if (areNeighbours(one, other)) group[root(j)] = root(i);
    }
  });
  const found = new Map<number, Part[]>();
  sorted.forEach((part, index) => {
    const key = root(index);
    found.set(key, [...(found.get(key) ?? []), part]);
  });
  return [...found.values()];
}

function areNeighbours(one: Part, other: Part): boolean {
  const [low, high] = [heightOf(one), heightOf(other)].sort((a, b) => a - b) as [number, number];
  if (high > 2.4 * low) return false;
  const strokes = [one.strokePx, other.strokePx].sort((a, b) => a - b) as [number, number];
  if (strokes[1] > 2.6 * strokes[0]) return false;
  const gap = other.left - one.right;
  if (gap > 0.95 * high) return false;
  const dx = (other.left + other.right - one.left - one.right) / 2;
  // Bottoms or middles at about one level, as far as a tilt allows.
  const middles = Math.abs(other.top + other.bottom - one.top - one.bottom) / 2;
  const bottoms = Math.abs(other.bottom - one.bottom);
  return Math.min(middles, bottoms) <= 0.28 * high + Math.tan(mostTilt) * Math.abs(dx);
}

/** Equal full rectangles side by side are bars, not letters. */
function looksLikeBars(group: readonly Part[]): boolean {
  const full = group.filter((part) => part.area > 0.88 * widthOf(part) * heightOf(part)).length;
  if (full === group.length && group.length > 1) return true;
  const areas = group.map((part) => part.area).sort((a, b) => a - b);
  const same = areas.at(-1)! < 1.04 * areas[0]!;
  const upright = group.map((part) => part.strokePx).sort((a, b) => a - b);
  // Tilted bars are no full rectangles, but all alike and a single stroke each.
  const singles = group.every(
    (part) => part.area < 1.25 * part.strokePx * Math.hypot(widthOf(part), heightOf(part)),
  );
  return same && singles && upright.at(-1)! < 1.1 * upright[0]!;
}

function areAlike([one, other]: readonly Part[]): boolean {
  const [low, high] = [heightOf(one!), heightOf(other!)].sort((a, b) => a - b) as [number, number];
  return high < 1.5 * low && one!.strokePx < 0.4 * low && other!.strokePx < 0.4 * low;
}

/** Tilt, then heights above the base line: letters that hang below it are not taken for taller ones. */
function measureLine(parts: Part[]): TextLine {
  const angle = tiltOf(parts);
  const spans = parts.map((part) => across(part, angle));
  const base = median(spans.map((span) => span.low));
  const heights = spans.map((span) => base - span.high).sort((a, b) => a - b);
  const tall = heights.length < 4 ? heights.at(-1)! : heights[Math.floor(heights.length * 0.8)]!;
  const cap = heights.filter((height) => height > 0.88 * tall && height < 1.12 * tall);
  const small = heights.filter((height) => height > 0.3 * tall);
  return {
    parts,
    angle,
    // Of the tall ones the lower: round letters overshoot, and in some typefaces a d is taller than a T.
    heightPx: cap[Math.floor((cap.length - 1) * 0.25)] ?? tall,
    smallestPx: small[0] ?? tall,
    strokePx: median(parts.map((part) => part.strokePx)),
  };
}

/** The tilt at which the letters' feet, and less strictly their heads, are most level. */
function tiltOf(parts: readonly Part[]): number {
  const cost = (angle: number) => {
    const spans = parts.map((part) => across(part, angle));
    return unevenness(spans.map((span) => span.low)) + 0.35 * unevenness(spans.map((span) => span.high));
  };
  let best = 0;
  let least = Infinity;
  for (const [from, to, step] of [
    [-20, 20, 2],
    [-2, 2, 0.5],
    [-0.5, 0.5, 0.125],
  ] as const) {
    const centre = best;
    for (let degrees = from; degrees <= to; degrees += step) {
      const angle = centre + (degrees * Math.PI) / 180;
      // Of equally level tilts the upright one: two letters alone could lean either way.
      const total = cost(angle) * (1 + 0.02 * Math.abs(angle));
      if (total < least) {
        least = total;
        best = angle;
      }
    }
  }
  return best;
}

/** How far a part reaches across the line's direction: `low` below, `high` above (y grows downwards). */
function across(part: Part, angle: number): { low: number; high: number } {
  const sin = Math.sin(angle);
  const cos = Math.cos(angle);
  let low = -Infinity;
  let high = Infinity;
  for (let row = 0; row < part.rows.length; row += 2) {
    const y = part.top + row / 2;
    const left = -part.rows[row]! * sin;
    const right = -(part.rows[row + 1]! + 1) * sin;
    low = Math.max(low, Math.max(left, right) + (y + 1) * cos);
    high = Math.min(high, Math.min(left, right) + y * cos);
  }
  return { low, high };
}

function unevenness(values: readonly number[]): number {
  const middle = median(values);
  return values.reduce((sum, value) => sum + Math.abs(value - middle), 0);
}
