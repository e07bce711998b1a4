import { describe, expect, test } from 'vitest';
import { colourDifference, hexOf, type Rgb } from '../../../core/thread/colour.ts';
import { coresBeside } from './cores.ts';

const white: Rgb = [255, 255, 255];
const grey: Rgb = [134, 134, 134];
const [width, height] = [60, 40];
type Spot = readonly [left: number, top: number, side: number, rgb: Rgb];

function cores(spots: readonly Spot[], { tones = [white] as readonly Rgb[], clear = null as Uint8Array | null } = {}) {
  const data = new Uint8ClampedArray(width * height * 4).fill(255);
  for (const [left, top, side, rgb] of spots)
    for (let y = top; y < top + side; y++)
      for (let x = left; x < left + side; x++) data.set([...rgb, 255], (y * width + x) * 4);
  return coresBeside({ width, height, data }, clear, tones).map(hexOf);
} // prettier-ignore

describe('colours of small parts', () => {
  test('what is flat five pixels square, three times at least', () => {
    // In a square of 5 one pixel has a square of five about it, in one of 6 there are four.
    expect(cores([[10, 10, 5, grey]])).toEqual([]);
    expect(cores([[10, 10, 6, grey]])).toEqual(['#868686']);
    expect(cores([10, 20, 30].map((left): Spot => [left, 10, 5, grey]))).toEqual(['#868686']);
    expect(cores([10, 20].map((left): Spot => [left, 10, 5, grey]))).toEqual([]);
  });
  test('up to the picture’s rim, not beyond it', () => {
    expect(cores([[0, 0, 6, grey]])).toEqual(['#868686']);
    expect(cores([[width - 6, height - 6, 6, grey]])).toEqual(['#868686']);
    expect(cores([[0, 0, 5, grey], [width - 5, 0, 5, grey]])).toEqual([]); // prettier-ignore
  });
  test('not what is a tone’s own: within 25 of it', () => {
    const near: Rgb = [134, 134, 134 + 24];
    const far: Rgb = [134, 134, 134 + 26];
    expect(cores([[10, 10, 8, grey]], { tones: [white, near] })).toEqual([]);
    // Told by how it looks as well: a tint of less than 12 is none.
    expect(colourDifference(grey, far)).toBeLessThan(12.5);
    expect(cores([[10, 10, 8, grey]], { tones: [white, [134, 134, 190]] })).toEqual(['#868686']);
  });
  test('a tint of a tone, under twelve shades off, is none', () => {
    const tint: Rgb = [255, 225, 225];
    expect(colourDifference(white, tint)).toBeGreaterThan(12);
    const paler: Rgb = [255, 232, 232];
    expect(colourDifference(white, paler)).toBeLessThan(12);
    expect(cores([[10, 10, 8, tint]])).toEqual(['#ffe1e1']);
    expect(cores([[10, 10, 8, paler]])).toEqual([]);
  });
  test('flat means within twelve levels of its middle in each value', () => {
    const rough = (level: number) => {
      const data = new Uint8ClampedArray(width * height * 4).fill(255);
      for (let y = 10; y < 22; y++)
        for (let x = 10; x < 22; x++)
          data.set([100 + ((x + y) % 2) * level, 60, 160, 255], (y * width + x) * 4);
      return coresBeside({ width, height, data }, null, [white]).length;
    };
    expect([rough(12), rough(13)]).toEqual([1, 0]);
  });
  test('the most frequent first; shades of one thread once', () => {
    const red: Rgb = [207, 17, 48];
    expect(cores([[4, 4, 8, red], [20, 4, 12, grey]])).toEqual(['#868686', '#cf1130']); // prettier-ignore
    expect(cores([[4, 4, 12, red], [20, 4, 8, grey]])).toEqual(['#cf1130', '#868686']); // prettier-ignore
    // 26 off in one value, and hardly another colour.
    const alike: Rgb = [207 + 26, 17, 48];
    expect(colourDifference(red, alike)).toBeLessThan(8);
    expect(cores([[4, 4, 12, red], [20, 4, 8, alike]])).toEqual(['#cf1130']); // prettier-ignore
  });
  test('nothing where the picture is clear, nor beside it', () => {
    const clear = new Uint8Array(width * height);
    clear[14 * width + 14] = 1;
    expect(cores([[10, 10, 8, grey]], { clear })).toEqual([]);
    expect(cores([[10, 10, 12, grey]], { clear })).toEqual(['#868686']);
  });
  test('without any tone too', () => expect(cores([[10, 10, 8, grey]], { tones: [] }).sort()).toEqual(['#868686', '#ffffff']));
}); // prettier-ignore
