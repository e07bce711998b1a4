import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { permutations } from '../../../../tests/support/permutations.ts';
import { busyColours } from './busy.ts';
import { levellings, worthwhile, type WornPosition } from './levelling.ts';

const worn = (list: readonly [number, number][], fixed: readonly number[] = []): WornPosition[] =>
  list.map(([sewn, ahead], index) => ({
    position: index + 1,
    sewn,
    ahead,
    free: !fixed.includes(index + 1),
  }));
const squares = (after: readonly number[]) => after.reduce((sum, one) => sum + one * one, 0);
const lists = fc.array(fc.tuple(fc.integer({ min: 0, max: 900 }), fc.integer({ min: 0, max: 900 })), {
  minLength: 2,
  maxLength: 6,
});

describe('blocks trade ends so that the head wears evenly', () => {
  test('the busiest seat goes to the least worn position', () => {
    const ways = levellings(
      worn([
        [100_000, 90_000],
        [40_000, 30_000],
        [5_000, 4_000],
      ]),
    );
    expect(ways[0]!.moves).toEqual([]);
    expect(ways.at(-1)!.moves).toEqual([
      { from: 3, to: 1 },
      { from: 1, to: 3 },
    ]);
    expect(ways.at(-1)!.after).toEqual([104_000, 70_000, 95_000]);
    expect(ways.at(-1)!.busiest).toBe(104_000);
  });

  test('the last way is as even as any: the most sewn meets the least ahead (rearrangement inequality)', () =>
    fc.assert(
      fc.property(lists, (list) => {
        const ways = levellings(worn(list));
        const ahead = list.map(([, one]) => one).sort((a, b) => b - a);
        const best = [...list].sort((a, b) => a[0] - b[0]).map(([sewn], index) => sewn + ahead[index]!);
        expect(squares(ways.at(-1)!.after)).toBeCloseTo(squares(best), 3);
      }),
    ));

  test('no other trade of as few moves is more even', () =>
    fc.assert(
      fc.property(lists, (list) => {
        const positions = worn(list);
        const all = permutations(positions.map((_, index) => index)).map((from) => ({
          moves: from.filter((source, to) => source !== to).length,
          unevenness: squares(positions.map((position, to) => position.sewn + positions[from[to]!]!.ahead)),
        }));
        for (const way of levellings(positions)) {
          const rivals = all.filter((one) => one.moves <= way.moves.length);
          expect(squares(way.after)).toBeCloseTo(Math.min(...rivals.map((rival) => rival.unevenness)), 3);
        }
      }),
      { numRuns: 60 },
    ));

  test('each way moves more than the one before, and is more even for it', () =>
    fc.assert(
      fc.property(lists, (list) => {
        // Few different numbers: positions that are alike have nothing to trade.
        const ways = levellings(worn(list.map(([sewn, ahead]) => [sewn % 3, ahead % 4])));
        ways.slice(1).forEach((way, at) => {
          expect(way.moves.length).toBeGreaterThan(ways[at]!.moves.length);
          expect(squares(way.after)).toBeLessThan(squares(ways[at]!.after));
        });
      }),
    ));

  test('what may not move stays; no stitch is lost', () =>
    fc.assert(
      fc.property(lists, (list) => {
        for (const { moves, after } of levellings(worn(list, [1, 3]))) {
          expect(moves.some(({ from, to }) => [1, 3].includes(from) || [1, 3].includes(to))).toBe(false);
          expect(after.reduce((a, b) => a + b, 0)).toBe(list.reduce((sum, [a, b]) => sum + a + b, 0));
        }
      }),
    ));

  test('the worthwhile way gains four fifths of what can be gained', () => {
    const ways = levellings(
      worn([
        [900, 900],
        [10, 10],
        [505, 500],
        [500, 505],
        [400, 380],
      ]),
    );
    const chosen = worthwhile(ways);
    expect(chosen.moves).toHaveLength(2);
    expect(worthwhile([ways[0]!])).toBe(ways[0]);
  });
});

describe('a colour busy enough for two positions', () => {
  const used = (position: number, thread: string | null, stitches: number, free = true) => ({
    position,
    needle: '75/11 sharp',
    thread,
    stitches,
    free,
  });
  test('the busiest colour gets the idlest free position', () => {
    const [first, ...rest] = busyColours([
      used(1, 'white', 600),
      used(2, 'red', 100),
      used(3, 'blue', 20, false),
      used(4, 'green', 30),
      used(5, 'grey', 250),
    ]);
    expect(first).toMatchObject({ thread: 'white', position: 1, share: 0.6, second: { position: 4 } });
    expect(rest).toEqual([]);
  });
  test('one that is mounted twice already, and a head that sews evenly, get no proposal', () => {
    expect(busyColours([used(1, 'white', 600), used(2, 'white', 10), used(3, 'red', 50)])).toEqual([]);
    expect(busyColours([used(1, 'white', 100), used(2, 'red', 110), used(3, 'blue', 90)])).toEqual([]);
    expect(busyColours([])).toEqual([]);
  });
  test('exactly twice an even share is not busy; half of one is not idle; of two as idle the first position', () => {
    // 1000 stitches on five positions: an even share is 200.
    expect(
      busyColours([
        used(1, 'a', 400),
        used(2, 'b', 300),
        used(3, 'c', 150),
        used(4, 'd', 150),
        used(5, 'e', 0),
      ]),
    ).toEqual([]);
    const [one] = busyColours([
      used(1, 'a', 401),
      used(2, 'b', 299),
      used(3, 'c', 100),
      used(4, 'd', 101),
      used(5, 'e', 99),
    ]);
    expect(one).toMatchObject({ share: 0.401, second: { position: 5, stitches: 99 } });
    expect(
      busyColours([
        used(1, 'a', 600),
        used(2, 'b', 100),
        used(3, 'c', 100),
        used(4, 'd', 100),
        used(5, 'e', 100),
      ]),
    ).toEqual([]);
    const tied = [
      used(1, 'a', 700),
      used(4, 'd', 50),
      used(3, 'c', 50),
      used(2, 'b', 100),
      used(5, null, 100),
    ];
    expect(busyColours(tied)).toMatchObject([{ second: { position: 3 } }]);
  });
  test('two busy colours: the busier has the idler position; where nothing is idle there is no proposal', () => {
    const two = [
      ...[used(1, 'a', 400), used(2, 'b', 500), used(3, 'c', 20), used(4, 'd', 10)],
      ...[used(5, 'e', 40), used(6, 'f', 30)],
    ];
    expect(busyColours(two).map(({ thread, second }) => [thread, second.position])).toEqual([
      ['b', 4],
      ['a', 3],
    ]);
    expect(busyColours([used(1, 'a', 900), used(2, 'b', 10, false), used(3, 'c', 10, false)])).toEqual([]);
    expect(busyColours([used(1, null, 900), used(2, 'b', 10), used(3, 'c', 10)])).toEqual([]);
  });
});
