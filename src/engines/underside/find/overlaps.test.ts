import { describe, expect, test } from 'vitest';
import { flatPlanes, type FlatColumn } from '../../../../tests/support/flat-block.ts';
import { withoutOverlaps } from './overlaps.ts';
import type { Box } from '../geometry/box.ts';

const cloth = [242, 241, 236] as const;
const blue = [18, 80, 154] as const;
const column = (x: number, y = 90): FlatColumn => ({ x, y, long: 96, wide: 24, stripes: [[1, blue]] });
const boxOf = (x: number, y = 90): Box => ({ x: x - 0.5, y: y - 0.5, long: 96, wide: 24 / 0.94, angle: Math.PI / 2, isCut: false }); // prettier-ignore
const field = flatPlanes([280, 340], cloth, [column(40), column(80), column(120), column(80, 250)]);
const places = (boxes: readonly Box[]) => boxes.map(({ x, y }) => [x + 0.5, y + 0.5]);

describe('no column lies over another', () => {
  test('of two that do the one that stands more clearly is kept, in whichever order they were found', () => {
    const all = [boxOf(40), boxOf(62), boxOf(80), boxOf(120)];
    expect(places(withoutOverlaps(field, all))).toEqual(places([boxOf(40), boxOf(80), boxOf(120)]));
    expect(places(withoutOverlaps(field, [...all].reverse()))).toEqual(
      places([boxOf(40), boxOf(80), boxOf(120)]),
    );
  });
  test('columns that all but touch are two, and so are columns of two rows', () => {
    const touching = flatPlanes([280, 340], cloth, [column(40), column(65), column(65, 250)]);
    const all = [boxOf(40), boxOf(65), boxOf(65, 250)];
    expect(places(withoutOverlaps(touching, all))).toEqual(places(all));
    expect(withoutOverlaps(field, [])).toEqual([]);
  });
});
