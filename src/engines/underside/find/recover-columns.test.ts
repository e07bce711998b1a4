import { describe, expect, test } from 'vitest';
import type { Box } from '../geometry/box.ts';
import { leastContrast, recoverColumns } from './recover-columns.ts';
import type { Colour, Planes } from '../image/planes.ts';
import { anyStanding, leastEnd, leastSide, contrastOf } from './contrast.ts';

const [width, height] = [300, 160];
const cloth: Colour = [0.5, 0.5, 0.5];
const red: Colour = [0.7, 0.15, 0.15];
const white: Colour = [0.9, 0.9, 0.9];
const black: Colour = [0.1, 0.1, 0.1];

/** A found rectangle takes in a little cloth at its sides: columns are drawn 24 px wide. */
const box = (x: number, more: Partial<Box> = {}): Box => ({ x, y: 80, angle: Math.PI / 2, long: 100, wide: 24 / 0.94, isCut: false, ...more }); // prettier-ignore

interface Drawn {
  x: number;
  y?: number;
  colour: Colour;
  /** Part of the width that a stripe of another colour takes, in the middle. */
  stripe?: { part: number; colour: Colour };
  /** How far below its foot something hangs from it, 3 px wide. */
  tail?: number;
}

/** Columns 24 px wide and 100 long on grey cloth. */
function drawn(columns: readonly Drawn[], ground: Colour = cloth): Planes {
  const plane = (value: number) => new Float32Array(width * height).fill(value);
  const planes: Planes['planes'] = [plane(ground[0]), plane(ground[1]), plane(ground[2])];
  const paint = (x: number, y: number, colour: Colour) => {
    if (x >= 0 && y >= 0 && x < width && y < height)
      colour.forEach((value, plane) => (planes[plane as 0][y * width + x] = value));
  };
  for (const { x, y = 80, colour, stripe, tail = 0 } of columns) {
    for (let dy = -50; dy < 50; dy++)
      for (let dx = -12; dx < 12; dx++) {
        const isStripe = stripe && Math.abs(dx + 0.5) < 12 * stripe.part;
        paint(x + dx, y + dy, isStripe ? stripe.colour : colour);
      }
    for (let dy = 50; dy < 50 + tail; dy++) for (const dx of [-1, 0, 1]) paint(x + dx, y + dy, colour);
  }
  return { width, height, planes, factor: 1 };
}
const middles = (boxes: readonly Box[]) => boxes.map(({ x, y }) => [Math.round(x), Math.round(y)]);

describe('how clearly a column stands', () => {
  test('as much as the least clear of its edges', () => {
    const field = drawn([{ x: 100, colour: red }]);
    // Red is 0.35 darker than the cloth in green and blue.
    expect(contrastOf(field, box(100))).toBeCloseTo(0.35, 5);
    const pale = drawn([{ x: 100, colour: [0.5, 0.5, 0.44] }]);
    expect(contrastOf(pale, box(100))).toBeCloseTo(0.06, 5);
  });
  test('at an end a stripe may be darker than the cloth where the thread is paler', () => {
    const field = drawn([{ x: 100, colour: white, stripe: { part: 0.4, colour: black } }]);
    expect(contrastOf(field, box(100))).toBeCloseTo(0.4, 5);
  });
  test('nothing on bare cloth, between two columns as wide apart as a column, and beside one', () => {
    const field = drawn([
      { x: 100, colour: red },
      { x: 148, colour: red },
    ]);
    expect(contrastOf(field, box(220))).toBe(0);
    expect(contrastOf(field, box(124))).toBe(0);
    expect(leastEnd(field, box(124))).toBe(0);
    expect(contrastOf(field, box(108))).toBe(0);
  });
  test('a thread that hangs from it makes a rectangle longer: its sides still show', () => {
    const field = drawn([{ x: 100, y: 60, colour: red, tail: 40 }]);
    const longer = box(100, { y: 75, long: 130 });
    expect(contrastOf(field, longer)).toBe(0);
    expect(leastEnd(field, longer)).toBe(0);
    expect(leastSide(field, longer)).toBeCloseTo(0.35, 5);
  });
  test('edges outside the picture are not asked', () => {
    const field = drawn([{ x: 100, y: 40, colour: red }]);
    expect(contrastOf(field, box(100, { y: 40 }))).toBeCloseTo(0.35, 5);
    expect(contrastOf(field, box(-400))).toBe(0);
    expect(leastEnd(field, box(-400))).toBe(Infinity);
    expect(leastSide(field, box(-400))).toBe(Infinity);
  });
});

