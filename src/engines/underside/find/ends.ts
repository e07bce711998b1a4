import { axesOf } from '../geometry/axes.ts';
import type { Box } from '../geometry/box.ts';
import { asClear, middleOf } from './recover-columns.ts';
import type { Planes } from '../image/planes.ts';
import { endsOf, reaching } from '../geometry/reach.ts';
import { endAt } from './contrast.ts';

/** An end that shows by less than this is hidden; it is looked for where it shows by as much as the second. */
const shows = { hidden: 0.03, found: 0.06 } as const;
/** It is looked for inwards, in steps of this part of the length, up to so many. */
const step = 0.01;
const mostSteps = 25;

/**
 * The columns (px of the field), each without what hangs from its ends: where no end shows across most of the column it is looked for further in, and where it shows most the column
 * ends. What is cut off at the rim stays.
 */
export const withEnds = (field: Planes, boxes: readonly Box[]): Box[] =>
  boxes.map((box) => (box.isCut ? box : ended(field, ended(field, box, 0), 1)));

/** `end`: 0 for where it begins, 1 for where it ends. */
function ended(field: Planes, box: Box, end: 0 | 1): Box {
  const now = endAt(field, box, end);
  if (now === null || now >= shows.hidden) return box;
  const { along } = axesOf(box.angle);
  const [first, last] = endsOf(box, along);
  const places = Array.from({ length: mostSteps }, (_, index) => {
    const off = (index + 1) * step * box.long;
    const shorter = reaching(box, along, end === 0 ? first + off : first, end === 0 ? last : last - off);
    return { shorter, clear: endAt(field, shorter, end) ?? 0 };
  });
  const most = Math.max(...places.map(({ clear }) => clear));
  if (most < shows.found) return box;
  return middleOf(places.filter(({ clear }) => clear >= asClear * most))!.shorter;
}
