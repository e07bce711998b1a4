import { describe, expect, test } from 'vitest';
import { flatPlanes } from '../../../../tests/support/flat-block.ts';
import { commonColours, groundOf } from './cloth.ts';
import { colourOf, type Planes } from '../image/planes.ts';

const size = [120, 90] as const;
const halves = (parts: readonly (readonly [until: number, colour: readonly [number, number, number]])[]): Planes =>
  flatPlanes(size, (x) => parts.find(([until]) => x < until * 120)![1], []); // prettier-ignore
const white = [240, 238, 230] as const;
const blue = [20, 60, 160] as const;
const red = [180, 30, 40] as const;
const rounded = (colours: readonly (readonly number[])[]) => colours.map((colour) => colour.map((value) => Math.round(value * 255))); // prettier-ignore

describe('the colours that large parts of a picture have', () => {
  test('the commonest first, each as it is', () => {
    expect(rounded(commonColours(halves([[0.6, white], [0.9, blue], [1, red]])))).toEqual([[...white], [...blue], [...red]]); // prettier-ignore
    expect(rounded(commonColours(halves([[0.3, white], [1, blue]])))).toEqual([[...blue], [...white]]); // prettier-ignore
  });
  test('less than three hundredths of the picture is no ground', () => {
    expect(commonColours(halves([[0.975, white], [1, blue]]))).toHaveLength(1); // prettier-ignore
    expect(commonColours(halves([[0.96, white], [1, blue]]))).toHaveLength(2); // prettier-ignore
  });
  test('colours within 0.11 of each other in every plane are one', () => {
    const near = [white[0], white[1] - 27, white[2]] as const;
    const far = [white[0], white[1] - 40, white[2]] as const;
    expect(commonColours(halves([[0.5, white], [1, near]]))).toHaveLength(1); // prettier-ignore
    expect(commonColours(halves([[0.5, white], [1, far]]))).toHaveLength(2); // prettier-ignore
  });
  test('six at most', () => {
    const eight = [0, 1, 2, 3, 4, 5, 6, 7].map((k) => [(k + 1) / 8, [30 + 30 * k, 240 - 30 * k, k % 2 ? 60 : 200]] as const); // prettier-ignore
    expect(commonColours(halves(eight))).toHaveLength(6);
  });
  test('a colour on the border of two bins is counted whole', () => {
    // 255 / 14 × 10 is 182.1: noise of a level on both sides of it.
    const noisy = flatPlanes(size, (x, y) => (x < 50 ? (Math.floor(x + y) % 2 ? [181, 181, 181] : [184, 184, 184]) : blue), []); // prettier-ignore
    const [first, second] = commonColours(noisy);
    expect(rounded([first!])).toEqual([[...blue]]);
    expect(second![0] * 255).toBeCloseTo(182.5, 0);
  });
});

describe('a ground as the light falls on it', () => {
  const asFractions = (colour: readonly number[]) => colourOf((plane) => colour[plane]! / 255); // prettier-ignore
  test('a quadratic of light is ground all over; what lies on it is not', () => {
    const light = (x: number, y: number) => {
      const [u, v] = [x / 120 - 0.5, y / 90 - 0.5];
      return colourOf((plane) => white[plane] * (1 - 0.15 * u + 0.1 * v - 0.2 * u * u - 0.1 * u * v)); // prettier-ignore
    };
    const lit = flatPlanes(size, light, [{ x: 60, y: 45, long: 40, wide: 20, stripes: [[1, blue]] }]);
    const { off, limit } = groundOf(lit, asFractions(white))!;
    let [ground, column] = [0, 1];
    for (let y = 0; y < 90; y++)
      for (let x = 0; x < 120; x++) {
        const inside = Math.abs(x + 0.5 - 60) < 10 && Math.abs(y + 0.5 - 45) < 20;
        if (inside) column = Math.min(column, off[y * 120 + x]!);
        else ground = Math.max(ground, off[y * 120 + x]!);
      }
    expect(ground).toBeLessThan(limit);
    expect(ground).toBeLessThan(0.03);
    expect(column).toBeGreaterThan(0.5);
    // Without grain the limit is the least.
    expect(limit).toBeCloseTo(0.035, 9);
  });
  test('the coarser its grain, the wider the limit, up to a tenth', () => {
    const grained = (level: number) =>
      groundOf(
        flatPlanes(size, (x, y) => {
          const up = (Math.floor(x) * 7 + Math.floor(y) * 13) % 5 < 2 ? level : -level;
          return [200 + up, 200 + up, 200 + up];
        }, []), // prettier-ignore
        asFractions([200, 200, 200]),
      )!.limit;
    expect(grained(1)).toBeCloseTo(0.035, 3);
    expect(grained(4)).toBeGreaterThan(0.05);
    expect(grained(4)).toBeLessThan(0.1);
    expect(grained(8)).toBeCloseTo(0.1, 9);
  });
  test('too little of a colour is no ground', () => {
    const spot = flatPlanes(size, white, [{ x: 60, y: 45, long: 7, wide: 7, stripes: [[1, blue]] }]); // prettier-ignore
    expect(groundOf(spot, asFractions(blue))).toBeNull();
    const more = flatPlanes(size, white, [{ x: 60, y: 45, long: 9, wide: 9, stripes: [[1, blue]] }]); // prettier-ignore
    expect(groundOf(more, asFractions(blue))).not.toBeNull();
  });
});
