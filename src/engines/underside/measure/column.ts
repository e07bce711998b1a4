import { median, medianAbsoluteDeviation } from 'simple-statistics';
import { clothSteps, nearCloth } from '../straighten/light.ts';
import { addCells, cellsOf, noCells, usualOf, type Cells } from '../image/cells.ts';
import { colourOf, difference, reachOf, type Colour } from '../image/planes.ts';
import { cutRow, fineEdge, type RowColours, type RowEdges } from './segments.ts';
import { noiseAbout, partOf, timesNoise } from './noise.ts';
import { rimsOf } from './rim.ts';
import type { Strip } from '../image/strip.ts';
import { thin, recoverThinStripe, type FineEdges } from './thin-stripe.ts';

/** What a strip is made of, before its edges are known to a part of a step. */
export interface Sketch {
  /** Outer edges, steps. */
  from: number;
  to: number;
  left: Colour;
  right: Colour;
  top: Colour;
  /** What is looked at for the top thread on the left and on the right: of a thin side its stripe. */
  beside: readonly [Colour, Colour];
  /** How far the two sides' colours lie apart. */
  sides: number;
  /** The colour most unlike the top's within, the median of the rows. */
  inner: Colour;
}

/** A column's widths by row, as parts of its width. */
export interface ColumnRead {
  share: number;
  left: number;
  /** How wide the narrower of the top thread's sides is in the usual row. */
  thinnest: number;
  /** How far the stripe's colour reaches from the top thread's to that of the bobbin thread elsewhere: 1 if it is that. */
  reach: number;
  /** Part of the width that was taken off its share since it is blurred. */
  takenOff: number;
  /** Part of the width that was taken off its share since its rims were put where the others of its row tell. */
  rimsOff: number;
  /** Standard deviation of the share along the column. */
  unevenness: number;
  /** Standard error of the share. */
  error: number;
  contrast: number;
  /** The top thread's colour. */
  top: Colour;
  /** Times that the top thread lies further from the bobbin than both vary. */
  clear: number;
  /** How far the top thread lies from the cloth on the side where it is nearer, and how many times further than both vary. */
  fromCloth: number;
  clearOfCloth: number;
  /** How far the top thread's colours on both sides lie apart. */
  sides: number;
  /** How badly its parts' colours fit its cells, on average. */
  misfit: number;
  /** Outer edges over the rows, in steps: first and last row of each. */
  outer: { left: [number, number]; right: [number, number] };
}

/** The usual colour of cells; black of none. */
const middle = (cells: Cells): Colour => (cells[0].length === 0 ? [0, 0, 0] : usualOf(cells));

/**
 * A first look: where a column begins and ends against its cloth, and its colours. `shadowPart`: what is less than this part of the furthest that colours go
 * is taken for the shadow beside the column.
 */
export function sketchOf(strip: Strip, shadowPart: number): Sketch {
  const { first, wide, steps } = strip;
  const clothAt = clothSteps(strip);
  const [leftCells, rightCells] = [cellsOf(strip, ...clothAt.left), cellsOf(strip, ...clothAt.right)];
  const [left, right] = [
    middle(leftCells[0].length > 0 ? leftCells : rightCells),
    middle(rightCells[0].length > 0 ? rightCells : leftCells),
  ];
  const profile = Array.from({ length: steps }, (_, step) => middle(cellsOf(strip, step, step + 1)));
  const from = edgeFrom(profile, left, first, shadowPart);
  const to = steps - edgeFrom([...profile].reverse(), right, steps - first - wide, shadowPart);
  const own = to - from;
  const one = middle(cellsOf(strip, from + 0.045 * own, from + 0.1 * own));
  const other = middle(cellsOf(strip, to - 0.1 * own, to - 0.045 * own));
  const top = colourOf((plane) => (one[plane] + other[plane]) / 2);
  const inner = noCells();
  for (let row = 0; row < strip.rows; row++) {
    let [most, found] = [-1, -1];
    for (let step = Math.round(from + 0.1 * own); step < to - 0.1 * own; step++) {
      const off = offAt(strip, row, step, top);
      if (off > most) [most, found] = [off, step];
    }
    if (found >= 0) addCells(inner, strip, row, found, found + 1);
    else top.forEach((value, plane) => inner[plane as 0].push(value));
  }
  return {
    ...{ from, to, left, right, top, beside: [one, other], sides: difference(one, other) },
    inner: middle(inner),
  };
}

