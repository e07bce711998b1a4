import { describe, expect, test } from 'vitest';
import { chance } from '../../../base/chance.ts';
import { smallWeek } from '../../../../../tests/support/scheme-mix.ts';
import { homeMinutes } from '../home-minutes.ts';
import { CheapestPlaces } from './cheapest-places.ts';
import { candidatesOf, chooseSeats, laidOf, oddSeats, worthOf } from './choose-seats.ts';
import { mixOf } from './mix.ts';
import { setUpEstimate } from './set-up.ts';
import { Sewing, type Laid } from './sewing.ts';

const mix = mixOf(smallWeek.problem, smallWeek.about);
const laid = (needle: number, thread: number): Laid => ({ needle, thread, isBlock: true, weight: 0 });

describe('minutes to make one set of seats of another', () => {
  test('a seat that is there nothing, its needle under another thread a tie-on, another needle 9.5 minutes', () => {
    const now = [laid(0, 0), laid(0, 1), laid(1, 2)];
    expect(setUpEstimate(mix, now, [laid(1, 2), laid(0, 0), laid(0, 1)])).toBe(0);
    expect(setUpEstimate(mix, now, [laid(0, 0), laid(0, 2), laid(1, 2)])).toBe(1);
    expect(setUpEstimate(mix, now, [laid(0, 0), laid(0, 1), laid(2, 2)])).toBe(9.5);
    // Two of one seat where it is there once: the second ties on over the needle that is left.
    expect(setUpEstimate(mix, now, [laid(0, 0), laid(0, 0), laid(0, 0)])).toBe(1 + 9.5);
    // What sits already is kept before its needle is given to another thread.
    expect(setUpEstimate(mix, now, [laid(0, 2), laid(0, 1), laid(0, 0)])).toBe(9.5);
  });
  test('of one position, head by head: minutes of all, moves of the head with most to do', () => {
    const price = homeMinutes(smallWeek.problem);
    const on = (needle: string | null, thread: string | null) => ({ needle, thread });
    const is = on('75/11 sharp', 'red');
    expect(price([is], on('75/11 sharp', 'red'))).toEqual({ minutes: 0, moves: [] });
    expect(price([is], on(null, 'red'))).toEqual({ minutes: 0, moves: [] });
    expect(price([is], on('75/11 sharp', 'gold'))).toEqual({ minutes: 1, moves: ['tie-on'] });
    expect(price([is], on(null, 'fine')).minutes).toBe(7.5);
    // Open: the thread stays, put through the new needle's eye.
    expect(price([is], on('80/12 sharp', null))).toEqual({
      minutes: 7.5,
      moves: ['needle', 'reeye', 'retension'],
    });
    expect(price([is], on('75/11 sharp', null))).toEqual({ minutes: 0, moves: [] });
    // Bare and open: nothing but its needle.
    expect(price([on('75/11 sharp', null)], on('80/12 sharp', null))).toEqual({
      minutes: 2,
      moves: ['needle'],
    });
    expect(price([on('75/11 sharp', null)], on('75/11 sharp', null))).toEqual({ minutes: 0, moves: [] });
    expect(price([is, on('75/11 sharp', 'gold'), on('80/12 sharp', 'red')], is)).toEqual({
      minutes: 0 + 1 + 7.5,
      moves: ['needle', 'reeye', 'retension'],
    });
  });
});

