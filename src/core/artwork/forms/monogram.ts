import { lettersOf } from './letters.ts';
import { measureLine, type TextLine } from './measure-line.ts';
import type { Part, PartMap } from './parts.ts';
import { isIn, letterOf, standsWithin } from './single-letter.ts';

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
        return letter && found ? [measureLine([letter], { is: 'straight', angle: found.angle })] : [];
      })
  );
}
