import { median } from 'simple-statistics';
import { rowsOf } from '../geometry/arrange.ts';
import { axesOf, inDirection } from '../geometry/axes.ts';
import type { Box } from '../geometry/box.ts';
import { lineThrough, type Place } from '../geometry/lines.ts';
import { endsOf, reaching } from '../geometry/reach.ts';

/** A column that reaches over its row's ends by more than this part of a length has a thread hanging from it. */
const leastTail = 0.03;
/** A line through fewer ends than this could be one tail's. */
const leastInRow = 3;

/**
 * The columns, row by row, none of them longer than its row: columns of one row are sewn to one length, so their ends lie on two lines, and what hangs over
 * those is a thread, though it reach the rim of the picture. What is no longer than the others stays where it is; what is cut off at the rim tells no ends.
 */
export const withoutTails = (boxes: readonly Box[]): Box[] => rowsOf(boxes).flatMap(evened);

function evened(row: readonly Box[]): Box[] {
  const whole = row.filter(({ isCut }) => !isCut);
  if (whole.length < leastInRow) return [...row];
  const { along, across } = axesOf(row[0]!.angle);
  const far = (box: Box) => inDirection(across, box);
  const tail = leastTail * median(whole.map(({ long }) => long));
  const startAt = innerLine(
    whole.map((box) => [far(box), -endsOf(box, along)[0]]),
    tail,
  );
  const endAt = innerLine(
    whole.map((box) => [far(box), endsOf(box, along)[1]]),
    tail,
  );
  const longAt = innerLine(
    whole.map((box) => [far(box), box.long]),
    tail,
  );
  return row.map((box) => {
    const [start, end] = endsOf(box, along);
    // One that lies higher or lower than its row is as long as the others.
    if (box.long <= longAt(far(box)) + tail) return box;
    const [first, last] = [-startAt(far(box)), endAt(far(box))];
    const from = start < first - tail ? first : start;
    const to = end > last + tail ? last : end;
    return reaching(box, along, from, to);
  });
}

/** The line of those places that do not lie over it by more than `over`: found again without them, as long as there are any. */
function innerLine(places: readonly Place[], over: number): (x: number) => number {
  const line = lineThrough(places);
  const inner = places.filter(([x, y]) => y <= line(x) + over);
  return inner.length === places.length || inner.length < leastInRow ? line : innerLine(inner, over);
}
