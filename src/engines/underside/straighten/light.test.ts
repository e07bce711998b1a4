import { describe, expect, test } from 'vitest';
import { inOneLight } from './light.ts';
import { cellOf, type Strip } from '../image/strip.ts';

/** A column of red thread on grey cloth, ten steps of it on each side; each row lit by so much at its left and right end. */
function strip(lightAt: (row: number) => readonly [left: number, right: number], cloth = 0.6): Strip {
  const [rows, first, wide] = [56, 10, 72];
  const steps = first + wide + first;
  const data = new Float32Array(rows * steps * 3);
  for (let row = 0; row < rows; row++)
    for (let step = 0; step < steps; step++) {
      const [left, right] = lightAt(row);
      const light = left + ((right - left) * step) / steps;
      const isCloth = step < first || step >= first + wide;
      const colour = isCloth ? [cloth, cloth, cloth] : [0.7, 0.2, 0.1];
      colour.forEach((value, plane) => (data[(row * steps + step) * 3 + plane] = value * light));
    }
  return { rows, steps, data, wide, first, clipped: 0 };
}
const middles = (of: Strip) => [0, 27, 55].map((row) => Math.round(100 * cellOf(of, row, 46)[0]) / 100);

describe('a shadow whose edge crosses a column', () => {
  test('is taken out: every row is as light as the lit ones', () => {
    const crossed = strip((row) => (row < 20 ? [1, 1] : [0.6, 0.6]));
    expect(middles(crossed)).toEqual([0.7, 0.42, 0.42]);
    expect(middles(inOneLight(crossed))).toEqual([0.7, 0.7, 0.7]);
  });
  test('aslant, so that it is on one side before it is on the other', () => {
    const crossed = strip((row) => [row < 18 ? 1 : 0.6, row < 30 ? 1 : 0.6]);
    const [lit, between, dark] = middles(inOneLight(crossed));
    expect([lit, dark]).toEqual([0.7, 0.7]);
    expect(Math.abs(between! - 0.7)).toBeLessThan(0.06);
  });
  describe('on cloth too dark to tell the light', () => {
    const dark = 0.05;
    test('the column itself tells it: all across it is darker by one factor', () => {
      const crossed = strip((row) => (row < 20 ? [1, 1] : [0.5, 0.5]), dark);
      expect(middles(crossed)).toEqual([0.7, 0.35, 0.35]);
      expect(middles(inOneLight(crossed))).toEqual([0.7, 0.7, 0.7]);
      const aslant = strip((row) => [row < 18 ? 1 : 0.5, row < 30 ? 1 : 0.5], dark);
      const [lit, between, behind] = middles(inOneLight(aslant));
      expect([lit, behind]).toEqual([0.7, 0.7]);
      expect(Math.abs(between! - 0.7)).toBeLessThan(0.12);
    });
    test('cloth as black as the camera can tell is no hindrance', () => {
      const crossed = strip((row) => (row < 20 ? [1, 1] : [0.5, 0.5]), 0);
      expect(middles(inOneLight(crossed))).toEqual([0.7, 0.7, 0.7]);
    });
    test('a stripe that grows wider and brighter than its thread is no shadow: not all of the column changes', () => {
      const wider = strip(() => [1, 1], dark);
      for (let row = 20; row < wider.rows; row++)
        for (let step = 30; step < 62; step++) wider.data.fill(0.05, (row * wider.steps + step) * 3, (row * wider.steps + step + 1) * 3); // prettier-ignore
      expect(inOneLight(wider)).toBe(wider);
    });
    test('something short that lies across it is none either', () => {
      const across = strip((row) => (row > 20 && row < 25 ? [0.4, 0.4] : [1, 1]), dark);
      expect(inOneLight(across)).toBe(across);
    });
  });
  test.each([
    ['even light', strip(() => [0.8, 0.8])],
    ['light that falls off across it', strip(() => [1, 0.7])],
    ['a little less light at its foot', strip((row) => [1 - row / 600, 1 - row / 600])],
    ['one side only: something else lies beside it', strip((row) => [row < 20 ? 1 : 0.5, 1])],
    ['a little darker on dark cloth', strip((row) => (row < 20 ? [1, 1] : [0.85, 0.85]), 0.05)],
  ])('%s: nothing is changed', (_, as) => {
    expect(inOneLight(as)).toBe(as);
  });
  test('another cloth beside the column on both sides, which lies in the same light: nothing is changed', () => {
    const other = strip(() => [1, 1]);
    for (let row = 0; row < 20; row++)
      for (let step = 0; step < other.steps; step++)
        if (step < 10 || step >= 82)
          other.data.fill(0.2, (row * other.steps + step) * 3, (row * other.steps + step + 1) * 3);
    expect(inOneLight(other)).toBe(other);
  });
  test('no cloth beside it, or a row outside the picture: nothing is changed', () => {
    const bare = { ...strip(() => [1, 1]), first: 0, wide: 92 };
    expect(inOneLight(bare)).toBe(bare);
    const out = strip((row) => (row < 20 ? [1, 1] : [0.6, 0.6]));
    out.data.fill(NaN, 0, out.steps * 3);
    expect(inOneLight(out)).toBe(out);
  });
});
