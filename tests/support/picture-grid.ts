import { splitParts, type Part } from '../../src/core/artwork/forms/parts.ts';
import { distancesToOthers } from '../../src/core/artwork/forms/widths.ts';

/**
 * A picture of characters as the reader's parts: "." is the ground, "a", "b" … are tones 1, 2 …; each character `scale` pixels square.
 * `at` finds the part on a character.
 */
export function partsOfGrid(rows: readonly string[], scale = 1) {
  const width = rows[0]!.length * scale;
  const height = rows.length * scale;
  const toneAt = (x: number, y: number) => {
    const character = rows[Math.floor(y / scale)]![Math.floor(x / scale)]!;
    return character === '.' ? 0 : character.charCodeAt(0) - 96;
  };
  const labels = Uint8Array.from({ length: width * height }, (_, pixel) =>
    toneAt(pixel % width, Math.floor(pixel / width)),
  );
  const { parts, of } = splitParts(
    labels,
    width,
    height,
    distancesToOthers(labels, width, height),
    (label) => label === 0,
    1,
  );
  const at = (x: number, y: number): Part =>
    parts.find(({ id }) => id === of[y * scale * width + x * scale])!;
  return { parts, of, width, height, at };
}
