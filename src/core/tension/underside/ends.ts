import { axesOf } from './axes.ts';
import type { Box } from './boxes.ts';
import type { Planes } from './planes.ts';
import { endAt } from './standing.ts';

/** An end that shows by less than this is hidden; it is looked for where it shows by as much as the second. */
const shows = { hidden: 0.03, found: 0.06 } as const;
/** It is looked for inwards, in steps of this part of the length, up to so many. */
const step = 0.01;
const mostSteps = 25;
/** Places about as clear as the clearest, by this factor: the middle one of them is taken. */
const asClear = 0.95;

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
  const places = Array.from({ length: mostSteps }, (_, index) => {
    const off = ((index + 1) * step * box.long) / 2;
    const way = end === 0 ? off : -off;
    const shorter = {
      ...box,
      long: box.long - 2 * off,
      x: box.x + way * along[0],
      y: box.y + way * along[1],
    };
    return { shorter, clear: endAt(field, shorter, end) ?? 0 };
  });
  const most = Math.max(...places.map(({ clear }) => clear));
  if (most < shows.found) return box;
  const clearest = places.filter(({ clear }) => clear >= asClear * most);
  return clearest[Math.floor((clearest.length - 1) / 2)]!.shorter;
}
