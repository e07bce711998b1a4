import { describe, expect, test } from 'vitest';
import {
  colourDifference,
  distanceFromMixture,
  hexOf,
  nearestThreads,
  rgbOf,
  type Rgb,
} from '../../../core/thread/colour.ts';
import { labelPixels } from './labels.ts';
import { findTones } from './palette.ts';
import type { Pixels } from '../../picture/pixels.ts';

/** A picture made by asking for the colour of every pixel. */
function picture(width: number, height: number, colour: (x: number, y: number) => Rgb): Pixels {
  const data = new Uint8ClampedArray(width * height * 4);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) data.set([...colour(x, y), 255], (y * width + x) * 4);
  return { width, height, data };
}
const white: Rgb = [255, 255, 255];
const black: Rgb = [20, 20, 22];
const red: Rgb = [207, 17, 48];
const each = (of: (k: 0 | 1 | 2) => number): Rgb => [of(0), of(1), of(2)];
const mix = (a: Rgb, b: Rgb, share: number): Rgb => each((k) => Math.round(a[k] + (b[k] - a[k]) * share));
const found = (image: Pixels) =>
  findTones(image, null)
    .map((tone) => hexOf(tone.rgb))
    .sort();

describe('the colours a picture was drawn with', () => {
  test('two flat halves are two colours', () =>
    expect(found(picture(200, 100, (x) => (x < 100 ? white : red)))).toEqual(['#cf1130', '#ffffff']));
  test('soft rims between them are no third', () => {
    const soft = picture(240, 100, (x) => mix(white, black, Math.min(1, Math.max(0, (x - 115) / 8))));
    expect(found(soft)).toHaveLength(2);
  });
  test('noise of a few levels is none either', () => {
    const noisy = picture(200, 100, (x, y) => {
      const base = x < 100 ? white : red;
      const noise = ((x * 7 + y * 13) % 9) - 4;
      return each((k) => Math.min(255, Math.max(0, base[k] + noise)));
    });
    expect(found(noisy)).toHaveLength(2);
  });
  test('grey beside black is a colour where it has an area, though it is the mixture of black and white', () => {
    const grey: Rgb = [128, 128, 128];
    const three = picture(300, 120, (x) => (x < 100 ? white : x < 200 ? black : grey));
    expect(found(three)).toEqual(['#141416', '#808080', '#ffffff']);
  });
  test('a line of one pixel, with its soft rims, is found though nothing of it is flat', () => {
    const line = picture(300, 200, (_, y) =>
      y === 100 ? red : y === 99 || y === 101 ? mix(white, red, 0.4) : white,
    );
    expect(found(line)).toEqual(['#cf1130', '#ffffff']);
  });
  test('shares say which is the commonest', () => {
    const tones = findTones(
      picture(200, 100, (x) => (x < 150 ? white : red)),
      null,
    );
    expect(hexOf(tones[0]!.rgb)).toBe('#ffffff');
    expect(tones[0]!.share).toBeGreaterThan(0.7);
    expect(tones.reduce((sum, tone) => sum + tone.share, 0)).toBeCloseTo(1, 9);
  });
  test('where the picture is clear there is no colour', () => {
    const image = picture(100, 100, () => red);
    expect(findTones(image, new Uint8Array(10_000).fill(1))).toEqual([]);
  });
});

