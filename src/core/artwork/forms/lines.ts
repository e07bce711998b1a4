import { reachOf, tiltOf, unevenness, type Course } from './bend.ts';
import { byLevel, chain, follow } from './groups.ts';
import { lettersOf, widthOf, type Letter } from './letters.ts';
import { areOfOneShape, isLettering } from './lettering.ts';
import { baseOf, measureLine, strokeOf, type TextLine } from './measure-line.ts';
import type { Part } from './parts.ts';

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
  return levelled(groupLines(parts, of, width, pxPerMm));
}

/** From so many letters on a line may have a tilt of its own. */
const ownTiltFrom = 5;

/**
 * Lines in one picture mostly share a tilt: each stands as all do, unless it is plainly more level at its own. Halves of a word of two
 * colours are measured as the whole word.
 */
function levelled(lines: readonly TextLine[]): TextLine[] {
  const straight = lines.filter((line) => line.course.is === 'straight');
  const shared = tiltOf(straight.map((line) => line.letters));
  const upright = lines.map((line) => {
    if (line.course.is === 'bent') return line;
    const course: Course = { is: 'straight', angle: shared };
    const real = line.letters.filter(({ isSlice }) => !isSlice).length;
    const isOwn =
      real >= ownTiltFrom && unevenness(line.letters, line.course) < 0.6 * unevenness(line.letters, course);
    return isOwn ? line : measureLine(line.letters, course);
  });
  return joinWords(upright).map((line, _, all) => {
    const whole = all.filter((other) => other === line || goesOn(line, other, false));
    if (whole.length < 2) return line;
    const { base, heightPx, smallestPx } = measureLine(
      whole.flatMap(({ letters }) => letters),
      line.course,
    );
    return { ...line, base, heightPx, smallestPx };
  });
}

/** Words that stand on one line, of one tone. */
function joinWords(lines: readonly TextLine[]): TextLine[] {
  const found: TextLine[] = [];
  for (const line of lines) {
    const index = found.findIndex((other) => goesOn(other, line, true));
    if (index < 0) found.push(line);
    else found[index] = measureLine([...found[index]!.letters, ...line.letters], found[index]!.course);
  }
  return found;
}

/** Whether two lines, of one tone or not, are one: level, beside one another, strokes alike. */
function goesOn(one: TextLine, other: TextLine, ofOneTone: boolean): boolean {
  if (one.course.is === 'bent' || other.course.is === 'bent') return false;
  if ((one.parts[0]!.tone === other.parts[0]!.tone) !== ofOneTone || Math.abs(one.angle - other.angle) > 0.05)
    return false;
  const [a, b] = [spanOf(one, one.course), spanOf(other, one.course)];
  const high = Math.max(one.heightPx, other.heightPx);
  const gap = Math.max(a.from, b.from) - Math.min(a.to, b.to);
  const strokes = one.strokePx / other.strokePx;
  return Math.abs(a.base - b.base) < 0.08 * high && gap > -0.2 * high && gap < (ofOneTone ? 1.2 : 0.9) * high && strokes < 1.25 && strokes > 0.8; // prettier-ignore
}

function spanOf({ letters }: TextLine, course: Course) {
  const reaches = letters.map((letter) => ({ half: widthOf(letter) / 2, ...reachOf(letter, course) }));
  return {
    base: baseOf(reaches),
    from: Math.min(...reaches.map(({ along, half }) => along - half)),
    to: Math.max(...reaches.map(({ along, half }) => along + half)),
  };
}

function groupLines(parts: readonly Part[], of: Uint32Array, width: number, pxPerMm: number): TextLine[] {
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
  return lines;
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
