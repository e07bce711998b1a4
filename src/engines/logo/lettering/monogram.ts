import { maskOf } from '../parts/solids.ts';
import { lettersOf, type Letter } from '../letters/letters.ts';
import { measureLine, type TextLine } from './measure-line.ts';
import type { Part, PartMap } from '../parts/parts.ts';
import { letterOf } from './single-letter.ts';

/** Where no line of lettering tells how the picture is turned, these tilts are tried, degrees. */
const triedTilts = [0, -3, 3, -6, 6, -9, 9, -12, 12, -15, 15];
/** More parts than this in rings of their own are a pattern: no more are looked at. */
const mostLookedAt = 24;

/** Single letters in the middle of a ring or a field, each a line by itself. `lines`: what is lettering already. */
export function monograms(
  lines: readonly TextLine[],
  parts: readonly Part[],
  map: PartMap,
  pxPerMm: number,
): TextLine[] {
  const taken = new Set(lines.flatMap((line) => line.parts));
  const straight = lines.find(({ course }) => course.is === 'straight');
  const tilts = straight ? [straight.angle] : triedTilts.map((degrees) => (degrees * Math.PI) / 180);
  return (
    parts
      .filter((part) => !taken.has(part) && standsWithin(part, parts))
      // What lies within a letter is its eye, or the rim of one.
      .filter((part) => ![...taken].some((letter) => isIn(part, letter)))
      .slice(0, mostLookedAt)
      .flatMap((part) => {
        const letter = lettersOf(part, map.of, map.width, pxPerMm).find(({ isSlice }) => !isSlice);
        const found = letter && letterOf(part, map, tilts);
        if (!letter || !found) return [];
        const seen = found.letter === 'Q' ? withoutTail(letter, map) : letter;
        return [measureLine([seen], { is: 'straight', angle: found.angle })];
      })
  );
}

/** A Q down to where its bowl ends: as far below its eye as the eye lies below the head. A tail may hang deep, and is no height. */
function withoutTail(letter: Letter, map: PartMap): Letter {
  const { mask, w } = maskOf(letter.part, map);
  const eye = { from: Math.floor(mask.indexOf(0) / w), to: Math.floor(mask.lastIndexOf(0) / w) };
  // The mask has a row above the head.
  const rows = Math.min(letter.rows.length / 2, eye.to + eye.from - 1);
  return { ...letter, rows: letter.rows.slice(0, 2 * rows), bottom: letter.top + rows - 1 };
}

/** A letter in a ring or a field stands so near its middle, of the ring's size, and is so high beside it. From memory. */
const central = 0.12;
const ofField = { from: 0.2, to: 0.85 } as const;

/** Whether a part stands in the middle of another one, and is the largest there. */
export function standsWithin(part: Part, parts: readonly Part[]): boolean {
  return parts.some((field) => {
    const wide = field.right - field.left + 1;
    const high = field.bottom - field.top + 1;
    const share = (part.bottom - part.top + 1) / high;
    const offX = Math.abs(part.left + part.right - field.left - field.right) / 2;
    const offY = Math.abs(part.top + part.bottom - field.top - field.bottom) / 2;
    if (field === part || !isIn(part, field) || share < ofField.from || share > ofField.to) return false;
    if (offX > central * wide || offY > central * high) return false;
    return parts.every((other) => other === field || other.area <= part.area || !isIn(other, field));
  });
}

/** Whether one part's box lies within another's. */
export const isIn = (inner: Part, outer: Part): boolean =>
  inner.left > outer.left &&
  inner.right < outer.right &&
  inner.top > outer.top &&
  inner.bottom < outer.bottom;
