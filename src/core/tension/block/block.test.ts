import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
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
  test('all positions off the same way: the bobbin side; the knobs are left alone', () => {
    const block = readBlock(columns(all(0.6)), 'third', 'bobbin-first');
    expect(block.moves).toEqual([{ part: 'case', way: 'tighten' }]);
    expect(block.says).toBe('All 15 show too much bobbin: tighten the case, leave the knobs alone.');
    expect(readBlock(columns(all(0.1)), 'third', 'top-first').moves).toEqual([
      { part: 'case', way: 'loosen' },
    ]);
  });
  test('one position off: its knob; stripe too narrow is top too loose', () => {
    const shares = all(0.33);
    shares[6] = 0.1;
    const block = readBlock(columns(shares), 'third', 'bobbin-first');
    expect(block.moves).toEqual([{ part: 'knob', position: 7, way: 'tighten' }]);
    expect(block.says).toBe(
      'position 7 shows too little bobbin: tighten its knob a little. The others are right: leave the case alone.',
    );
    shares[6] = 0.6;
    expect(readBlock(columns(shares), 'third', 'bobbin-first').moves).toEqual([
      { part: 'knob', position: 7, way: 'loosen' },
    ]);
  });
  test('both: first the case, then the knob; the other school the other way round', () => {
    const shares = all(0.62);
    shares[2] = 0.2;
    const first = readBlock(columns(shares), 'third', 'bobbin-first');
    expect(first.moves).toEqual([
      { part: 'case', way: 'tighten' },
      { part: 'knob', position: 3, way: 'tighten' },
    ]);
    expect(first.says).toMatch(/^14 of 15 show too much bobbin: tighten the case\. Then position 3/);
    expect(readBlock(columns(shares), 'third', 'top-first').moves.map((move) => move.part)).toEqual([
      'knob',
      'case',
    ]);
  });
  test('top first touches the case only when most show the same fault', () => {
    const shares = [...all(0.33, 9), ...all(0.6, 6)];
    expect(readBlock(columns(shares), 'third', 'top-first').moves.every((move) => move.part === 'knob')).toBe(
      true,
    );
  });
  test('4 to 5 mm of 10 are right for one school, half for another, a third for the third', () => {
    const is = (share: number, school: keyof typeof shareSchools) =>
      readBlock(columns(all(share)), school, 'bobbin-first').moves.length === 0;
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

describe('the least moves', () => {
  const shares = fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 2, maxLength: 12 });
  test('no change of the case with fewer knobs brings all into the band', () =>
    fc.assert(
      fc.property(shares, (list) => {
        const band = shareSchools.third;
        const { moves, common } = readBlock(columns(list), 'third', 'bobbin-first');
        const outside = (shift: number) =>
          list.filter((one) => one + shift > band.to + 1e-9 || one + shift < band.from - 1e-9).length;
        // A fine grid of shifts as the other way to find it.
        let least = outside(0);
        for (let shift = -1; shift <= 1; shift += 0.001) least = Math.min(least, outside(shift) + 1);
        expect(moves.length).toBeLessThanOrEqual(least);
        expect(moves.length).toBe(outside(common) + (common === 0 ? 0 : 1));
      }),
    ));
  test('after the moves every position is in the band', () =>
    fc.assert(
      fc.property(shares, (list) => {
        const { columns: read, moves, common } = readBlock(columns(list), 'third', 'bobbin-first');
        const knobs = moves.flatMap((move) => (move.part === 'knob' ? [move.position] : []));
        for (const one of read)
          if (!knobs.includes(one.position)) {
            expect(one.share + common).toBeLessThanOrEqual(shareSchools.third.to + 1e-6);
            expect(one.share + common).toBeGreaterThanOrEqual(shareSchools.third.from - 1e-6);
          }
      }),
    ));
  test('scatter: 1.4826 times the median absolute deviation, worked by hand', () =>
    // 1, 1, 2, 2, 4, 6, 9: median 2, deviations 1 1 0 0 2 4 7, their median 1.
    expect(scatterOf([1, 1, 2, 2, 4, 6, 9])).toBeCloseTo(1.4826, 9));
});
