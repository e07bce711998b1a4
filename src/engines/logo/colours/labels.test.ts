import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { distance, type Rgb } from '../../../core/thread/colour.ts';
import { binOf, clearLabel, labelPixels, nearestTable } from './labels.ts';

const white: Rgb = [255, 255, 255];
const black: Rgb = [0, 0, 0];
const grey: Rgb = [128, 128, 128];

/** Labels of a picture made by asking for the grey of every pixel. */
function labelled(
  [width, height]: readonly [number, number],
  of: (x: number, y: number) => number | Rgb,
  { tones = [white, black, grey], scale = 1, clear = null as Uint8Array | null } = {},
) {
  const data = new Uint8ClampedArray(width * height * 4);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const value = of(x, y);
      data.set([...(typeof value === 'number' ? [value, value, value] : value), 255], (y * width + x) * 4);
    }
  const { labels, rimPx } = labelPixels({ width, height, data, scale }, tones, clear);
  const row = (y: number) => [...labels.slice(y * width, (y + 1) * width)].join('');
  return { labels, rimPx, row, rows: Array.from({ length: height }, (_, y) => row(y)) };
}
/** From white to black in so many steps between, beginning at `from`. */
const ramp = (from: number, steps: number) => (x: number) =>
  Math.round(255 * (1 - Math.min(1, Math.max(0, (x - from) / (steps + 1)))));

describe('the nearest tone of each bin', () => {
  test('is the one nearest to its middle, the first of equally near ones', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(255), fc.nat(255), fc.nat(255)), { minLength: 1, maxLength: 5 }),
        fc.tuple(fc.nat(255), fc.nat(255), fc.nat(255)),
        (tones, colour) => {
          const [r, g, b] = colour.map((value) => value - (value % 8) + 4) as [number, number, number];
          const far = tones.map((tone) => distance(tone, r, g, b));
          const bin = binOf(Uint8ClampedArray.from([0, 0, 0, 0, ...colour, 255]), 4);
          expect(nearestTable(tones)[bin]).toBe(far.indexOf(Math.min(...far)));
        },
      ),
      { numRuns: 40 },
    ));
});

describe('slopes between colours', () => {
  test('no pixel of a slope keeps the colour that it comes near to, across, down or aslant', () => {
    const across = ramp(10, 8);
    expect(labelled([30, 12], (x) => across(x)).row(6)).toBe('0'.repeat(15) + '1'.repeat(15));
    const down = labelled([12, 30], (_x, y) => across(y)).rows.map((row) => row[6]);
    expect(down.join('')).toBe('0'.repeat(15) + '1'.repeat(15));
    const aslant = labelled([30, 30], (x, y) => across((x + y) / 2));
    // Where the slope runs into the picture's rim its other end is not to be seen.
    for (const row of aslant.rows.slice(10, 20)) expect(row.slice(5, 25)).not.toContain('2');
  });
  test('what lies farther than six pixels from either end stays as it looks', () => {
    // Fifteen between: the middle one is eight from both ends.
    expect(labelled([40, 12], ramp(10, 15)).row(6)).toContain('2');
    expect(labelled([40, 12], ramp(10, 12)).row(6)).not.toContain('2');
    // At twice the size nine pixels.
    expect(labelled([50, 12], ramp(10, 18), { scale: 2 }).row(6)).not.toContain('2');
    expect(labelled([50, 12], ramp(10, 24), { scale: 2 }).row(6)).toContain('2');
  });
  test('a step of nine levels from one pixel to the next is none; three values count together', () => {
    const stairs = (step: number) => labelled([40, 12], (x) => [100 + step * Math.min(6, Math.max(0, x - 15)), 100, 100], { tones: [[100, 100, 100], [160, 100, 100]] }).rimPx; // prettier-ignore
    expect(stairs(9)).toBe(0);
    expect(stairs(10)).toBeGreaterThan(0);
    // 6 × √3 is more than 9, 5 × √3 is less.
    const greys = (step: number) => labelled([40, 12], (x) => 100 + step * Math.min(6, Math.max(0, x - 15)), { tones: [[100, 100, 100], [160, 160, 160]] }).rimPx; // prettier-ignore
    expect(greys(6)).toBeGreaterThan(0);
    expect(greys(5)).toBe(0);
  });
  test('a thin line is no slope: its middle lies on no way from one side to the other', () => {
    const line = labelled([30, 12], (x) => (x === 15 ? 128 : 255));
    expect(line.row(6)).toBe('0'.repeat(15) + '2' + '0'.repeat(14));
    expect(line.rimPx).toBe(0);
  });
  test('the rim’s width: slope pixels for each pixel of edge, in pixels of the picture', () => {
    // Five between, in each of twelve rows and every column; the lowest row has no pixel beneath it to be an edge with.
    expect(labelled([30, 12], ramp(10, 5)).rimPx).toBeCloseTo((5 * 12) / 11, 9);
    // The same of a picture made twice as large: half as many pixels of the picture.
    expect(labelled([30, 12], ramp(10, 5), { scale: 2 }).rimPx).toBeCloseTo((5 * 12) / 11 / 2, 9);
    expect(labelled([30, 12], () => 255).rimPx).toBe(0);
    const down = labelled([12, 30], (_x, y) => ramp(10, 5)(y));
    expect(down.rimPx).toBeCloseTo((5 * 12) / 11, 9);
  });
});

describe('the outermost pixels', () => {
  const framed = (wide: number, scale: number) =>
    labelled([20, 16], (x, y) => (Math.min(x, y, 19 - x, 15 - y) < wide ? 0 : 255), { scale });
  test('are as what lies next to them: one pixel of a picture, however large it is made', () => {
    expect(framed(1, 1).labels).not.toContain(1);
    expect(framed(2, 2).labels).not.toContain(1);
    expect(framed(2, 1).rows.map((row) => row.replaceAll('0', '').length)).toEqual([20, 20, ...Array<number>(12).fill(4), 20, 20]); // prettier-ignore
    expect(framed(3, 2).row(0)).toBe('1'.repeat(20));
  });
  test('each on its own side, corners too', () => {
    const [width, height] = [9, 7];
    const numbers = labelled([width, height], (x, y) => [8 * x + 4, 8 * y + 4, 4], {
      tones: Array.from({ length: width * height }, (_, at) => [8 * (at % width) + 4, 8 * Math.floor(at / width) + 4, 4] as Rgb),
    }).labels; // prettier-ignore
    const inside = (x: number, y: number) => Math.min(height - 2, Math.max(1, y)) * width + Math.min(width - 2, Math.max(1, x)); // prettier-ignore
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++)
        if (x === 0 || y === 0 || x === width - 1 || y === height - 1)
          expect(numbers[y * width + x]).toBe(numbers[inside(x, y)]);
  });
});

describe('where the picture is clear', () => {
  test('a pixel has no colour, nor does its rim take it for one', () => {
    const clear = new Uint8Array(30 * 12);
    for (let y = 0; y < 12; y++) clear.fill(1, y * 30 + 18, (y + 1) * 30);
    const { row } = labelled([30, 12], ramp(10, 20), { tones: [white, grey], clear });
    expect(row(6).slice(-36)).toBe(String(clearLabel).repeat(12));
    expect(row(6).slice(0, -36)).toMatch(/^0+1*$/);
  });
});
