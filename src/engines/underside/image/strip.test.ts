import { describe, expect, test } from 'vitest';
import type { Pixels } from '../../picture/pixels.ts';
import type { Box } from '../geometry/box.ts';
import { cellOf, placesIn, rowsOfStrip, stripOf, trimmed } from './strip.ts';

/** A picture whose red rises to the right, whose green rises downwards and whose blue is even, levels. */
const slope = (width: number, height: number, blue = 90): Pixels => ({
  width,
  height,
  data: Uint8ClampedArray.from({ length: width * height * 4 }, (_, at) => {
    const pixel = at >> 2;
    return [pixel % width, Math.floor(pixel / width), blue, 255][at % 4]!;
  }),
});
const box = (more: Partial<Box> = {}): Box => ({ x: 120, y: 100, angle: Math.PI / 2, long: 112, wide: 36, isCut: false, ...more }); // prettier-ignore

describe('a column straightened', () => {
  test.each([0, Math.PI / 2, Math.PI / 2 + 0.2, -0.15])(
    'each cell is the picture at its place, however the column lies (%d rad)',
    (angle) => {
      const at = box({ angle });
      const strip = stripOf(slope(250, 220), at, [0.25, 0.125]);
      expect(strip).toMatchObject({ rows: rowsOfStrip, wide: 72, first: 18, steps: 18 + 72 + 9, clipped: 0 });
      const placeAt = placesIn(at);
      for (const row of [0, 7, 55])
        for (const step of [0, 17, 18, 50, 98]) {
          const [x, y] = placeAt(
            (step - 18 + 0.5) / 72,
            trimmed + ((row + 0.5) / rowsOfStrip) * (1 - 2 * trimmed),
          );
          const cell = cellOf(strip, row, step);
          // A pixel's middle is half a pixel on from its corner.
          expect(cell[0] * 255).toBeCloseTo(x - 0.5, 3);
          expect(cell[1] * 255).toBeCloseTo(y - 0.5, 3);
          expect(cell[2] * 255).toBeCloseTo(90, 3);
        }
    },
  );
  test('places of a box: its corners and its middle', () => {
    const placeAt = placesIn(box());
    expect(placeAt(0.5, 0.5)).toEqual([120, 100]);
    const [x, y] = placeAt(0, 0);
    expect([x, y].map((value) => Math.round(value * 1e6) / 1e6)).toEqual([102, 44]);
    expect(placeAt(1, 1).map((value) => Math.round(value * 1e6) / 1e6)).toEqual([138, 156]);
  });
  test('a cell of several pixels is the mean of points in it: along a row up to eight, across two from 1.2 px a step', () => {
    // Stripes of one pixel, black and white, lying: along the column they come to grey.
    const lying: Pixels = { ...slope(250, 260), data: Uint8ClampedArray.from({ length: 250 * 260 * 4 }, (_, at) => (Math.floor((at >> 2) / 250) % 2 ? 250 : 0)) }; // prettier-ignore
    const spread = (picture: Pixels, at: Box) => {
      const { data } = stripOf(picture, at, [0, 0]);
      return Math.max(...data) - Math.min(...data);
    };
    // 224 px long: four points to a row of 3.4 px.
    expect(spread(lying, box({ y: 130, long: 224 }))).toBeLessThan(0.4);
    // 56 px long: a point to a row.
    expect(spread(lying, box({ y: 130, long: 56 }))).toBeGreaterThan(0.8);
    const upright: Pixels = { ...slope(250, 260), data: Uint8ClampedArray.from({ length: 250 * 260 * 4 }, (_, at) => ((at >> 2) % 2 ? 250 : 0)) }; // prettier-ignore
    // Two points a pixel apart in each step of two pixels.
    expect(spread(upright, box({ wide: 144 }))).toBeLessThan(0.01);
    expect(spread(upright, box({ wide: 72 }))).toBeGreaterThan(0.9);
  });
  test('outside the picture nothing is known; points that are in it count by themselves', () => {
    const strip = stripOf(slope(100, 220), box({ x: 90, wide: 36 }), [0, 0]);
    expect(cellOf(strip, 20, 70)).toEqual([NaN, NaN, NaN]);
    // From 72 on by half a pixel a step: pixel 99 is met by a step's middle up to 99.5.
    const last = Array.from({ length: strip.steps }, (_, step) => cellOf(strip, 20, step)[0]).findLastIndex(
      (red) => !Number.isNaN(red),
    );
    expect(72 + 0.5 * (last + 0.5)).toBeLessThan(99.5);
    expect(72 + 0.5 * (last + 1.5)).toBeGreaterThanOrEqual(99.5);
    for (const at of [box({ x: 10 }), box({ y: 30 }), box({ y: 200 })])
      expect(stripOf(slope(250, 220), at, [0, 0]).data.some(Number.isNaN)).toBe(true);
    expect(stripOf(slope(250, 220), box(), [0, 0]).data.some(Number.isNaN)).toBe(false);
    // Nothing of it in the picture.
    expect(stripOf(slope(100, 100), box({ x: 900 }), [0, 0]).clipped).toBe(0);
  });
  test('as bright as the camera can tell: all three, above 253', () => {
    const even = (r: number, g: number, b: number): Pixels => ({
      width: 250,
      height: 220,
      data: Uint8ClampedArray.from({ length: 250 * 220 * 4 }, (_, at) => [r, g, b, 255][at % 4]!),
    });
    expect(stripOf(even(254, 255, 254), box(), [0, 0]).clipped).toBe(1);
    for (const [r, g, b] of [
      [253, 255, 255],
      [255, 253, 255],
      [255, 255, 253],
    ])
      expect(stripOf(even(r!, g!, b!), box(), [0, 0]).clipped).toBe(0);
    // Half of the picture.
    const half = even(255, 255, 255);
    for (let at = 0; at < half.data.length; at += 4) if ((at >> 2) % 250 < 120) half.data[at] = 100;
    expect(stripOf(half, box(), [0, 0]).clipped).toBeCloseTo(0.5, 1);
  });
});
