import { describe, expect, test } from 'vitest';
import { below } from '../case/belief/normal.ts';
import { readBlock, type BlockColumn, type ShareSchool, type StartSchool } from './block.ts';
import { explain } from './explain.ts';

/** A column 10 mm wide with this part of bobbin, in the middle. */
const column = (position: number, share: number, more: Partial<BlockColumn> = {}): BlockColumn => ({
  ...{ position, left: 5 * (1 - share), bobbin: 10 * share, right: 5 * (1 - share) },
  ...more,
});
const block = (shares: readonly number[], more: Partial<BlockColumn> = {}) =>
  shares.map((share, index) => column(index + 1, share, more));
const read = (columns: BlockColumn[], start: StartSchool = 'bobbin-first', school: ShareSchool = 'third') =>
  readBlock(columns, school, start);
const even = (share: number, count = 6) => block(new Array<number>(count).fill(share));

describe('the mixture, against its integrals by another rule', () => {
  const band = { from: 0.27, to: 0.4 };
  const normal = (x: number, mean: number, sd: number) =>
    Math.exp(-(((x - mean) / sd) ** 2) / 2) / (sd * Math.sqrt(2 * Math.PI));
  /** Likelihood of all shares with this common shift, and of each alone that its knob is off. */
  const given = (shares: readonly { share: number; spread: number }[], shift: number) => {
    const each = shares.map(({ share, spread }) => {
      const fine =
        (0.9 * (below(band.to, share - shift, spread) - below(band.from, share - shift, spread))) / 0.13;
      const wrong = 0.1 * normal(share - shift, 0.335, Math.hypot(0.16, spread));
      return { all: fine + wrong, wrong: wrong / (fine + wrong) };
    });
    return {
      all: each.reduce((product, { all }) => product * all, 1),
      knobs: each.map(({ wrong }) => wrong),
    };
  };
  /** Simpson's rule over the shift, four times as fine. */
  const simpson = (of: (shift: number) => number, from = -0.6, to = 0.6, steps = 960) => {
    const width = (to - from) / steps;
    let sum = of(from) + of(to);
    for (let step = 1; step < steps; step++) sum += (step % 2 === 1 ? 4 : 2) * of(from + step * width);
    return (sum * width) / 3;
  };
  const cases: readonly (readonly number[])[] = [
    [0.5, 0.52, 0.49, 0.51],
    [0.33, 0.34, 0.62, 0.33, 0.31],
    [0.2, 0.18, 0.33],
    [0.41, 0.43, 0.28],
    [0.33, 0.34, 0.33],
  ];
  test.each(cases.map((list) => [list.join(' '), list] as const))('shares %s', (_, list) => {
    const shares = list.map((share, index) => ({ share, spread: 0.015 + 0.005 * index }));
    for (const caseOff of [0.3, 0.45]) {
      const told = explain(shares, band, caseOff);
      const weight = (shift: number) => normal(shift, 0, 0.16) * given(shares, shift).all;
      const moved = caseOff * simpson(weight);
      const still = (1 - caseOff) * given(shares, 0).all;
      expect(told.caseChance).toBeCloseTo(moved / (moved + still), 3);
      const grid = Array.from({ length: 2401 }, (__, index) => -0.6 + index * 0.0005);
      const likeliest = grid.reduce((best, shift) => (weight(shift) > weight(best) ? shift : best));
      const near = (of: (shift: number) => number) =>
        simpson((shift) => weight(shift) * of(shift), likeliest - 0.08, likeliest + 0.08, 320) /
        simpson(weight, likeliest - 0.08, likeliest + 0.08, 320);
      // The likeliest shift is told on a grid of half hundredths: what is near it may begin one step on.
      expect(told.shift).toBeCloseTo(
        near((shift) => shift),
        2,
      );
      told.knobs.forEach((knob, index) => {
        const wanted =
          told.caseChance > 0.5
            ? near((shift) => given(shares, shift).knobs[index]!)
            : given(shares, 0).knobs[index]!;
        expect(Math.abs(knob - wanted)).toBeLessThan(told.caseChance > 0.5 ? 0.02 : 1e-9);
      });
    }
  });
});

