import { rowsOf } from './arrange.ts';
import { axesOf, inDirection } from './axes.ts';
import type { Box } from './boxes.ts';
import type { Planes } from './planes.ts';
import { anyStanding, endStanding, leastEnd, standing } from './standing.ts';
import { placesIn } from './strip.ts';

/** A column that was missed is taken where its four edges show by as much: of full brightness. */
export const clearly = 0.03;
/** One that was found and is cut off at the rim stays where an end of it that is in the picture shows by as much. */
const hardly = 0.012;
/** Middles of neighbours lie no nearer than this, in widths. */
const nearest = 1.08;
/** Beyond the last column of a row the next is looked for as far as this, in pitches. */
const furthest = 1.35;
/** Pitch where there is one column only, in widths. */
const usualPitch = 1.5;
/** Steps in which a place is looked for, in widths. */
const step = 0.04;
/** Steps along it, and how many each way. */
const stepAlong = 0.06;
const mostAlong = 8;
/** A column may lie outside the picture with a corner by this part of its length. */
const mostOut = 0.06;
/** So many columns a row can have. */
const mostInRow = 24;

/**
 * The columns found (px of the field), with those of their rows that the first look missed: wherever beside or between them there is room, the place is looked
 * for where four edges show as a column has them, by `least` of full brightness. Without what is no column: bare cloth or table of which no edge shows, and of what is cut off at the rim of the picture no end.
 */
export function withMissed(field: Planes, boxes: readonly Box[], least = clearly): Box[] {
  const found = boxes.filter((box) =>
    box.isCut ? endStanding(field, box) > hardly : anyStanding(field, box) > clearly,
  );
  return rowsOf(found).flatMap((row) => filledUp(field, row, least));
}

function filledUp(field: Planes, row: readonly Box[], least: number): Box[] {
  if (row.length === 0) return [];
  const { across } = axesOf(row[0]!.angle);
  const at = (box: Box) => inDirection(across, box);
  const pitch =
    row.length === 1
      ? usualPitch * row[0]!.wide
      : Math.min(...row.slice(1).map((box, index) => at(box) - at(row[index]!)));
  let full = [...row];
  for (let index = -1; index < full.length && full.length < mostInRow; index++) {
    const [before, after] = [full[index], full[index + 1]];
    const like = (before ?? after)!;
    const from = before ? nearest * like.wide : -furthest * Math.max(pitch, nearest * like.wide);
    const to = before
      ? after
        ? at(after) - at(before) - nearest * like.wide
        : furthest * Math.max(pitch, nearest * like.wide)
      : -nearest * like.wide;
    const missed = bestBeside(field, like, { slant: slantOf(full), least }, [from, to]);
    if (!missed) continue;
    full = [...full.slice(0, index + 1), missed, ...full.slice(index + 1)];
    // The same gap once more: it may hold several. Before the first one the search begins anew.
    index = Math.max(-2, index - 1);
  }
  return full;
}

/** How far each next column of a row lies further along, by how far across: rows may lie at an angle. */
function slantOf(row: readonly Box[]): number {
  const { along, across } = axesOf(row[0]!.angle);
  const [first, last] = [row[0]!, row.at(-1)!];
  const far = inDirection(across, last) - inDirection(across, first);
  return row.length < 2 ? 0 : (inDirection(along, last) - inDirection(along, first)) / far;
}

/** Places about as clear as the clearest, by this factor: the middle one of them is taken. */
const asClear = 0.95;

/** The clearest place for a column like another within a reach beside it, px across; null where none is clear. */
function bestBeside(
  field: Planes,
  like: Box,
  { slant, least }: { slant: number; least: number },
  [from, to]: readonly [number, number],
): Box | null {
  const { along, across } = axesOf(like.angle);
  const places: { box: Box; off: number; clear: number }[] = [];
  for (let off = from; off <= to; off += step * like.wide) {
    const box = {
      ...like,
      x: like.x + off * (across[0] + slant * along[0]),
      y: like.y + off * (across[1] + slant * along[1]),
    };
    const out = outOf(field, box);
    if (out > mostOut * like.long) continue;
    places.push({ box: { ...box, isCut: out > 0 }, off, clear: standing(field, box) });
  }
  const most = Math.max(0, ...places.map(({ clear }) => clear));
  if (most < least) return null;
  const [first] = places.filter(({ clear }) => clear === most);
  const near = places.filter(
    ({ off, clear }) => clear >= asClear * most && Math.abs(off - first!.off) < like.wide / 2,
  );
  const place = middleOf(near)?.box;
  return place ? alongItself(field, place) : null;
}

const middleOf = <Each>(places: readonly Each[]): Each | undefined =>
  places[Math.floor((places.length - 1) / 2)];

/** A place that was found across, moved along the column to where the less clear of its ends shows best, if that is not where it is: its neighbour may itself lie a little off. */
function alongItself(field: Planes, box: Box): Box {
  const { along } = axesOf(box.angle);
  const out = Math.max(0, outOf(field, box));
  const places = Array.from({ length: 2 * mostAlong + 1 }, (_, index) => {
    const off = (index - mostAlong) * stepAlong * box.wide;
    const moved = { ...box, x: box.x + off * along[0], y: box.y + off * along[1] };
    // Ends outside the picture are not asked: none is moved there.
    return { moved, clear: outOf(field, moved) > out ? 0 : leastEnd(field, moved) };
  });
  const most = Math.max(...places.map(({ clear }) => clear));
  const asClearAs = places.filter(({ clear }) => clear >= asClear * most);
  const asFound = places[mostAlong]!;
  return (asClearAs.includes(asFound) ? asFound : middleOf(asClearAs)!).moved;
}

/** How far the furthest of a column's corners lies outside the picture, px; 0 or less: none does. */
function outOf({ width, height }: Planes, box: Box): number {
  const placeAt = placesIn(box);
  const corners = [0, 1].flatMap((across) => [0, 1].map((along) => placeAt(across, along)));
  return Math.max(...corners.map(([x, y]) => Math.max(-x, -y, x - width + 1, y - height + 1)));
}
