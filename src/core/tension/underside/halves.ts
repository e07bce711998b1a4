import { median } from 'simple-statistics';
import { rowsOf } from './arrange.ts';
import { axesOf, inDirection } from './axes.ts';
import type { Box } from './boxes.ts';
import type { Planes } from './planes.ts';
import { leastSide } from './standing.ts';

/** What is made of two columns' halves lies this many pitches from its neighbours, one and a half but for uneven pitch. */
const between = { least: 1.3, most: 1.75 } as const;
/** Pitch is known from so many columns of a row. */
const leastInRow = 5;
/** The sides of the two columns show by as much of full brightness each, and lie within this part of a pitch of where they should. */
const least = 0.03;
const steps = [0, -0.05, 0.05, -0.1, 0.1, -0.15, 0.15, -0.2, 0.2] as const;
/** Two columns' middles lie no nearer, in widths. */
const nearest = 1;

/**
 * The columns (px of the field), row by row, without what is two: the right half of one and the left half of the next, whose stripes are like the cloth between them, look like
 * one, one and a half pitches from either neighbour. Where the sides of two show in its place there are two: the ends of such stripes do not show.
 */
export const withoutHalves = (field: Planes, boxes: readonly Box[]): Box[] =>
  rowsOf(boxes).flatMap((row) => parted(field, row));

function parted(field: Planes, row: readonly Box[]): Box[] {
  if (row.length < leastInRow) return [...row];
  const { across } = axesOf(row[0]!.angle);
  const at = (box: Box) => inDirection(across, box);
  const pitch = median(row.slice(1).map((box, index) => at(box) - at(row[index]!)));
  const wide = median(row.map((box) => box.wide));
  const isApart = (one: Box | undefined, other: Box | undefined) => {
    if (!one || !other) return true;
    const pitches = (at(other) - at(one)) / pitch;
    return pitches > between.least && pitches < between.most;
  };
  return row.flatMap((box, index) => {
    if (!isApart(row[index - 1], box) || !isApart(box, row[index + 1])) return [box];
    const near = row[index - 1] ?? row[index + 1]!;
    const two = [-1, 1].map((way) =>
      clearestNear(field, { ...box, wide: near.wide }, way * 0.5 * pitch, pitch),
    );
    const [one, other] = two;
    if (!one || !other || at(other) - at(one) < nearest * wide) return [box];
    return [one, other];
  });
}

/** The clearest place for a column about `off` px across from another; null where none is clear. */
function clearestNear(field: Planes, box: Box, off: number, pitch: number): Box | null {
  const { across } = axesOf(box.angle);
  const places = steps.map((step) => {
    const by = off + step * pitch;
    const moved = { ...box, x: box.x + by * across[0], y: box.y + by * across[1] };
    return { moved, clear: leastSide(field, moved) };
  });
  const best = places.reduce((most, other) => (other.clear > most.clear ? other : most));
  return best.clear < least ? null : best.moved;
}
