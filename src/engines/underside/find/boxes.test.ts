import { describe, expect, test } from 'vitest';
import { flatPlanes, type FlatColumn } from '../../../../tests/support/flat-block.ts';
import type { Box } from '../geometry/box.ts';
import { boxesAmong, candidatesIn } from './boxes.ts';
import { colourOf } from '../image/planes.ts';

const cloth = [242, 241, 236] as const;
const blue = [18, 80, 154] as const;
const red = [180, 35, 42] as const;
const white = [246, 245, 240] as const;
const table = [91, 64, 48] as const;
const size = [340, 240] as const;

const column = (x: number, y: number, more: Partial<FlatColumn> = {}): FlatColumn => ({
  ...{ x, y, long: 96, wide: 24 },
  stripes: [
    [0.3, blue],
    [0.4, red],
    [0.3, blue],
  ],
  ...more,
});
const row = (count: number, more: Partial<FlatColumn> = {}) =>
  Array.from({ length: count }, (_, k) => column(50 + 40 * k, 120, more));
/** Drawn at this part of the size that is told, and told at that size again: quicker, and read alike. */
const drawn = 0.6;
const found = (
  columns: readonly FlatColumn[],
  {
    count = null as number | null,
    ground = cloth as Parameters<typeof flatPlanes>[1],
    ratio = 4,
    isSure = (box: Box): boolean => box.wide > 0,
  } = {},
) => {
  const field = flatPlanes(
    [size[0] * drawn, size[1] * drawn],
    typeof ground === 'function' ? (x, y) => ground(x / drawn, y / drawn) : ground,
    columns.map((one) => ({
      ...one,
      ...{ x: one.x * drawn, y: one.y * drawn, long: one.long * drawn, wide: one.wide * drawn },
    })),
  );
  return boxesAmong(candidatesIn(field, ratio), field, ratio, count, isSure)
    .map((box) => ({
      ...box,
      // Planes have a pixel's middle at its number, pictures half a pixel on.
      ...{ x: (box.x + 0.5) / drawn, y: (box.y + 0.5) / drawn },
      ...{ long: box.long / drawn, wide: box.wide / drawn },
    }))
    .sort((a, b) => a.x - b.x || a.y - b.y);
};
/** At its rim a found rectangle takes in a little cloth: up to two pixels each side. */
const lies = (box: Box, column: FlatColumn, off = 1.5) => {
  expect(Math.abs(box.x - column.x)).toBeLessThan(off);
  expect(Math.abs(box.y - column.y)).toBeLessThan(off);
  for (const side of ['long', 'wide'] as const) {
    const over = (box[side] - column[side]) * drawn;
    expect(over).toBeGreaterThan(-0.5);
    expect(over).toBeLessThan(4);
  }
};

