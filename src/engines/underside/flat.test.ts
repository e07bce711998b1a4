import { describe, expect, test } from 'vitest';
import { flatBlock, type FlatColumn } from '../../../tests/support/flat-block.ts';
import { readUnderside, type UndersideAsked } from './read.ts';

type Colour = readonly [number, number, number];
const cloth: Colour = [242, 241, 236];
const blue: Colour = [18, 80, 154];
const red: Colour = [180, 35, 42];
const white: Colour = [225, 222, 214];
const black: Colour = [24, 24, 26];

/** A column 28 × 112 px about a place; its stripes' parts and colours. */
const column = (x: number, share = 0.4, { top = blue, bobbin = black, off = 0, ...more }: Partial<FlatColumn> & { top?: Colour; bobbin?: Colour; off?: number } = {}): FlatColumn => ({
  ...{ x, y: 90, long: 112, wide: 28 },
  stripes: [[(1 - share) / 2 + off, top], [share, bobbin], [(1 - share) / 2 - off, top]],
  ...more,
}); // prettier-ignore
const row = (shares: readonly number[], more: Parameters<typeof column>[2] = {}) =>
  shares.map((share, k) => column(50 + 50 * k, share, more));
const read = (
  columns: readonly FlatColumn[],
  asked: Partial<UndersideAsked> = {},
  ground: Parameters<typeof flatBlock>[1] = cloth,
) =>
  readUnderside(flatBlock([Math.max(100, 50 + 50 * columns.length), 180], ground, columns), {
    columnMm: 10,
    ...asked,
  });
const why = (found: ReturnType<typeof read>) => found.map((one) => one.why);

describe('columns on a flat picture', () => {
  test('shares, widths in mm, how clear, where they lie', () => {
    const shares = [0.3, 0.45, 0.2];
    const found = read(row(shares));
    found.forEach((one, k) => {
      expect(Math.abs(one.share! - shares[k]!)).toBeLessThan(0.025);
      expect(one.widths!.bobbin).toBeCloseTo(10 * one.share!, 9);
      expect(one.widths!.left + one.widths!.bobbin + one.widths!.right).toBeCloseTo(10, 9);
      expect(Math.abs(one.widths!.left - one.widths!.right)).toBeLessThan(0.3);
      expect(one.unevenness).toBeLessThan(0.01);
      // Blue and black differ by half of full brightness: (154 − 26) / 255.
      expect(one.quality).toBeCloseTo(128 / 255 / 0.5, 1);
      expect(Math.abs(one.share! - shares[k]!)).toBeLessThan(one.plusMinus!);
      expect(one.plusMinus).toBeLessThan(0.08);
      const [topLeft, topRight, bottomRight, bottomLeft] = one.outline;
      const x = 50 + 50 * k;
      for (const [corner, wanted] of [
        [topLeft, [x - 14, 34]],
        [topRight, [x + 14, 34]],
        [bottomRight, [x + 14, 146]],
        [bottomLeft, [x - 14, 146]],
      ] as const) {
        expect(Math.abs(corner![0] - wanted[0]!)).toBeLessThan(1);
        expect(Math.abs(corner![1] - wanted[1]!)).toBeLessThan(3);
      }
      expect(Math.abs(one.stripe![0]![0] - (x - 14 * shares[k]!))).toBeLessThan(1);
      expect(Math.abs(one.stripe![1]![0] - (x + 14 * shares[k]!))).toBeLessThan(1);
    });
  });
  test('a stripe off the middle', () => {
    const [one] = read([column(50, 0.4, { off: 0.15 })]);
    expect(one!.widths!.left).toBeCloseTo(4.5, 0);
    expect(one!.widths!.right).toBeCloseTo(1.5, 0);
  });
  test('on a large picture, in its own pixels', () => {
    const small = flatBlock([160, 180], cloth, [column(50, 0.4), column(110, 0.25)]);
    const large = { width: 1600, height: 1800, data: new Uint8ClampedArray(1600 * 1800 * 4) };
    const [from, to] = [new Uint32Array(small.data.buffer), new Uint32Array(large.data.buffer)];
    for (let at = 0; at < to.length; at++)
      to[at] = from[Math.floor(Math.floor(at / 1600) / 10) * 160 + Math.floor((at % 1600) / 10)]!;
    const [one, two] = readUnderside(large, { columnMm: 10 });
    expect(one!.share).toBeCloseTo(0.4, 1);
    expect(two!.share).toBeCloseTo(0.25, 1);
    expect(Math.abs(one!.outline[0]![0] - 10 * 36)).toBeLessThan(10);
    expect(Math.abs(two!.outline[2]![0] - 10 * 124)).toBeLessThan(10);
  });
  test('columns of another shape than usual, as said', () => {
    const short = row([0.4, 0.3], { long: 56 }).map((one) => ({ ...one, y: 90 }));
    const found = read(short, { lengthMm: 20 });
    expect(found.map(({ share }) => Math.round(share! * 10))).toEqual([4, 3]);
  });
  test('from 1 to 24 columns, 1 to 60 mm wide, 5 to 200 long', () => {
    for (const asked of [
      { count: 25 },
      { count: 1.5 },
      { columnMm: 0.9 },
      { columnMm: 61 },
      { lengthMm: 4 },
      { lengthMm: 201 },
      { outlines: [] },
    ])
      expect(() => read([column(50)], asked)).toThrow(
        'Say how many columns the block has (1 to 24), and how wide they are (1 to 60 mm).',
      );
    expect(() => read([column(50)], { count: 24 })).toThrow('1 column is seen on this picture, 24 were said');
    expect(read(row([0.4, 0.4]), { count: 1 })).toHaveLength(2);
    expect(() => read([], { count: 2 })).toThrow('No 2 columns can be found on this picture.');
    expect(() => read([], { count: 1 })).toThrow('No column can be found on this picture.');
    expect(() => read([])).toThrow('No column can be found on this picture.');
    // Bare cloth on a picture that is as long for its width as a column.
    const strip = flatBlock([50, 200], cloth, []);
    expect(() => readUnderside(strip, { columnMm: 10 })).toThrow('No column can be found on this picture.');
  });
});

