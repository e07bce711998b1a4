import { describe, expect, test } from 'vitest';
import { flatPlanes, type FlatColumn } from '../../../../tests/support/flat-block.ts';
import type { Box } from '../geometry/box.ts';
import { alignToRows } from './rows.ts';

const cloth = [242, 241, 236] as const;
const blue = [18, 80, 154] as const;
const column = (k: number, y = 120): FlatColumn => ({
  x: 40 + 40 * k,
  y,
  long: 96,
  wide: 24,
  stripes: [[1, blue]],
});
const boxOf = ({ x, y, long, wide }: FlatColumn): Box => ({ x: x - 0.5, y: y - 0.5, long, wide: wide / 0.94, angle: Math.PI / 2, isCut: false }); // prettier-ignore
const even = Array.from({ length: 6 }, (_, k) => column(k));
const field = flatPlanes([280, 240], cloth, even);
const places = (boxes: readonly Box[]) => boxes.map(({ x, y, long }) => [x, y, long].map(Math.round));

describe('columns of one row begin and end on two lines', () => {
  const found = even.map(boxOf);
  const wanted = places(found);
  test('one found too short, at either end, is as long as the others where it stands more clearly so', () => {
    for (const by of [-20, 20]) {
      const short = found.map((box, k) =>
        k === 2 ? { ...box, long: box.long - 20, y: box.y + by / 2 } : box,
      );
      expect(places(alignToRows(field, short))).toEqual(wanted);
    }
  });
  test('one found beside its place along the row’s way is put back', () => {
    const off = found.map((box, k) => (k === 4 ? { ...box, y: box.y - 12, angle: box.angle + 0.08 } : box));
    expect(places(alignToRows(field, off))).toEqual(wanted);
  });
  test('one that does lie higher stays where it is', () => {
    const columns = even.map((one, k) => (k === 3 ? column(3, 110) : one));
    const own = columns.map(boxOf);
    expect(places(alignToRows(flatPlanes([280, 240], cloth, columns), own))).toEqual(places(own));
  });
  test('what is cut off at the rim stays, and of three nobody could say which is wrong', () => {
    const cut = found.map((box, k) => (k === 0 ? { ...box, isCut: true, long: 40 } : box));
    expect(places(alignToRows(field, cut))).toEqual(places(cut));
    const three = found.slice(0, 3).map((box, k) => (k === 1 ? { ...box, long: 60 } : box));
    expect(places(alignToRows(field, three))).toEqual(places(three));
    expect(alignToRows(field, [])).toEqual([]);
  });
});