describe('columns in a picture', () => {
  test('specks of the weave, of a column’s shape, many times as many, are none, nobody having said how many there are', () => {
    const specks = Array.from({ length: 120 }, (_, k) => column(14 + 26 * (k % 12), 12 + 22 * Math.floor(k / 12), { long: 18, wide: 5 })); // prettier-ignore
    const free = specks.filter(({ x, y }) => Math.abs(x - 170) > 60 || Math.abs(y - 120) > 70);
    const boxes = found([column(150, 120), column(190, 120), ...free]);
    expect(boxes).toHaveLength(2);
    boxes.forEach((box, k) => lies(box, column(150 + 40 * k, 120), 2));
  });
  test('of several sets of rectangles the likeliest of which one is surely a column; the likeliest where none is', () => {
    // One twice as large beside two: it is likelier than those.
    const large = column(270, 120, { long: 220, wide: 55 });
    const both = [column(60, 120), column(100, 120), large];
    const middles = (isSure?: (box: Box) => boolean) =>
      found(both, { isSure }).map(({ x }) => Math.round(x / 10));
    expect(middles()).toEqual([27]);
    expect(middles(({ wide }) => wide < 30)).toEqual([6, 10]);
    expect(middles(() => false)).toEqual([27]);
  });
  test('a loose thread as thick as a tenth of a column across three of them joins none', () => {
    const thread = { x: 90, y: 118, long: 150, wide: 8, angle: 0.25, stripes: [[1, red]] } as const;
    const boxes = found([thread, ...row(3)]);
    expect(boxes).toHaveLength(3);
    boxes.forEach((box, k) => expect(Math.abs(box.x - 50 - 40 * k)).toBeLessThan(3));
  });
  test('a piece of cloth that fills most of the picture may be the only column, and is none of several', () => {
    const piece = [column(170, 120, { long: 230, wide: 230, stripes: [[1, cloth]] })];
    expect(found(piece, { ground: table, ratio: 1, count: 1 })).toHaveLength(1);
    expect(found(piece, { ground: table, ratio: 1, count: 2 })).toHaveLength(0);
  });
  test.each([1, 2, 5])('%d of them: where each lies, how long and wide', (count) => {
    const boxes = found(row(count));
    expect(boxes).toHaveLength(count);
    row(count).forEach((one, k) => lies(boxes[k]!, one));
    for (const { angle, isCut } of boxes) {
      expect(angle).toBeCloseTo(Math.PI / 2, 1);
      expect(isCut).toBe(false);
    }
  });
  test.each([Math.PI / 2 + 0.15, Math.PI / 2 - 0.2, 0.1])('leaning or lying: their direction (%d rad)', (angle) => {
    const isFlat = angle < 0.5;
    const columns = [0, 1, 2].map((k) => isFlat ? column(150, 60 + 50 * k, { angle }) : column(70 + 60 * k, 120, { angle }));
    const boxes = found(columns);
    expect(boxes).toHaveLength(3);
    const ordered = [...columns].sort((a, b) => a.x - b.x || a.y - b.y);
    // Which way round columns of one x come is told by y.
    const byPlace = isFlat ? [...boxes].sort((a, b) => a.y - b.y) : boxes;
    ordered.forEach((one, k) => lies(byPlace[k]!, one));
    for (const box of boxes) expect(Math.abs(box.angle - angle)).toBeLessThan(0.03);
  }); // prettier-ignore
  test('none on bare cloth, nor where everything is another shape', () => {
    expect(found([])).toEqual([]);
    const long = (wide: number) => column(120, 120, { wide, long: 120, stripes: [[1, blue]] });
    // Four times as long as wide was said: up to 2.2 times off is taken where nothing fits better.
    expect(found([long(30)])).toHaveLength(1);
    expect(found([long(50)])).toHaveLength(1);
    expect(found([long(100)])).toEqual([]);
  });
  test('columns of the right shape go before those of another', () => {
    const others = [0, 1, 2].map((k) => column(60 + 70 * k, 60, { long: 50, wide: 24, stripes: [[1, red]] }));
    const boxes = found([...others, column(60, 170, { stripes: [[1, blue]] })]);
    expect(boxes).toHaveLength(1);
    expect(boxes[0]!.y).toBeGreaterThan(140);
  }); // prettier-ignore
  test('marks, lint and thread ends are none, and move none', () => {
    const marks: FlatColumn[] = [
      { x: 45, y: 190, long: 5, wide: 7, stripes: [[1, [32, 35, 42]]] },
      { x: 170, y: 200, long: 30, wide: 2, angle: 0.4, stripes: [[1, red]] },
      // An end that hangs from a column.
      { x: 92, y: 180, long: 30, wide: 2, stripes: [[1, blue]] },
    ];
    const boxes = found([...row(4), ...marks]);
    expect(boxes).toHaveLength(4);
    row(4).forEach((one, k) => {
      // The column that the end hangs from comes out a little longer, no wider, and no column elsewhere.
      if (k !== 1) return lies(boxes[k]!, one);
      expect(Math.abs(boxes[k]!.x - one.x)).toBeLessThan(4);
      expect(Math.abs(boxes[k]!.y - one.y)).toBeLessThan(10);
      expect((boxes[k]!.wide - one.wide) * drawn).toBeLessThan(4);
    });
  });
  test('in the cloth on a table: the cloth is no column, nor what lies on the table', () => {
    const on = (x: number, y: number) => (x > 30 && x < 250 && y > 40 && y < 200 ? cloth : table);
    const scissors: FlatColumn = { x: 300, y: 120, long: 100, wide: 24, stripes: [[1, [150, 150, 155]]] };
    const columns = [0, 1, 2, 3].map((k) => column(70 + 40 * k, 120));
    const boxes = found([...columns, scissors], { ground: on });
    expect(boxes.length).toBeGreaterThanOrEqual(4);
    columns.forEach((one, k) => lies(boxes[k]!, one));
    const four = found(columns, { ground: on, count: 4 });
    expect(four).toHaveLength(4);
  });
  test('cut off at the picture’s rim is told', () => {
    const boxes = found([column(8, 120), column(60, 120), column(112, 120)]);
    expect(boxes.map(({ isCut }) => isCut).slice(-2)).toEqual([false, false]);
    const low = found([column(60, 215), column(112, 215), column(164, 215)]);
    for (const { isCut } of low) expect(isCut).toBe(true);
  });
  test('a stripe like the cloth, open at its ends: two halves are one column', () => {
    const open: FlatColumn['stripes'] = [[0.36, blue], [0.28, cloth], [0.36, blue]]; // prettier-ignore
    const columns = [0, 1, 2, 3].map((k) => column(50 + 50 * k, 120, { wide: 28, long: 112, stripes: open }));
    const boxes = found(columns);
    expect(boxes).toHaveLength(4);
    columns.forEach((one, k) => lies(boxes[k]!, one));
    // Uneven halves: the middle is the column's, not between the halves' middles.
    const uneven = columns.map((one) => ({ ...one, stripes: [[0.25, blue], [0.3, cloth], [0.45, blue]] as const })); // prettier-ignore
    found(uneven).forEach((box, k) => lies(box, columns[k]!));
    expect(found(uneven)).toHaveLength(4);
  });
  test('halves of two threads are no column', () => {
    const two: FlatColumn['stripes'] = [[0.36, blue], [0.28, cloth], [0.36, red]]; // prettier-ignore
    const boxes = found([column(80, 120, { wide: 28, long: 112, stripes: two })]);
    for (const { wide } of boxes) expect(wide).toBeLessThan(16);
  });
  test('on a ground that the light falls on from one side', () => {
    const shaded = (x: number, y: number) =>
      colourOf((plane) => cloth[plane] * (1 - 0.3 * (x / 340) - 0.1 * (y / 240)));
    const boxes = found(row(5), { ground: shaded });
    expect(boxes).toHaveLength(5);
    row(5).forEach((one, k) => lies(boxes[k]!, one));
  });
  test('pale columns come out within a part of the limit', () => {
    const pale = row(3, { stripes: [[1, [226, 225, 220]]] });
    const boxes = found(pale);
    expect(boxes).toHaveLength(3);
    pale.forEach((one, k) => lies(boxes[k]!, one));
  });
  test('of two sets that are alike within themselves the larger; the one of the number said', () => {
    const small = [0, 1].map((k) => column(80 + 60 * k, 50, { long: 64, wide: 16, stripes: [[1, red]] }));
    const large = [0, 1, 2].map((k) => column(60 + 60 * k, 160, { stripes: [[1, blue]] }));
    expect(found([...small, ...large])).toHaveLength(3);
    const many = Array.from({ length: 6 }, (_, k) => column(40 + 40 * k, 50, { long: 64, wide: 16, stripes: [[1, red]] }));
    expect(found([...many, ...large]).map(({ long }) => Math.round(long / 30))).toEqual(Array<number>(6).fill(2));
    expect(found([...many, ...large], { count: 3 }).map(({ long }) => Math.round(long / 30))).toEqual([3, 3, 3]);
  }); // prettier-ignore
  test('white on a dark cloth, with a stripe darker still', () => {
    const columns = row(4, { stripes: [[0.3, white], [0.4, [20, 20, 22]], [0.3, white]] }); // prettier-ignore
    const boxes = found(columns, { ground: [60, 62, 66] });
    expect(boxes).toHaveLength(4);
    columns.forEach((one, k) => lies(boxes[k]!, one));
  });
});
