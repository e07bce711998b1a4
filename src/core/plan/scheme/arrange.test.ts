import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { permutations } from '../../../../tests/support/permutations.ts';
import { arrange, mostGroups } from './arrange.ts';
import { CheapestPlaces } from './propose/cheapest-places.ts';

/** Every order of the groups and of the seats within them, looked at one by one. */
function everyWay(
  groups: readonly { seats: readonly number[]; atAnEnd: boolean }[],
  cost: (seat: number, place: number) => number,
) {
  let least = Infinity;
  for (const order of permutations(groups.map((_, index) => index))) {
    if (order.some((group, at) => groups[group]!.atAnEnd && at > 0 && at < order.length - 1)) continue;
    let from = 0;
    let sum = 0;
    for (const group of order) {
      const { seats } = groups[group]!;
      const start = from;
      sum += Math.min(
        ...permutations(seats).map((laid) =>
          laid.reduce((all, seat, index) => all + cost(seat, start + index), 0),
        ),
      );
      from += seats.length;
    }
    least = Math.min(least, sum);
  }
  return least;
}

describe('groups laid side by side', () => {
  test('cost as little as the best of every order looked at one by one', () =>
    fc.assert(
      fc.property(
        fc.array(fc.record({ size: fc.integer({ min: 1, max: 3 }), atAnEnd: fc.boolean() }), {
          minLength: 1,
          maxLength: 4,
        }),
        fc.integer({ min: 0, max: 1000 }),
        (sizes, salt) => {
          // Two may be at an end, not three.
          fc.pre(sizes.filter(({ atAnEnd }) => atAnEnd).length <= 2);
          let next = 0;
          const groups = sizes.map(({ size, atAnEnd }) => ({
            atAnEnd,
            seats: Array.from({ length: size }, () => next++),
          }));
          const cost = (seat: number, place: number) =>
            ((seat + 1) * (place + 3) * 7919 + salt * (seat + place)) % 23;
          const found = arrange(groups, next, cost);
          const laid = found.seats.flat();
          expect(found.cost).toBe(everyWay(groups, cost));
          expect(laid.reduce((sum, seat, place) => sum + cost(seat, place), 0)).toBe(found.cost);
          expect([...laid].sort((a, b) => a - b)).toEqual(Array.from({ length: next }, (_, seat) => seat));
        },
      ),
      { numRuns: 150 },
    ));
  test('lie as they are given where it makes no difference', () => {
    const groups = [[1, 2], [3], [4, 5]].map((seats) => ({ seats, atAnEnd: false }));
    expect(arrange(groups, 5, () => 1).seats).toEqual([[1, 2], [3], [4, 5]]);
  });
  test('what does not come to the same, or is too much, is told', () => {
    expect(() => arrange([{ seats: [1], atAnEnd: false }], 2, () => 0)).toThrow('1 seats are not 2 places');
    const many = Array.from({ length: mostGroups + 1 }, (_, seat) => ({ seats: [seat], atAnEnd: false }));
    expect(() => arrange(many, many.length, () => 0)).toThrow(RangeError);
  });
});

test('requests of one job take the places that cost least together, none twice', () =>
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 7 }),
      fc.integer({ min: 2, max: 7 }),
      fc.integer({ min: 0, max: 9999 }),
      (count, places, salt) => {
        const rows = Array.from({ length: count }, (_, row) =>
          Float64Array.from({ length: places }, (_, place) =>
            place === salt % places ? Infinity : ((row + 2) * (place + 1) * 31 + salt) % 17,
          ),
        );
        const found = [...new CheapestPlaces(7, places).of(rows, count)];
        const sat = found.filter((place) => place >= 0);
        expect(new Set(sat).size).toBe(sat.length);
        expect(sat.length).toBe(Math.min(count, places - 1));
        if (count > places - 1) return;
        const free = Array.from({ length: places }, (_, place) => place).filter(
          (place) => place !== salt % places,
        );
        const least = Math.min(
          ...permutations(free).map((order) =>
            rows.reduce((sum, row, index) => sum + row[order[index]!]!, 0),
          ),
        );
        expect(found.reduce((sum, place, index) => sum + rows[index]![place]!, 0)).toBe(least);
      },
    ),
    { numRuns: 200 },
  ));
