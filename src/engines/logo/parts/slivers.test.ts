import { describe, expect, test } from 'vitest';
import { labelsOfGrid, partsOfGrid } from '../../../../tests/support/picture-grid.ts';
import type { Rgb } from '../../../core/thread/colour.ts';
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
  /** What the pixel at a place is called afterwards. `colours`: of each character's pixels in turn, from left to right; "." is white ground. */
  function absorbed(
    rows: readonly string[],
    colours: Readonly<Record<string, readonly Rgb[]>>,
    { rimPx = 1, scale = 1 } = {},
  ) {
    const labels = labelsOfGrid(rows);
    const rgbs = [white, ...Object.values(colours).map(([first]) => first!)];
    const parts = partsOfGrid(rows);
    const { width, height } = parts;
    const data = Uint8ClampedArray.from(
      [...labels].flatMap((label, pixel) => {
        if (label === 0) return [...white, 255];
        const [x, row] = [pixel % width, rows[Math.floor(pixel / width)]!];
        const before = [...row.slice(0, x)].filter((character) => character === row[x]).length;
        const mine = colours[row[x]!]!;
        return [...mine[before % mine.length]!, 255];
      }),
    );
    absorbSlivers(parts, labels, { width, height, data }, rgbs, { label: 0, rgb: white }, { rimPx, scale });
    return (x: number, y: number) => labels[y * width + x];
  }

  test('pieces of one colour count together beside a strip', () => {
    // A strip of 32 between the ground and teeth of red, each an eighth of it, together half: it is more like the ground.
    const rows = Array.from({ length: 32 }, (_, y) => `${y % 8 < 4 ? 'a'.repeat(12) : '.'.repeat(12)}b${'.'.repeat(12)}`);
    const of = (share: number) => absorbed(rows, { a: [red], b: [mixed(red, white, share)] })(12, 1);
    expect(of(0.8)).toBe(0);
    expect(of(0.2)).toBe(1);
  }); // prettier-ignore
  test('what is left of a colour that proved a mixture goes as well; not where it is wide somewhere', () => {
    const half = mixed(red, white, 0.7);
    // A rim of it beside red, and apart from it a speck in the ground alone.
    const picture = (rim: boolean, wide: number) =>
      Array.from({ length: 40 }, (_, y) => {
        const speck = y >= 6 && y < 9 ? '.bbb..' : '......';
        const block = y >= 20 && y < 20 + wide ? `..${'b'.repeat(wide)}..` : '.'.repeat(4 + wide);
        return `${'a'.repeat(12)}${rim ? 'b' : '.'}....${speck}${block}`;
      });
    const called = (rim: boolean, wide = 0) => absorbed(picture(rim, wide), { a: [red], b: [half] })(19, 7);
    expect(called(true)).toBe(0);
    expect(called(false)).toBe(2);
    expect(called(true, 6)).toBe(2);
  });
  test('its colour is the mean of its own pixels, whatever the tone they were given', () => {
    const of = (...shares: readonly number[]) =>
      absorbed(
        Array.from({ length: 16 }, () => `${'a'.repeat(12)}bb${'.'.repeat(12)}`),
        { a: [red], b: shares.map((share) => mixed(red, white, share)) },
      )(12, 5);
    expect(of(0.9, 0)).toBe(1);
    expect(of(0, 0.9)).toBe(1);
    expect(of(1, 0.3)).toBe(0);
    expect(of(0.3, 1)).toBe(0);
    // What lies in its box but is another part's is not of it: a strip along a corner.
    const corner = Array.from({ length: 16 }, (_, y) =>
      y < 10 ? `${'a'.repeat(10)}b${'.'.repeat(12)}` : y === 10 ? `${'b'.repeat(11)}${'.'.repeat(12)}` : '.'.repeat(23),
    ); // prettier-ignore
    expect(absorbed(corner, { a: [red], b: [mixed(red, white, 0.7)] })(10, 3)).toBe(0);
    expect(absorbed(corner, { a: [red], b: [mixed(red, white, 0.2)] })(10, 3)).toBe(1);
  });
  test('rims and tints are as wide as the picture is made larger', () => {
    const of = (wide: number, share: number, scale: number, rimPx = 1) =>
      absorbed(
        Array.from({ length: 60 }, () => `${'a'.repeat(30)}${'b'.repeat(wide)}${'.'.repeat(30)}`),
        { a: [red], b: [mixed(red, white, share)] },
        { scale, rimPx },
      )(31, 20);
    // A tint: 9 px of the picture.
    expect(of(12, 0.04, 1)).toBe(2);
    expect(of(12, 0.04, 2)).toBe(1);
    // A rim: 1.2 px and 0.8 of the rims' width: 4.4 px here, and twice as much at twice the size.
    expect(of(6, 0.3, 1, 4)).toBe(2);
    expect(of(6, 0.3, 2, 4)).toBe(1);
    expect(of(10, 0.3, 2, 4)).toBe(2);
    // A pixel and a half at least, however small the picture was made.
    expect(of(2, 0.3, 0.25, 0)).toBe(1);
  });
  test('the two it lies longest beside decide; a third does not', () => {
    // Above the strip red, below it white, at its end a few pixels of blue.
    const rows = Array.from({ length: 21 }, (_, y) =>
      y < 10 ? 'a'.repeat(40) : y === 10 ? `${'b'.repeat(36)}cccc` : '.'.repeat(40),
    ).map((row, y) => (y > 6 && y < 14 ? `${row.slice(0, 36)}cccc` : row));
    const colours = (share: number) => ({ a: [red], b: [mixed(red, white, share)], c: [blue] });
    expect(absorbed(rows, colours(0.2))(10, 10)).toBe(1);
    expect(absorbed(rows, colours(0.8))(10, 10)).toBe(0);
  });
  test('what is larger than one of the two is no strip between them, nor what is all within one', () => {
    const strip = (wide: number) =>
      absorbed(
        Array.from({ length: 30 }, () => `${'a'.repeat(wide)}bb${'.'.repeat(12)}`),
        { a: [red], b: [mixed(red, white, 0.3)] },
      )(wide + 1, 5);
    expect(strip(2)).toBe(1);
    expect(strip(1)).toBe(2);
    const within = ['aaaaaaaaaa', 'aaaaaaaaaa', 'aaabbbbaaa', 'aaaaaaaaaa', 'aaaaaaaaaa'];
    expect(absorbed(within, { a: [red], b: [mixed(red, white, 0.3)] })(4, 2)).toBe(2);
  });
  test('a mixture’s luma may lie 14 levels outside of its two, its hue 26 off their line', () => {
    const grey = (value: number): Rgb => [value, value, value];
    const of = (one: Rgb, strip: Rgb) =>
      absorbed(
        Array.from({ length: 16 }, () => `${'a'.repeat(12)}b${'c'.repeat(12)}`),
        { a: [one], b: [strip], c: [grey(160)] },
      )(12, 5);
    expect(of(grey(80), grey(67))).toBe(1);
    expect(of(grey(80), grey(65))).toBe(2);
    expect(of(grey(80), grey(173))).toBe(3);
    expect(of(grey(80), grey(175))).toBe(2);
    // As light as it must be; its red more and its blue less: the hue alone is off.
    const off = (by: number): Rgb => [110 + by, 110, 110 - (0.299 / 0.114) * by];
    expect(Math.hypot(9, (0.299 / 0.114) * 9)).toBeLessThan(26);
    expect(of(grey(80), off(9))).toBe(1);
    expect(Math.hypot(10, (0.299 / 0.114) * 10)).toBeGreaterThan(26);
    expect(of(grey(80), off(10))).toBe(2);
  });
  test('what is wider than a rim must be within 14 levels of one of its two, the lighter or the darker', () => {
    const grey = (value: number): Rgb => [value, value, value];
    const of = (value: number) =>
      absorbed(
        Array.from({ length: 30 }, () => `${'a'.repeat(16)}${'b'.repeat(6)}${'c'.repeat(16)}`),
        { a: [grey(60)], b: [grey(value)], c: [grey(180)] },
      )(18, 5);
    expect(of(73)).toBe(1);
    expect(of(75)).toBe(2);
    expect(of(165)).toBe(2);
    expect(of(167)).toBe(3);
  });
  test('a strip that one of the two hardly touches is that one’s stroke, where it is thin', () => {
    /** A stroke of b, `wide` px, out of a block of a into white; it touches the block by its end only. */
    const stroke = (wide: number, long: number) =>
      absorbed(
        Array.from({ length: 24 }, (_, y) =>
          y >= 10 && y < 10 + wide
            ? `${'a'.repeat(16)}${'b'.repeat(long)}${'.'.repeat(10)}`
            : `${'a'.repeat(16)}${'.'.repeat(10 + long)}`,
        ),
        { a: [red], b: [mixed(red, white, 0.6)] },
      )(17, 10);
    // Its one end against its long sides: under 0.15 from 3 px on, and it is red’s, though more like white.
    expect(stroke(1, 12)).toBe(1);
    expect(stroke(1, 2)).toBe(0);
    // Too wide for a rim: a thread.
    expect(stroke(5, 30)).toBe(2);
  });
  test('a piece that goes on a line is half to one and a half times as wide, and within 28 levels as dark', () => {
    const line = (wide: number, piece: number, value: number) => {
      const rows = Array.from({ length: 40 }, (_, y) => {
        const a = y >= 12 && y < 12 + wide ? 'a' : '.';
        const b = y >= 12 && y < 12 + piece ? 'b' : '.';
        return `${a.repeat(90)}${b.repeat(60)}${'.'.repeat(6)}`;
      });
      // A green as light as the grey asked for: no mixture of red and white.
      return absorbed(rows, { a: [red], b: [[value - 60, value + 34, value - 12]] }, { rimPx: 0 })(100, 12);
    };
    expect(line(4, 4, 77)).toBe(1);
    expect(line(4, 4, 77 + 24)).toBe(1);
    expect(line(4, 4, 77 + 40)).toBe(2);
    expect(line(4, 4, 77 - 16)).toBe(1);
    // As wide as 3.5 px: a piece of 5.5 is wider than half as much again, one of 1.5 thinner than half.
    expect(line(4, 6, 77)).toBe(2);
    expect(line(4, 2, 77)).toBe(2);
    expect(line(6, 4, 77)).toBe(1);
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
