import { unevenness } from '../letters/level.ts';
import type { Course } from '../letters/reach.ts';
import { tiltOf } from '../letters/tilt.ts';
import { byLevel, chain, follow } from './groups.ts';
import { lettersOf, type Letter } from '../letters/letters.ts';
import { areOfOneShape, isLettering } from './lettering.ts';
import { measureLine, strokeOf, type TextLine } from './measure-line.ts';
import type { Part } from '../parts/parts.ts';
import { withHead } from './over-first.ts';
import { goesOn, joinBent, joinWords, withSingles } from './words.ts';

/**
 * Groups parts into lines of lettering: per tone first, on straight and bent lines; then letters that alternate in colour. `of` and
 * `width`: which pixels each part has. `pxPerMm` tells how large they are.
 */
export function findLines(
  parts: readonly Part[],
  of: Uint32Array,
  width: number,
  pxPerMm: number,
): TextLine[] {
  const { lines, singles } = groupLines(parts, of, width, pxPerMm);
  return levelled(lines, singles).map((line) => withHead(line, parts));
}

/** From so many letters on a line may have a tilt of its own. */
const ownTiltFrom = 5;

/**
 * Lines in one picture mostly share a tilt: each stands as all do, unless it is plainly more level at its own. Halves of a word of two
 * colours are measured as the whole word.
 */
function levelled(lines: readonly TextLine[], singles: readonly Letter[]): TextLine[] {
  // Words on an arch each have a tilt of their own: they are one bent line before they are made level.
  const { lines: apart, left } = joinBent(lines, singles);
  const straight = apart.filter((line) => line.course.is === 'straight');
  const shared = tiltOf(straight.map((line) => line.letters));
  const upright = apart.map((line) => {
    if (line.course.is === 'bent') return line;
    const course: Course = { is: 'straight', angle: shared };
    const real = line.letters.filter(({ isSlice }) => !isSlice).length;
    const isOwn =
      real >= ownTiltFrom && unevenness(line.letters, line.course) < 0.6 * unevenness(line.letters, course);
    return isOwn ? line : measureLine(line.letters, course);
  });
  const taken = withSingles(upright, left);
  return joinBent(joinWords(taken.lines), taken.left).lines.map((line, _, all) => {
    const whole = all.filter((other) => other === line || goesOn(line, other, false));
    if (whole.length < 2) return line;
    const { base, heightPx, smallestPx } = measureLine(
      whole.flatMap(({ letters }) => letters),
      line.course,
    );
    return { ...line, base, heightPx, smallestPx };
  });
}

function groupLines(
  parts: readonly Part[],
  of: Uint32Array,
  width: number,
  pxPerMm: number,
): { lines: TextLine[]; singles: Letter[] } {
  const byTone = new Map<number, Letter[]>();
  for (const part of parts.slice(0, 3000)) {
    const letters = lettersOf(part, of, width, pxPerMm);
    byTone.set(part.tone, [...(byTone.get(part.tone) ?? []), ...letters]);
  }
  const lines: TextLine[] = [];
  const left: Letter[] = [];
  for (const letters of byTone.values()) {
    for (const group of follow(chain(letters).flatMap(byLevel))) {
      if (isLettering(group)) lines.push(measureLine(group));
      else left.push(...group);
    }
  }
  for (const group of chain(left.filter((letter) => !letter.isSlice))) {
    if (group.length < 3 || !isLettering(group) || areOfOneShape(group)) continue;
    lines.push(...byToneOf(measureLine(group)));
  }
  const taken = new Set(lines.flatMap((line) => line.letters));
  return { lines, singles: left.filter((letter) => !letter.isSlice && !taken.has(letter)) };
}

/** A line of several colours, as one of each: all as high as the whole. */
export function byToneOf(line: TextLine): TextLine[] {
  const tones = [...new Set(line.parts.map((part) => part.tone))];
  return tones.map((tone) => {
    const parts = line.parts.filter((part) => part.tone === tone);
    return {
      ...line,
      parts,
      letters: line.letters.filter(({ part }) => part.tone === tone),
      strokePx: strokeOf(parts, line.letters),
    };
  });
}
