import { describe, expect, test } from 'vitest';
import { flatPlanes, type FlatColumn } from '../../../../tests/support/flat-block.ts';
import type { Box } from '../geometry/box.ts';
import { dropHalfColumns } from './half-columns.ts';

const cloth = [242, 241, 236] as const;
const blue = [18, 80, 154] as const;
/** Columns 40 px apart whose stripes are like the cloth: a column in the gap between two would look the same. */
const column = (k: number): FlatColumn => ({
  ...{ x: 40 + 40 * k, y: 90, long: 96, wide: 28 },
  stripes: [
    [0.3, blue],
    [0.4, cloth],
    [0.3, blue],
  ],
});
const boxAt = (x: number): Box => ({ x: x - 0.5, y: 89.5, long: 96, wide: 28 / 0.94, angle: Math.PI / 2, isCut: false }); // prettier-ignore
const boxOf = (k: number) => boxAt(40 + 40 * k);
const field = flatPlanes(
  [400, 180],
  cloth,
  Array.from({ length: 8 }, (_, k) => column(k)),
);
const at = (boxes: readonly Box[]) => boxes.map(({ x }) => Math.round(x + 0.5));

describe('the halves of two columns are two columns', () => {
  const whole = [40, 80, 120, 160, 200, 240, 280, 320];
  test('between others, at the end of a row, and at its beginning', () => {
    expect(at(dropHalfColumns(field, [0, 1, 2, 3.5, 5, 6, 7].map(boxOf)))).toEqual(whole);
    expect(at(dropHalfColumns(field, [0, 1, 2, 3, 4, 5, 6.5].map(boxOf)))).toEqual(whole);
    expect(at(dropHalfColumns(field, [0.5, 2, 3, 4, 5, 6, 7].map(boxOf)))).toEqual(whole);
    // Three columns' halves are two places, a pitch apart; at the end of a row too, where the number of columns is known.
    const last = [0, 1, 2, 3, 4, 5.5, 6.5];
    expect(at(dropHalfColumns(field, last.map(boxOf), true))).toEqual(whole);
    expect(dropHalfColumns(field, last.map(boxOf))).toHaveLength(7);
    expect(at(dropHalfColumns(field, [0, 1, 2, 3.5, 4.5, 6, 7].map(boxOf)))).toEqual(whole);
  });
  test('in a short row, where half of the gaps are too wide; by the pitch of the row below', () => {
    const six = [0, 1, 2, 3, 4, 5].map(column);
    const one = flatPlanes([300, 180], cloth, six);
    expect(at(dropHalfColumns(one, [0, 1, 2.5, 4, 5].map(boxOf)))).toEqual(whole.slice(0, 6));
    const low = six.map((each) => ({ ...each, y: 230 }));
    const two = flatPlanes([300, 320], cloth, [...six, ...low]);
    const below = [0, 1, 2, 3, 4, 5].map((k) => ({ ...boxOf(k), y: 229.5 }));
    const above = [0, 1, 2.5, 4, 5].map(boxOf);
    expect(at(dropHalfColumns(two, [...above, ...below]))).toEqual([...whole.slice(0, 6), ...whole.slice(0, 6)]); // prettier-ignore
  });
  test('not where one column stands so far from its neighbours, nor in a row whose pitch is not known', () => {
    const alone = flatPlanes([400, 180], cloth, [0, 1, 2, 3.5, 5, 6, 7].map(column));
    expect(at(dropHalfColumns(alone, [0, 1, 2, 3.5, 5, 6, 7].map(boxOf)))).toEqual([40, 80, 120, 180, 240, 280, 320]); // prettier-ignore
    const two = flatPlanes([400, 180], cloth, [0, 1, 2, 3.5, 4.5, 6, 7].map(column));
    expect(at(dropHalfColumns(two, [0, 1, 2, 3.5, 4.5, 6, 7].map(boxOf)))).toEqual([40, 80, 120, 180, 220, 280, 320]); // prettier-ignore
    const last = flatPlanes([400, 180], cloth, [0, 1, 2, 3, 4.5, 5.5, 6.5].map(column));
    expect(at(dropHalfColumns(last, [0, 1, 2, 3, 4.5, 5.5, 6.5].map(boxOf), true))).toEqual([40, 80, 120, 160, 220, 260, 300]); // prettier-ignore
    expect(at(dropHalfColumns(field, [0, 1.5, 3].map(boxOf)))).toEqual([40, 100, 160]);
    expect(at(dropHalfColumns(field, whole.map(boxAt)))).toEqual(whole);
    expect(dropHalfColumns(field, [])).toEqual([]);
  });
});
