import { rowsOf } from '../geometry/arrange.ts';
import { axesOf, inDirection } from '../geometry/axes.ts';
import type { Box } from '../geometry/box.ts';
import type { ColumnRead } from './column.ts';
import { lineThrough } from '../geometry/lines.ts';

/** The width of a row's columns is known from so many of them. */
const leastInRow = 4;

/**
 * How wide each column would be if it were like the others of its row, px: all are sewn to one width, which a camera that leans sees grow from one end of the row to the other. null where too few
 * were measured to tell. `wides`: as measured; null of those that were not.
 */
export function usualWidths(boxes: readonly Box[], wides: readonly (number | null)[]): (number | null)[] {
  const usual: (number | null)[] = boxes.map(() => null);
  for (const row of rowsOf(boxes.map((box, index) => ({ ...box, index })))) {
    const known = row.flatMap(({ index, ...box }) => {
      const wide = wides[index];
      return wide === null || wide === undefined ? [] : [{ box, wide }];
    });
    if (known.length < leastInRow) continue;
    const { across } = axesOf(row[0]!.angle);
    const wideAt = lineThrough(known.map(({ box, wide }) => [inDirection(across, box), wide]));
    for (const box of row) usual[box.index] = wideAt(inDirection(across, box));
  }
  return usual;
}

/** A thread that lies no further than this from its cloth may be like it where it turns down at a column's rim, darker than it is. */
const paleRims = 0.35;
/** It is taken to be as wide as its row where it was measured to be narrower, by no more than this. */
const narrower = { least: 0.85, most: 0.965 } as const;

/** How wide a column is, as so many times what was measured: 1, or more where its rims were lost in the cloth. `fromCloth`: how far its thread lies from that. */
export function rimsLost(wide: number, usual: number | null, fromCloth: number): number {
  if (usual === null || fromCloth > paleRims) return 1;
  const part = wide / usual;
  return part > narrower.least && part < narrower.most ? 1 / part : 1;
}

/** A column with its rims: so many times as wide as it was measured, half of that on each side. */
export function withRims(read: ColumnRead, times: number): ColumnRead {
  if (times === 1) return read;
  const share = read.share / times;
  const { left, right } = read.outer;
  const more = ((times - 1) * (right[0] + right[1] - left[0] - left[1])) / 4;
  return {
    ...{ ...read, share },
    left: (read.left + (times - 1) / 2) / times,
    unevenness: read.unevenness / times,
    error: read.error / times,
    rimsOff: read.share - share,
    outer: { left: [left[0] - more, left[1] - more], right: [right[0] + more, right[1] + more] },
  };
}

/** What was measured, each column's rims put on where they were lost in the cloth and the others of its row tell. `wide`: px, as measured; null where it was not. */
export function asWideAsOthers(
  columns: readonly { box: Box; read: ColumnRead | null; wide: number | null }[],
): (ColumnRead | null)[] {
  const usual = usualWidths(
    columns.map(({ box }) => box),
    columns.map(({ wide }) => wide),
  );
  return columns.map(({ read, wide }, index) =>
    read && wide !== null ? withRims(read, rimsLost(wide, usual[index]!, read.fromCloth)) : read,
  );
}
