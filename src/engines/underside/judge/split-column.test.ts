import { describe, expect, test } from 'vitest';
import type { Box } from '../geometry/box.ts';
import { isHalfOf } from './split-column.ts';
import type { Colour } from '../image/planes.ts';

const grey: Colour = [0.5, 0.5, 0.5];
/** 40 px wide; its middle so far across and along. */
const boxAt = (x: number, y = 200): Box => ({ x, y, long: 160, wide: 40, angle: Math.PI / 2, isCut: false });
/** Sides of 8 px of a column of 40: between them lies the cloth, or the bobbin thread that is like it. */
const column = { box: boxAt(200), top: grey, left: 0.2, right: 0.2 };
const alone = (x: number, y?: number) => ({ box: boxAt(x, y), stripeWide: 8, inner: grey });

describe('half a column alone, beside two halves that were taken for one', () => {
  test('as far from the nearer of them as the halves of one column are, on either side', () => {
    // Outer edges at 152 and 188: 36 px.
    expect(isHalfOf(alone(156), column)).toBe(true);
    expect(isHalfOf(alone(244), column)).toBe(true);
  });
  test('further off, or so near that both are narrower than a column, it is something else', () => {
    expect(isHalfOf(alone(140), column)).toBe(false);
    expect(isHalfOf(alone(170), column)).toBe(false);
  });
  test('how wide the sides are tells on which it is', () => {
    const uneven = { ...column, left: 0.6, right: 0.2 };
    expect(isHalfOf(alone(156), uneven)).toBe(false);
    expect(isHalfOf(alone(244), uneven)).toBe(true);
  });
  test('of another thread, or in another row, it is none', () => {
    expect(isHalfOf({ ...alone(156), inner: [0.5, 0.5, 0.7] }, column)).toBe(false);
    expect(isHalfOf(alone(156, 400), column)).toBe(false);
  });
});