describe('why a column is not read', () => {
  const first = (text: string) => `Cannot read column 1: ${text}`;
  test('one that is not seen where the pitch leaves a gap, if that many were said', () => {
    const found = read([column(50), column(100), column(200), column(250), { ...column(-90), x: -90 }], { count: 5 });
    expect(why(found)).toEqual([
      null,
      null,
      'Cannot read column 3: its thread is too like the cloth to be seen. Sew the block on cloth of another colour.',
      null,
      null,
    ]);
    // The place where it must be is shown.
    expect(Math.abs(found[2]!.outline[0]![0] - 136)).toBeLessThan(4);
    expect(found[2]).toMatchObject({ share: null, widths: null, plusMinus: null, quality: 0, stripe: null });
    // Nobody says so: two and a half pitches have room for no whole number of them.
    expect(read([column(50), column(100), column(222), column(272), { ...column(-90), x: -90 }])).toHaveLength(4);
  }); // prettier-ignore
  test('stripes like the cloth: as many columns as there are, though nobody said how many', () => {
    const found = read(row([0.4, 0.5, 0.4, 0.45, 0.5, 0.4, 0.5], { bobbin: [240, 239, 233] }));
    expect(found).toHaveLength(7);
  });
  test('one that is not seen in an even row, whether or not anybody said how many there are', () => {
    const seen = [20, 55, 90, 160, 195, 230].map((x) => column(x));
    const found = read(seen);
    expect(why(found).map((reason) => reason === null)).toEqual([true, true, true, false, true, true, true]);
    expect(found[3]!.why).toContain('too like the cloth to be seen');
    expect(read(seen, { count: 6 })).toHaveLength(6);
    // Three tell it, two do not.
    expect(read(seen.slice(1, 4))).toHaveLength(4);
    expect(read([column(20), column(90)])).toHaveLength(2);
  });
  test('too bright for the camera', () => {
    const glare: Colour = [255, 255, 255];
    const [one] = read([column(50, 0.5, { bobbin: glare })]);
    expect(one!.why).toBe(first('it is too bright to tell its threads. Take it again with less light.'));
  });
  test('a thread like the bobbin: alone, and among others', () => {
    const [alone] = read([column(50, 0.4, { bobbin: [22, 86, 160] })]);
    expect(alone!.why).toBe(
      first('no bobbin thread can be told from the top threads. Sew the block with another bobbin.'),
    );
    const found = read([column(50), column(100), column(150, 0.4, { top: [38, 38, 40] })]);
    expect(why(found)).toEqual([
      null,
      null,
      'Cannot read column 3: its thread is too like the bobbin’s. Sew the block with another bobbin.',
    ]);
  });
  test('a stripe of another colour than the bobbin thread of the others', () => {
    const found = read([...row([0.3, 0.4, 0.3, 0.35]), column(250, 0.3, { bobbin: [225, 205, 40] })]);
    expect(found.map(({ share }) => share !== null)).toEqual([true, true, true, true, false]);
    expect(found[4]!.why).toBe(
      'Cannot read column 5: its stripe is of another colour than the bobbin thread of the others. Give it the same light all over, and sew all columns with one bobbin.',
    );
  });
  test('many stripes: what is measured is not what is there', () => {
    const many: FlatColumn = {
      ...column(200),
      stripes: Array.from({ length: 9 }, (_, index) => [1 / 9, index % 2 === 0 ? blue : black] as const),
    };
    const found = read([...row([0.3, 0.4, 0.3]), many]);
    expect(found.map(({ share }) => share !== null)).toEqual([true, true, true, false]);
    expect(found[3]!.why).toMatch(/edges are not clear/);
  });
  test('two sides of two colours', () => {
    const two = column(50, 0.4, { stripes: [[0.3, blue], [0.4, black], [0.3, red]] }); // prettier-ignore
    expect(read([two])[0]!.why).toBe(
      first('its two sides are of two colours, so it was not found clearly. Lay it flat, and check how wide the columns are.'),
    ); // prettier-ignore
  });
  test('a thread like the cloth', () => {
    const found = read([column(50), column(100, 0.4, { top: [233, 232, 227] }), column(150)], { count: 3 });
    expect(why(found)).toEqual([
      null,
      'Cannot read column 2: its thread is too like the cloth. Sew the block on cloth of another colour.',
      null,
    ]);
  });
  test('cut off at its side; cut off at its end it is read', () => {
    const side = read([column(8), column(58), column(108)]);
    expect(why(side)[0]).toBe(
      first('it is cut off at the rim of the picture. Take it again with the whole block on it.'),
    );
    expect(why(side).slice(1)).toEqual([null, null]);
    const end = read(row([0.4, 0.3], { y: 136 }));
    expect(why(end)).toEqual([null, null]);
    expect(end[0]!.share).toBeCloseTo(0.4, 1);
  });
  test('too small on the picture: go nearer', () => {
    const small = (wide: number) =>
      read([0, 1, 2].map((k) => column(30 + 22 * k, 0.4, { long: 4 * wide, wide })));
    for (const { why } of small(8))
      expect(why).toMatch(/it is too small on this picture\. Go nearer, so that the block fills it\.$/);
    // A little larger they are read, with a ± that holds.
    for (const { share, plusMinus } of small(10)) expect(Math.abs(share! - 0.4)).toBeLessThan(plusMinus!);
  });
  test('nothing but one thread, hardly another colour than the bobbin: it may be the bobbin’s', () => {
    const [one, ...others] = read([
      column(50, 0.4, { stripes: [[1, [200, 70, 75]]] }),
      ...[100, 150].map((x) => column(x, 0.4, { bobbin: red })),
    ]);
    expect(one!.why).toMatch(/its thread is too like the bobbin’s/);
    expect(why(others)).toEqual([null, null]);
  });
  test('hardly another colour than the bobbin: sew with another bobbin', () => {
    const found = read(row([0.4, 0.4], { bobbin: [40, 84, 128], wide: 20, long: 80 }));
    for (const one of why(found)) expect(one).toMatch(/its thread is too like the bobbin’s/);
  });
});

describe('the bobbin’s colour', () => {
  test('is what most columns agree on', () => {
    // One column's middle is of another thread: read by what runs under the others it has no stripe.
    const columns = [column(50, 0.4, { bobbin: white, top: black }), column(100, 0.4, { bobbin: white }), column(150, 0.4, { bobbin: white, top: red })];
    const found = read(columns, {}, [150, 150, 140]);
    for (const { share } of found) expect(share).toBeCloseTo(0.4, 1);
  }); // prettier-ignore
});
