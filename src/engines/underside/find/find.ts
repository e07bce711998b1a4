import { UserError } from '../../../core/base/user-error.ts';
import type { Pixels } from '../../picture/index.ts';
import { withoutOverlaps } from './overlaps.ts';
import { ownWidth, rowsOf, withUnseen, type Seen } from '../geometry/arrange.ts';
import type { Box } from '../geometry/box.ts';
import { boxesAmong, candidatesIn } from './boxes.ts';
import type { Candidate } from './sets.ts';
import { boxFrom, type Outline } from '../geometry/by-hand.ts';
import { columnsDiffer, isFarOff } from './count.ts';
import { planesOf, type Planes } from '../image/planes.ts';
import { withEnds } from './ends.ts';
import { dropHalfColumns } from './half-columns.ts';
import { alignToRows } from './rows.ts';
import { isSure, recoverColumns, type SearchedColumn } from './recover-columns.ts';
import { stripesAmong } from './stripes.ts';
import { withoutTails } from './tails.ts';

export interface UndersideAsked {
  /** Columns on the block, 1 to 24; left out: as many as are seen. */
  count?: number | undefined;
  /** Width of a column as it was sewn, mm: 1 to 60. */
  columnMm: number;
  /** Length of a column as it was sewn, mm: 5 to 200; left out: 40. */
  lengthMm?: number | undefined;
  /** Where the columns lie, as a person put it, in the order in which they are told: nothing is looked for then. 1 to 24. */
  outlines?: readonly Outline[] | undefined;
}

/** Columns are looked for in a picture of this size, px. */
const lookedForIn = 680;
export const usualLengthMm = 40;
/** Of so many columns at one pitch a gap is a column that is like the cloth, though nobody said how many there are. */
const leastEven = 3;
/** How columns are looked for that must be there, since so many were said: one after another, until as many are found. */
const moreClosely: readonly SearchedColumn[] = [
  { mayBeCut: true },
  { least: 0.018 },
  { least: 0.012, mayBeCut: true },
];
/** Nobody said how many there are: one that is cut off at the rim is looked for, and in a gap that has room for one what hardly shows. */
const ofThemselves: readonly SearchedColumn[] = [{ mayBeCut: true }, { least: 0.012, leastGap: 1.6 }];

/** Where columns are seen, px of the picture, from left to right. */
export function foundBoxes(
  picture: Pixels,
  { count, columnMm, lengthMm = usualLengthMm }: UndersideAsked,
): Seen[] {
  const small = planesOf(picture, lookedForIn);
  const ratio = lengthMm / columnMm;
  const candidates = candidatesIn(small, ratio);
  const first = boxesAmong(candidates, small, ratio, count ?? null, (box) => isSure(small, box));
  const looked = (how: SearchedColumn) =>
    withoutOverlaps(
      small,
      withEnds(small, alignToRows(small, withoutTails(recoverColumns(small, first, how)))),
    );
  let found = looked({});
  const itself = found.length === count ? found : ofItself(small, found, count !== undefined);
  if (count === undefined || itself.length === count) found = itself;
  // Some thread may be so like the cloth that hardly an edge shows, and a column may be cut off: only where that makes up the number that was said.
  for (const how of moreClosely) {
    if (count === undefined || found.length >= count) break;
    const more = looked(how);
    if (more.length === count) found = more;
  }
  if (found.length === 0) throw noColumns(count);
  const boxes = withUnlike(found, candidates, count);
  if (isFarOff(boxes.length, count)) throw columnsDiffer(boxes.length, count!);
  const { factor } = small;
  return boxes.map((box) => ({
    ...box,
    ...{ x: (box.x + 0.5) * factor, y: (box.y + 0.5) * factor },
    ...{ long: box.long * factor, wide: box.wide * factor },
    stripeWide: box.stripeWide && box.stripeWide * factor,
  }));
}

/** What the columns found say by themselves of how many there are: two that look like one are two, and where there is room for one that hardly shows it is looked for. */
const ofItself = (small: Planes, found: readonly Box[], isTold: boolean): Box[] =>
  ofThemselves.reduce<Box[]>(
    (boxes, how) => withoutOverlaps(small, recoverColumns(small, boxes, how)),
    dropHalfColumns(small, found, isTold),
  );

/** The columns found and those whose own thread is like the cloth, where they are known to be: their stripe shows, or the others leave room for them. */
function withUnlike(
  found: readonly Box[],
  candidates: readonly Candidate[],
  count: number | undefined,
): Seen[] {
  const missing = count === undefined ? null : count - found.length;
  const seen = found.map((box) => ({ ...box, isSeen: true }));
  if (missing !== null && missing <= 0) return seen;
  const stripes = stripesAmong(found, candidates);
  const isTooMany = missing !== null && stripes.length > missing;
  const all = isTooMany
    ? seen
    : rowsOf([...seen, ...stripes.map((box) => ({ ...box, isSeen: false }))]).flat();
  const left = missing === null ? null : count! - all.length;
  return left === 0 || (left === null && all.length < leastEven) ? all : withUnseen(all, left);
}

/** Where a person says that they are: a found rectangle takes in a little cloth beside the column, one that is given does not. */
export const givenBoxes = (picture: Pixels, outlines: readonly Outline[]): Seen[] =>
  outlines.map((outline) => {
    const box = boxFrom(outline, picture);
    return { ...box, wide: box.wide / ownWidth, isSeen: true };
  });

const noColumns = (count: number | undefined) =>
  new UserError(
    'NoColumns',
    `${count === undefined || count === 1 ? 'No column' : `No ${count} columns`} can be found on this picture. Lay the block flat, fill the picture with it, give light from one side only, and check how wide and long the columns are.`,
  );