/** Largest difference of a cell's planes from a colour; NaN outside the picture. */
function offAt({ steps, data }: Strip, row: number, step: number, [red, green, blue]: Colour): number {
  const at = (row * steps + step) * 3;
  const [r, g, b] = [data[at]! - red, data[at + 1]! - green, data[at + 2]! - blue];
  return Math.max(Math.abs(r), Math.abs(g), Math.abs(b));
}

/** A colour further from the cloth than this is not the cloth. */
const leastOff = 0.05;
/** Steps behind the expected edge that are looked at for that. */
const reachIn = 30;

/**
 * The first step that is the column's: from the cloth inwards, half way to what the colour comes to just behind where it leaves the cloth. `expected`
 * where it never does: the thread is like the cloth.
 */
function edgeFrom(profile: readonly Colour[], cloth: Colour, expected: number, shadowPart: number): number {
  const off = profile.map((colour) => (colour[0] === colour[0] ? difference(colour, cloth) : 0));
  // What lies further out than the cloth that was looked at is not the column.
  off.fill(0, 0, Math.round(nearCloth[0] * expected));
  // The shadow beside a column is not the column: less than this part of the furthest that colours go here.
  const least = Math.max(leastOff, shadowPart * Math.max(...off.slice(0, expected + reachIn)));
  const leaves = off.findIndex(
    (each, step) => each > least && off[step + 1]! > least && off[step + 2]! > least,
  );
  if (leaves < 0 || leaves > expected + profile.length / 4) return expected;
  const behind = median(off.slice(leaves + 3, leaves + 9));
  return off.findIndex((each) => each > 0.5 * behind);
}

/** Of a part that is too thin to tell how it varies. From memory. */
const unknownNoise: Colour = [0.05, 0.05, 0.05];
/** Rounds in which colours are found from the parts and parts from the colours. */
const rounds = 3;
/** Rows whose share lies further from the others than this many deviations are left out: a tail, a mark, lint. */
const outlying = 3.5;

const shareOf = ([a, b, c, d]: FineEdges) => (c - b) / (d - a);

/** Measures a column whose bobbin's colour is known about. null where its parts cannot be told. */
export function measured(strip: Strip, sketch: Sketch, bobbin: Colour): ColumnRead | null {
  let colours: RowColours = { left: sketch.left, top: sketch.top, bobbin, right: sketch.right };
  let wide = sketch.to - sketch.from;
  let rows: RowEdges[] = [];
  for (let round = 0; round < rounds; round++) {
    rows = Array.from({ length: strip.rows }, (_, row) => cutRow(strip, row, colours, wide));
    const found = median(rows.map(({ edges }) => edges[3] - edges[0]));
    const top = colourIn(strip, rows, ...sidesOf) ?? colours.top;
    const stripe = colourIn(strip, rows, stripeOf) ?? colours.bobbin;
    const isSettled = found === wide && difference(top, colours.top) === 0 && difference(stripe, colours.bobbin) === 0; // prettier-ignore
    wide = found;
    colours = { ...colours, top, bobbin: stripe };
    // The next round would find the same.
    if (isSettled) break;
  }
  const cut = rows.map(({ edges }, row) => fineEdges(strip, row, edges, colours));
  const isThin = median(cut.map(shareOf)) < thin;
  const fine = isThin ? recoverThinStripe(strip, cut, colours) : cut;
  // A row that fits badly is crossed by something else.
  const misfits = rows.map(({ misfit }) => misfit);
  const badly = median(misfits) + outlying * 1.48 * Math.max(1e-6, medianAbsoluteDeviation(misfits));
  const shares = fine.map(shareOf);
  const usual = median(shares);
  const spread = 1.48 * medianAbsoluteDeviation(shares);
  const kept = fine.flatMap((edges, row) =>
    misfits[row]! <= badly && Math.abs(shares[row]! - usual) <= Math.max(0.05, outlying * spread)
      ? [{ row, edges, share: shares[row]! }]
      : [],
  );
  if (kept.length < strip.rows / 4) return null;
  const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
  const rims = rimsOf(strip, kept);
  const found = mean(kept.map(({ edges: [a, , , d] }) => d - a));
  const narrower = found / (found + rims.right.beyond - rims.left.beyond);
  const share = narrower * mean(kept.map((row) => row.share));
  const unevenness = Math.sqrt(mean(kept.map((row) => (narrower * row.share - share) ** 2)));
  const contrast = difference(colours.top, colours.bobbin);
  const noiseIn = (colour: Colour, ...spans: readonly Span[]) => {
    const cells = cellsIn(strip, rows, ...spans);
    return cells && noiseAbout(colour, cells);
  };
  const top = { colour: colours.top, noise: noiseIn(colours.top, ...sidesOf) ?? unknownNoise };
  const stripe = { colour: colours.bobbin, noise: noiseIn(colours.bobbin, stripeOf) ?? top.noise };
  const cloths = Object.values(clothSteps(strip)).flatMap(
    ([from, to]) => partOf(cellsOf(strip, from, to)) ?? [],
  );
  return {
    top: colours.top,
    ...{ reach: reachOf(colours.bobbin, colours.top, bobbin), takenOff: 0, rimsOff: 0 },
    thinnest: Math.min(
      median(kept.map(({ edges: [a, b, , d] }) => (b - a) / (d - a))),
      median(kept.map(({ edges: [a, , c, d] }) => (d - c) / (d - a))),
    ),
    sides: sidesApart(strip, rows),
    clear: timesNoise(top, stripe),
    fromCloth: Math.min(difference(sketch.left, colours.top), difference(sketch.right, colours.top)),
    clearOfCloth: Math.min(...cloths.map((cloth) => timesNoise(top, cloth))),
    ...{ share, unevenness, contrast, misfit: mean(misfits), error: unevenness / Math.sqrt(kept.length) },
    left:
      narrower * (mean(kept.map(({ edges: [a, b, , d] }) => (b - a) / (d - a))) - rims.left.beyond / found),
    outer: { left: rims.left.line, right: rims.right.line },
  };
}

