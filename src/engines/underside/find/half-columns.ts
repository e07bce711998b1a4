import { median, quantile } from 'simple-statistics';
import { rowsOf } from '../geometry/arrange.ts';
import { axesOf, inDirection } from '../geometry/axes.ts';
import type { Box } from '../geometry/box.ts';
import type { Planes } from '../image/planes.ts';
import { asClear, middleOf } from './recover-columns.ts';
import { leastSide } from './contrast.ts';

/** What is made of two columns' halves lies this many pitches from its neighbours, one and a half but for uneven pitch. */
const between = { least: 1.3, most: 1.75 } as const;
/** Pitch is known from so many columns of a row. */
const leastInRow = 5;
/** The sides of its two columns show by as much of full brightness each. */
const least = 0.03;
/** The first of them lies so many pitches before its place: half a one, but for uneven pitch. */
const firstOff = Array.from({ length: 25 }, (_, index) => 0.35 + index / 80);
/** Two columns' middles lie no nearer, in widths. */
const nearest = 0.95;

/**
 * The columns (px of the field), row by row, without what is two: the right half of one and the left half of the next, whose stripes are like the cloth between them, look like
 * one, one and a half pitches from either neighbour. Where the sides of two show in its place there are two: the ends of such stripes do not show. `mayEndInThem`: so may several at the end
 * of a row, with one neighbour to go by: where it is known how many columns there are.
 */
export function dropHalfColumns(field: Planes, boxes: readonly Box[], mayEndInThem = false): Box[] {
  const rows = rowsOf(boxes);
  // Two rows are sewn at one pitch. In a short row half of the gaps may be too wide: the less of the two in the middle.
  const gaps = rows.flatMap((row) => row.slice(1).map((box, index) => placeOf(box) - placeOf(row[index]!)));
  const pitch = gaps.length > 0 ? quantile(gaps, 0.4) : 0;
  return rows.flatMap((row) => parted(field, row, pitch, mayEndInThem));
}

/** How far across its row a box lies, px. */
const placeOf = (box: Box) => inDirection(axesOf(box.angle).across, box);

function parted(field: Planes, row: readonly Box[], pitch: number, mayEndInThem: boolean): Box[] {
  if (row.length < leastInRow) return [...row];
  const { across } = axesOf(row[0]!.angle);
  const at = (box: Box) => inDirection(across, box);
  const wide = median(row.map((box) => box.wide));
  const gap = (index: number) => {
    const [before, after] = [row[index - 1], row[index]];
    if (!before || !after) return 'rim';
    const pitches = (at(after) - at(before)) / pitch;
    return pitches > between.least && pitches < between.most
      ? 'half'
      : pitches < between.least
        ? 'whole'
        : 'none';
  };
  const halves = row.filter((_, index) => gap(index) === 'half').length;
  const made: Box[] = [];
  for (let index = 0; index < row.length; index++) {
    // One such place or several: half a pitch too far from what is before them, and half a pitch too far from what comes after; or the last or first of their row and fewer than the others, where that is the only place where half a pitch is too much, or a single one.
    let last = index;
    while (last + 1 < row.length && gap(last + 1) === 'whole') last++;
    const ends = [gap(index), gap(last + 1)];
    const mayEnd = last === index || (mayEndInThem && halves === 1 && last - index + 1 < row.length / 2);
    const isRun = mayEnd
      ? ends.includes('half') && !ends.includes('none')
      : ends.every((end) => end === 'half');
    const places = row.slice(index, last + 1);
    const run = isRun ? shifted(field, places, pitch, wide) : null;
    made.push(...(run ?? places));
    index = last;
  }
  return made;
}

/** The columns whose halves some places are, one more than those: each place lies half way between two of them. null where they do not show, or lie over each other. */
function shifted(field: Planes, run: readonly Box[], pitch: number, wide: number): Box[] | null {
  const { across } = axesOf(run[0]!.angle);
  const off = (from: Box, to: number) => {
    const by = to - inDirection(across, from);
    return { ...from, x: from.x + by * across[0], y: from.y + by * across[1] };
  };
  const laid = firstOff.map((part) => {
    let at = inDirection(across, run[0]!) - part * pitch;
    const columns = [off(run[0]!, at)];
    for (const place of run) {
      at = 2 * inDirection(across, place) - at;
      columns.push(off(place, at));
    }
    const apart = columns.slice(1).map((box, index) => inDirection(across, box) - inDirection(across, columns[index]!)); // prettier-ignore
    const isRow = apart.every((each) => each >= nearest * wide);
    return { columns, clear: isRow ? Math.min(...columns.map((box) => leastSide(field, box))) : 0 };
  });
  const most = Math.max(...laid.map(({ clear }) => clear));
  if (most < least) return null;
  return middleOf(laid.filter(({ clear }) => clear >= asClear * most))!.columns;
}