describe('a place for each row at the least cost together', () => {
  test('as by trying every way, places that are taken and too few of them too', () => {
    const luck = chance(11);
    const none = 1e6;
    const leastOf = (rows: readonly Float64Array[], places: readonly number[]): number => {
      if (rows.length === 0) return 0;
      const [first, ...rest] = rows;
      return Math.min(
        none + leastOf(rest, places),
        ...places
          .filter((place) => first![place]! < Infinity)
          .map(
            (place) =>
              first![place]! +
              leastOf(
                rest,
                places.filter((other) => other !== place),
              ),
          ),
      );
    };
    const solver = new CheapestPlaces(4, 5);
    for (let round = 0; round < 200; round++) {
      const count = 1 + Math.floor(luck.next() * 4);
      const free = luck.next();
      const rows = Array.from({ length: count }, () =>
        Float64Array.from({ length: 5 }, () =>
          luck.next() < free ? Math.floor(luck.next() * 20) : Infinity,
        ),
      );
      const found = solver.of(rows, count);
      const used = [...found].filter((place) => place >= 0);
      expect(new Set(used).size).toBe(used.length);
      const cost = [...found].reduce((sum, place, row) => sum + (place < 0 ? none : rows[row]![place]!), 0);
      expect(cost).toBe(leastOf(rows, [0, 1, 2, 3, 4]));
    }
  });
});

describe('seats to choose from, and what they come to', () => {
  test('each thread with every needle that is best for some job, and with what suits all its jobs best together', () => {
    // Red: 75/11 is best on twill, 80/12 on canvas. Gold: 75/11. Fine: 65/9.
    expect(candidatesOf(mix)).toEqual([
      { thread: 0, needle: 0 },
      { thread: 0, needle: 1 },
      { thread: 1, needle: 0 },
      { thread: 2, needle: 2 },
    ]);
  });
  test('changing, care for second-best needles, and a minute and a half for each block', () => {
    const seats = [laidOf(mix, { thread: 0, needle: 0 }), laidOf(mix, { thread: 1, needle: 0 }), laidOf(mix, { thread: 2, needle: 2 })]; // prettier-ignore
    expect(seats[2]).toEqual({ needle: 2, thread: 2, isBlock: true, weight: 1 });
    // Canvas is sewn with the 75/11: 2 minutes of care. Two blocks.
    expect(worthOf(new Sewing(mix, 3), seats, 5)).toBe(2 + 2 * 1.5);
    const odd = oddSeats(1, 1);
    expect(odd).toEqual([{ needle: 1, thread: -1, isBlock: false, weight: -1 }]);
    // On the bare odd position it would be threaded and tensioned, 7.5 minutes: care is cheaper.
    expect(worthOf(new Sewing(mix, 4), [...seats, ...odd], 5)).toBe(2 + 2 * 1.5);
    // Above the limit not all of it need be told.
    expect(worthOf(new Sewing(mix, 3), seats, 5, 3)).toBeGreaterThanOrEqual(3);
  });
  test('of three seats the ones with which the week costs least; fixed ones stay, with the needle that turns out best', () => {
    const threads = (chosen: ReturnType<typeof chooseSeats>) =>
      chosen.seats.map(({ thread, needle }) => `${mix.threads[thread]} ${mix.needles[needle]}`).sort();
    const four = chooseSeats(mix, 4, { odd: [], price: 5 });
    expect(threads(four)).toEqual([
      'fine 65/9 sharp',
      'gold 75/11 sharp',
      'red 75/11 sharp',
      'red 80/12 sharp',
    ]);
    // No change, no care; three blocks.
    expect(four.cost).toBe(4.5);
    const three = chooseSeats(mix, 3, { odd: [], price: 5 });
    expect(three.cost).toBe(2 + 3);
    const fixed = [
      { thread: 1, needle: 0 },
      { thread: 1, needle: 0 },
    ];
    const kept = chooseSeats(mix, 4, { odd: [], price: 5, fixed });
    expect(kept.seats.slice(0, 2).map(({ thread }) => thread)).toEqual([1, 1]);
    expect(chooseSeats(mix, 4, { odd: [], price: 5 }, { goOn: () => false }).seats).toHaveLength(4);
    const told: number[] = [];
    chooseSeats(mix, 3, { odd: [], price: 5 }, { progress: (share) => told.push(share) });
    expect(told).toEqual(Array.from({ length: 20 }, (_, round) => round / 20));
  });
});