/** How badly a column's first look fits its cells, if this were the bobbin's colour. */
export function misfitWith(strip: Strip, sketch: Sketch, bobbin: Colour): number {
  const colours: RowColours = { left: sketch.left, top: sketch.top, bobbin, right: sketch.right };
  const wide = sketch.to - sketch.from;
  return Array.from({ length: strip.rows }, (_, row) => cutRow(strip, row, colours, wide).misfit).reduce(
    (sum, misfit) => sum + misfit / strip.rows,
    0,
  );
}

/** Difference of the two sides' colours; 0 where one is too thin to tell. */
function sidesApart(strip: Strip, rows: readonly RowEdges[]): number {
  const [one, other] = sidesOf.map((side) => colourIn(strip, rows, side));
  return one && other ? difference(one, other) : 0;
}

/** A part of a row, between two of its cuts: the top thread's two sides, and the stripe. */
type Span = readonly [from: 0 | 1 | 2 | 3, to: 0 | 1 | 2 | 3];
const sidesOf: readonly Span[] = [
  [0, 1],
  [2, 3],
];
const stripeOf: Span = [1, 2];

/** The usual colour of parts; null where hardly anything is of them. */
function colourIn(strip: Strip, rows: readonly RowEdges[], ...parts: readonly Span[]): Colour | null {
  const cells = cellsIn(strip, rows, ...parts);
  return cells && usualOf(cells);
}

/** The cells of parts, between their cuts and a step away from both; null where hardly any are. */
function cellsIn(strip: Strip, rows: readonly RowEdges[], ...parts: readonly Span[]): Cells | null {
  const cells = noCells();
  rows.forEach(({ edges }, row) => {
    for (const [from, to] of parts) addCells(cells, strip, row, edges[from] + 2, edges[to] - 2);
  });
  return cells[0].length < strip.rows / 2 ? null : cells;
}

/** The four edges to a part of a step. Each is looked for half way into the parts beside it at most. */
function fineEdges(
  strip: Strip,
  row: number,
  [a, b, c, d]: readonly [number, number, number, number],
  { left, top, bobbin, right }: RowColours,
): [number, number, number, number] {
  const most = 5;
  const half = (length: number) => Math.min(most, length / 2);
  const hasStripe = c - b >= 1;
  return [
    fineEdge(strip, row, a, [left, b > a ? top : bobbin], [Math.min(most, a), half((b > a ? b : c) - a)]),
    hasStripe ? fineEdge(strip, row, b, [top, bobbin], [half(b - a), half(c - b)]) : b,
    hasStripe ? fineEdge(strip, row, c, [bobbin, top], [half(c - b), half(d - c)]) : c,
    fineEdge(
      strip,
      row,
      d,
      [d > c ? top : bobbin, right],
      [half(d - (d > c ? c : b)), Math.min(most, strip.steps - d)],
    ),
  ];
}