test('a hoop that passes where the next column would be is none, though it is darker where the others end', () => {
  // Their upper ends lie at the rim of the picture: nothing lies beyond.
  const columns = [90, 130, 170].map((x) => ({ x, y: 51, colour: red }));
  const dark: Colour = [0.665, 0.115, 0.115];
  const boxes = columns.map(({ x }) => box(x, { y: 51 }));
  const hoop = [{ x: 50, y: 51, colour: red }, { x: 50, y: 151, colour: dark }]; // prettier-ignore
  expect(contrastOf(drawn([...hoop, ...columns]), box(50, { y: 51 }))).toBeGreaterThan(leastContrast);
  expect(middles(recoverColumns(drawn([...hoop, ...columns]), boxes))).toEqual(middles(boxes));
  const missed = recoverColumns(drawn([hoop[0]!, ...columns]), boxes);
  expect(missed).toHaveLength(4);
  expect(Math.abs(missed[0]!.x - 50)).toBeLessThan(2);
});

describe('columns that the first look missed', () => {
  const all = [40, 84, 128, 172, 216].map((x) => ({ x, colour: red }));
  const field = drawn(all);
  test.each([
    ['between others', [40, 84, 172, 216]],
    ['two side by side', [40, 172, 216]],
    ['before the first', [84, 128, 172, 216]],
    ['beyond the last', [40, 84, 128]],
    ['all but one', [128]],
  ])('%s', (_, found) => {
    const boxes = recoverColumns(
      field,
      found.map((x) => box(x)),
    );
    expect(boxes).toHaveLength(5);
    boxes.forEach(({ x, y }, index) => {
      expect(Math.abs(x - all[index]!.x)).toBeLessThan(1.5);
      expect(y).toBeCloseTo(80, 6);
    });
  });
  test('wherever in a gap it stands, and though the row lies at an angle', () => {
    const slanting = drawn(
      [40, 84, 120, 180, 216].map((x) => ({ x, y: Math.round(60 + x / 8), colour: red })),
    );
    const boxes = recoverColumns(
      slanting,
      [40, 84, 180, 216].map((x) => box(x, { y: Math.round(60 + x / 8) })),
    );
    expect(boxes).toHaveLength(5);
    expect(Math.abs(boxes[2]!.x - 120)).toBeLessThan(1.5);
    expect(Math.abs(boxes[2]!.y - 75)).toBeLessThanOrEqual(1);
  });
  test('where its own ends are, though its neighbour was found a third of a width too far down', () => {
    const boxes = recoverColumns(drawn([40, 84].map((x) => ({ x, colour: red }))), [box(40, { y: 88 })]);
    expect(boxes).toHaveLength(2);
    expect(boxes[0]!.y).toBe(88);
    expect(Math.abs(boxes[1]!.y - 80)).toBeLessThan(2.5);
  });
  test('none where none is: a gap, the rest of the row, cloth that ends', () => {
    const some = [40, 84, 216].map((x) => ({ x, colour: red }));
    const found = some.map(({ x }) => box(x));
    expect(middles(recoverColumns(drawn(some), found))).toEqual(middles(found));
  });
  test('not one that is hardly seen: less than 0.03 of full brightness', () => {
    const pale: Colour = [0.5, 0.5, 0.5 - 0.9 * leastContrast];
    const some = [{ x: 84, colour: pale }, ...[40, 128].map((x) => ({ x, colour: red }))];
    expect(recoverColumns(drawn(some), [box(40), box(128)])).toHaveLength(2);
    const paler: Colour = [0.5, 0.5, 0.5 - 1.1 * leastContrast];
    expect(recoverColumns(drawn([{ ...some[0]!, colour: paler }, ...some.slice(1)]), [box(40), box(128)])).toHaveLength(3); // prettier-ignore
  });
  test('bare cloth at the rim that was taken for one is left out, a column cut off there is not', () => {
    const some = [40, 84].map((x) => ({ x, colour: red }));
    const rim = box(288, { isCut: true });
    expect(middles(recoverColumns(drawn(some), [...some.map(({ x }) => box(x)), rim]))).toEqual([
      [40, 80],
      [84, 80],
    ]);
    const cut = [...some, { x: 128, y: 120, colour: red }];
    const boxes = recoverColumns(drawn(cut), [...some.map(({ x }) => box(x)), box(128, { y: 115, long: 90, isCut: true })]); // prettier-ignore
    expect(boxes).toHaveLength(3);
    expect(boxes[2]!.isCut).toBe(true);
    // A thread that hangs down to the rim hides an end: its sides tell.
    const tailed = drawn([...some, { x: 128, colour: red, tail: 40 }]);
    expect(recoverColumns(tailed, [...some.map(({ x }) => box(x)), box(128, { y: 95, long: 130, isCut: true })])).toHaveLength(3); // prettier-ignore
  });
  test('so is bare cloth anywhere, though one of its edges shows', () => {
    const some = [40, 84].map((x) => ({ x, colour: red }));
    const all = [...some.map(({ x }) => box(x)), box(220)];
    expect(middles(recoverColumns(drawn(some), all))).toEqual([
      [40, 80],
      [84, 80],
    ]);
    // Cloth beside a second piece of it: of that the edge shows alone.
    const field = drawn(some);
    for (let y = 0; y < height; y++)
      field.planes[0].fill(0.5 + leastContrast + 0.01, y * width + 232, (y + 1) * width);
    expect(anyStanding(field, box(220))).toBeCloseTo(leastContrast + 0.01, 5);
    expect(anyStanding(field, box(180))).toBe(0);
    expect(recoverColumns(field, all)).toHaveLength(2);
    // All of its edges outside the picture: nothing is asked.
    expect(anyStanding(field, box(150, { long: 900, wide: 900 }))).toBe(Infinity);
  });
  test('only in a gap of so many pitches, where that is asked: there what hardly shows', () => {
    const pale: Colour = [0.5, 0.5, 0.48];
    const row = [40, 84, 172, 216].map((x) => ({ x, colour: red }));
    const field = drawn([...row, { x: 128, colour: pale }, { x: 260, colour: pale }]);
    const found = row.map(({ x }) => box(x));
    expect(recoverColumns(field, found)).toHaveLength(4);
    const gaps = recoverColumns(field, found, { least: 0.012, leastGap: 1.6 });
    expect(gaps).toHaveLength(5);
    expect(Math.abs(gaps[2]!.x - 128)).toBeLessThan(1.5);
    expect(recoverColumns(field, found, { least: 0.012 })).toHaveLength(6);
  });
  test('not what begins at the cloth’s cut edge: the table that it lies on, found at the rim or looked for', () => {
    const some = [40, 84, 128].map((x) => ({ x, colour: red }));
    const field = drawn(some);
    for (let y = 0; y < height; y++)
      field.planes.forEach((plane) => plane.fill(y > 20 && y < 140 ? 0.05 : 0.9, y * width + 150, y * width + 174)); // prettier-ignore
    for (let y = 0; y < height; y++)
      field.planes.forEach((plane) => plane.fill(0.9, y * width + 174, (y + 1) * width));
    const found = some.map(({ x }) => box(x));
    expect(middles(recoverColumns(field, found))).toEqual(middles(found));
    expect(middles(recoverColumns(field, [...found, box(162, { long: 120, isCut: true })]))).toEqual(middles(found)); // prettier-ignore
  });
  test('one that reaches past the picture with a corner is told as cut off, where such are looked for', () => {
    const some = [40, 84].map((x) => ({ x, colour: red, y: 46 }));
    const boxes = recoverColumns(drawn([...some, { x: 128, y: 46, colour: red }]), some.map(({ x }) => box(x, { y: 46 })), { mayBeCut: true }); // prettier-ignore
    expect(boxes.map(({ isCut }) => isCut)).toEqual([false, false, true]);
  });
  test('not what is of the cloth’s own colour, though something lies all around it', () => {
    const some = [40, 84].map((x) => ({ x, colour: red }));
    const field = drawn([...some, { x: 172, colour: red }]);
    const around = drawn([...some, { x: 172, colour: red }, { x: 128, colour: [0.5, 0.5, 0.5] }]);
    expect(middles(recoverColumns(field, some.map(({ x }) => box(x))))).toEqual(middles(recoverColumns(around, some.map(({ x }) => box(x))))); // prettier-ignore
  });
  test('each row by itself', () => {
    const rows = drawn([
      { x: 60, y: 50, colour: red },
      { x: 240, y: 50, colour: red },
    ]);
    expect(recoverColumns(rows, [box(60, { y: 50 })])).toHaveLength(1);
    expect(recoverColumns(rows, [])).toEqual([]);
  });
});
