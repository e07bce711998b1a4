import { describe, expect, test } from 'vitest';
import { endsFromRow, type Ended, type Ends } from './ends-from-row.ts';

const ratio = 4;
/** The k-th column of a row at one pitch, from one row of the picture to another, 25 px wide unless told; as it was found if `ends` are left out. */
const column = (k: number, from: number, to: number, ends: Ends = [0, 1]): Ended => ({
  box: { x: 40 * k, y: (from + to) / 2, long: to - from, wide: 25, angle: Math.PI / 2, isCut: false },
  ...{ ends, wide: 25 },
});
/** Rows of the picture from which and to which they are told. */
const told = (columns: readonly (Ended | null)[]) =>
  endsFromRow(columns, ratio).map((ends, index) => {
    const { y, long } = columns[index]!.box;
    return ends!.map((end) => Math.round(y + (end - 0.5) * long));
  });
/** Columns of a row that lies aslant under a lens: each begins 3 px lower than the last and is 1 px shorter. */
const row = (count: number) => Array.from({ length: count }, (_, k) => [100 + 3 * k, 200 + 2 * k] as const);
const asFound = (places: readonly (readonly [number, number])[]) =>
  places.map(([from, to], k) => column(k, from, to));

describe('a row of columns', () => {
  test('one that something lies over at an end is as long as the others: that end is moved, the other stays', () => {
    const places = row(8);
    const covered = places.map(([from, to], k): [number, number] =>
      k === 2 ? [from + 12, to] : k === 5 ? [from, to - 9] : [from, to],
    );
    expect(told(asFound(covered))).toEqual(places);
  });
  test('so is one that goes on beyond its row, at one end or at both', () => {
    const places = row(8);
    const longer = places.map(([from, to], k): [number, number] =>
      k === 0 ? [from, to + 14] : k === 6 ? [from - 10, to + 10] : [from, to],
    );
    expect(told(asFound(longer))).toEqual(places);
  });
  test('two of nine, side by side at its start: what the others are is known in spite of them', () => {
    const places = row(9);
    const covered = places.map(([from, to], k): [number, number] => (k < 2 ? [from + 8, to] : [from, to]));
    expect(told(asFound(covered))).toEqual(places);
  });
  test('ends that were told beyond the box count, not the box', () => {
    const places = row(6);
    const columns = asFound(places);
    columns[3] = column(3, places[3]![0], places[3]![1], [0, 1.15]);
    expect(told(columns)).toEqual(places);
  });
  test('one that lies higher than the others, as long as they are, lies there', () => {
    const places = row(6).map(([from, to], k) =>
      k === 3 ? ([from - 8, to - 8] as const) : ([from, to] as const),
    );
    expect(told(asFound(places))).toEqual(places);
  });
  test('where half of them are of other lengths, only what comes nearer to the length that was said is moved', () => {
    const places = [0, 1, 2, 3, 4, 5, 6].map((k) => [100, k === 6 ? 201 : k % 2 === 0 ? 185 : 184] as const);
    // 100 px is said of 25: the last is right, and the others are alike.
    const [last] = told(asFound(places)).slice(-1);
    expect(last).toEqual([100, 185]);
    const odd = [84, 100, 92, 84, 100, 76, 84].map((long) => [100, 100 + long] as const);
    const now = told(asFound(odd));
    expect(now[1]).toEqual([100, 200]);
    expect(now[4]).toEqual([100, 200]);
  });
  test('of three nobody could say which is wrong; what is cut off or was not told stays', () => {
    const three = asFound([[100, 200], [100, 180], [100, 200]]); // prettier-ignore
    expect(told(three)[1]).toEqual([100, 180]);
    const columns: (Ended | null)[] = asFound(row(6));
    columns[1] = { ...column(1, 100, 150), box: { ...column(1, 100, 150).box, isCut: true } };
    columns[2] = null;
    const ends = endsFromRow(columns, ratio);
    expect(ends[1]).toEqual([0, 1]);
    expect(ends[2]).toBeNull();
    expect(endsFromRow([], ratio)).toEqual([]);
  });
});
