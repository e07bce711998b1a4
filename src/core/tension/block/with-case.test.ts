import { describe, expect, test } from 'vitest';
import { bandOf } from '../targets.ts';
import { followCase } from '../case/belief/screw.ts';
import { readBlock, type BlockColumn, type ShareSchool, type StartSchool } from './block.ts';
import { knownBy, standingOf } from './known-case.ts';

const columns = (shares: readonly number[], more: Partial<BlockColumn> = {}): BlockColumn[] =>
  shares.map((share, index) => ({
    ...{ position: index + 1, left: 5 * (1 - share), bobbin: 10 * share, right: 5 * (1 - share) },
    ...more,
  }));
const all = (share: number, count = 15) => Array.from({ length: count }, () => share);
const band = bandOf('25-30');
const reads = (...grams: number[]) =>
  knownBy(followCase(grams.map((each) => ({ is: 'reading', grams: each }))), band);
const knobsOf = ({ moves }: ReturnType<typeof readBlock>) =>
  moves.flatMap((move) => (move.part === 'knob' ? [move.position] : []));

// Common practice, no published source: blocks as they are seen at the machine, and what is done.
describe.each(['bobbin-first', 'top-first'] as const)(
  'a block and its case are one thing (%s)',
  (start: StartSchool) => {
    const read = (shares: readonly number[], grams: number[], school: ShareSchool = 'forty-fifty') =>
      readBlock(columns(shares), school, start, reads(...grams));

    test.each([26, 26.6, 28, 30])(
      'case at %s g, all show 1 of 10 mm: the tops, one first, its number for the others; never the case',
      (grams) => {
        const block = read(all(0.1), [grams]);
        expect(block.next).toBe('turn');
        expect(knobsOf(block)).toHaveLength(15);
        expect(block.moves.every(({ part, way }) => part === 'knob' && way === 'tighten')).toBe(true);
        expect(block.says).toMatch(
          /^All 15 show too little bobbin; the case reads \d\d g, so the upper threads are too loose\. Tighten position \d+ first.*thread gauge, then sew one block\.$/,
        );
        expect(block.test).toBeNull();
      },
    );
    test('case at 45 g, all show 1 of 10: the case, then sew again; no knob', () => {
      const block = read(all(0.1), [45]);
      expect(block.moves).toEqual([{ part: 'case', way: 'loosen' }]);
      expect(block.says).toBe(
        'The case reads 45 g, tight: loosen it to 25 to 30 g first, then sew again. Leave the knobs alone.',
      );
    });
    test('case at 28 g, ten show 1 of 10 and five 4.5 of 10: the ten are tightened, the five left', () => {
      const block = read([...all(0.1, 10), ...all(0.45, 5)], [28]);
      expect(knobsOf(block)).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9, 10]);
      expect(block.moves.every(({ way }) => way === 'tighten')).toBe(true);
      expect(block.says).toContain('The other 5 are right: leave them.');
    });
    test('case at 28 g, one shows 8 of 10: that knob, looser; nothing for the others', () => {
      const shares = all(0.45);
      shares[6] = 0.8;
      const block = read(shares, [28]);
      expect(block.moves).toMatchObject([{ part: 'knob', position: 7, way: 'loosen' }]);
      expect(block.says).toMatch(
        /^Position 7 shows too much bobbin: loosen its knob to about \d0 % less pull\. The others are right: leave the case alone, it reads 28 g\.$/,
      );
    });
    test('case at 15 g, columns almost all bobbin: the case tighter, no knob', () =>
      expect(read(all(0.9), [15]).moves).toEqual([{ part: 'case', way: 'tighten' }]));
    test('case at 30 g, half bobbin and a quarter top each side: fine in the school of half', () =>
      expect(read(all(0.5), [30], 'half')).toMatchObject({
        next: 'nothing',
        moves: [],
        says: 'All 15 columns are right.',
      }));
    test('uneven along their length everywhere: drag, nothing is turned', () => {
      const block = readBlock(columns(all(0.2), { unevenness: 0.12 }), 'forty-fifty', start, reads(28));
      expect(block).toMatchObject({ next: 'look', moves: [], also: [] });
      expect(block.says).toMatch(/Turn nothing\. Press the case on a flat table/);
    });
    test('off the middle, both sides together right: no knob', () => {
      const block = readBlock(
        columns(all(0.45)).map((column) => ({ ...column, left: 4, right: 1.5 })),
        'forty-fifty',
        start,
        reads(28),
      );
      expect(block.moves).toEqual([]);
      expect(block.also[0]).toMatch(/^Off centre.*No knob mends that/);
    });
  },
);

test('a case is known by readings that agree; one that may be a slip, or lies between, is not', () => {
  expect([25, 28, 33].map((grams) => standingOf(reads(grams)!))).toEqual(['right', 'right', 'right']);
  expect(standingOf(reads(18)!)).toBe('loose');
  expect(standingOf(reads(45)!)).toBe('tight');
  expect(reads(27, 27, 27, 27, 45)).toBeNull();
  expect(knownBy(null, band)).toBeNull();
});
