import { cellOf, type Strip } from '../image/strip.ts';
import type { Colour } from '../image/planes.ts';

/** What one row of a column is made of, across: cloth, top thread, bobbin thread, top thread, cloth. */
export interface RowColours {
  left: Colour;
  top: Colour;
  bobbin: Colour;
  right: Colour;
}

/** The four edges of a row, in steps of the strip, and how well its colours fit. */
export interface RowEdges {
  edges: [number, number, number, number];
  /** Mean squared distance of the cells from their colours, each at most {@link mostOff}. */
  misfit: number;
}

/** A cell further from its colour than this, squared, is something else (a pen mark, lint): it counts no more than this. */
const mostOff = 0.04;
/** How firmly a row is held to the column's width: what a row of twice that width costs, in parts of a row of which nothing fits. */
const widthHeld = 0.06;

const squared = (a: Colour, b: Colour) => (a[0] - b[0]) ** 2 + (a[1] - b[1]) ** 2 + (a[2] - b[2]) ** 2;

/**
 * Cuts a row into its five parts so that the colours fit best: dynamic programming over the four cuts, any of which may coincide. `wide`: the
 * column's width in steps, which the outer cuts are held to a little.
 */
export function cutRow(strip: Strip, row: number, colours: RowColours, wide: number): RowEdges {
  const { steps } = strip;
  const [left, top] = [costOf(strip, row, colours.left), costOf(strip, row, colours.top)];
  const [bobbin, right] = [costOf(strip, row, colours.bobbin), costOf(strip, row, colours.right)];
  const edges: RowEdges['edges'] = [0, 0, 0, 0];
  let best = Infinity;
  const least = Math.max(4, Math.floor(0.8 * wide));
  const most = Math.ceil(1.2 * wide);
  // For each left edge all right edges in one go: the best cuts between them are the least of running differences.
  for (let a = 0; a + least <= steps; a++) {
    const outer = left[a]!;
    if (outer > best) break;
    // Over b and c: cost(b, c) = top[b] − top[a] + bobbin[c] − bobbin[b] + top[d] − top[c].
    let lowB = Infinity;
    let atB = a;
    let lowC = Infinity;
    let bAt = a;
    let cAt = a;
    const lastD = Math.min(steps, a + most);
    for (let d = a; d <= lastD; d++) {
      const more = top[d]! - bobbin[d]!;
      if (more < lowB) {
        lowB = more;
        atB = d;
      }
      const end = lowB + bobbin[d]! - top[d]!;
      if (end < lowC) {
        lowC = end;
        bAt = atB;
        cAt = d;
      }
      if (d - a < least) continue;
      const held = widthHeld * mostOff * wide * ((d - a) / wide - 1) ** 2;
      const cost = outer - top[a]! + lowC + top[d]! + (right[steps]! - right[d]!) + held;
      if (cost < best) {
        best = cost;
        edges[0] = a;
        edges[1] = bAt;
        edges[2] = cAt;
        edges[3] = d;
      }
    }
  }
  return { edges, misfit: best / steps };
}

/** What a row's first n cells would cost if all were of one colour. */
function costOf({ steps, data }: Strip, row: number, [red, green, blue]: Colour): Float64Array {
  const sum = new Float64Array(steps + 1);
  for (let step = 0, at = row * steps * 3; step < steps; step++, at += 3) {
    const r = data[at]! - red;
    const g = data[at + 1]! - green;
    const b = data[at + 2]! - blue;
    const off = r * r + g * g + b * b;
    // Outside the picture nothing is known: any part is as good.
    sum[step + 1] = sum[step]! + (off === off ? Math.min(mostOff, off) : 0);
  }
  return sum;
}

/** Two colours nearer than this, squared, show no edge between them. */
const leastStep = 0.004;
/** Shorter than this, in steps, a part is not reached by its own colour: what is mixed is added up instead. */
const shortPart = 6;

/**
 * Light mixes evenly where the lens blurs it, the numbers of a picture where a program does. Between the two: what is wrong then is a small part of
 * a pixel either way. From memory.
 */
const mixing = 1.35;
const linear = (c: Colour): Colour => [c[0] ** mixing, c[1] ** mixing, c[2] ** mixing];

/** How far each cell from `from` to `to` lies on the way from one colour to another: 0 to 1, and beyond by what they vary; null outside the picture. */
export function way(
  strip: Strip,
  row: number,
  [from, to]: readonly [number, number],
  coded: readonly [Colour, Colour],
): number[] | null {
  const [one, other] = [linear(coded[0]), linear(coded[1])];
  const length = squared(one, other);
  const along: number[] = [];
  for (let step = from; step < to; step++) {
    const cell = linear(cellOf(strip, row, step));
    if (cell[0] !== cell[0]) return null;
    const part =
      (cell[0] - one[0]) * (other[0] - one[0]) +
      (cell[1] - one[1]) * (other[1] - one[1]) +
      (cell[2] - one[2]) * (other[2] - one[2]);
    along.push(part / length);
  }
  return along;
}

/**
 * An edge between two colours to a part of a step. Where both parts are long: the middle of the steepest of the way from one to the other (steps weigh by
 * their rise, squared), so that the shadow beside a column and the roundness of its rim, which are gradual, do not move it. Where one is short: as much
 * of the cells about it as is of the second colour lies behind it. The cut itself where the colours are too alike to tell. `reach`: steps before and after the cut.
 */
export function fineEdge(
  strip: Strip,
  row: number,
  cut: number,
  between: readonly [Colour, Colour],
  reach: readonly [number, number],
): number {
  const from = Math.max(0, Math.ceil(cut - reach[0]));
  const to = Math.min(strip.steps, Math.floor(cut + reach[1]));
  if (squared(...between) < leastStep || to - from < 2) return cut;
  const along = way(strip, row, [from, to], between)?.map((part) => Math.min(1, Math.max(0, part)));
  if (!along) return cut;
  if (Math.min(...reach) * 2 < shortPart) {
    const edge = to - along.reduce((sum, part) => sum + part, 0);
    return Math.abs(edge - cut) > Math.max(...reach) ? cut : edge;
  }
  let [weight, moment] = [0, 0];
  for (let at = 1; at < along.length; at++) {
    const rise = Math.max(0, along[at]! - along[at - 1]!) ** 2;
    weight += rise;
    moment += rise * (from + at);
  }
  return weight > 1e-4 ? moment / weight : cut;
}
