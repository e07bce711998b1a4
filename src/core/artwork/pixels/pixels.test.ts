import { describe, expect, test } from 'vitest';
import { flatten, toWorking, type Pixels } from './pixels.ts';

const plain = (width: number, height: number, [r, g, b, a]: [number, number, number, number]): Pixels => {
  const data = new Uint8ClampedArray(width * height * 4);
  for (let at = 0; at < data.length; at += 4) data.set([r, g, b, a], at);
  return { width, height, data };
};
const meanOf = ({ data }: Pixels) => data.reduce((sum, value) => sum + value, 0) / data.length;

describe('bringing a picture to working size', () => {
  test.each([
    [5000, 100],
    [3217, 801],
    [1601, 40],
    [300, 200],
    [37, 90],
  ])('%d × %d: one colour stays that colour', (width, height) => {
    const working = toWorking(plain(width, height, [18, 80, 154, 255]));
    expect([...working.data.slice(0, 4)]).toEqual([18, 80, 154, 255]);
    expect([...working.data.slice(-4)]).toEqual([18, 80, 154, 255]);
    expect(Math.max(working.width, working.height)).toBeLessThanOrEqual(1600);
    expect(working.scale).toBeCloseTo(working.width / width, 1);
  });
  test('a large picture is averaged, not sampled: thin lines grey, and the mean stays', () => {
    const picture = plain(3200, 64, [255, 255, 255, 255]);
    for (let x = 0; x < 3200; x += 4)
      for (let y = 0; y < 64; y++) picture.data.set([0, 0, 0, 255], (y * 3200 + x) * 4);
    expect(meanOf(toWorking(picture))).toBeCloseTo(meanOf(picture), 0);
  });
  test('a small picture is enlarged by a whole number, at most four times', () => {
    expect(toWorking(plain(100, 60, [0, 0, 0, 255]))).toMatchObject({ width: 400, height: 240, scale: 4 });
    expect(toWorking(plain(700, 60, [0, 0, 0, 255]))).toMatchObject({ width: 1400, scale: 2 });
  });
  test('a browser’s picture, whose fields lie on its prototype, is taken too', () => {
    class Like {
      get width() {
        return 1300;
      }
      get height() {
        return 2;
      }
      get data() {
        return new Uint8ClampedArray(1300 * 2 * 4);
      }
    }
    expect(toWorking(new Like())).toMatchObject({ width: 1300, height: 2, scale: 1 });
  });
});

describe('clear pixels', () => {
  test('a picture without any has none marked', () =>
    expect(flatten(plain(4, 4, [1, 2, 3, 255]))).toBeNull());
  test('what is more clear than not is not sewn; a half-clear rim keeps its own colour', () => {
    const picture = plain(2, 1, [200, 0, 0, 255]);
    picture.data.set([9, 9, 9, 20], 0);
    picture.data.set([200, 0, 0, 160], 4);
    expect([...flatten(picture)!]).toEqual([1, 0]);
    expect([...picture.data]).toEqual([255, 255, 255, 255, 200, 0, 0, 255]);
  });
});
