import { describe, expect, test } from 'vitest';
import { labelsOfGrid, partsOfGrid } from '../../../../tests/support/picture-grid.ts';
import type { Rgb } from '../pixels/colour.ts';
import { absorbSlivers } from './slivers.ts';

const white: Rgb = [255, 255, 255];
const red: Rgb = [200, 20, 40];
const blue: Rgb = [20, 60, 160];
const mixed = (one: Rgb, other: Rgb, share: number): Rgb => [
  one[0] + share * (other[0] - one[0]),
  one[1] + share * (other[1] - one[1]),
  one[2] + share * (other[2] - one[2]),
];
/** A block of tone a, `wide` columns of tone b, and the ground or tone c. Gives what b's pixels are called afterwards: 0 the ground. */
function strip(b: Rgb, wide = 1, behind: '.' | 'c' = '.', a: Rgb = red, c: Rgb = blue, rimPx = 1) {
  const rows = Array.from({ length: 16 }, () => 'a'.repeat(12) + 'b'.repeat(wide) + behind.repeat(12));
  const labels = labelsOfGrid(rows);
  const rgbs = [white, a, b, c];
  const data = Uint8ClampedArray.from([...labels].flatMap((label) => [...rgbs[label]!, 255]));
  const parts = partsOfGrid(rows);
  const { width, height } = parts;
  const ground = { label: 0, rgb: white };
  const isChanged = absorbSlivers(parts, labels, { width, height, data }, rgbs, ground, { rimPx, scale: 1 });
  const now = new Set([...labels.filter((_label, pixel) => rows[0]![pixel % width] === 'b')]);
  expect(now.size).toBe(1);
  return { isChanged, now: [...now][0]! };
}

describe('strips of mixed colour', () => {
  test('a rim goes to the one of its two neighbours that it is more like', () => {
    expect(strip(mixed(red, white, 0.2))).toEqual({ isChanged: true, now: 1 });
    expect(strip(mixed(red, white, 0.8))).toEqual({ isChanged: true, now: 0 });
    expect(strip(mixed(red, blue, 0.3), 1, 'c')).toEqual({ isChanged: true, now: 1 });
    expect(strip(mixed(red, blue, 0.8), 1, 'c')).toEqual({ isChanged: true, now: 3 });
  });
  test('a colour of its own is no rim, however thin: darker than both, or of another hue', () => {
    expect(strip([10, 10, 10])).toEqual({ isChanged: false, now: 2 });
    expect(strip([60, 180, 60])).toEqual({ isChanged: false, now: 2 });
    expect(strip(white, 1, 'c', red, blue)).toEqual({ isChanged: false, now: 2 });
  });
  test('a mixture wider than rims and what JPEG lays beside them is a thread', () => {
    // A rim is 2 px here, a tint 9 px at most; that wide it must be nearly as light as one of the two.
    expect(strip(mixed(red, white, 0.5), 12)).toEqual({ isChanged: false, now: 2 });
    expect(strip(mixed(red, white, 0.5), 6)).toEqual({ isChanged: false, now: 2 });
    expect(strip(mixed(red, white, 0.04), 6)).toEqual({ isChanged: true, now: 1 });
    // The wider the rims of the picture, the wider may be what is a rim.
    expect(strip(mixed(red, white, 0.5), 4)).toMatchObject({ isChanged: false });
    expect(strip(mixed(red, white, 0.5), 4, '.', red, blue, 6)).toMatchObject({ isChanged: true });
  });
  test('a piece that goes on a line is of it, where it is about as wide and as dark: JPEG keeps light, and loses colour', () => {
    // A line of red; a piece of it in another colour, its ends only touching the rest; below the line red's own ground.
    const piece = (high: number, rgb: Rgb) => {
      const rows = Array.from({ length: 20 }, (_, y) =>
        y >= 8 && y < 8 + high
          ? `${y < 12 ? 'a'.repeat(50) : '.'.repeat(50)}${'b'.repeat(22)}${'.'.repeat(4)}`
          : `${y >= 8 && y < 12 ? 'a'.repeat(50) : '.'.repeat(50)}${'.'.repeat(26)}`,
      );
      const labels = labelsOfGrid(rows);
      const rgbs = [white, red, rgb];
      const data = Uint8ClampedArray.from([...labels].flatMap((label) => [...rgbs[label]!, 255]));
      const parts = partsOfGrid(rows);
      const pixels = { width: parts.width, height: parts.height, data };
      absorbSlivers(parts, labels, pixels, rgbs, { label: 0, rgb: white }, { rimPx: 0.5, scale: 1 });
      return labels[9 * parts.width + 60];
    };
    // Red's luma is 77: a grey of 70 is as dark, one of 130 is not.
    expect(piece(4, [70, 70, 70])).toBe(1);
    expect(piece(4, [130, 130, 130])).toBe(2);
    expect(piece(8, [70, 70, 70])).toBe(2);
  });
  test('between two parts of one colour it is a line on it', () => {
    const rows = Array.from({ length: 12 }, () => 'aaaaaaaabaaaaaaaa');
    const labels = labelsOfGrid(rows);
    const before = [...labels];
    const rgbs = [white, red, mixed(red, white, 0.5)];
    const data = Uint8ClampedArray.from([...labels].flatMap((label) => [...rgbs[label]!, 255]));
    const parts = partsOfGrid(rows);
    const pixels = { width: parts.width, height: parts.height, data };
    const ground = { label: 0, rgb: white };
    expect(absorbSlivers(parts, labels, pixels, rgbs, ground, { rimPx: 1, scale: 1 })).toBe(false);
    expect([...labels]).toEqual(before);
  });
});
