import { describe, expect, test } from 'vitest';
import { chance } from '../base/chance.ts';
import { poisson } from '../../../tools/made/workshops/learn.ts';
import { risingSeats, type SeatDays } from './rising.ts';

const days = Array.from({ length: 20 }, (_, index) => `2026-11-${String(index + 1).padStart(2, '0')}`);
const seat = (position: number, breaks: (day: number) => number, before = 12): SeatDays => ({
  ...{ head: 1, position, before: { breaks: before, stitches: 400_000 } },
  lately: days.map((day, index) => ({ day, breaks: breaks(index), stitches: 20_000 })),
});

describe('breaks that rose', () => {
  test('a seat that broke as usual and then thrice as often and more is told, with since when and how often', () => {
    const told = risingSeats([
      seat(9, (day) => (day < 12 ? Number(day % 6 === 0) : 3)),
      seat(4, (day) => Number(day % 3 === 0)),
    ]);
    expect(told).toHaveLength(1);
    expect(told[0]).toMatchObject({ head: 1, position: 9 });
    expect(told[0]!.why).toMatch(
      /^2\d breaks in \d+0,000 stitches since \d+ Nov, \d\.\d+ per 10,000 stitches, where 0\.3\d are usual\.$/,
    );
  });
  test('two breaks in a row are no rise; what was usual must be known; a rise that is over is not told', () => {
    expect(risingSeats([seat(9, (day) => (day === 19 ? 2 : 0)), seat(4, () => 0)])).toEqual([]);
    expect(risingSeats([seat(9, () => 4, 5), seat(4, () => 0, 5)])).toEqual([]);
    const over = seat(9, (day) => (day < 3 ? 3 : 0));
    expect(risingSeats([over, seat(4, () => 0)])).toEqual([]);
    expect(risingSeats([])).toEqual([]);
  });
  test('on seats where nothing changed hardly anything is told', () => {
    let told = 0;
    for (let run = 0; run < 200; run++) {
      const luck = chance(run);
      const seats = [1, 2, 3, 4, 5].map((position) =>
        seat(position, () => poisson(luck, 0.6), poisson(luck, 12)),
      );
      told += risingSeats(seats).length;
    }
    // A thousand seats for 400,000 stitches each: 80 times the stitches between two false signals, some of which are over by the end.
    expect(told).toBeLessThan(80);
  });
});
