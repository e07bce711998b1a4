import { describe, expect, test } from 'vitest';
import { flatPlanes, type FlatColumn } from '../../../../tests/support/flat-block.ts';
import { boxesAmong, candidatesIn } from './boxes.ts';
import { commonColours, groundOf } from './cloth.ts';
import { smoothed, type Colour, type Planes } from '../image/planes.ts';
import { groundsInTwoLights } from './two-lights.ts';

const size = [200, 130] as const;
const cloth: Colour = [214, 206, 190];
const blue: Colour = [18, 60, 154];
const red: Colour = [180, 35, 42];
/** Half the picture in a shadow whose edge is so many pixels wide, a little aslant. */
const shadow = (dark: number) => (x: number, y: number) => dark + (1 - dark) / (1 + Math.exp(-(y - 66 + 0.12 * (x - 100)) / 3)); // prettier-ignore
const lit = (colour: Colour, by: number): Colour => [colour[0] * by, colour[1] * by, colour[2] * by];

/** Columns of some colours side by side, with light on all of it. */
function block(light: (x: number, y: number) => number, other: Colour = cloth): Planes {
  const columns: FlatColumn[] = [0, 1, 2, 3].map((k) => ({ x: 40 + 40 * k, y: 65, long: 80, wide: 20, stripes: [[1, k % 2 ? red : blue]] })); // prettier-ignore
  const field = flatPlanes(size, (_, y) => (y > 125 ? other : cloth), columns);
  for (let y = 0; y < size[1]; y++)
    for (let x = 0; x < size[0]; x++)
      for (const plane of field.planes) plane[y * size[0] + x]! *= light(x, y);
  return field;
}
const groundsIn = (field: Planes) => {
  const calm = smoothed(field);
  return groundsInTwoLights(
    calm,
    commonColours(calm).flatMap((colour) => {
      const ground = groundOf(calm, colour);
      return ground ? [{ colour, ground }] : [];
    }),
  );
};

describe('one cloth in two lights', () => {
  test('is ground in both and in between, columns are not', () => {
    const field = block(shadow(0.5));
    const [ground] = groundsIn(field);
    const off = (x: number, y: number) => ground!.off[y * size[0] + x]!;
    for (const y of [5, 50, 60, 66, 72, 80, 120]) {
      expect(off(20, y)).toBeLessThan(ground!.limit);
      expect(off(40, Math.min(100, Math.max(30, y)))).toBeGreaterThan(ground!.limit);
    }
  });
  test('none where the light is the same all over, nor where two colours lie side by side', () => {
    expect(groundsIn(block(() => 1))).toEqual([]);
    const beside = flatPlanes(size, (x) => (x < 100 ? cloth : red), []);
    expect(groundsIn(beside)).toEqual([]);
    expect(groundsIn(flatPlanes(size, (x) => (x < 100 ? cloth : lit(cloth, 0.5)), []))).toHaveLength(1);
  });
  test.each([0.45, 0.6, 0.75])('columns that a shadow of %d crosses are found whole', (dark) => {
    const field = block(shadow(dark));
    const boxes = boxesAmong(candidatesIn(field, 4), field, 4, null, () => true).sort((a, b) => a.x - b.x);
    expect(boxes).toHaveLength(4);
    boxes.forEach((box, k) => {
      expect(Math.abs(box.x - 39.5 - 40 * k)).toBeLessThan(1.5);
      expect(Math.abs(box.y - 64.5)).toBeLessThan(3);
      expect(Math.abs(box.long - 80)).toBeLessThan(6);
    });
  });
});
