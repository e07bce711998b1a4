import { axesOf, inDirection } from '../geometry/axes.ts';
import type { Box } from '../geometry/box.ts';
import { difference, type Colour } from '../image/planes.ts';

/** Halves of a column differ by less than this, and are together as wide as a column within this part of one. */
const oneThread = 0.13;
const asWide = 0.15;

/** What shows alone where a column may be: its box, how wide it is itself, px, and its colour. */
export interface SingleColumn {
  box: Box;
  stripeWide: number;
  inner: Colour;
}

/**
 * Whether a stripe that shows alone may be half of a column whose other half was taken for a side of the one beside it: of its thread, and so far from that side that both would be one column. `left`
 * and `right`: how wide the other's sides are, parts of its width.
 */
export function isHalfOf(
  { box, stripeWide, inner }: SingleColumn,
  other: { box: Box; top: Colour; left: number; right: number },
): boolean {
  if (difference(inner, other.top) > oneThread) return false;
  const { along, across } = axesOf(box.angle);
  const away = { x: other.box.x - box.x, y: other.box.y - box.y };
  if (Math.abs(inDirection(along, away)) > box.long / 2) return false;
  const far = inDirection(across, away);
  const { wide } = other.box;
  const side = wide * (far > 0 ? other.left : other.right);
  return Math.abs((stripeWide / 2 + Math.abs(far) - wide / 2 + side) / wide - 1) < asWide;
}
