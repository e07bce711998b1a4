import { describe, expect, test } from 'vitest';
import { inOrder, ownWidth, withMargins, withUnseen, type Seen } from './arrange.ts';
import type { Box } from './box.ts';

const box = (x: number, y: number, more: Partial<Box> = {}): Box => ({ x, y, angle: Math.PI / 2, long: 100, wide: 25, isCut: false, ...more }); // prettier-ignore
const places = (boxes: readonly Box[]) => boxes.map(({ x, y }) => [x, y]);

describe('reading order', () => {
  test('from left to right, row by row, whatever order they were found in', () => {
    const rows = [box(90, 60), box(30, 200), box(60, 50), box(60, 210), box(30, 55)];
    expect(places(inOrder(rows))).toEqual([
      [30, 55],
      [60, 50],
      [90, 60],
      [30, 200],
      [60, 210],
    ]);
    expect(inOrder([])).toEqual([]);
  });
  test('a row at an angle is one row: each beside the last, by less than 0.6 of a length', () => {
    const slanting = [0, 1, 2, 3].map((k) => box(30 + 30 * k, 50 + 59 * k));
    expect(places(inOrder([...slanting].reverse()))).toEqual(places(slanting));
    const steeper = [0, 1].map((k) => box(60 - 30 * k, 50 + 61 * k));
    expect(places(inOrder(steeper))).toEqual([
      [60, 50],
      [30, 111],
    ]);
  });
  test('the upper row by what its columns come to together', () => {
    // The row that begins on the left lies lower.
    const rows = [box(20, 200), box(50, 200), box(40, 60), box(80, 60)];
    expect(places(inOrder(rows))).toEqual([
      [40, 60],
      [80, 60],
      [20, 200],
      [50, 200],
    ]);
  });
  test('of columns that lie flat from the top down, row by row from the left', () => {
    const flat = [box(50, 90, { angle: 0 }), box(200, 30, { angle: 0 }), box(50, 30, { angle: 0 })];
    expect(places(inOrder(flat))).toEqual([
      [50, 30],
      [50, 90],
      [200, 30],
    ]);
  });
});

describe('cloth beside a column', () => {
  const margins = (boxes: readonly Box[]) => withMargins(boxes).map(({ margin }) => margin.map((one) => Math.round(one * 1000) / 1000)); // prettier-ignore
  test('0.26 of its width; not as far as half way to the next, nor less than 0.06', () => {
    const own = ownWidth * 25;
    expect(margins([box(30, 50)])).toEqual([[0.26, 0.26]]);
    // 10 px between two columns of 23.5: half of it is 5.
    const near = 5 / own;
    expect(margins([box(30, 50), box(30 + own + 10, 50)])).toEqual([
      [0.26, Math.round(near * 1000) / 1000],
      [Math.round(near * 1000) / 1000, 0.26],
    ]);
    expect(margins([box(30, 50), box(30 + own + 1, 50)])).toEqual([
      [0.26, 0.06],
      [0.06, 0.26],
    ]);
    // The wider its neighbour, the less lies between.
    const wide = margins([box(30, 50), box(75, 50, { wide: 50 })]);
    expect(wide[0]![1]).toBeCloseTo(((45 - own / 2 - own) / own) * 0.5, 3);
  });
  test('what lies in another row takes nothing', () => {
    expect(margins([box(30, 50), box(35, 141)])).toEqual([
      [0.26, 0.26],
      [0.26, 0.26],
    ]);
    expect(margins([box(30, 50), box(55, 139)])[0]![1]).toBe(0.06);
  });
  test('the column itself is 0.94 of the rectangle that was found, at its place', () => {
    const [one] = withMargins([box(30, 50, { isCut: true })]);
    expect(one!.box).toEqual(box(30, 50, { wide: 0.94 * 25, isCut: true }));
  });
});

describe('columns that cannot be seen', () => {
  const seen = (boxes: readonly Box[]) => boxes.map((one) => ({ ...one, isSeen: true }));
  const row = (...xs: number[]) => seen(xs.map((x) => box(x, 50 + x / 10)));
  const told = (boxes: readonly Seen[], missing: number | null = null) => withUnseen(boxes, missing).map(({ x, isSeen }) => (isSeen ? x : -Math.round(x))); // prettier-ignore
  test('stand where the even pitch leaves a gap', () => {
    expect(told(row(30, 70, 150, 190))).toEqual([30, 70, -110, 150, 190]);
    expect(told(row(30, 70, 110, 230))).toEqual([30, 70, 110, -150, -190, 230]);
    const [, , missing] = withUnseen(row(30, 70, 150, 190), null);
    expect(missing!.y).toBeCloseTo(61, 9);
    expect(missing!.x).toBeCloseTo(110, 9);
    expect(missing).toMatchObject({ long: 100, wide: 25, isSeen: false });
  });
  test('a pitch that is off by a sixth is uneven: nobody could say where one is missing', () => {
    expect(told(row(30, 70, 155, 195))).toEqual([30, 70, -113, 155, 195]);
    expect(told(row(30, 70, 157, 197))).toEqual([30, 70, 157, 197]);
  });
  test('where it was said how many are missing they stand in the wide gaps of an uneven row, if just so many have room there', () => {
    expect(told(row(30, 70, 158, 198), 1)).toEqual([30, 70, -114, 158, 198]);
    expect(told(row(30, 70, 148, 189, 263), 2)).toEqual([30, 70, -109, 148, 189, -226, 263]);
    // Two are missing and there is room for one: the other stands at an end, and which nobody could say.
    expect(told(row(30, 70, 157, 197), 2)).toEqual([30, 70, 157, 197]);
    expect(told(row(30, 70, 110), 1)).toEqual([30, 70, 110]);
  });
  test('two columns have no pitch; none is missing where all stand', () => {
    expect(told(row(30, 190))).toEqual([30, 190]);
    expect(told(row(30, 70, 110))).toEqual([30, 70, 110]);
    expect(told([])).toEqual([]);
  });
  test('the pitch is that of the closer half', () => {
    // Two of four steps are double.
    expect(told(row(30, 70, 150, 190, 270))).toEqual([30, 70, -110, 150, 190, -230, 270]);
  });
  test('each row by itself: from the end of one to the beginning of the next there is no gap', () => {
    const lower = row(30, 70, 150).map((one) => ({ ...one, y: one.y + 150 }));
    expect(told([...row(30, 70, 110), ...lower])).toEqual([30, 70, 110, 30, 70, -110, 150]);
  });
  test('one that is known not to be seen stays so', () => {
    const [first, second, third] = row(30, 70, 110) as [Seen, Seen, Seen];
    expect(told([first, { ...second, isSeen: false }, third])).toEqual([30, -70, 110]);
  });
});
