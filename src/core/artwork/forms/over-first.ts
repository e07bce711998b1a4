import { reachOf } from './bend.ts';
import { isMostlyJoined, wholeLetter, widthOf, type Letter } from './letters.ts';
import { measureLine, type TextLine } from './measure-line.ts';
import type { Part } from './parts.ts';

/** A script's T or F is written in two strokes: its bar hangs over it, of a stroke so like the line's, over so much of it, so near its head and so flat. From memory. */
const bar = { stroke: { from: 0.5, to: 1.8 }, over: 0.5, gap: 0.2, low: 0.45, rises: 0.03 } as const;

/** A line of joined letters whose first letter has the bar that is written over it; else the line as it was. `parts`: of the picture. Working px. */
export function withBar(line: TextLine, parts: readonly Part[]): TextLine {
  if (line.course.is === 'bent' || !isMostlyJoined(line.letters)) return line;
  const [first, ...others] = [...line.letters].sort((a, b) => a.left - b.left) as [Letter, ...Letter[]];
  if (first.isSlice) return line;
  const found = parts.find((part) => !line.parts.includes(part) && isBarOver(part, first, line));
  return found ? measureLine([asOne(first, wholeLetter(found)), ...others], line.course) : line;
}

function isBarOver(part: Part, first: Letter, { course, heightPx, strokePx }: TextLine): boolean {
  const share = part.stemPx / strokePx;
  if (part.tone !== first.part.tone || share < bar.stroke.from || share > bar.stroke.to) return false;
  const shared = Math.min(part.right, first.right) - Math.max(part.left, first.left) + 1;
  if (shared < bar.over * widthOf(first)) return false;
  const [own, its] = [reachOf(first, course), reachOf(wholeLetter(part), course)];
  const gap = own.high - its.low;
  return gap < bar.gap * heightPx && gap > -bar.low * heightPx && its.high < own.high - bar.rises * heightPx;
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
