import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { flatten, halvedBelow, toWorking, wordsOf, type Pixels } from './pixels.ts';

const plain = (width: number, height: number, [r, g, b, a]: [number, number, number, number]): Pixels => {
  const data = new Uint8ClampedArray(width * height * 4);
  for (let at = 0; at < data.length; at += 4) data.set([r, g, b, a], at);
  return { width, height, data };
};
const meanOf = ({ data }: Pixels) => data.reduce((sum, value) => sum + value, 0) / data.length;

describe('bringing a picture to working size', () => {
  test.each([
    [5000, 100],
    [3217, 801],
    [1601, 40],
    [300, 200],
    [37, 90],
  ])('%d × %d: one colour stays that colour', (width, height) => {
    const working = toWorking(plain(width, height, [18, 80, 154, 255]));
    expect([...working.data.slice(0, 4)]).toEqual([18, 80, 154, 255]);
    expect([...working.data.slice(-4)]).toEqual([18, 80, 154, 255]);
    expect(Math.max(working.width, working.height)).toBeLessThanOrEqual(1600);
    expect(working.scale).toBeCloseTo(working.width / width, 1);
  });
  test('a large picture is averaged, not sampled: thin lines grey, and the mean stays', () => {
    const picture = plain(3200, 64, [255, 255, 255, 255]);
    for (let x = 0; x < 3200; x += 4)
      for (let y = 0; y < 64; y++) picture.data.set([0, 0, 0, 255], (y * 3200 + x) * 4);
    expect(meanOf(toWorking(picture))).toBeCloseTo(meanOf(picture), 0);
  });
  test('a small picture is enlarged by a whole number, at most four times', () => {
    expect(toWorking(plain(100, 60, [0, 0, 0, 255]))).toMatchObject({ width: 400, height: 240, scale: 4 });
    expect(toWorking(plain(700, 60, [0, 0, 0, 255]))).toMatchObject({ width: 1400, scale: 2 });
  });
  test('a browser’s picture, whose fields lie on its prototype, is taken too', () => {
    class Like {
      get width() {
        return 1300;
      }
      get height() {
        return 2;
      }
      get data() {
        return new Uint8ClampedArray(1300 * 2 * 4);
      }
    }
    expect(toWorking(new Like())).toMatchObject({ width: 1300, height: 2, scale: 1 });
  });
});

/** A picture of any colours, opaque. */
const anyOf = (width: number, height: number): fc.Arbitrary<Pixels> =>
  fc.uint8ClampedArray({ minLength: width * height * 4, maxLength: width * height * 4 }).map((data) => {
    for (let at = 3; at < data.length; at += 4) data[at] = 255;
    return { width, height, data };
  });
/** What each value of the working picture should be, by `of`; told is the largest difference, levels. */
function farthest(
  working: Pixels,
  of: (x: number, y: number, k: number) => number,
  { width, height } = working,
) {
  let most = 0;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      for (let k = 0; k < 3; k++)
        most = Math.max(most, Math.abs(working.data[(y * width + x) * 4 + k]! - of(x, y, k)));
  return most;
}

