import { median } from 'simple-statistics';
import { axesOf, inDirection } from './axes.ts';
import type { Box } from './boxes.ts';

/** Rows of columns lie so much of a column's length apart. */
const rowsApart = 0.6;

/** In reading order: row by row, from left to right; of columns that lie flat, from the top down. */
export const inOrder = (boxes: readonly Box[]): Box[] => rowsOf(boxes).flat();

/** The rows that columns stand in, each in reading order. */
export function rowsOf(boxes: readonly Box[]): Box[][] {
  if (boxes.length === 0) return [];
  const axes = axesOf(boxes[0]!.angle);
  const long = median(boxes.map((box) => box.long));
  const along = (box: Box) => inDirection(axes.along, box);
  const across = (box: Box) => inDirection(axes.across, box);
  const rows: Box[][] = [];
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

/**
 * The boxes of one row with those between them that cannot be seen, where all stand at one pitch: `isSeen` false, where one is missing. In order given and kept. As they
 * are in two rows, or where the pitch is uneven: then nobody could say where one is missing.
 */
export function withUnseen(boxes: readonly Box[]): (Box & { isSeen: boolean })[] {
  const seen = boxes.map((box) => ({ ...box, isSeen: true }));
  const steps = boxes
    .slice(1)
    .map((box, index) => Math.hypot(box.x - boxes[index]!.x, box.y - boxes[index]!.y));
  if (steps.length < 2) return seen;
  const pitch = median([...steps].sort((a, b) => a - b).slice(0, Math.ceil(steps.length / 2)));
  if (steps.some((step) => Math.abs(step / pitch - Math.round(step / pitch)) > evenWithin)) return seen;
  return seen.flatMap((box, index) => {
    const next = seen[index + 1];
    const missing = next ? Math.round(steps[index]! / pitch) - 1 : 0;
    return [
      box,
      ...Array.from({ length: missing }, (_, at) => {
        const part = (at + 1) / (missing + 1);
        return {
          ...box,
          x: box.x + part * (next!.x - box.x),
          y: box.y + part * (next!.y - box.y),
          isSeen: false,
        };
      }),
    ];
  });
}
