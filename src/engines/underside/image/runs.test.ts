import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { anyPixels, maskFrom, maskOf } from '../../../../tests/support/masks.ts';
import { runningColours, runsOf } from './runs.ts';

const [width, height] = [11, 8];
describe('connected parts of a mask', () => {
  test('two pixels are of one part where a way leads from one to the other, side by side', () =>
    fc.assert(
      fc.property(anyPixels(width, height), (mask) => {
        const runs = runsOf(maskOf(mask, width));
        const labels = new Array<number>(mask.length).fill(0);
        runs.rows.forEach((row, run) =>
          labels.fill(runs.parts[run]!, row * width + runs.from[run]!, row * width + runs.to[run]!),
        );
        // By spreading the least number of each pixel to its neighbours until nothing changes.
        const root = Array.from(mask, (value, at) => (value ? at : -1));
        for (let isChanged = true; isChanged;) {
          isChanged = false;
          for (let at = 0; at < mask.length; at++)
            for (const there of [at % width > 0 ? at - 1 : -1, at - width])
              if (root[at]! >= 0 && there >= 0 && root[there]! >= 0 && root[at] !== root[there]) {
                root[at] = root[there] = Math.min(root[at]!, root[there]!);
                isChanged = true;
              }
        }
        const wanted = new Map([...new Set(root.filter((one) => one >= 0))].sort((a, b) => a - b).map((one, index) => [one, index + 1])); // prettier-ignore
        expect(labels).toEqual(root.map((one) => wanted.get(one) ?? 0));
        expect(runs.areas).toEqual([0, ...[...wanted.keys()].map((one) => root.filter((each) => each === one).length)]); // prettier-ignore
      }),
    ));
});

test('runs along the rows, also where one begins or ends at a rim', () => {
  const rows = ['0000000001111', '1111111111111', '0111111110000', '0000000000001'];
  const { from, to, parts, areas } = runsOf(maskFrom(rows));
  expect(from).toEqual([9, 0, 1, 12]);
  expect(to).toEqual([13, 13, 9, 13]);
  expect(parts).toEqual([1, 1, 1, 2]);
  expect(areas).toEqual([0, 25, 1]);
  expect(runsOf(maskFrom(['0'])).areas).toEqual([0]);
});

test('two runs that only a later row joins are of one part, under the number of the first', () => {
  const rows = ['1010100', '1010111', '1110001'];
  const { parts, areas } = runsOf(maskFrom(rows));
  expect(parts).toEqual([1, 1, 2, 1, 1, 2, 1, 2]);
  expect(areas).toEqual([0, 7, 5]);
});

test('colours summed up along each row by itself', () => {
  const plane = Float32Array.of(1, 2, 3, 10, 20, 30);
  const half = plane.map((value) => value / 2);
  const { planes } = runningColours({ width: 3, height: 2, planes: [plane, half, plane], factor: 1 });
  expect([...planes[0]]).toEqual([0, 1, 3, 6, 0, 10, 30, 60]);
  expect([...planes[1]]).toEqual([0, 0.5, 1.5, 3, 0, 5, 15, 30]);
});