describe('each working pixel by its definition', () => {
  const sides = (most: number) => fc.record({ width: fc.integer({ min: 1, max: most }), height: fc.integer({ min: 1, max: most }) }); // prettier-ignore
  test('enlarged: what lies between four pixels’ middles is mixed of them, beyond the last it stays', () =>
    fc.assert(
      fc.property(sides(9).chain(({ width, height }) => anyOf(width, height)), (picture) => {
        const { width, height, data } = picture;
        const value = (x: number, y: number, k: number) =>
          data[(Math.min(height - 1, Math.max(0, y)) * width + Math.min(width - 1, Math.max(0, x))) * 4 + k]!;
        const working = toWorking(picture);
        expect(working).toMatchObject({ width: 4 * width, height: 4 * height, scale: 4 });
        const mixed = (x: number, y: number, k: number) => {
          const [u, v] = [(x + 0.5) / 4 - 0.5, (y + 0.5) / 4 - 0.5];
          const [left, top] = [Math.floor(u), Math.floor(v)];
          const [right, low] = [u - left, v - top];
          return (
            (1 - low) * ((1 - right) * value(left, top, k) + right * value(left + 1, top, k)) +
            low * ((1 - right) * value(left, top + 1, k) + right * value(left + 1, top + 1, k))
          );
        };
        expect(farthest(working, mixed)).toBeLessThanOrEqual(0.51);
      }),
      { numRuns: 30 },
    )); // prettier-ignore
  /** The mean of what a new pixel covers, parts of pixels as parts: by looking at every pixel in turn. */
  const covered = ({ width, height, data }: Pixels, w: number, h: number) => (x: number, y: number, k: number) => {
    let [sum, area] = [0, 0];
    const share = (from: number, to: number, at: number) => Math.max(0, Math.min(to, at + 1) - Math.max(from, at));
    for (let v = Math.floor((y * height) / h); v < Math.min(height, ((y + 1) * height) / h); v++)
      for (let u = Math.floor((x * width) / w); u < Math.min(width, ((x + 1) * width) / w); u++) {
        const part =
          share((x * width) / w, ((x + 1) * width) / w, u) * share((y * height) / h, ((y + 1) * height) / h, v);
        sum += part * data[(v * width + u) * 4 + k]!;
        area += part;
      }
    return sum / area;
  }; // prettier-ignore
  test.each([
    [1601, 3, 1600, 3],
    [2399, 5, 1600, 3],
    [5, 1999, 4, 1600],
    [2, 3199, 1, 1600],
  ])('made smaller, %d × %d to %d × %d: the mean of what it covers', (width, height, w, h) => {
    const [picture] = fc.sample(anyOf(width, height), { numRuns: 1, seed: 7 });
    const working = toWorking(picture!);
    expect(working).toMatchObject({ width: w, height: h });
    expect(working.scale).toBeCloseTo(w / width, 9);
    expect(farthest(working, covered(picture!, w, h))).toBeLessThanOrEqual(0.52);
  });
  test('from 3,200 px on by halves first: means of four, rounded', () => {
    const [picture] = fc.sample(anyOf(3200, 4), { numRuns: 1, seed: 8 });
    const working = toWorking(picture!);
    expect(working).toMatchObject({ width: 1600, height: 2, scale: 0.5 });
    expect(farthest(working, covered(picture!, 1600, 2))).toBeLessThanOrEqual(0.5);
    // A last odd column and row have no fellow: left out.
    const odd = toWorking(fc.sample(anyOf(3201, 5), { numRuns: 1, seed: 9 })[0]!);
    expect(odd).toMatchObject({ width: 1600, height: 2 });
    expect(odd.scale).toBeCloseTo(1600 / 3201, 9);
    // Twice by halves, then to size.
    expect(toWorking(plain(7000, 8, [1, 2, 3, 255]))).toMatchObject({ width: 1600, height: 2 });
  });
  test('the last size that stays, and the first that is enlarged', () => {
    expect(toWorking(plain(1600, 4, [1, 2, 3, 255]))).toMatchObject({ width: 1600, scale: 1 });
    expect(toWorking(plain(1200, 4, [1, 2, 3, 255]))).toMatchObject({ width: 1200, scale: 1 });
    expect(toWorking(plain(4, 1199, [1, 2, 3, 255]))).toMatchObject({ height: 2398, scale: 2 });
    expect(toWorking(plain(400, 4, [1, 2, 3, 255]))).toMatchObject({ scale: 3 });
    expect(toWorking(plain(399, 4, [1, 2, 3, 255]))).toMatchObject({ scale: 4 });
  });
  test('what is clear does not tint what lies beside it', () => {
    // Black and wholly clear beside red: between them it stays red, only clearer.
    const picture = plain(2, 1, [0, 0, 0, 0]);
    picture.data.set([200, 40, 80, 255], 4);
    const { data } = toWorking(picture);
    const row = [0, 1, 2, 3, 4, 5, 6, 7].map((x) => [...data.slice(x * 4, x * 4 + 4)]);
    expect(row[7]).toEqual([200, 40, 80, 255]);
    expect(row[0]).toEqual([0, 0, 0, 0]);
    for (const [r, g, b, alpha] of row.slice(2, 6)) {
      expect(alpha).toBeGreaterThan(0);
      expect(alpha).toBeLessThan(255);
      expect(Math.abs(r! - 200)).toBeLessThanOrEqual(8);
      expect(Math.abs(g! - 40)).toBeLessThanOrEqual(4);
      expect(Math.abs(b! - 80)).toBeLessThanOrEqual(5);
    }
    // The picture given is left as it was.
    expect([...picture.data]).toEqual([0, 0, 0, 0, 200, 40, 80, 255]);
  });
});

