import { splitParts, type Part } from '../../src/core/artwork/forms/parts.ts';
import { distancesToOthers } from '../../src/core/artwork/forms/widths.ts';

/** A picture of characters as labels, pixel by pixel: "." is 0, "a", "b" … are 1, 2 …; each character `scale` pixels square. */
export function labelsOfGrid(rows: readonly string[], scale = 1): Uint8Array {
  const width = rows[0]!.length * scale;
  return Uint8Array.from({ length: width * rows.length * scale }, (_, pixel) => {
    const [x, y] = [pixel % width, Math.floor(pixel / width)];
    const character = rows[Math.floor(y / scale)]![Math.floor(x / scale)]!;
    return character === '.' ? 0 : character.charCodeAt(0) - 96;
  });
}

/** The same as the reader's parts; what is 0 is the ground. `at` finds the part on a character. */
export function partsOfGrid(rows: readonly string[], scale = 1) {
  const width = rows[0]!.length * scale;
  const height = rows.length * scale;
  const labels = labelsOfGrid(rows, scale);
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
