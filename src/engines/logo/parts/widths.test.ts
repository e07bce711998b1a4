import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { distancesToOthers } from './widths.ts';

/** The same by looking at every pixel: slow, and plainly right. The picture's rim counts as another label. */
function byBruteForce(labels: Uint8Array, width: number, height: number): number[] {
  const out: number[] = [];
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      let least = Math.min(x + 1, y + 1, width - x, height - y);
      for (let v = 0; v < height; v++) {
        for (let u = 0; u < width; u++) {
          if (labels[v * width + u] !== labels[y * width + x])
            least = Math.min(least, Math.hypot(u - x, v - y));
        }
      }
      out.push(least);
    }
  }
  return out;
}

describe('distance to the nearest pixel of another colour', () => {
  test('is exactly what looking at every pixel gives, for any picture of any labels', () => {
    const picture = fc
      .record({ width: fc.integer({ min: 1, max: 14 }), height: fc.integer({ min: 1, max: 14 }) })
      .chain(({ width, height }) =>
        fc.record({
          width: fc.constant(width),
          height: fc.constant(height),
          labels: fc.array(fc.integer({ min: 0, max: 2 }), {
            minLength: width * height,
            maxLength: width * height,
          }),
        }),
      );
    fc.assert(
      fc.property(picture, ({ width, height, labels }) => {
        const map = Uint8Array.from(labels);
        const found = [...distancesToOthers(map, width, height)];
        byBruteForce(map, width, height).forEach((expected, pixel) =>
          expect(found[pixel]).toBeCloseTo(expected, 4),
        );
      }),
    );
  });

  test('in the middle of a bar of seven pixels it is four', () => {
    const labels = new Uint8Array(15 * 40);
    for (let y = 2; y < 38; y++) for (let x = 4; x < 11; x++) labels[y * 15 + x] = 1;
    expect(distancesToOthers(labels, 15, 40)[20 * 15 + 7]).toBe(4);
  });
});
