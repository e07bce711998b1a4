import { describe, expect, test } from 'vitest';
import { clearLabel } from '../colours/labels.ts';
import { widthAcross, type Coloured } from './across.ts';
import { splitParts } from './parts.ts';
import { distancesToOthers } from './widths.ts';

const tones = [[255, 255, 255], [20, 60, 120], [230, 200, 40]] as const; // prettier-ignore
const [width, height] = [60, 60];

/** What lies where: a tone's number at every place, in px; each pixel is mixed of what covers it, by 16 × 16 places. */
function drawn(toneAt: (x: number, y: number) => number, clear = -1): Coloured {
  const data = new Uint8ClampedArray(width * height * 4).fill(255);
  const labels = new Uint8Array(width * height);
  for (let pixel = 0; pixel < labels.length; pixel++) {
    const counts = tones.map(() => 0);
    for (let k = 0; k < 256; k++)
      counts[toneAt((pixel % width) + ((k % 16) + 0.5) / 16, Math.floor(pixel / width) + (Math.floor(k / 16) + 0.5) / 16)]!++;
    for (let c = 0; c < 3; c++) data[pixel * 4 + c] = tones.reduce((sum, tone, t) => sum + (tone[c]! * counts[t]!) / 256, 0);
    const most = counts.indexOf(Math.max(...counts));
    labels[pixel] = most === clear ? clearLabel : most;
  }
  return { width, height, data, labels, tones };
} // prettier-ignore

/** A band through the picture's middle, so wide, that leans by so many degrees. */
const band =
  (wide: number, degrees: number, off = 0) =>
  (x: number, y: number) => {
    const angle = (degrees * Math.PI) / 180;
    return Math.abs((y - 30.5 - off) * Math.cos(angle) - (x - 30.5) * Math.sin(angle)) <= wide / 2 ? 1 : 0;
  };
const middle = 30 * width + 30;

describe('a width finer than pixels', () => {
  test.each([0, 90, 45, 7, 22.5, -33, 61, 84])('a band that leans by %i° is as wide as it was drawn', (degrees) => {
    for (const wide of [2.3, 3.37, 4, 5.5, 7.81, 12.2]) {
      const found = widthAcross(drawn(band(wide, degrees)), middle, Math.round(wide))!;
      // One of sixteen ways misses the straight one by 6° at most, and the middle pixel the middle by half a pixel.
      expect(Math.abs(found - wide)).toBeLessThan(0.18);
    }
  }); // prettier-ignore
  test('wherever its edges lie between the pixels', () => {
    for (const off of [0, 0.13, 0.25, 0.4, 0.5])
      expect(widthAcross(drawn(band(3.6, 0, off)), middle, 4)).toBeCloseTo(3.6, 1);
  });
  test('with another colour on either side', () => {
    const picture = drawn((x, y) => (band(4.4, 0)(x, y) === 1 ? 1 : y > 30 ? 2 : 0));
    expect(widthAcross(picture, middle, 4)).toBeCloseTo(4.4, 1);
  });
  test('what comes after the colour beside it does not count', () => {
    const lines = (gap: number) => drawn((_, y) => (Math.abs(y - 30.5) < 1.7 || Math.abs(y - 30.5) > 1.7 + gap ? 1 : 0));
    for (const gap of [1.5, 2, 3.2]) expect(Math.abs(widthAcross(lines(gap), middle, 3)! - 3.4)).toBeLessThan(0.3);
  }); // prettier-ignore
  test('beside what is clear it is as wide as its pixels, and at the picture’s rim it ends there', () => {
    expect(Math.abs(widthAcross(drawn(band(5, 0), 0), middle, 5)! - 5)).toBeLessThan(0.3);
    const atRim = drawn((_, y) => (y < 4.5 ? 1 : 0));
    expect(Math.abs(widthAcross(atRim, 2 * width + 30, 4)! - 4.5)).toBeLessThan(0.3);
  });
  test('where it is much wider than whole pixels say, as where strokes meet, nothing is told', () => {
    expect(widthAcross(drawn(band(9, 0)), middle, 5)).toBeNull();
    expect(
      widthAcross(
        drawn(() => 1),
        middle,
        5,
      ),
    ).toBeNull();
  });
});

describe('a part’s stroke by them', () => {
  const strokeOf = (picture: Coloured, isFine: boolean) => {
    const far = distancesToOthers(picture.labels, width, height);
    const fine = (pixel: number, about: number) => widthAcross(picture, pixel, about);
    const { parts } = splitParts(
      ...([picture.labels, width, height, far, (label: number) => label === 0, 9] as const),
      isFine ? fine : undefined,
    );
    return parts[0]!.strokePx;
  };
  test('a level rule, whatever its width: whole pixels are off by up to half a pixel and more', () => {
    let coarse = 0;
    for (const wide of [2.6, 3, 3.3, 4, 4.5, 5.2, 6]) {
      const picture = drawn((x, y) => (x > 5 && x < 55 ? band(wide, 0, 0.2)(x, y) : 0));
      expect(Math.abs(strokeOf(picture, true) - wide)).toBeLessThan(0.1);
      coarse = Math.max(coarse, Math.abs(strokeOf(picture, false) - wide));
    }
    expect(coarse).toBeGreaterThan(0.4);
  });
  test('a ring', () => {
    const ring = drawn((x, y) => (Math.abs(Math.hypot(x - 30.3, y - 29.8) - 20) < 1.85 ? 1 : 0));
    expect(Math.abs(strokeOf(ring, true) - 3.7)).toBeLessThan(0.12);
  });
});
