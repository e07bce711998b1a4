import { max, mean, median, quantile, sum } from 'simple-statistics';
import { type ElementKind } from '../element/elements.ts';
import { unsewable } from '../element/sewable.ts';
import { lineDistance, spacingOfLines } from '../thread/cover.ts';
import { usual } from './stitch-estimate.ts';
import { UserError } from '../base/user-error.ts';

/** Commands of a stitch list: the needle goes down; the frame moves without; the thread is cut; the next colour. */
export const stitchCommands = ['stitch', 'jump', 'trim', 'colour'] as const;
type Command = (typeof stitchCommands)[number];

/** A stretch between two colour changes, as measured. Lengths in mm. */
export interface MeasuredStop {
  stop: number;
  stitches: number;
  trims: number;
  /** Thread that lies on top, without what goes through the cloth. */
  pathMm: number;
  meanMm: number;
  longestMm: number;
  kind: ElementKind;
  /** Narrowest column: the fifth percentile of the crossings' widths; null: no columns. */
  leastColumnMm: number | null;
  /** Widest column: the ninety-fifth percentile; null: no columns. */
  mostColumnMm: number | null;
  /** What its lines cover: of columns and fills their path times the distance between them; null: a run. */
  areaMm2: number | null;
  /** Distance between neighbouring lines of columns and fills; null: none. */
  spacingMm: number | null;
  /** What its stitches are reckoned with: stitch length, or column width. */
  lengthMm: number;
  /** The needle's way, to be drawn: x and y in turn, mm, its stretches parted by NaN. */
  path: Float32Array;
}

export interface MeasuredDesign {
  stops: MeasuredStop[];
  stitches: number;
  trims: number;
  widthMm: number;
  heightMm: number;
  /** The corner of the design with the least x and y, mm. */
  leftMm: number;
  topMm: number;
  warnings: string[];
}

interface Point {
  x: number;
  y: number;
}

const mostLines = 500_000;
/** Longest stitch a machine makes at one go, mm. Common practice. */
const longestStitchMm = 12.7;

/**
 * Measures a stitch list: rows of x and y in mm (y up or down alike) and a command. Headings `x`, `y`, `command`;
 * an empty command is a stitch. Throws Refusal `StitchListColumns`, `StitchListRow` (naming the line),
 * `StitchListTooLong` or `StitchListEmpty`.
 */
export function readStitchList(rows: readonly Readonly<Record<string, string>>[]): MeasuredDesign {
  if (rows.length > mostLines)
    throw new UserError(
      'StitchListTooLong',
      `This stitch list has over ${mostLines} lines. Split the design.`,
    );
  const headings = Object.keys(rows[0] ?? {});
  const find = (name: string) => headings.find((heading) => heading.trim().toLowerCase() === name);
  const [xKey, yKey, commandKey] = [find('x'), find('y'), find('command')];
  if (!xKey || !yKey || !commandKey) {
    throw new UserError(
      'StitchListColumns',
      `A stitch list has the columns x, y (mm) and command. This file has ${headings.map((heading) => `“${heading}”`).join(', ') || 'no line'}.`,
    );
  }
  const { groups, box } = follow(rows, { x: xKey, y: yKey, command: commandKey });
  const stops = groups
    .filter((group) => group.points.length > 1)
    .map((group, index) => measure(group.points, group.trims, index + 1));
  if (stops.length === 0)
    throw new UserError(
      'StitchListEmpty',
      'This stitch list has no stitches. Check that it is the right file.',
    );
  const warnings = stops.flatMap(({ stop, longestMm, leastColumnMm }) => [
    ...(longestMm > longestStitchMm
      ? [`Stop ${stop}: a stitch of ${longestMm.toFixed(1)} mm is longer than a machine sews at one go.`]
      : []),
    ...(leastColumnMm === null
      ? []
      : unsewable({ element: 'satin', strokeMm: leastColumnMm }).map(({ says }) => `Stop ${stop}: ${says}`)),
  ]);
  return {
    stops,
    stitches: stops.reduce((sum, stop) => sum + stop.stitches, 0),
    trims: stops.reduce((sum, stop) => sum + stop.trims, 0),
    widthMm: box.right - box.left,
    heightMm: box.bottom - box.top,
    leftMm: box.left,
    topMm: box.top,
    warnings,
  };
}

interface Columns {
  x: string;
  y: string;
  command: string;
}
type Row = Readonly<Record<string, string>>;

/** One row's place and command; `line` as an editor counts it. */
function readRow(row: Row, columns: Columns, line: number): Point & { command: Command } {
  const x = Number((row[columns.x] ?? '').trim() || NaN);
  const y = Number((row[columns.y] ?? '').trim() || NaN);
  const word = ((row[columns.command] ?? '').trim().toLowerCase() || 'stitch') as
    Command | 'color' | 'color change' | 'colour change';
  const known: Command | null = /^colou?r( change)?$/.test(word)
    ? 'colour'
    : (stitchCommands as readonly string[]).includes(word)
      ? (word as Command)
      : null;
  const needsPlace = known === 'stitch' || known === 'jump';
  if (!known || (needsPlace && !(Math.abs(x) <= 2000 && Math.abs(y) <= 2000))) {
    throw new UserError(
      'StitchListRow',
      `Line ${line} cannot be read: “${row[columns.x] ?? ''}, ${row[columns.y] ?? ''}, ${row[columns.command] ?? ''}”. Write x and y in mm and one of ${stitchCommands.join(', ')}.`,
    );
  }
  return { x, y, command: known };
}

