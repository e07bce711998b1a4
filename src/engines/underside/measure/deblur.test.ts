import { expect, test } from 'vitest';
import { columnRead } from '../../../../tests/support/column-read.ts';
import { deblurred } from './deblur.ts';

const read = (share: number, reach: number) => columnRead({ share, left: (1 - share) / 2, reach });

test('a narrow stripe that reaches half of the bobbin’s colour is half as wide, about the same middle', () => {
  const less = deblurred(read(0.1, 0.5), 40);
  expect(less.share).toBeCloseTo(0.05, 9);
  expect(less.left + less.share / 2).toBeCloseTo(0.5, 9);
  expect(less.takenOff).toBeCloseTo(0.05, 9);
});
test('a blurred line: what it covers is its width at half its height times how high it is, to 7 %', () => {
  // A line of w pixels seen through a blur of sigma s (error function): height and width at half of it, from the convolution itself.
  const gauss = (x: number, s: number) => Math.exp(-((x / s) ** 2) / 2) / (s * Math.sqrt(2 * Math.PI));
  for (const [w, s] of [
    [1, 0.8],
    [2, 1.5],
    [3, 2],
    [3, 1.5],
  ] as const) {
    const at = (x: number) => {
      let sum = 0;
      for (let u = -w / 2; u < w / 2; u += 0.001) sum += gauss(x - u, s) * 0.001;
      return sum;
    };
    const height = at(0);
    let half = 0;
    while (at(half) > height / 2) half += 0.005;
    const seen = (2 * half) / 60;
    expect(Math.abs(deblurred(read(seen, height), 60).share * 60 - w)).toBeLessThan(0.07 * w);
  }
});
test('one that is wide, of the bobbin’s colour, or of none of it stays as it is', () => {
  for (const one of [read(0.5, 0.6), read(0.1, 1), read(0.1, 1.2), read(0.1, 0.2)])
    expect(deblurred(one, 40)).toEqual(one);
  // Between five and nine pixels a part of it.
  expect(deblurred(read(0.07, 0.5), 100).share).toBeCloseTo(0.07 * (1 - 0.5 * 0.5), 9);
});
