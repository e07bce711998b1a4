import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { blocksRead } from '../../../../tools/made/tension/blocks.ts';
import { readBlock, scatterOf, shareSchools, type BlockColumn } from './block.ts';

const columns = (shares: readonly number[], width = 10): BlockColumn[] =>
  shares.map((share, index) => ({
    position: index + 1,
    left: (width * (1 - share)) / 2,
    bobbin: width * share,
    right: (width * (1 - share)) / 2,
  }));
const all = (share: number, count = 15) => Array.from({ length: count }, () => share);

// Common practice, no published source.
describe('reading the underside', () => {
  test('all off the same way and the case not measured: bobbin first gauges it, top first begins with the tops', () => {
    const block = readBlock(columns(all(0.1)), 'third', 'bobbin-first');
    expect(block).toMatchObject({ next: 'gauge-case', moves: [] });
    expect(block.says).toBe(
      'All 15 show too little bobbin, and the case is not measured. Gauge it now: turn nothing before.',
    );
    const tops = readBlock(columns(all(0.1)), 'third', 'top-first');
    expect(tops.moves).toHaveLength(15);
    expect(tops.moves.every((move) => move.part === 'knob' && move.way === 'tighten')).toBe(true);
    expect(tops.says).toMatch(/the upper threads first, the case last/);
  });
  test('one position off: its knob; stripe too narrow is top too loose', () => {
    const shares = all(0.33);
    shares[6] = 0.1;
    const block = readBlock(columns(shares), 'third', 'bobbin-first');
    expect(block.moves).toMatchObject([{ part: 'knob', position: 7, way: 'tighten' }]);
    expect(block.says).toBe(
      'Position 7 shows too little bobbin: tighten its knob to about 50 % more pull. The others are right: leave the case alone.',
    );
    shares[6] = 0.6;
    expect(readBlock(columns(shares), 'third', 'bobbin-first').moves).toMatchObject([
      { part: 'knob', position: 7, way: 'loosen' },
    ]);
  });
  test('4 to 5 mm of 10 are right for one school, half for another, a third for the third', () => {
    const is = (share: number, school: keyof typeof shareSchools) =>
      readBlock(columns(all(share)), school, 'bobbin-first').next === 'nothing';
    expect([is(0.33, 'third'), is(0.33, 'forty-fifty'), is(0.33, 'half')]).toEqual([true, false, false]);
    expect([is(0.45, 'third'), is(0.42, 'forty-fifty'), is(0.48, 'forty-fifty')]).toEqual([
      false,
      true,
      true,
    ]);
    expect([is(0.5, 'half'), is(0.5, 'third')]).toEqual([true, false]);
  });
  test('off centre and uneven are no matter of knobs', () => {
    const block = readBlock(
      [
        { position: 1, left: 5, bobbin: 3.3, right: 1.7 },
        { position: 2, left: 3.4, bobbin: 3.3, right: 3.3, unevenness: 0.12 },
      ],
      'third',
      'bobbin-first',
    );
    expect(block.moves).toEqual([]);
    expect(block.also[0]).toMatch(/Off centre: 1\. No knob mends that: look at the hooping, the needle/);
    expect(block.also[1]).toMatch(/Uneven along the column: 2\. Look for a swollen/);
  });
  test.each([
    ['no column', [], /Measure at least one/],
    ['a column twice', [...columns([0.3]), ...columns([0.4])], /is there twice/],
    ['a negative width', [{ position: 1, left: -1, bobbin: 3, right: 4 }], /widths must be 0 to 60/],
    ['no width at all', [{ position: 1, left: 0, bobbin: 0, right: 0 }], /not all 0/],
  ])('%s: a sentence that says what to do', (_, list, words) =>
    expect(() => readBlock(list, 'third', 'bobbin-first')).toThrow(words),
  );
});

describe('case or knobs', () => {
  test('four right, two a hair over: nothing of the case', () => {
    const { moves, says } = readBlock(columns([0.33, 0.33, 0.33, 0.33, 0.41, 0.41]), 'third', 'bobbin-first');
    expect(moves).toEqual([]);
    expect(says).toBe('All 6 columns are right.');
  });
  test('one column alone does not tell: nothing is said of others', () => {
    const block = readBlock(columns([0.6]), 'third', 'bobbin-first');
    expect(block.moves).toMatchObject([{ part: 'knob', position: 1, way: 'loosen' }]);
    expect(block.says).not.toMatch(/others/);
    expect(block.test).toMatch(/One column does not tell the case from the knob/);
  });
  test('where both explain it the case is gauged before many knobs are turned', () => {
    const { test: told, caseChance } = readBlock(columns([0.47, 0.47, 0.33, 0.34]), 'third', 'top-first');
    expect(caseChance).toBeGreaterThan(0.1);
    expect(caseChance).toBeLessThan(0.9);
    expect(told).toBe('It may be the case as well: gauge it before many knobs are turned.');
  });
  test('a share that is hardly known is not called off', () => {
    const [wide, exact] = [0.06, 0.01].map((spread) =>
      readBlock(
        columns([0.33, 0.34, 0.32, 0.45]).map((column) => ({ ...column, spread })),
        'third',
        'bobbin-first',
      ),
    );
    expect(wide!.moves).toEqual([]);
    expect(exact!.moves).toMatchObject([{ part: 'knob', position: 4, way: 'loosen' }]);
  });
  test('nor is one that is uneven along its length', () => {
    const moves = [0.2, 0].map(
      (unevenness) =>
        readBlock(
          columns([0.33, 0.34, 0.32, 0.48]).map((column) => ({ ...column, unevenness })),
          'third',
          'bobbin-first',
        ).moves.length,
    );
    expect(moves).toEqual([0, 1]);
  });
  test.each(['third', 'forty-fifty', 'half'] as const)(
    'on made-up blocks of the school “%s” the side is right, and so are the knobs',
    (school) => {
      const { sideWrong, precision, recall } = blocksRead('second', school, 200);
      expect(sideWrong).toBeLessThanOrEqual(0.05);
      expect(precision).toBeGreaterThanOrEqual(0.85);
      expect(recall).toBeGreaterThanOrEqual(0.85);
    },
  );
});

describe('after the moves', () => {
  const shares = fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 2, maxLength: 12 });
  test('every position that no knob is named for is in the band, or within what its reading may be off', () =>
    fc.assert(
      fc.property(shares, (list) => {
        const { columns: read, common } = readBlock(columns(list), 'third', 'bobbin-first');
        for (const one of read)
          if (one.is === 'right') {
            expect(one.share + common).toBeLessThanOrEqual(shareSchools.third.to + 0.06);
            expect(one.share + common).toBeGreaterThanOrEqual(shareSchools.third.from - 0.06);
          }
      }),
    ));
  test('scatter: 1.4826 times the median absolute deviation, worked by hand', () =>
    // 1, 1, 2, 2, 4, 6, 9: median 2, deviations 1 1 0 0 2 4 7, their median 1.
    expect(scatterOf([1, 1, 2, 2, 4, 6, 9])).toBeCloseTo(1.4826, 9));
});
