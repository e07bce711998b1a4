import { median } from 'simple-statistics';
import { rowsOf } from '../geometry/arrange.ts';
import { axesOf, inDirection } from '../geometry/axes.ts';
import type { Box } from '../geometry/box.ts';
import { lineThrough } from '../geometry/lines.ts';
import type { Planes } from '../image/planes.ts';
import { endsOf, reaching } from '../geometry/reach.ts';
import { contrastOf } from './contrast.ts';

/** A column whose ends lie off its row's by more than this part of a length may have been found wrongly. */
const off = 0.05;
/** A line through fewer ends than this could be anywhere. */
const leastInRow = 4;

/**
 * The columns (px of the field), row by row, those that lie off the two lines on which their row begins and ends put on them where they stand more clearly there: part of
 * one was lost in a shadow or in thread like the cloth, or something beside it was taken in. What is cut off at the rim stays as it is.
 */
export const alignToRows = (field: Planes, boxes: readonly Box[]): Box[] =>
  rowsOf(boxes).flatMap((row) => inRow(field, row));

function inRow(field: Planes, row: readonly Box[]): Box[] {
  const whole = row.filter(({ isCut }) => !isCut);
  if (whole.length < leastInRow) return [...row];
  const { along, across } = axesOf(row[0]!.angle);
  const far = (box: Box) => inDirection(across, box);
  const [startAt, endAt] = [0, 1].map((end) =>
    lineThrough(whole.map((box) => [far(box), endsOf(box, along)[end as 0]])),
  );
  const [wide, angle] = [median(whole.map((box) => box.wide)), median(whole.map((box) => box.angle))];
  return row.map((box) => {
    const [start, end] = endsOf(box, along);
    const [first, last] = [startAt!(far(box)), endAt!(far(box))];
    const most = off * (last - first);
    if (box.isCut || (Math.abs(start - first) <= most && Math.abs(end - last) <= most)) return box;
    const there = { ...reaching(box, along, first, last), wide, angle };
    return contrastOf(field, there) > contrastOf(field, box) ? there : box;
  });
}
