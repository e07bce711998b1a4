import { describe, expect, test } from 'vitest';
import type { Box } from '../geometry/box.ts';
import type { Candidate } from './sets.ts';
import { stripesAmong } from './stripes.ts';

const upright = Math.PI / 2;
const box = (x: number, y = 100): Box => ({ x, y, angle: upright, long: 100, wide: 25, isCut: false });
const stripe = (x: number, more: Partial<Candidate> = {}): Candidate => ({
  ...{ x, y: 100, angle: -upright, long: 98, wide: 9, area: 880, fill: 1, isCut: false, colour: [0, 0, 0] },
  ...{ ground: 0, isIn: true },
  ...more,
});
const row = [box(30), box(70), box(150), box(190)];
const found = (...stripes: Candidate[]) => stripesAmong(row, stripes).map(({ x }) => x);

describe('columns whose own thread is like the cloth, by their stripes', () => {
  test('between the others and beside them, as wide and as long as they', () => {
    expect(found(stripe(108), stripe(232))).toEqual([108, 232]);
    expect(stripesAmong(row, [stripe(108)])).toEqual([
      { ...box(108), long: 100, wide: 25, stripeWide: stripe(108).wide },
    ]);
  });
  test('beside one that is known by its stripe alone there may be another', () => {
    expect(found(stripe(285), stripe(232), stripe(338))).toEqual([232, 285, 338]);
    expect(found(stripe(285))).toEqual([]);
  });
  test('two of one column count once: the larger one', () => {
    expect(found(stripe(104, { area: 500 }), stripe(115))).toEqual([115]);
  });
  test.each([
    ['in a column that was found', stripe(75)],
    ['too short', stripe(108, { long: 80 })],
    ['too long', stripe(108, { long: 120 })],
    ['as wide as a column', stripe(108, { wide: 24 })],
    ['ragged', stripe(108, { fill: 0.5 })],
    ['leaning', stripe(108, { angle: 1.4 })],
    ['lower than the row', stripe(108, { y: 115 })],
    ['far beside it', stripe(260)],
    ['cut off at the rim', stripe(108, { isCut: true })],
    ['a piece of the ground itself', stripe(108, { isIn: false })],
  ])('%s: it is none', (_, one) => {
    expect(found(one)).toEqual([]);
  });
  test('each row by itself', () => {
    const lower = [box(30, 230), box(110, 230), box(150, 230)];
    expect(stripesAmong([...row, ...lower], [stripe(70, { y: 230 })]).map(({ x, y }) => [x, y])).toEqual([
      [70, 230],
    ]);
    expect(stripesAmong([], [stripe(70)])).toEqual([]);
  });
});