describe('what counts as a colour', () => {
  /** So many shades apart, CIEDE2000, of the same grey. */
  const greyBeside = (grey: number, least: number): Rgb => {
    const of = (value: number): Rgb => [value, value, value];
    for (let value = grey; value < 256; value++)
      if (colourDifference(of(grey), of(value)) >= least) return of(value);
    throw new Error('no such grey');
  };
  test('its share is its flat pixels: those like their four neighbours, none at the picture’s edge', () => {
    const tones = findTones(picture(200, 100, (x) => (x < 150 ? white : red)), null);
    // White from 1 to 148, red from 151 to 198.
    expect(tones[0]!.share).toBeCloseTo(148 / (148 + 48), 9);
    expect(tones[1]!.share).toBeCloseTo(48 / (148 + 48), 9);
    const lying = findTones(picture(100, 200, (_x, y) => (y < 150 ? white : red)), null);
    expect(lying[0]!.share).toBeCloseTo(148 / (148 + 48), 9);
  });
  test('shades of under eight are one thread, in the commoner one’s colour; those of more are two', () => {
    const dark: Rgb = [96, 96, 96];
    const of = (other: Rgb) => found(picture(200, 100, (x) => (x < 120 ? dark : other)));
    expect(of(greyBeside(96, 9))).toHaveLength(2);
    const near = greyBeside(96, 6.5);
    expect(colourDifference(dark, near)).toBeLessThan(8);
    expect(of(near)).toEqual(['#606060']);
    expect(found(picture(200, 100, (x) => (x < 80 ? dark : near)))).toEqual([hexOf(near)]);
    const whole = findTones(picture(200, 100, (x) => (x < 80 ? dark : near)), null);
    expect(whole[0]!.share).toBe(1);
  });
  test('no more than twenty-four, the commonest', () => {
    const hues: Rgb[] = [];
    for (let k = 0; hues.length < 30; k++) {
      const next: Rgb = [20 + 45 * (k % 6), 20 + 45 * (Math.floor(k / 6) % 6), 20 + 45 * Math.floor(k / 36)];
      if (hues.every((hue) => colourDifference(hue, next) > 10)) hues.push(next);
    }
    // Stripes from 40 px down to 11.
    const starts = hues.map((_, k) => 40 * k - (k * (k - 1)) / 2);
    const tones = findTones(picture(starts[29]! + 11, 40, (x) => hues[starts.findLastIndex((start) => start <= x)]!), null);
    expect(tones).toHaveLength(24);
    expect(tones.map(({ rgb }) => hexOf(rgb))).toEqual(hues.slice(0, 24).map(hexOf));
    for (const [k, tone] of tones.slice(1).entries()) expect(tone.share).toBeLessThan(tones[k]!.share);
  });
  test('a plateau of grey between black and white is a rim up to four pixels, a thread from six on', () => {
    const between = (wide: number) => found(picture(240, 100, (x) => (x < 100 ? white : x < 100 + wide ? [134, 134, 134] : black)));
    expect(between(3)).toEqual(['#141416', '#ffffff']);
    expect(between(4)).toEqual(['#141416', '#ffffff']);
    expect(between(6)).toEqual(['#141416', '#868686', '#ffffff']);
    const down = found(picture(100, 240, (_x, y) => (y < 100 ? white : y < 104 ? [134, 134, 134] : black)));
    expect(down).toEqual(['#141416', '#ffffff']);
  });
  test('a tint of the ground along a shape is JPEG’s, up to six pixels; a wider one is a thread', () => {
    const tint: Rgb = [255, 236, 236];
    expect(colourDifference(white, tint)).toBeGreaterThan(8);
    expect(colourDifference(white, tint)).toBeLessThan(12);
    const beside = (wide: number) => found(picture(240, 100, (x) => (x < 150 ? white : x < 150 + wide ? tint : red)));
    expect(beside(5)).toEqual(['#cf1130', '#ffffff']);
    expect(beside(8)).toEqual(['#cf1130', '#ffecec', '#ffffff']);
  });
  test('lines of two colours, each a pixel wide, are two threads; soft rims of theirs are none', () => {
    const blue: Rgb = [18, 80, 154];
    const lines = picture(300, 200, (x, y) => {
      if (y === 60) return red;
      if (y === 59 || y === 61) return mix(white, red, 0.45);
      if (x === 150 && y > 80) return blue;
      return Math.abs(x - 150) === 1 && y > 80 ? mix(white, blue, 0.5) : white;
    });
    expect(found(lines)).toEqual(['#12509a', '#cf1130', '#ffffff']);
  });
  test('a line too short to be one is none: its pixels are under a hundred-thousandth of the picture', () => {
    const dots = (many: number) => found(picture(300, 200, (x, y) => (y === 100 && x >= 20 && x < 20 + many ? red : white)));
    expect(dots(40)).toEqual(['#cf1130', '#ffffff']);
    expect(dots(7)).toEqual(['#ffffff']);
  });
  test('a line alone on what is clear is its colour', () => {
    const clear = new Uint8Array(300 * 200).fill(1);
    clear.fill(0, 100 * 300, 101 * 300);
    const tones = findTones(picture(300, 200, (_, y) => (y === 100 ? red : black)), clear);
    expect(tones.map(({ rgb }) => hexOf(rgb))).toEqual(['#cf1130']);
  });
  test('a spot five pixels square in a mixture’s colour is a thread; of four it is not', () => {
    const spot = (side: number) => found(picture(240, 100, (x, y) => (x < 120 ? white : x < 220 ? black : x >= 226 && x < 226 + side && y >= 40 && y < 40 + side ? [134, 134, 134] : white)));
    expect(spot(4)).toEqual(['#141416', '#ffffff']);
    expect(spot(7)).toEqual(['#141416', '#868686', '#ffffff']);
  });
}); // prettier-ignore

