import { describe, expect, test } from 'vitest';
import { flatPlanes, type FlatColumn } from '../../../../tests/support/flat-block.ts';
import type { Box } from '../geometry/box.ts';
import { boxesAmong, candidatesIn } from './boxes.ts';
import { withEnds } from './ends.ts';
import type { Planes } from '../image/planes.ts';

const cloth = [242, 241, 236] as const;
const blue = [18, 80, 154] as const;
const size = [120, 300] as const;
const column: FlatColumn = { x: 60, y: 120, long: 160, wide: 20, stripes: [[1, blue]] };

/** The column, with a thread 4 px wide hanging so far from its foot, or from its head where that is below 0. */
function tailed(by: number): Planes {
  const field = flatPlanes(size, cloth, [column]);
  const [from, to] = by < 0 ? [40 + by, 40] : [200, 200 + by];
  for (let y = from; y < to; y++)
    field.planes.forEach((plane, index) =>
      plane.fill(blue[index]! / 255, y * size[0] + 57, y * size[0] + 61),
    );
  return field;
}
const box = (y: number, long: number, more: Partial<Box> = {}): Box => ({ x: 59.5, y, angle: Math.PI / 2, long, wide: 20 / 0.94, isCut: false, ...more }); // prettier-ignore
const endsOf = ({ y, long }: Box) => [y - long / 2, y + long / 2];

describe('a column ends where most of its width does', () => {
  test('what hangs from one end of it is none of it, though it was found with it', () => {
    for (const by of [40, -35]) {
      const field = tailed(by);
      const ratio = column.long / column.wide;
      const [found] = boxesAmong(candidatesIn(field, ratio), field, ratio, 1, () => true);
      const [before, after] = [found!, withEnds(field, [found!])[0]!].map((one) => Math.abs(one.y - 119.5));
      expect(before).toBeGreaterThan(3);
      expect(after).toBeLessThan(2);
    }
  });
  test('at both ends', () => {
    const field = tailed(30);
    tailed(-30).planes.forEach((plane, index) => {
      for (let at = 0; at < 40 * size[0]; at++) field.planes[index as 0][at] = plane[at]!;
    });
    const [start, end] = endsOf(withEnds(field, [box(120, 200)])[0]!) as [number, number];
    expect(Math.abs(start - 39.5)).toBeLessThan(3);
    expect(Math.abs(end - 199.5)).toBeLessThan(3);
  });
  test('an end that shows stays where it was found, and so does one that shows nowhere, and what is cut off', () => {
    const field = tailed(0);
    const found = box(119.5, 160);
    expect(withEnds(field, [found])).toEqual([found]);
    const bare = flatPlanes(size, cloth, []);
    expect(withEnds(bare, [found])).toEqual([found]);
    const cut = box(130, 190, { isCut: true });
    expect(withEnds(tailed(30), [cut])).toEqual([cut]);
  });
});
