import { describe, expect, test } from 'vitest';
import { colourDifference, distanceFromMixture, hexOf, nearestThreads, rgbOf, type Rgb } from './colour.ts';
import { labelPixels } from './labels.ts';
import { findTones } from './palette.ts';
import type { Pixels } from './pixels.ts';

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
const mix = (a: Rgb, b: Rgb, share: number): Rgb =>
  [0, 1, 2].map((k) => Math.round(a[k]! + (b[k]! - a[k]!) * share)) as unknown as Rgb;
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
      return base.map((value) => Math.min(255, Math.max(0, value + noise))) as unknown as Rgb;
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
