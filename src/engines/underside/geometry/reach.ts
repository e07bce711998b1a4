import { inDirection, type Direction } from './axes.ts';
import type { Box } from './box.ts';

/** Where a column begins and ends along a direction, px. */
export function endsOf(box: Box, along: Direction): [start: number, end: number] {
  const middle = inDirection(along, box);
  return [middle - box.long / 2, middle + box.long / 2];
}

/** The column as it lies, but from one place to another along a direction. */
export function reaching(box: Box, along: Direction, from: number, to: number): Box {
  const [start, end] = endsOf(box, along);
  const moved = (from + to - start - end) / 2;
  return { ...box, long: to - from, x: box.x + moved * along[0], y: box.y + moved * along[1] };
}
