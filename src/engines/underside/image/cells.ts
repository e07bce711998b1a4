import { median } from 'simple-statistics';
import { colourOf, type Colour } from './planes.ts';
import type { Strip } from './strip.ts';

/** Cells of a strip, plane by plane: red, green and blue of each, 0 to 1. Those outside the picture are left out. */
export type Cells = readonly [red: number[], green: number[], blue: number[]];

export const noCells = (): Cells => [[], [], []];

/** Adds a row's cells from one step to another, the last one left out; both are steps of the strip. */
export function addCells(
  [reds, greens, blues]: Cells,
  strip: Strip,
  row: number,
  from: number,
  to: number,
): void {
  const { steps, data } = strip;
  for (let at = (row * steps + from) * 3, end = (row * steps + to) * 3; at < end; at += 3) {
    const red = data[at]!;
    if (red !== red) continue;
    reds.push(red);
    greens.push(data[at + 1]!);
    blues.push(data[at + 2]!);
  }
}

/** The cells of some steps, all rows: from the one nearest to `from` on, before the one nearest to `to`. */
export function cellsOf(strip: Strip, from: number, to: number): Cells {
  const cells = noCells();
  const [first, end] = [Math.max(0, Math.round(from)), Math.min(strip.steps, Math.round(to))];
  for (let row = 0; row < strip.rows; row++) addCells(cells, strip, row, first, end);
  return cells;
}

/** The usual colour of cells, one at least: the median of each plane. */
export const usualOf = (cells: Cells): Colour => colourOf((plane) => median(cells[plane]));
