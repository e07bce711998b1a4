import { wholeLetter, type Letter } from '../../src/engines/logo/letters/letters.ts';
import type { Part } from '../../src/engines/logo/parts/parts.ts';

let ids = 0;

/** A letter of rows of pixels from `top` on, each from its left to its right end; a row without pixels has its left end behind its right one. */
export function letterOf(
  rows: readonly (readonly [number, number])[],
  top: number,
  more: Partial<Part> = {},
): Letter {
  const inked = rows.filter(([from, to]) => from <= to);
  const left = Math.min(...inked.map(([from]) => from));
  const right = Math.max(...inked.map(([, to]) => to));
  const part: Part = {
    id: ++ids,
    tone: 0,
    area: inked.reduce((sum, [from, to]) => sum + to - from + 1, 0),
    left,
    right,
    top,
    bottom: top + rows.length - 1,
    strokePx: 4,
    stemPx: 4,
    widestPx: 5,
    narrowPx: 4,
    rows: Int32Array.from(rows.flat()),
    tops: Int32Array.from({ length: right - left + 1 }, (_, at) => top + rows.findIndex(([from, to]) => from <= left + at && left + at <= to)), // prettier-ignore
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

/** The pixels whose middles lie in a shape about a middle, told in a frame that leans, radians; it reaches so far from there, px. */
export function leaningLetter(
  [x, y]: readonly [number, number],
  reach: number,
  angle: number,
  isIn: (x: number, y: number) => boolean,
): Letter {
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const isAt = (column: number, row: number) => {
    const [dx, dy] = [column + 0.5 - x, row + 0.5 - y];
    return isIn(dx * cos + dy * sin, dy * cos - dx * sin);
  };
  const rows: [number, number][] = [];
  const top = Math.floor(y) - reach;
  for (let row = top; row <= y + reach; row++) {
    let [from, to] = [1, 0];
    for (let column = Math.floor(x) - reach; column <= x + reach; column++) {
      if (!isAt(column, row)) continue;
      if (from > to) from = column;
      to = column;
    }
    rows.push([from, to]);
  }
  const first = rows.findIndex(([from, to]) => from <= to);
  const last = rows.findLastIndex(([from, to]) => from <= to);
  const letter = letterOf(rows.slice(first, last + 1), top + first);
  // A notch in a head is not seen in the ends of rows.
  letter.part.tops = letter.part.tops.map((_, at) => {
    const row = rows.findIndex((__, k) => isAt(letter.left + at, top + k));
    return row < 0 ? -1 : top + row;
  });
  return letter;
}
