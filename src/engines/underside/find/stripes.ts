import { median } from 'simple-statistics';
import { rowsOf } from '../geometry/arrange.ts';
import { axesOf, inDirection } from '../geometry/axes.ts';
import type { Box } from '../geometry/box.ts';
import type { Candidate } from './sets.ts';

/** A stripe is as long as the columns beside it, within this factor, and lies along them within this angle. */
const asLong = 1.12;
const mostTurned = 0.1;
/** It is narrower than this part of a column, and its rectangle is filled to this part of it. */
const mostWide = 0.85;
const leastFill = 0.6;
/** It begins where they do, within this part of their length. */
const mostAlong = 0.1;
/** Its middle lies further than this from the middle of each column, in widths: it may lie at its own column's rim. */
const leastApart = 0.95;
/** Beyond the last column of a row none is looked for further than this, in widths. */
const furthest = 2.4;
/** Stripes nearer to each other than this, in widths, are of one column. */
const ofOne = 0.8;

/** A box about a stripe, and how wide that is itself, px. */
export type Stripe = Box & { stripeWide: number };

/**
 * Columns of which only the bobbin's stripe stands out from the cloth, since their own thread is like it: beside columns that were found, as long as they, but narrower. As boxes
 * as wide as the others; how their own sides lie cannot be seen. `islands`: all that lies in some ground.
 */
export function stripesAmong(boxes: readonly Box[], islands: readonly Candidate[]): Stripe[] {
  const found: Stripe[] = [];
  // Beside those that are found there may be more, as far as a row goes.
  for (;;) {
    const known = [...boxes, ...found];
    const more = rowsOf(known).flatMap((row) => stripesOf(row, known, islands));
    if (more.length === 0) return found;
    found.push(...more);
  }
}

function stripesOf(row: readonly Box[], boxes: readonly Box[], islands: readonly Candidate[]): Stripe[] {
  const [long, wide] = [median(row.map((box) => box.long)), median(row.map((box) => box.wide))];
  const axes = axesOf(row[0]!.angle);
  const across = (place: { x: number; y: number }) => inDirection(axes.across, place);
  const along = (place: { x: number; y: number }) => inDirection(axes.along, place);
  const nearest = (place: { x: number; y: number }) =>
    row.reduce((near, box) =>
      Math.abs(across(box) - across(place)) < Math.abs(across(near) - across(place)) ? box : near,
    );
  const fits = (island: Candidate) => {
    const beside = nearest(island);
    return (
      island.isIn &&
      !island.isCut &&
      island.fill > leastFill &&
      island.wide < mostWide * wide &&
      island.long < asLong * long &&
      long < asLong * island.long &&
      Math.abs(Math.sin(island.angle - beside.angle)) < mostTurned &&
      Math.abs(along(island) - along(beside)) < mostAlong * long &&
      Math.abs(across(island) - across(beside)) < furthest * wide &&
      boxes.every(
        (box) =>
          Math.abs(across(island) - across(box)) > leastApart * wide ||
          Math.abs(along(island) - along(box)) > 0.8 * long,
      )
    );
  };
  const stripes: Candidate[] = [];
  for (const island of islands.filter(fits).sort((a, b) => b.area - a.area))
    if (stripes.every((other) => Math.abs(across(other) - across(island)) > ofOne * wide))
      stripes.push(island);
  return stripes.map(({ x, y, wide: stripeWide }) => ({
    ...nearest({ x, y }),
    ...{ x, y, long, wide, isCut: false, stripeWide },
  }));
}
