import { expect, test } from 'vitest';
import { needlesFrom, needlesOfMachines, type NeedleColumns } from './needle-columns.ts';

const heron: NeedleColumns = {
  ...{ kinds: ['75/11 sharp', '65/9 sharp'], cloths: ['canvas', 'cap'], machines: ['Heron'] },
  threads: [{ says: '40 wt', metallic: false }],
  ...{ kind: [1, 0], cloth: [1, 0], thread: [0, 0], head: [1, 2], position: [3, 4] },
  ...{ stitches: [1000, 2000], sewingMs: [3_600_000, 7_200_000], metallicMs: [0, 0], went: [2, 0] },
};
const teal: NeedleColumns = {
  ...{ kinds: ['65/9 sharp', '80/12 ball'], cloths: ['fleece'], machines: ['Teal'] },
  threads: [
    { says: '60 wt', metallic: false },
    { says: '40 wt', metallic: true },
  ],
  ...{ kind: [1, 0], cloth: [0, 0], thread: [1, 0], head: [1, 1], position: [9, 8] },
  ...{ stitches: [3000, 4000], sewingMs: [1_800_000, 3_600_000], metallicMs: [1_800_000, 0], went: [1, 2] },
};

test('the needles of several machines are those of each, one after another', () => {
  const each = [heron, teal].flatMap(needlesFrom);
  expect(needlesFrom(needlesOfMachines([heron, teal]))).toEqual(each);
  expect(each.map(({ machine, needle, cloth, thread }) => [machine, needle, cloth, thread])).toEqual([
    ['Heron', '65/9 sharp', 'cap', '40 wt'],
    ['Heron', '75/11 sharp', 'canvas', '40 wt'],
    ['Teal', '80/12 ball', 'fleece', '40 wt'],
    ['Teal', '65/9 sharp', 'fleece', '60 wt'],
  ]);
  expect(each[2]).toEqual({
    ...{ machine: 'Teal', needle: '80/12 ball', cloth: 'fleece', thread: '40 wt', metallic: true },
    ...{ head: 1, position: 9, stitches: 3000, hours: 0.5, metallicHours: 0.5, out: true, ended: false },
  });
});

test('of none, and of a machine without needles, nothing', () => {
  expect(needlesFrom(needlesOfMachines([]))).toEqual([]);
  const none = { ...heron, kind: [], cloth: [], thread: [], head: [], position: [], stitches: [] };
  const bare = { ...none, sewingMs: [], metallicMs: [], went: [] };
  expect(needlesFrom(needlesOfMachines([bare, teal]))).toEqual(needlesFrom(teal));
});
