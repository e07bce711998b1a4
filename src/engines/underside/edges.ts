import { UserError } from '../../core/base/user-error.ts';
import type { UndersideColumn } from './read.ts';

/**
 * A column's four edges, left to right: column, stripe, stripe, column. As parts of the width that was found: 0 and 1 are
 * the edges that the reader laid, and an operator may move each.
 */
export type Edges = readonly [number, number, number, number];
export const edgeNames = ['left edge', 'stripe’s left edge', 'stripe’s right edge', 'right edge'] as const;

/** The least distance of two edges, of the width found. */
const apart = 0.005;

/** Edges as read; of a column that could not be read a third each, to be moved by hand. */
export function edgesOf({ widths }: Pick<UndersideColumn, 'widths'>): Edges {
  if (!widths) return [0, 1 / 3, 2 / 3, 1];
  const all = widths.left + widths.bobbin + widths.right;
  return [0, widths.left / all, (widths.left + widths.bobbin) / all, 1];
}

/** The edges with one of them moved to `to`, stopped at its neighbours and half a width outside the column. */
export function moveEdge(edges: Edges, which: number, to: number): Edges {
  const low = which === 0 ? -0.5 : edges[which - 1]! + apart;
  const high = which === 3 ? 1.5 : edges[which + 1]! - apart;
  const placed = (index: number) => (index === which ? Math.min(high, Math.max(low, to)) : edges[index]!);
  return [placed(0), placed(1), placed(2), placed(3)];
}

/** Widths in mm of a column sewn `columnMm` wide. Throws EdgesCrossed when the edges are not in order. */
export function widthsOf(edges: Edges, columnMm: number): { left: number; bobbin: number; right: number } {
  const [a, b, c, d] = edges;
  if (!(a < b && b < c && c < d))
    throw new UserError(
      'EdgesCrossed',
      'The edges of this column cross. Put them in order from left to right.',
    );
  const mm = columnMm / (d - a);
  return { left: (b - a) * mm, bobbin: (c - b) * mm, right: (d - c) * mm };
}

type Corner = readonly [number, number];
const between = (from: Corner, to: Corner, part: number): [number, number] => [
  from[0] + (to[0] - from[0]) * part,
  from[1] + (to[1] - from[1]) * part,
];

/** Where an edge runs on the picture, top and bottom, px. `outline`: the column's corners as read. */
export function edgeLine(
  outline: UndersideColumn['outline'],
  edge: number,
): readonly [[number, number], [number, number]] {
  return [between(outline[0]!, outline[1]!, edge), between(outline[3]!, outline[2]!, edge)];
}

/** Which edge value a point of the picture has: the inverse of {@link edgeLine} at its place along the column, however the column lies. */
export function edgeAt(outline: UndersideColumn['outline'], point: Corner): number {
  const [topLeft, topRight, bottomRight, bottomLeft] = [outline[0]!, outline[1]!, outline[2]!, outline[3]!];
  const along = part(between(topLeft, topRight, 0.5), between(bottomLeft, bottomRight, 0.5), point);
  return part(between(topLeft, bottomLeft, along), between(topRight, bottomRight, along), point);
}

/** How far a point lies on the way from one place to another, 0 to 1, seen square to it. */
function part(from: Corner, to: Corner, [x, y]: Corner): number {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  return ((x - from[0]) * dx + (y - from[1]) * dy) / (dx * dx + dy * dy);
}
