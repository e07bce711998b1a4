import { describe, expect, test } from 'vitest';
import { flatPlanes, type FlatColumn } from '../../../../tests/support/flat-block.ts';
import { clothBeside, colourIn, isBare, isOffCloth } from './bare.ts';
import type { Box } from '../geometry/box.ts';
import { colourOf, type Colour } from '../image/planes.ts';

const cloth = [150, 120, 100] as const;
const table = [20, 22, 30] as const;
const blue = [18, 80, 154] as const;
const size = [300, 200] as const;
const column = (x: number): FlatColumn => ({ x, y: 100, long: 96, wide: 24, stripes: [[1, blue]] });
const boxOf = (x: number, y = 100, more: Partial<Box> = {}): Box => ({ x: x - 0.5, y: y - 0.5, long: 96, wide: 24 / 0.94, angle: Math.PI / 2, isCut: false, ...more }); // prettier-ignore
/** Cloth up to x 200, from 30 px down to 30 px from the picture's foot; table around it. */
const ground = (x: number, y: number): Colour => (x < 200 && y > 30 && y < 170 ? cloth : table);
const field = flatPlanes(size, ground, [column(60), column(100), column(140)]);
const bare = clothBeside(field, [boxOf(60), boxOf(100), boxOf(140)]);
/** The picture with all of it in a shadow of half the light from x on. */
const shadowed = (from: number) =>
  flatPlanes(size, (x, y) => colourOf((plane) => ground(x, y)[plane] / (x < from ? 1 : 2)), [
    column(60),
    column(100),
    column(140),
  ]);

describe('cloth, and what lies beside it', () => {
  test('its colour is what lies close beside most columns', () => {
    cloth.forEach((value, plane) => expect(bare[plane]).toBeCloseTo(value / 255, 2));
    const [first] = [colourIn(field, boxOf(60))];
    blue.forEach((value, plane) => expect(first![plane]).toBeCloseTo(value / 255, 2));
    expect(colourIn(field, boxOf(-400))).toEqual([0, 0, 0]);
  });
  test('a rectangle of it is bare, in the light and in a shadow; a column and the table are not', () => {
    expect(isBare(field, boxOf(170), bare)).toBe(true);
    expect(isBare(shadowed(150), boxOf(175), bare)).toBe(true);
    expect(isBare(field, boxOf(100), bare)).toBe(false);
    expect(isBare(field, boxOf(240), bare)).toBe(false);
    // Where a column is cut off by its edge a third of it is no more than that.
    expect(isBare(field, boxOf(192), bare)).toBe(true);
    expect(isBare(field, boxOf(204), bare)).toBe(false);
  });
  test('a column lies on it, though a hoop lies beyond both of its ends; what begins at its cut edge does not', () => {
    expect(isOffCloth(field, boxOf(100), bare)).toBe(false);
    const tall = boxOf(100, 100, { long: 132 });
    expect(isOffCloth(field, tall, bare)).toBe(false);
    expect(isOffCloth(field, boxOf(213), bare)).toBe(true);
    expect(isOffCloth(field, boxOf(286), bare)).toBe(true);
    // Neither at the rim, where most is outside the picture, nor in a shadow is anything said against it.
    expect(isOffCloth(shadowed(80), boxOf(140), bare)).toBe(false);
    expect(isOffCloth(field, boxOf(150, 100, { long: 400, wide: 600 }), bare)).toBe(false);
  });
});
