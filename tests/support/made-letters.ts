import { wholeLetter, type Letter } from '../../src/core/artwork/forms/letters.ts';
import type { Part } from '../../src/core/artwork/forms/parts.ts';

let ids = 0;

/** A letter of rows of pixels from `top` on, each from its left to its right end; a row without pixels has its left end behind its right one. */
export function letterOf(
  rows: readonly (readonly [number, number])[],
  top: number,
  more: Partial<Part> = {},
): Letter {
  const inked = rows.filter(([from, to]) => from <= to);
  const part: Part = {
    id: ++ids,
    tone: 0,
    area: inked.reduce((sum, [from, to]) => sum + to - from + 1, 0),
    left: Math.min(...inked.map(([from]) => from)),
    right: Math.max(...inked.map(([, to]) => to)),
    top,
    bottom: top + rows.length - 1,
    strokePx: 4,
    stemPx: 4,
    widestPx: 5,
    narrowPx: 4,
    rows: Int32Array.from(rows.flat()),
    ...more,
  };
  return wholeLetter(part);
}

/** A box, full unless another area is told. */
export const boxLetter = (
  left: number,
  top: number,
  wide: number,
  high: number,
  more: Partial<Part> = {},
): Letter =>
  letterOf(
    Array.from({ length: high }, () => [left, left + wide - 1] as const),
    top,
    more,
  );
