import { reachOf } from '../letters/reach.ts';
import { isMostlyJoined, wholeLetter, widthOf, type Letter } from '../letters/letters.ts';
import { measureLine, onLine, type TextLine } from './measure-line.ts';
import type { Part } from '../parts/parts.ts';

/** A script's T or F is written in two strokes: its bar hangs over it, of a stroke so like the line's, over so much of it, so near its head and so flat. From memory. */
const bar = { stroke: { from: 0.5, to: 1.8 }, over: 0.5, gap: 0.2, low: 0.6 } as const;
/** A piece that a hairline too thin for the picture held: it begins where the letter ends, and lies over it by so much of its own width. From memory. */
const piece = { gap: 0.02, over: 0.5 } as const;
/** It rises over the letter by so much, heights; less says nothing of how high that is. */
const rises = 0.03;

/** A line with what belongs to its first letter above that: the bar of a script's T, a piece of its head; else the line as it was. `parts`: of the picture. */
export function withHead(line: TextLine, parts: readonly Part[]): TextLine {
  if (line.course.is === 'bent') return line;
  const { letters, course, base } = line;
  // What stands over the line is such a piece itself.
  const standing = onLine(
    letters.map((letter) => ({ letter, ...reachOf(letter, course) })),
    base,
  );
  const first = standing.map(({ letter }) => letter).sort((a, b) => a.left - b.left)[0];
  if (!first || first.isSlice || letters.length < 2) return line;
  const isScript = isMostlyJoined(letters);
  const found = parts.find((part) => part !== first.part && isHeadOf(part, first, line, isScript));
  if (!found) return line;
  const others = letters.filter((letter) => letter !== first && letter.part !== found);
  const whole = measureLine([asOne(first, wholeLetter(found)), ...others], course);
  return { ...whole, parts: [...whole.parts, found], strokePx: line.strokePx };
}

function isHeadOf(part: Part, first: Letter, line: TextLine, isScript: boolean): boolean {
  const { course, heightPx, strokePx } = line;
  if (part.tone !== first.part.tone) return false;
  const shared = Math.min(part.right, first.right) - Math.max(part.left, first.left) + 1;
  if (shared <= 0) return false;
  const [own, its] = [reachOf(first, course), reachOf(wholeLetter(part), course)];
  const gap = own.high - its.low;
  if (its.high >= own.high - rises * heightPx || gap < -bar.low * heightPx) return false;
  const stroke = part.stemPx / strokePx;
  if (stroke > bar.stroke.to) return false;
  if (gap < piece.gap * heightPx && shared >= piece.over * widthOf(part)) return true;
  return (
    isScript && stroke > bar.stroke.from && shared >= bar.over * widthOf(first) && gap < bar.gap * heightPx
  );
}

/** Two pieces as one letter. */
function asOne(one: Letter, other: Letter): Letter {
  const [top, bottom] = [Math.min(one.top, other.top), Math.max(one.bottom, other.bottom)];
  const rows = Int32Array.from({ length: 2 * (bottom - top + 1) }, (_, at) => (at % 2 === 0 ? 1 << 30 : -1));
  for (const piece of [one, other])
    for (let at = 0; at < piece.rows.length; at += 2) {
      const to = at + 2 * (piece.top - top);
      rows[to] = Math.min(rows[to]!, piece.rows[at]!);
      rows[to + 1] = Math.max(rows[to + 1]!, piece.rows[at + 1]!);
    }
  return { ...one, left: Math.min(one.left, other.left), right: Math.max(one.right, other.right), top, bottom, rows }; // prettier-ignore
}
