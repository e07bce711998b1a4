import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { anyPixels, maskFrom, maskOf, pixelsIn } from '../../../../tests/support/masks.ts';
import { below, emptyMask, fill, nextOf, noneOf, opened, spread } from './mask.ts';

/** Widths about those at which a row takes another word. */
const widths = [11, 31, 32, 33, 64, 70] as const;
const height = 8;

describe('without what is thin', () => {
  test.each([0, 1, 2])(
    'what holds a square of %d px each way that lies in the mask stays; beyond the picture it goes on',
    (radius) =>
      fc.assert(
        fc.property(anyPixels(11, height), (pixels) => {
          const width = 11;
          const isOf = (x: number, y: number) =>
            x < 0 || y < 0 || x >= width || y >= height || pixels[y * width + x] === 1;
          const near = Array.from({ length: 2 * radius + 1 }, (_, k) => k - radius);
          const isInside = (x: number, y: number) =>
            x >= 0 && y >= 0 && x < width && y < height && near.every((dy) => near.every((dx) => isOf(x + dx, y + dy))); // prettier-ignore
          const wanted = pixels.map((_, at) =>
            Number(
              near.some((dy) => near.some((dx) => isInside((at % width) + dx, Math.floor(at / width) + dy))),
            ),
          );
          expect(pixelsIn(opened(maskOf(pixels, width), radius))).toEqual(wanted);
        }),
        { numRuns: 60 },
      ),
  );
});

test.each(widths.flatMap((width) => [0, 1, 3, 6, 40].map((radius) => [width, radius] as const)))(
  '%d px wide, spread by %d: all that lies so near, to both sides and up and down',
  (width, radius) =>
    fc.assert(
      fc.property(anyPixels(width, height, 1), (pixels) => {
        const wanted = pixels.map((_, at) => {
          const [x, y] = [at % width, Math.floor(at / width)];
          return Number(
            pixels.some(
              (value, other) =>
                value === 1 &&
                Math.abs((other % width) - x) <= radius &&
                Math.abs(Math.floor(other / width) - y) <= radius,
            ),
          );
        });
        expect(pixelsIn(spread(maskOf(pixels, width), radius))).toEqual(wanted);
      }),
      { numRuns: 8 },
    ),
);

describe('all but some', () => {
  test('of one, of two', () => {
    expect(pixelsIn(noneOf([maskFrom(['0110'])]))).toEqual([1, 0, 0, 1]);
    expect(pixelsIn(noneOf([maskFrom(['0110']), maskFrom(['0011'])]))).toEqual([1, 0, 0, 0]);
  });
  test.each(widths)('%d px wide: nothing beyond the last pixel of a row', (width) => {
    const { words, stride } = noneOf([emptyMask(width, 2)]);
    const pixels = words.reduce((sum, word) => sum + word.toString(2).replaceAll('0', '').length, 0);
    expect([stride, pixels]).toEqual([Math.ceil(width / 32), 2 * width]);
  });
});

test('below a limit: less, not as much', () => {
  expect(pixelsIn(below(Float32Array.of(0.25, 0.5, 0.75, 0.125, 0, 1), 0.5, 3))).toEqual([1, 0, 0, 1, 1, 0]);
});

test.each(widths)('%d px wide: a run is filled, and found again by where each value comes next', (width) => {
  const place = fc.integer({ min: 0, max: width });
  fc.assert(
    fc.property(place, place, (one, other) => {
      const [from, to] = [Math.min(one, other), Math.max(one, other)];
      fc.pre(from < to);
      const mask = emptyMask(width, 3);
      fill(mask, 1, from, to);
      expect(pixelsIn(mask)).toEqual(Array.from({ length: 3 * width }, (_, at) => Number(at >= width + from && at < width + to))); // prettier-ignore
      expect(nextOf(mask, 1, 1, 0)).toBe(from);
      expect(nextOf(mask, 1, 0, from)).toBe(to);
      expect(nextOf(mask, 1, 1, to)).toBe(width);
      expect(nextOf(mask, 1, 0, 0)).toBe(from > 0 ? 0 : to);
      expect([nextOf(mask, 0, 1, 0), nextOf(mask, 2, 1, 0)]).toEqual([width, width]);
      expect(nextOf(mask, 1, 0, width)).toBe(width);
    }),
  );
});
