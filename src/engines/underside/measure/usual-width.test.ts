import { describe, expect, test } from 'vitest';
import { columnRead } from '../../../../tests/support/column-read.ts';
import type { Box } from '../geometry/box.ts';
import type { ColumnRead } from './column.ts';
import { asWideAsOthers, rimsLost, usualWidths } from './usual-width.ts';

const at = (index: number, more: Partial<Box> = {}): Box => ({ x: 50 + 40 * index, y: 100, angle: Math.PI / 2, long: 100, wide: 20, isCut: false, ...more }); // prettier-ignore
const read = (more: Partial<ColumnRead> = {}): ColumnRead =>
  columnRead({
    ...{ share: 0.6, left: 0.2, thinnest: 0.2, unevenness: 0.02, error: 0.003, clear: 9 },
    ...{ fromCloth: 0.2, clearOfCloth: 6, sides: 0.02, misfit: 0.002 },
    outer: { left: [10, 12], right: [80, 82] },
    ...more,
  });

describe('columns are as wide as the others of their row', () => {
  test('which a camera that leans sees grow along it', () => {
    const boxes = [0, 1, 2, 3, 4, 5].map((index) => at(index));
    const usual = usualWidths(boxes, [20, 20.5, 19, 21.5, 22, null]);
    [20, 20.5, 21, 21.5, 22, 22.5].forEach((wide, index) => expect(usual[index]).toBeCloseTo(wide, 6));
  });
  test('nothing is known of a row of three; each row has its own', () => {
    const rows = [...[0, 1, 2].map((index) => at(index)), ...[0, 1, 2, 3].map((index) => at(index, { y: 260 }))]; // prettier-ignore
    expect(usualWidths(rows, [20, 20, 20, 22, 22, 21, 22])).toEqual([null, null, null, 22, 22, 22, 22]);
  });
  test('a pale thread’s rims may be lost in the cloth; what is far from it, or a little narrower, or half as wide, is as it was measured', () => {
    expect(rimsLost(18, 20, 0.2)).toBeCloseTo(1.111, 3);
    expect(rimsLost(18, 20, 0.5)).toBe(1);
    expect(rimsLost(19.6, 20, 0.2)).toBe(1);
    expect(rimsLost(22, 20, 0.2)).toBe(1);
    expect(rimsLost(11, 20, 0.2)).toBe(1);
    expect(rimsLost(18, null, 0.2)).toBe(1);
  });
  test('with its rims its stripe is a smaller part of it, in the same place, and less is sure', () => {
    const columns = [0, 1, 2, 3, 4].map((index) => ({ box: at(index), read: index === 4 ? null : read(), wide: index === 4 ? null : index === 1 ? 18 : 20 })); // prettier-ignore
    const [first, pale, , , none] = asWideAsOthers(columns);
    expect(first).toEqual(read());
    expect(none).toBeNull();
    expect(pale!.share).toBeCloseTo(0.54, 6);
    const [[from], [to]] = [pale!.outer.left, pale!.outer.right];
    // The stripe lies where it lay: 10 + 0.2 × 70 to 10 + 0.8 × 70.
    expect(from + pale!.left * (to - from)).toBeCloseTo(24, 6);
    expect(from + (pale!.left + pale!.share) * (to - from)).toBeCloseTo(66, 6);
    expect(pale!.rimsOff).toBeCloseTo(0.06, 6);
    expect(pale!.error).toBeCloseTo(0.0027, 6);
  });
});
