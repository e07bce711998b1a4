import { median } from 'simple-statistics';
import { rowsOf } from '../geometry/arrange.ts';
import { axesOf, inDirection } from '../geometry/axes.ts';
import type { Box } from '../geometry/box.ts';
import { clothBeside, colourIn, isOffCloth, isBare } from './bare.ts';
import { difference, type Colour, type Planes } from '../image/planes.ts';
import { anyStanding, leastEnd, leastSide, contrastOf } from './contrast.ts';
import { placesIn } from '../image/strip.ts';

/** A column that was missed is taken where its four edges show by as much: of full brightness. */
export const leastContrast = 0.03;
/** One that was found is none where neither both its sides nor both its ends show by as much. */
const hardly = 0.02;
/** Of one that is cut off at the rim a thread that hangs from it may hide an end: then its sides show by as much. */
const surely = 0.09;
/** What is no further from the cloth than this is cloth. */
const cloth = 0.03;
/** Middles of neighbours lie no nearer than this, in widths. */
const nearest = 1.08;
/** Beyond the last column of a row the next is looked for as far as this, in pitches. */
const furthest = 1.35;
/** Pitch where there is one column only, in widths. */
const usualPitch = 1.5;
/** The ends of one that was missed show by this part of what its sides do at least. */
const leastOfSides = 0.2;
/** Steps in which a place is looked for, in widths. */
const step = 0.04;
/** Steps along it, and how many each way. */
const stepAlong = 0.06;
const mostAlong = 8;
/** A column may lie outside the picture with a corner by this part of its length. */
const mostOut = 0.06;
/** So many columns a row can have. */
const mostInRow = 24;

export interface SearchedColumn {
  /** The edges of one that was missed show by as much of full brightness; left out: clearly. */
  least?: number;
  /** It may be cut off at the rim of the picture; left out: it may not, since then an edge of something else is soon taken for one of its. */
  mayBeCut?: boolean;
  /** Only where so many pitches lie between two that were found; left out: wherever there is room. */
  leastGap?: number;
}

/**
 * The columns found (px of the field), with those of their rows that the first look missed: wherever beside or between them there is room, the place is looked
 * for where four edges show as a column has them. Without what is no column: bare cloth or table of which hardly an edge shows, and of what is cut off at the rim of the picture not its ends.
 */
export function recoverColumns(
  field: Planes,
  boxes: readonly Box[],
  { least = leastContrast, mayBeCut = false, leastGap = 0 }: SearchedColumn = {},
): Box[] {
  const found = rowsOf(boxes.filter((box) => isColumn(field, box))).flatMap((row) =>
    withoutGround(field, row),
  );
  return rowsOf(found).flatMap((row) => filledUp(field, row, { least, mayBeCut, leastGap }));
}

/** Whether enough of a box's edges show for a column: not of bare cloth or table, nor of what goes on beyond the rim of the picture. */
const isColumn = (field: Planes, box: Box): boolean =>
  box.isCut
    ? leastEnd(field, box) > leastContrast || leastSide(field, box) > surely
    : anyStanding(field, box) > leastContrast &&
      Math.max(leastSide(field, box), leastEnd(field, box)) > hardly;

/** Whether all four of a box's edges show. */
export const isSure = (field: Planes, box: Box): boolean =>
  !box.isCut && contrastOf(field, box) > leastContrast;

/** A row without what is ground: cut off at the rim it is cloth that something lies across, or it lies beside the cloth, on hoop or table. */
function withoutGround(field: Planes, row: readonly Box[]): Box[] {
  const whole = row.filter(({ isCut }) => !isCut);
  if (whole.length === 0) return [...row];
  const bare = clothBeside(field, whole);
  return row.filter((box) => {
    const isFaint = contrastOf(field, box) < hardly;
    return !(
      (box.isCut && isBare(field, box, bare)) ||
      ((box.isCut || isFaint) && isOffCloth(field, box, bare))
    );
  });
}

function filledUp(field: Planes, row: readonly Box[], looked: Required<SearchedColumn>): Box[] {
  if (row.length === 0) return [];
  const bare = clothBeside(field, row);
  const { across } = axesOf(row[0]!.angle);
  const at = (box: Box) => inDirection(across, box);
  const steps = row.slice(1).map((box, index) => at(box) - at(row[index]!));
  const pitch =
    row.length === 1 ? usualPitch * row[0]!.wide : looked.leastGap > 0 ? median(steps) : Math.min(...steps);
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
    if (looked.leastGap > 0 && !(before && after && at(after) - at(before) >= looked.leastGap * pitch))
      continue;
    const missed = bestBeside(field, like, { ...looked, bare, slant: slantOf(full) }, [from, to]);
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
export const asClear = 0.95;

/** The clearest place for a column like another within a reach beside it, px across; null where none is clear. */
function bestBeside(
  field: Planes,
  like: Box,
  { slant, least, mayBeCut, bare }: Required<SearchedColumn> & { slant: number; bare: Colour },
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
    if (out > (mayBeCut ? mostOut * like.long : 0)) continue;
    if (least >= leastContrast && difference(colourIn(field, box), bare) < cloth) continue;
    if (isOffCloth(field, box, bare)) continue;
    places.push({ box: { ...box, isCut: out > 0 }, off, clear: contrastOf(field, box) });
  }
  const most = Math.max(0, ...places.map(({ clear }) => clear));
  if (most < least) return null;
  const [first] = places.filter(({ clear }) => clear === most);
  const near = places.filter(
    ({ off, clear }) => clear >= asClear * most && Math.abs(off - first!.off) < like.wide / 2,
  );
  const place = middleOf(near)?.box;
  // A hoop's rim shows its sides, and goes on where a column ends.
  return place && leastEnd(field, place) > leastOfSides * leastSide(field, place)
    ? alongItself(field, place)
    : null;
}

export const middleOf = <Each>(places: readonly Each[]): Each | undefined =>
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
