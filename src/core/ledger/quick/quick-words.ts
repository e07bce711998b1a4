import { closest, distance } from 'fastest-levenshtein';

/** A letter before the number instead of behind it: `b7 shred` is `7b shred`. A size (`n 75/11`) is no position. */
const turnedRound = /^(b|break|n|needle|c|cone)\s*(\d{1,2}(?:[.:]\d{1,2})?)(?![\d/])\s*(.*)$/i;

/** The line with its position first, where only the letter stood before it. */
export function positionFirst(line: string): string {
  const [, letter, position, rest] = turnedRound.exec(line) ?? [];
  return letter ? `${position}${letter[0]} ${rest ?? ''}`.trim() : line;
}

/** The word that is meant most likely by one that is not known; null: none is near (more than half of it would be another). */
export function nearest(word: string, known: readonly string[]): string | null {
  if (known.length === 0) return null;
  const lower = word.toLowerCase();
  const best = closest(
    lower,
    known.map((each) => each.toLowerCase()),
  );
  if (distance(lower, best) > Math.max(1, Math.floor(lower.length / 2))) return null;
  return known.find((each) => each.toLowerCase() === best) ?? null;
}