/** The needle's way: one group a colour, its stretches parted by NaN; and the box about all that is sewn. */
function follow(rows: readonly Row[], columns: Columns) {
  const groups: { points: Point[]; trims: number }[] = [{ points: [], trims: 0 }];
  let last: Point | null = null;
  let penUp = true;
  const box = { left: Infinity, right: -Infinity, top: Infinity, bottom: -Infinity };
  rows.forEach((row, index) => {
    const { x, y, command: known } = readRow(row, columns, index + 2);
    const group = groups.at(-1)!;
    if (known === 'trim') {
      group.trims++;
      // The thread is cut: what comes next begins where it is.
      [penUp, last] = [true, null];
    } else if (known === 'colour') {
      groups.push({ points: [], trims: 0 });
      [penUp, last] = [true, null];
    } else {
      const here = { x, y };
      if (known === 'jump') penUp = true;
      else {
        // After a move the line begins anew: what lies between is not sewn. NaN parts the stretches.
        if (penUp && group.points.length > 0) group.points.push({ x: NaN, y: NaN });
        if (penUp && last) group.points.push(last);
        group.points.push(here);
        penUp = false;
        box.left = Math.min(box.left, x);
        box.right = Math.max(box.right, x);
        box.top = Math.min(box.top, y);
        box.bottom = Math.max(box.bottom, y);
      }
      last = here;
    }
  });
  return { groups, box };
}

/** A stitch that turns back by more than this crosses a column, radians. */
const turnsBack = (95 * Math.PI) / 180;

function measure(points: readonly Point[], trims: number, stop: number): MeasuredStop {
  const lengths: number[] = [];
  const widths: number[] = [];
  const spacings: number[] = [];
  let turns = 0;
  for (let at = 1; at < points.length; at++) {
    const from = points[at - 1]!;
    const here = points[at]!;
    const length = Math.hypot(here.x - from.x, here.y - from.y);
    if (Number.isNaN(length)) continue;
    lengths.push(length);
    const next = points[at + 1];
    if (!next || Number.isNaN(next.x)) continue;
    const turn = Math.abs(
      wrap(Math.atan2(next.y - here.y, next.x - here.x) - Math.atan2(here.y - from.y, here.x - from.x)),
    );
    if (turn < turnsBack) continue;
    turns++;
    const along = { x: next.x - from.x, y: next.y - from.y };
    const advance = Math.hypot(along.x, along.y);
    // From one side of the column to the next stitch on the same side: its spacing; the point between stands off by
    // the column's width.
    spacings.push(advance);
    widths.push(
      advance < 1e-6 ? length : Math.abs(along.x * (here.y - from.y) - along.y * (here.x - from.x)) / advance,
    );
  }
  const meanMm = lengths.length === 0 ? 0 : mean(lengths);
  const share = lengths.length === 0 ? 0 : turns / lengths.length;
  const path = sum(lengths);
  const box = boxOf(points);
  // Every stitch of a column turns back. A fill's lines lie so close that they cover most of where they are.
  const isFill = lengths.length > 30 && box > 4 && (path * lineDistance(usual.spacingMm)) / box > 0.2;
  const kind: ElementKind = share > 0.6 ? 'satin' : isFill ? 'fill' : 'run';
  return {
    stop,
    stitches: lengths.length,
    trims,
    pathMm: path,
    meanMm,
    longestMm: lengths.length === 0 ? 0 : max(lengths),
    kind,
    leastColumnMm: kind === 'satin' ? quantile(widths, 0.05) : null,
    mostColumnMm: kind === 'satin' ? quantile(widths, 0.95) : null,
    areaMm2: kind === 'satin' ? path * lineDistance(median(spacings)) : kind === 'fill' ? box : null,
    spacingMm: kind === 'satin' ? median(spacings) : kind === 'fill' ? spacingOfLines(box / path) : null,
    lengthMm: Math.min(12, Math.max(0.3, meanMm || usual.runStitchMm)),
    path: Float32Array.from(points.flatMap(({ x, y }) => [x, y])),
  };
}

/** Area of the upright box around the points, mm². */
function boxOf(points: readonly Point[]): number {
  const real = points.filter((point) => !Number.isNaN(point.x));
  const side = (pick: (point: Point) => number) => {
    let low = Infinity;
    let high = -Infinity;
    for (const point of real) {
      low = Math.min(low, pick(point));
      high = Math.max(high, pick(point));
    }
    return high - low;
  };
  return side((point) => point.x) * side((point) => point.y);
}

const wrap = (angle: number) => Math.atan2(Math.sin(angle), Math.cos(angle));