describe('clear pixels', () => {
  test('half is the line: of 255, 128 is sewn and 127 is not', () => {
    const picture = plain(3, 1, [10, 20, 30, 255]);
    picture.data[3] = 128;
    picture.data[7] = 127;
    expect([...flatten(picture)!]).toEqual([0, 1, 0]);
    expect([...picture.data]).toEqual([10, 20, 30, 255, 255, 255, 255, 255, 10, 20, 30, 255]);
  });
  test('a picture without any has none marked', () =>
    expect(flatten(plain(4, 4, [1, 2, 3, 255]))).toBeNull());
  test('what is more clear than not is not sewn; a half-clear rim keeps its own colour', () => {
    const picture = plain(2, 1, [200, 0, 0, 255]);
    picture.data.set([9, 9, 9, 20], 0);
    picture.data.set([200, 0, 0, 160], 4);
    expect([...flatten(picture)!]).toEqual([1, 0]);
    expect([...picture.data]).toEqual([255, 255, 255, 255, 200, 0, 0, 255]);
  });
});

describe('halving', () => {
  test('until the longer side is shorter than asked; as it is where it is', () => {
    const sizeOf = (width: number, height: number) => {
      const { width: w, height: h, scale } = halvedBelow(plain(width, height, [1, 2, 3, 255]), 100);
      return [w, h, scale];
    };
    expect(sizeOf(99, 40)).toEqual([99, 40, 1]);
    expect(sizeOf(100, 40)).toEqual([50, 20, 0.5]);
    expect(sizeOf(39, 401)).toEqual([4, 50, 0.125]);
  });
  test('each number is the mean of four, rounded, opacity too; what is over is left out', () => {
    const values = fc.uint8ClampedArray({ minLength: 7 * 5 * 4, maxLength: 7 * 5 * 4 });
    fc.assert(
      fc.property(values, (data) => {
        const half = halvedBelow({ width: 7, height: 5, data }, 4);
        expect([half.width, half.height]).toEqual([3, 2]);
        const wanted = Array.from({ length: 3 * 2 * 4 }, (_, to) => {
          const [x, y, k] = [Math.floor(to / 4) % 3, Math.floor(to / 12), to % 4];
          const at = (dx: number, dy: number) => data[((2 * y + dy) * 7 + 2 * x + dx) * 4 + k]!;
          return Math.floor((at(0, 0) + at(1, 0) + at(0, 1) + at(1, 1) + 2) / 4);
        });
        expect([...half.data]).toEqual(wanted);
      }),
    );
  });
  test('a picture’s pixels as words, also where it does not begin at one', () => {
    const bytes = Uint8Array.from({ length: 17 }, (_, at) => at);
    const whole = wordsOf({ data: new Uint8ClampedArray(bytes.buffer, 0, 8) });
    const odd = wordsOf({ data: new Uint8ClampedArray(bytes.buffer, 1, 8) });
    expect([...whole].map((word) => word & 255)).toEqual([0, 4]);
    expect([...odd].map((word) => word >>> 24)).toEqual([4, 8]);
  });
});
