import { maskOf } from '../parts/solids.ts';
import type { Part } from '../parts/parts.ts';

/** A letter, or a slice of letters that are joined, as lines are made of. Lengths in working px. */
export interface Letter {
  part: Part;
  left: number;
  right: number;
  top: number;
  bottom: number;
  /** Left and right end of each row from `top` on: x0, x1, x0, x1 … A row without pixels has x0 > x1. */
  rows: Int32Array;
  isSlice: boolean;
}

/** Letters are 0.8 to 60 mm high. */
const letterHeights = { from: 0.8, to: 60 } as const;
/** The widest letters by themselves, an & or a W of a wide typeface, in heights. */
const mostWide = 2;
/** A slice of joined letters is so wide, in heights: about three make a letter. */
const sliceOf = 0.2;
const slicesOfLetter = 3;

export const heightOf = (of: { top: number; bottom: number }) => of.bottom - of.top + 1;
export const widthOf = (of: { left: number; right: number }) => of.right - of.left + 1;

/** Whether joined letters are more than those that stand by themselves, as in a script. */
export function isMostlyJoined(letters: readonly Pick<Letter, 'isSlice'>[]): boolean {
  const slices = letters.filter(({ isSlice }) => isSlice).length;
  return slices > slicesOfLetter * (letters.length - slices);
}

/** What a part gives to a line of lettering: itself, slices of it where letters are joined, or nothing. */
export function lettersOf(part: Part, of: Uint32Array, width: number, pxPerMm: number): Letter[] {
  const height = heightOf(part);
  const wide = widthOf(part);
  const mm = height / pxPerMm;
  if (mm < letterHeights.from || mm > letterHeights.to) return [];
  if (part.strokePx >= 0.55 * height || part.widestPx >= 0.75 * height) return [];
  const whole = wholeLetter(part);
  if (wide < 1.25 * height) return [whole];
  const runs = runsOf(part, of, width);
  // A rule or a wave is crossed once from above; a frame twice from either side; joined letters often from the side.
  const isOpen = runs.outside > 2.1 && part.widestPx < 0.65 * height;
  if (isOpen && runs.down > 1.2 && runs.down < 4.5 && runs.across > 2.6)
    return slices(part, of, width, Math.max(2, Math.round(wide / (sliceOf * height))));
  return wide < mostWide * height ? [whole] : [];
}

/** A part as a letter by itself. */
export function wholeLetter(part: Part): Letter {
  const { left, right, top, bottom, rows } = part;
  return { part, left, right, top, bottom, rows, isSlice: false };
}

/**
 * How often a part is crossed by a line across it (through its middle rows) and by one down it, on average; `outside`: across it with its holes
 * filled, which tells joined letters from a bar with letters cut out.
 */
function runsOf(part: Part, of: Uint32Array, width: number) {
  const height = heightOf(part);
  const wide = widthOf(part);
  let across = 0;
  let rows = 0;
  for (let y = part.top + Math.floor(0.3 * height); y <= part.bottom - Math.floor(0.25 * height); y++) {
    rows++;
    for (let x = part.left; x <= part.right; x++)
      if (of[y * width + x] === part.id && (x === part.left || of[y * width + x - 1] !== part.id)) across++;
  }
  let down = 0;
  for (let x = part.left; x <= part.right; x++)
    for (let y = part.top; y <= part.bottom; y++)
      if (of[y * width + x] === part.id && (y === part.top || of[(y - 1) * width + x] !== part.id)) down++;
  return { across: across / Math.max(1, rows), down: down / wide, outside: outsideRuns(part, of, width) };
}

/** How often a line through the middle rows meets the part after what is outside of it. */
function outsideRuns(part: Part, of: Uint32Array, width: number): number {
  const { mask, w, h } = maskOf(part, { of, width });
  let runs = 0;
  let rows = 0;
  for (let y = Math.floor(0.3 * h); y <= Math.floor(0.75 * h); y++) {
    rows++;
    for (let x = 1; x < w; x++) if (mask[y * w + x] !== 2 && mask[y * w + x - 1] === 2) runs++;
  }
  return runs / Math.max(1, rows);
}

/** Cuts joined letters into slices of one width. */
function slices(part: Part, of: Uint32Array, width: number, count: number): Letter[] {
  const found: Letter[] = [];
  const wide = widthOf(part) / count;
  for (let index = 0; index < count; index++) {
    const from = Math.round(part.left + index * wide);
    const to = Math.min(part.right, Math.round(part.left + (index + 1) * wide) - 1);
    const rows: number[] = [];
    let top = -1;
    let last = -1;
    for (let y = part.top; y <= part.bottom; y++) {
      let x0 = from;
      while (x0 <= to && of[y * width + x0] !== part.id) x0++;
      if (x0 > to) {
        if (top >= 0) rows.push(1, 0);
        continue;
      }
      let x1 = to;
      while (of[y * width + x1] !== part.id) x1--;
      if (top < 0) top = y;
      rows.push(x0, x1);
      last = y;
    }
    if (top < 0) continue;
    found.push({
      ...{ part, left: from, right: to, top, bottom: last },
      rows: Int32Array.from(rows.slice(0, 2 * (last - top + 1))),
      isSlice: true,
    });
  }
  return found;
}
