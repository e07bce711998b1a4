import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { axesOf, inDirection } from '../geometry/axes.ts';
import { betweenOff, difference, planesOf, reachOf, smoothed, type Planes } from './planes.ts';

const picture = (width: number, height: number) =>
  fc
    .uint8ClampedArray({ minLength: width * height * 4, maxLength: width * height * 4 })
    .map((data) => ({ width, height, data }));

/** Every value by its definition: the mean of a box of the picture, rows and columns `to` not included. */
const meanOf = (
  of: (x: number, y: number) => number,
  [left, top, right, bottom]: readonly [number, number, number, number],
) => {
  let sum = 0;
  for (let y = top; y < bottom; y++) for (let x = left; x < right; x++) sum += of(x, y);
  return sum / ((right - left) * (bottom - top));
};

describe('a picture as planes', () => {
  test.each([
    [13, 7, 13, 1],
    [13, 7, 12, 2],
    [9, 22, 8, 3],
    [5, 3, 50, 1],
    [2, 9, 4, 3],
  ])(
    '%d × %d to %d px at most: each pixel the mean of %d × %d, from 0 to 1; what is over is left out',
    (width, height, side, factor) => {
      fc.assert(
        fc.property(picture(width, height), (pixels) => {
          const planes = planesOf(pixels, side);
          expect(planes).toMatchObject({
            width: Math.max(1, Math.floor(width / factor)),
            height: Math.floor(height / factor),
            factor,
          });
          if (width < factor) return;
          for (let plane = 0; plane < 3; plane++)
            for (let y = 0; y < planes.height; y++)
              for (let x = 0; x < planes.width; x++)
                expect(planes.planes[plane]![y * planes.width + x]).toBeCloseTo(
                  meanOf(
                    (px, py) => pixels.data[(py * width + px) * 4 + plane]! / 255,
                    [x * factor, y * factor, (x + 1) * factor, (y + 1) * factor],
                  ),
                  5,
                );
        }),
        { numRuns: 10 },
      );
    },
  );
  test.each([
    [9, 6],
    [1, 54],
    [54, 1],
    [2, 27],
  ])(
    '%d × %d px smoothed: the mean of what lies next to each, of what there is at the rim',
    (width, height) => {
      const plane = fc
        .array(fc.integer({ min: 0, max: 64 }), { minLength: 54, maxLength: 54 })
        .map((values) => Float32Array.from(values, (value) => value / 64));
      fc.assert(
        fc.property(plane, plane, plane, (red, green, blue) => {
          const field: Planes = { width, height, planes: [red, green, blue], factor: 2 };
          const calm = smoothed(field);
          expect(calm).toMatchObject({ width, height, factor: 2 });
          for (const [index, of] of field.planes.entries())
            for (let y = 0; y < height; y++)
              for (let x = 0; x < width; x++)
                expect(calm.planes[index]![y * width + x]).toBeCloseTo(
                  meanOf(
                    (px, py) => of[py * width + px]!,
                    [Math.max(0, x - 1), Math.max(0, y - 1), Math.min(width, x + 2), Math.min(height, y + 2)],
                  ),
                  5,
                );
        }),
        { numRuns: 10 },
      );
    },
  );
  test('colours differ by the plane in which they do most', () => {
    expect(difference([0.1, 0.5, 0.9], [0.2, 0.1, 0.8])).toBeCloseTo(0.4, 12);
    expect(difference([0.1, 0.5, 0.9], [0.1, 0.5, 0.2])).toBeCloseTo(0.7, 12);
    expect(difference([0.9, 0.5, 0.9], [0.1, 0.5, 0.9])).toBeCloseTo(0.8, 12);
  });
});

describe('a column’s directions', () => {
  const rounded = (angle: number) => {
    const { along, across } = axesOf(angle);
    return [...along, ...across].map((value) => Math.round(value * 1000) / 1000 + 0);
  };
  test('upright: along it downwards, across it to the right; flat: to the right, and downwards', () => {
    expect(rounded(Math.PI / 2)).toEqual([0, 1, 1, 0]);
    expect(rounded(0)).toEqual([1, 0, 0, 1]);
    expect(rounded(Math.PI / 2 + 0.1)).toEqual([-0.1, 0.995, 0.995, 0.1]);
    expect(rounded(0.1)).toEqual([0.995, 0.1, -0.1, 0.995]);
  });
  test('how far a place lies in a direction', () =>
    expect(inDirection([0.6, 0.8], { x: 5, y: 10 })).toBeCloseTo(11, 12));
});

describe('how far a colour is from all mixtures of two', () => {
  test.each([
    ['one of them', [0.2, 0.2, 0.2], 0],
    ['half of each', [0.5, 0.4, 0.3], 0],
    ['beside the way between them, in one plane', [0.5, 0.4, 0.7], null],
    ['beyond the first: from it', [0.1, 0.2, 0.2], 0.1],
    ['beyond the second: from it', [0.8, 0.9, 0.4], 0.3],
  ] as const)('%s', (_, colour, wanted) => {
    const [one, other] = [[0.2, 0.2, 0.2], [0.8, 0.6, 0.4]] as const; // prettier-ignore
    const off = betweenOff(colour, one, other);
    if (wanted !== null) expect(off).toBeCloseTo(wanted, 9);
    // By hand: its nearest mixture lies (0.3·0.6 + 0.2·0.4 + 0.5·0.2) / 0.56 = 9/14 of the way, at blue 0.3286.
    else expect(off).toBeCloseTo(0.7 - (0.2 + (9 / 14) * 0.2), 9);
  });
});

test('how far a colour lies on the way from one to another', () => {
  const [one, other] = [
    [0.1, 0.2, 0.3],
    [0.5, 0.6, 0.3],
  ] as const;
  expect(reachOf(one, one, other)).toBeCloseTo(0, 9);
  expect(reachOf(other, one, other)).toBeCloseTo(1, 9);
  // What lies beside the way counts for nothing.
  expect(reachOf([0.3, 0.4, 0.9], one, other)).toBeCloseTo(0.5, 9);
});