describe('each pixel’s colour', () => {
  const tones = [white, black, [128, 128, 128] as Rgb];
  test('on a slope from white to black no pixel is grey, and the edge falls where the mixture is half', () => {
    const image = {
      ...picture(60, 20, (x) => mix(white, black, Math.min(1, Math.max(0, (x - 25) / 10)))),
      scale: 1,
    };
    const { labels, rimPx } = labelPixels(image, tones, null);
    expect(labels.slice(600, 660)).not.toContain(2);
    const row = [...labels.slice(600, 660)];
    expect(Math.abs(row.indexOf(1) - 30)).toBeLessThanOrEqual(1);
    expect(rimPx).toBeGreaterThan(5);
  });
  test('a sharp edge has a rim of a pixel or less', () => {
    const image = { ...picture(60, 20, (x) => (x < 30 ? white : black)), scale: 1 };
    expect(labelPixels(image, tones, null).rimPx).toBeLessThanOrEqual(1);
  });
  test('a grey area stays grey', () => {
    const image = { ...picture(60, 20, (x) => (x < 30 ? white : [128, 128, 128])), scale: 1 };
    expect(labelPixels(image, tones, null).labels[10 * 60 + 50]).toBe(2);
  });
});

describe('colour arithmetic', () => {
  test('reads and writes #rrggbb', () => {
    for (const hex of ['#000000', '#ffffff', '#12509a', '#c99a2e']) expect(hexOf(rgbOf(hex))).toBe(hex);
  });
  test('a difference is none with itself, the same both ways, and large between white and black', () => {
    expect(colourDifference(red, red)).toBe(0);
    expect(colourDifference(red, white)).toBeCloseTo(colourDifference(white, red), 9);
    // CIEDE2000 of white and black is 100 by the formula's lightness term.
    expect(colourDifference([255, 255, 255], [0, 0, 0])).toBeCloseTo(100, 0);
  });
  test('a mixture lies on the line, its ends too; what is beyond an end is as far as from the end', () => {
    expect(distanceFromMixture(mix(white, black, 0.3), white, black)).toBeLessThan(1);
    expect(distanceFromMixture(white, white, black)).toBe(0);
    expect(distanceFromMixture([255, 0, 0], [0, 0, 0], [100, 0, 0])).toBeCloseTo(155, 9);
    expect(distanceFromMixture([10, 0, 0], [0, 0, 0], [0, 0, 0])).toBe(10);
  });
  test('the nearest threads come nearest first, as many as asked', () => {
    const threads = ['#cf1130', '#ffffff', '#141416', '#d9577f'].map((colour) => ({ colour }));
    const near = nearestThreads(red, threads, 2);
    expect(near.map((one) => one.thread.colour)).toEqual(['#cf1130', '#d9577f']);
    expect(near[0]!.difference).toBeLessThan(1);
  });
});
