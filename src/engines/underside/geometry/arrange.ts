import { median } from 'simple-statistics';
import { axesOf, inDirection } from './axes.ts';
import type { Box } from './box.ts';

/** Rows of columns lie so much of a column's length apart. */
const rowsApart = 0.6;

/** In reading order: row by row, from left to right; of columns that lie flat, from the top down. */
export const inOrder = (boxes: readonly Box[]): Box[] => rowsOf(boxes).flat();

/** The rows that columns stand in, each in reading order. */
export function rowsOf<Each extends Box>(boxes: readonly Each[]): Each[][] {
  if (boxes.length === 0) return [];
  const axes = axesOf(boxes[0]!.angle);
  const long = median(boxes.map((box) => box.long));
  const along = (box: Box) => inDirection(axes.along, box);
  const across = (box: Box) => inDirection(axes.across, box);
  const rows: Each[][] = [];
  // Rows may lie at an angle: a column belongs to the row of the one beside it.
  for (const box of [...boxes].sort((a, b) => across(a) - across(b))) {
    const row = rows.find((each) => Math.abs(along(each.at(-1)!) - along(box)) < rowsApart * long);
    if (row) row.push(box);
    else rows.push([box]);
  }
  const mean = (row: readonly Box[]) => row.reduce((sum, box) => sum + along(box), 0) / row.length;
  return rows.sort((a, b) => mean(a) - mean(b));
}

/** Of a found rectangle about this part is the column's own width: at the rim it takes in a little cloth. */
export const ownWidth = 0.94;
/** Cloth looked at beside a column: up to this part of its width, and not as far as half way to the next column. */
const mostMargin = 0.26;
const leastMargin = 0.06;

/** Each box drawn in to the column itself, with how much cloth there is to look at on its left and right, in widths. */
export function withMargins(boxes: readonly Box[]): { box: Box; margin: [number, number] }[] {
  return boxes.map((found) => {
    const box = { ...found, wide: ownWidth * found.wide };
    const axes = axesOf(box.angle);
    const margin: [number, number] = [mostMargin, mostMargin];
    for (const other of boxes) {
      if (other === found) continue;
      const away = { x: other.x - box.x, y: other.y - box.y };
      if (Math.abs(inDirection(axes.along, away)) > 0.9 * box.long) continue;
      const across = inDirection(axes.across, away) / box.wide;
      const free = (Math.abs(across) - 0.5 - (0.5 * ownWidth * other.wide) / box.wide) / 2;
      const at = across > 0 ? 1 : 0;
      margin[at] = Math.min(margin[at], Math.max(leastMargin, free));
    }
    return { box, margin };
  });
}

/** A pitch is even where each is a whole number of pitches within this part of one. */
const evenWithin = 0.16;
/** A step of this many pitches has room for a column that was said to be there, however uneven the pitch is. */
const roomy = 1.65;

/** A column as it lies in the picture, whether or not its own thread can be told from the cloth. */
export type Seen = Box & {
  isSeen: boolean;
  /** How wide a stripe is that was found where its own thread cannot be told from the cloth, px. */
  stripeWide?: number | undefined;
};

/**
 * The boxes with those between them that cannot be seen, row by row in reading order: `isSeen` false, where one is missing. `missing`: how many are, where somebody
 * said how many there should be; else null, and one is missing only where all of a row stand at one pitch. As they are where nobody could say where they are missing: at
 * an end of a row there is no more to see than bare cloth.
 */
export function withUnseen(boxes: readonly Seen[], missing: number | null): Seen[] {
  const rows = rowsOf(boxes);
  const even = rows.flatMap((row) => filled(row, evenHoles(row)));
  if (missing === null || even.length === boxes.length + missing) return even;
  const roomiest = rows.flatMap((row) => filled(row, roomyHoles(row)));
  return roomiest.length === boxes.length + missing ? roomiest : even;
}

/** How many columns lie unseen after each but the last of a row whose pitch is even; none of one whose pitch is not. */
function evenHoles(row: readonly Box[]): number[] {
  const pitches = pitchesOf(row);
  const isEven =
    pitches.length >= 2 && pitches.every((step) => Math.abs(step - Math.round(step)) <= evenWithin);
  return pitches.map((step) => (isEven ? Math.round(step) - 1 : 0));
}

const roomyHoles = (row: readonly Box[]): number[] =>
  pitchesOf(row).map((step) => (step < roomy ? 0 : Math.max(1, Math.round(step) - 1)));

/** The steps from each column of a row to the next, in pitches: what the shorter half of them come to. */
function pitchesOf(row: readonly Box[]): number[] {
  const steps = row.slice(1).map((box, index) => Math.hypot(box.x - row[index]!.x, box.y - row[index]!.y));
  if (steps.length === 0) return [];
  const pitch = median([...steps].sort((a, b) => a - b).slice(0, Math.ceil(steps.length / 2)));
  return steps.map((step) => step / pitch);
}

/** A row with so many unseen ones after each of its columns. */
const filled = (row: readonly Seen[], holes: readonly number[]): Seen[] =>
  row.flatMap((box, index) => {
    const next = row[index + 1];
    const unseen = next ? holes[index]! : 0;
    return [
      box,
      ...Array.from({ length: unseen }, (_, at) => {
        const part = (at + 1) / (unseen + 1);
        return {
          ...box,
          x: box.x + part * (next!.x - box.x),
          y: box.y + part * (next!.y - box.y),
          ...{ isSeen: false, stripeWide: undefined },
        };
      }),
    ];
  });
