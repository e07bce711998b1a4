import { median, quantile } from 'simple-statistics';
import { brightness } from '../image/planes.ts';
import { cellOf, type Strip } from '../image/strip.ts';

/** Rows whose light is told together. */
const together = 2;
/** A shadow lies across a column where it is darker behind its edge by more than this factor, and nearly all across it by this part of that at least (of the logarithm): else its stripe changes. */
const leastChange = 1.25;
const asMuch = 0.6;
const nearlyAll = 0.15;
/** Darker than this a cell tells nothing. */
const leastBright = 0.02;
/** Each end of a shadow's edge has so many of the rows behind it. */
const leastRows = 6;

/** What is told of rows, each as its neighbours have it. */
export const asNeighbours = (rows: readonly number[]): number[] =>
  rows.map((_, row) => median(rows.slice(Math.max(0, row - together), row + together + 1)));

/** How light each row of a column is at its left and right, as parts of how light its lit rows are there. */
export interface OwnLight {
  left: number[];
  right: number[];
}

/**
 * How light each row of a column is by itself, where the cloth beside it is too dark to tell: behind a shadow's edge all of it is darker by one factor, whatever its stripe does. null where no edge
 * crosses it.
 */
export function ownLight(strip: Strip): OwnLight | null {
  const { rows, first, wide } = strip;
  const cells = Array.from({ length: rows }, (_, row) =>
    Array.from({ length: wide }, (_, step) => brightness(cellOf(strip, row, first + step))),
  );
  const own = cells.map((row) => median(row));
  if (own.some((value) => !(value > 0))) return null;
  const half = Math.sqrt(quantile(own, 0.95) * quantile(own, 0.05));
  const [lit, dark] = [true, false].map((isLit) => cells.filter((_, row) => own[row]! > half === isLit));
  if (Math.min(lit!.length, dark!.length) < leastRows) return null;
  const usual = (of: number[][]) =>
    Array.from({ length: wide }, (_, step) => median(of.map((row) => row[step]!)));
  const [asLit, asDark] = [usual(lit!), usual(dark!)];
  const changes = asLit.flatMap((value, step) =>
    Math.min(value, asDark[step]!) > leastBright ? [Math.log(value / asDark[step]!)] : [],
  );
  if (changes.length < wide / 2) return null;
  const change = median(changes);
  if (change < Math.log(leastChange) || quantile(changes, nearlyAll) < asMuch * change) return null;
  const lightIn = (from: number, to: number) => {
    const lights = cells.map((row) => {
      const parts = row.slice(from, to).flatMap((value, at) => {
        const as = asLit[from + at]!;
        return as > leastBright ? [value / as] : [];
      });
      return parts.length > 0 ? median(parts) : 1;
    });
    return asNeighbours(lights);
  };
  return { left: lightIn(0, wide / 2), right: lightIn(wide / 2, wide) };
}
