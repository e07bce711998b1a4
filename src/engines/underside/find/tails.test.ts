import { describe, expect, test } from 'vitest';
import type { Box } from '../geometry/box.ts';
import { withoutTails } from './tails.ts';

const upright = Math.PI / 2;
/** Columns 100 long, at each place so much lower than the first. */
const row = (steps: readonly number[], more: Partial<Box> = {}): Box[] =>
  steps.map((y, k) => ({ x: 50 + 40 * k, y: 200 + y, angle: upright, long: 100, wide: 25, isCut: false, ...more })); // prettier-ignore
/** With a thread of `by` px hanging from one, downwards, or upwards where it is below 0. */
const hanging = (boxes: readonly Box[], at: number, by: number) =>
  boxes.map((box, k) => (k === at ? { ...box, long: box.long + Math.abs(by), y: box.y + by / 2 } : box));
const rounded = (boxes: readonly Box[]) => boxes.map(({ x, y, long }) => [x, y, long].map((one) => Math.round(one * 1e6) / 1e6)); // prettier-ignore

describe('threads that hang from a column are none of it', () => {
  test('it ends where its row does, above or below, whichever column it is', () => {
    const even = row([0, 0, 0, 0, 0]);
    for (const at of [0, 2, 4])
      for (const by of [20, -35]) expect(rounded(withoutTails(hanging(even, at, by)))).toEqual(rounded(even));
    expect(rounded(withoutTails(even))).toEqual(rounded(even));
    const two = hanging(hanging(even, 1, 30), 1, -30);
    expect(rounded(withoutTails(two))).toEqual(rounded(even));
  });
  test('up to three hundredths of a length longer, it may be; shorter in any case', () => {
    const even = row([0, 0, 0, 0]);
    expect(rounded(withoutTails(hanging(even, 1, 2.9)))[1]).toEqual([90, 201.45, 102.9]);
    expect(rounded(withoutTails(hanging(even, 1, 3.1)))[1]).toEqual([90, 200, 100]);
    const short = even.map((box, k) => (k === 2 ? { ...box, long: 60 } : box));
    expect(rounded(withoutTails(short))).toEqual(rounded(short));
  });
  test('one that lies higher or lower than its row, but is no longer, has none', () => {
    const shifted = row([0, 6, 0, -8, 0]);
    expect(rounded(withoutTails(shifted))).toEqual(rounded(shifted));
    const [, tailed] = withoutTails(hanging(shifted, 1, 20));
    expect(tailed!.long).toBeLessThan(101);
  });
  test('a row that slants, and one that is seen from the side, so that it grows along the way', () => {
    const slanting = row([0, 12, 24, 36, 48]);
    expect(rounded(withoutTails(hanging(slanting, 3, 25)))).toEqual(rounded(slanting));
    const growing = slanting.map((box, k) => ({ ...box, long: 100 + 5 * k }));
    expect(rounded(withoutTails(hanging(growing, 1, -25)))).toEqual(rounded(growing));
  });
  test('columns that lie flat, and each row by itself', () => {
    const flat = row([0, 0, 0, 0]).map(({ x, y, ...box }) => ({ ...box, x: y, y: x, angle: 0 }));
    const tailed = flat.map((box, k) => (k === 2 ? { ...box, long: 130, x: box.x + 15 } : box));
    expect(rounded(withoutTails(tailed))).toEqual(rounded(flat));
    const rows = [...row([0, 0, 0]), ...row([150, 150, 150], { long: 70 })];
    expect(rounded(withoutTails(hanging(rows, 4, 20)))).toEqual(rounded(rows));
  });
  test('two columns say nothing of each other, nor does one that is cut off at the rim; it has no tail either', () => {
    const two = hanging(row([0, 0]), 1, 30);
    expect(withoutTails(two)).toEqual(two);
    const cut = row([0, 0, 0, 0]).map((box, k) => ({ ...box, isCut: k === 0 }));
    expect(rounded(withoutTails(hanging(cut, 0, 30)))).toEqual(rounded(cut));
    const short = cut.map((box, k) => (k === 0 ? { ...box, long: 40 } : box));
    expect(rounded(withoutTails(short))).toEqual(rounded(short));
    const most = row([0, 0, 0]).map((box, k) => ({ ...box, isCut: k > 0, long: 100 + 30 * k }));
    expect(withoutTails(most)).toEqual(most);
    expect(withoutTails([])).toEqual([]);
  });
});
