import { describe, expect, test } from 'vitest';
import { hexOf, type Rgb } from '../../../core/thread/colour.ts';
import { strokesBeside } from './ridges.ts';

const white: Rgb = [255, 255, 255];
const red: Rgb = [154, 3, 30];
const rose: Rgb = [201, 173, 167];
const [width, height] = [200, 80];

/** Upright strokes on white, their left edges at these places (px, halves too), with rims that mix by how much is covered. */
function strokes(
  lefts: readonly number[],
  wide: number,
  rgb: Rgb,
  { high = 50, width: across = width } = {},
) {
  const data = new Uint8ClampedArray(across * height * 4).fill(255);
  for (const left of lefts)
    for (let y = 15; y < 15 + high; y++)
      for (let x = Math.floor(left); x < left + wide; x++) {
        const share = Math.min(x + 1, left + wide) - Math.max(x, left);
        for (let k = 0; k < 3; k++)
          data[(y * across + x) * 4 + k] = Math.round(255 + share * (rgb[k]! - 255));
      }
  return { width: across, height, data };
}
const places = [10, 30.3, 50.5, 70.8, 90.1, 110.6, 130.4];
const found = (...of: Parameters<typeof strokes>) =>
  strokesBeside(strokes(...of), null, [white, red]).map(hexOf);

describe('colours of thin strokes', () => {
  test('a rose lies between white and red, and is a thread of its own where two-pixel strokes of it stand by themselves', () => {
    expect(found(places, 2, rose)).toEqual(['#c9ada7']);
  });
  test('strokes of a thread that is known, thinner than a pixel, are every mixture: none', () => {
    expect(found(places, 0.75, red)).toEqual([]);
    expect(found(places, 2, red)).toEqual([]);
  });
  test('under sixty pixels tell nothing', () => {
    expect(found([10], 2, rose, { high: 25 })).toEqual([]);
    expect(found([10, 50], 2, rose, { high: 25 })).toEqual(['#c9ada7']);
  });
  test('nor do strokes beside which another tone lies, or nothing at all', () => {
    const picture = strokes(places, 2, rose);
    for (const left of places)
      for (let y = 15; y < 65; y++) picture.data.set([...red, 255], (y * width + Math.floor(left) + 4) * 4);
    expect(strokesBeside(picture, null, [white, red])).toEqual([]);
    expect(
      strokesBeside(strokes(places, 2, rose), new Uint8Array(width * height).fill(1), [white, red]),
    ).toEqual([]);
    expect(strokesBeside(strokes(places, 2, rose), null, [])).toEqual([]);
  });
  test('what hardly differs from a tone is that', () => {
    const near: Rgb = [201, 168, 190];
    expect(strokesBeside(strokes(places, 2, rose), null, [white, red, near])).toEqual([]);
  });
});
