import { median, quantile } from 'simple-statistics';
import { colourOf, medianOf, type Colour } from '../image/planes.ts';
import type { FineEdges } from './thin-stripe.ts';
import { cellOf, type Strip } from '../image/strip.ts';

/** A place across a strip over its rows, steps: in the first row and in the last. */
type Line = [first: number, last: number];
interface Rim {
  line: Line;
  /** So many steps further on it lies than the rows' edges have it. */
  beyond: number;
}

/** Steps on both sides of a rim that are looked at, at most and at least. */
const reach = { most: 7, least: 2 } as const;
/** The stripe is kept out: of the top thread's side that part is narrower in these of 100 rows, and its blur is so wide. */
const narrow = { part: 0.15, blur: 2 } as const;

/**
 * Where a column's rims lie, all its rows seen as one. The cloth beside a column lies in its shadow, and where that makes the cloth more or less like the thread, half way between the
 * two is too far in or out; but a shadow is gradual and a rim is not. `rows`: rows of the strip with the edges found in each, half a dozen at least.
 */
export function rimsOf(
  strip: Strip,
  rows: readonly { row: number; edges: FineEdges }[],
): { left: Rim; right: Rim } {
  const rim = (edge: 0 | 3, side: 0 | 2): Rim => {
    const line = lineOf(rows.map(({ row, edges }) => [row, edges[edge]]));
    const sides = rows.map(({ edges }) => edges[side + 1]! - edges[side]!);
    const inward = Math.min(reach.most, Math.floor(quantile(sides, narrow.part) - narrow.blur));
    if (inward < reach.least) return { line, beyond: 0 };
    const [before, after] = edge === 0 ? [reach.most, inward] : [inward, reach.most];
    const beyond = steepest(profileAlong(strip, line, before, after), before);
    return { line: [line[0] + beyond, line[1] + beyond], beyond };
  };
  return { left: rim(0, 0), right: rim(3, 2) };
}

/** A strip's colours along a line, from so many steps before it to so many after it: of each the median of the rows, so that a thread's texture and a tail do not count; null outside the picture. */
function profileAlong(
  strip: Strip,
  [first, last]: Line,
  before: number,
  after: number,
): readonly (Colour | null)[] {
  const rows = Array.from({ length: strip.rows }, (_, row) => row);
  return Array.from({ length: before + after + 1 }, (_, at) => {
    const cells = rows
      .map((row) => between(strip, row, first + ((last - first) * row) / (strip.rows - 1) + at - before))
      .filter((cell) => cell !== null);
    return cells.length < strip.rows / 2 ? null : medianOf(cells);
  });
}

/** Weaker changes than this, together, show no rim. */
const least = 1e-9;

/** How many steps after the step `middle` colours change most steeply: each change weighs by its fourth power, so that what is gradual hardly counts. 0 where nothing changes. */
function steepest(profile: readonly (Colour | null)[], middle: number): number {
  let [weight, moment] = [0, 0];
  for (let at = 1; at < profile.length; at++) {
    const [one, other] = [profile[at - 1], profile[at]];
    if (!one || !other) continue;
    const change = ((other[0] - one[0]) ** 2 + (other[1] - one[1]) ** 2 + (other[2] - one[2]) ** 2) ** 2;
    weight += change;
    moment += change * (at - 0.5 - middle);
  }
  return weight > least ? moment / weight : 0;
}

/** A strip's colour at an edge's place, where the middle of a step lies at a half: between the two steps next to it. null outside the picture. */
function between(strip: Strip, row: number, place: number): Colour | null {
  const step = Math.floor(place - 0.5);
  if (step < 0 || step + 1 >= strip.steps) return null;
  const part = place - 0.5 - step;
  const [one, other] = [cellOf(strip, row, step), cellOf(strip, row, step + 1)];
  const cell = colourOf((plane) => one[plane] * (1 - part) + other[plane] * part);
  return cell[0] === cell[0] ? cell : null;
}

/** First and last row's value of the line through the middles of the upper and the lower half. */
function lineOf(points: readonly (readonly [row: number, value: number])[]): Line {
  const cut = Math.ceil(points.length / 2);
  const [upper, lower] = [points.slice(0, cut), points.slice(cut)];
  const at = (some: typeof points, index: 0 | 1) => median(some.map((point) => point[index]));
  if (lower.length === 0) return [at(upper, 1), at(upper, 1)];
  const slope = (at(lower, 1) - at(upper, 1)) / Math.max(1, at(lower, 0) - at(upper, 0));
  const start = at(upper, 1) - slope * at(upper, 0);
  const last = points.at(-1)![0];
  return [start, start + slope * last];
}