describe('what is said, for every kind of block', () => {
  test('all right; one right', () => {
    expect(read(even(0.33))).toMatchObject({
      says: 'All 6 columns are right.',
      moves: [],
      test: null,
      common: 0,
      off: 0,
    });
    expect(read([column(3, 0.33)]).says).toBe('The column is right.');
  });
  test('all off the same way, the case not measured', () => {
    expect(read(even(0.55))).toMatchObject({
      says: 'All 6 show too much bobbin, and the case is not measured. Gauge it now: turn nothing before.',
      next: 'gauge-case',
      moves: [],
      test: null,
    });
  });
  test('one off, two off the same way, two off against each other', () => {
    expect(read(block([0.33, 0.62, 0.33, 0.34, 0.33, 0.32])).says).toBe(
      'Position 2 shows too much bobbin: loosen its knob to about 30 % less pull. The others are right: leave the case alone.',
    );
    expect(read(block([0.33, 0.1, 0.33, 0.34, 0.09, 0.32])).says).toBe(
      'Positions 2 and 5 show too little bobbin: tighten their knobs a little. The others are right: leave the case alone.',
    );
    const both = read(block([0.62, 0.33, 0.33, 0.34, 0.09, 0.32]));
    expect(both.says).toBe(
      'Position 1 shows too much bobbin: loosen its knob to about 30 % less pull; position 5 shows too little bobbin: tighten its knob to about 50 % more pull. The others are right: leave the case alone.',
    );
    expect(both.moves).toMatchObject([
      { part: 'knob', position: 1, way: 'loosen' },
      { part: 'knob', position: 5, way: 'tighten' },
    ]);
  });
  test('one column alone: its knob, and why nothing is said of the case', () => {
    const alone = read([column(7, 0.6)]);
    expect(alone.says).toBe('Position 7 shows too much bobbin: loosen its knob to about 20 % less pull.');
    expect(alone.test).toBe(
      'One column does not tell the case from the knob: gauge the case, or sew the block with its neighbours too.',
    );
    expect(read([column(7, 0.33)]).test).toBeNull();
    expect(read([column(7, 0.401)]).columns[0]!.is).toBe('too-much');
    expect(read([column(7, 0.4)]).columns[0]!.is).toBe('right');
    expect(read([column(7, 0.27)]).columns[0]!.is).toBe('right');
    expect(read([column(7, 0.269)]).columns[0]!.is).toBe('too-little');
  });
});

describe('each column', () => {
  test('share, how far off the middle it lies, and how far the block is off its band', () => {
    const [first] = read([column(1, 0.5, { left: 3, bobbin: 4, right: 1 })]).columns;
    expect(first).toMatchObject({ share: 0.5, offset: 0.25, offCentre: true, uneven: false });
    expect(read(even(0.55)).off).toBeCloseTo(0.15, 12);
    expect(read(even(0.12)).off).toBeCloseTo(-0.15, 12);
    expect(read(block([0.1, 0.3, 0.34])).share).toBeCloseTo(0.3, 12);
    expect(read(block([0.4, 0.27, 0.4])).off).toBe(0);
  });
  test('off centre from 15 in 100 on, uneven from 7 in 100; either way', () => {
    const centre = (left: number, right: number) =>
      read([column(1, 0.3, { left, bobbin: 10 - left - right, right })]).columns[0]!.offCentre;
    expect([centre(4.25, 2.75), centre(4.26, 2.74), centre(2.74, 4.26)]).toEqual([false, true, true]);
    const uneven = (value: number | null) =>
      read([column(1, 0.33, { unevenness: value })]).columns[0]!.uneven;
    expect([uneven(0.07), uneven(0.071), uneven(null)]).toEqual([false, true, false]);
  });
  test('what no knob mends is told with its positions', () => {
    const columns = [
      column(1, 0.33, { left: 5, right: 1.7 }),
      column(2, 0.33, { unevenness: 0.1 }),
      column(3, 0.33, { left: 1.7, right: 5 }),
    ];
    expect(read(columns).also).toEqual([
      'Off centre: 1 and 3. No knob mends that: look at the hooping, the needle’s angle, or a damaged part.',
      'Uneven along the column: 2. Look for a swollen or bent bobbin side, a dropped case, lint under the spring, old thread.',
    ]);
    expect(read(even(0.33)).also).toEqual([]);
  });
  test('one that is hardly known is not called off: by its own spread, by its unevenness, never better than half in a hundred', () => {
    const others = [0.33, 0.33, 0.34, 0.32];
    const odd = (more: Partial<BlockColumn>) =>
      read([...block(others), column(9, 0.5, more)]).columns.at(-1)!.is;
    expect(odd({})).toBe('too-much');
    expect(odd({ spread: 0.12 })).toBe('right');
    expect(odd({ spread: 0.02 })).toBe('too-much');
    // A median of 24 bands: 0.6 of unevenness is 0.15 of spread.
    expect(odd({ unevenness: 0.6 })).toBe('right');
    expect(odd({ unevenness: 0.1 })).toBe('too-much');
    expect(read(block(others, { spread: 0 })).moves).toEqual([]);
  });
  test.each([
    ['no column', [], 'BlockEmpty', 'No column was read'],
    ['one twice', [column(4, 0.3), column(4, 0.3)], 'ColumnTwice', 'Position 4 is there twice'],
    ['below nothing', [column(4, 0.3, { left: -0.1 })], 'ColumnOdd', 'Position 4: widths must be 0 to 60 mm'],
    ['too wide', [column(4, 0.3, { right: 60.1 })], 'ColumnOdd', 'Measure it again'],
    ['no number', [column(4, 0.3, { bobbin: NaN })], 'ColumnOdd', 'not all 0'],
    ['nothing at all', [column(4, 0, { left: 0, right: 0 })], 'ColumnOdd', 'not all 0'],
  ] as const)('%s is refused', (_, columns, name, words) => {
    expect(() => read([...columns])).toThrow(expect.objectContaining({ name }) as Error);
    expect(() => read([...columns])).toThrow(words);
  });
  test('widths of 0 and of 60 mm are taken', () => {
    expect(read([column(1, 0, { left: 60, bobbin: 0, right: 60 })]).columns[0]!.share).toBe(0);
    expect(read([column(1, 0, { left: 0, bobbin: 4, right: 0 })]).columns[0]!.share).toBe(1);
  });
});
