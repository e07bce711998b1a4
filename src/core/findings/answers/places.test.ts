import { describe, expect, test } from 'vitest';
import { placesAnswer } from './places.ts';

const year = { from: '2026-01-01', to: '2026-12-31' };

describe('where it breaks, worked through', () => {
  const place = (position: number, breaks: number, stitches: number) => ({
    head: 1,
    position,
    breaks,
    stitches,
  });
  test('the worst first, up to four others, each with what is believed', () => {
    const places = [
      ...[place(1, 90, 400_000), place(2, 120, 400_000), place(3, 0, 0), place(4, 70, 400_000)],
      ...[place(5, 82, 400_000), place(6, 76, 400_000), place(7, 71, 400_000)],
      ...Array.from({ length: 14 }, (_, index) => place(20 + index, 8 + (index % 3), 400_000)),
    ];
    const answer = placesAnswer({ places, heads: 1, ...year });
    expect(answer.says).toMatch(
      /^Position 2 breaks 2\.9 \(2\.\d–3\.\d\) times per 10,000 stitches; the machine breaks 0\.\d\d times\.$/,
    );
    expect(answer.more).toEqual([
      expect.stringMatching(
        /^Also above the machine’s: position 1 with 2\.\d \(.*\); position 5 with 2\.\d .*; position 6 with .*; position 7 with [^;]*\.$/,
      ),
    ]);
    // What sewed nothing is not drawn; the table has both the plain rate and the believed one.
    if (answer.chart?.is !== 'rail') throw new Error('no rail');
    expect(answer.chart.seats).toHaveLength(20);
    expect(answer.chart.seats.filter(({ isMarked }) => isMarked).map(({ position }) => position)).toEqual([
      1, 2, 4, 5, 6, 7,
    ]);
    const [, row] = answer.table.rows;
    expect(row!.slice(0, 4)).toEqual([1, 2, 120, 400_000]);
    expect(row![4]).toBeCloseTo(3, 12);
    const [believed, low, high] = row!.slice(5) as number[];
    expect([low! < believed!, believed! < high!, believed! < 3]).toEqual([true, true, true]);
    expect(answer.chart.seats[1]).toEqual({
      ...{
        head: 1,
        position: 2,
        value: believed,
        low,
        high,
        isMarked: true,
        rests: '120 breaks in 400,000 stitches',
      },
    });
    expect(answer.chart).toMatchObject({ unit: 'breaks per 10,000 stitches' });
    expect(answer.steps).toMatchObject([
      { says: 'Find out why at position 2' },
      {
        item: expect.stringMatching(
          /^Position 2 breaks 2\.9 times per 10,000 stitches, the machine 0\.\d\d: find out why$/,
        ) as string,
      },
    ]);
  });
  test('one worse than the rest has no others beside it; ten breaks are enough, nine are not', () => {
    const worse = placesAnswer({
      places: [place(1, 90, 400_000), place(2, 9, 400_000), place(3, 8, 400_000), place(4, 9, 400_000)],
      heads: 1,
      ...year,
    });
    expect(worse.more).toEqual([]);
    expect(worse.missing).toBeNull();
    const even = (breaks: number) =>
      placesAnswer({ places: [place(1, 5, 100_000), place(2, breaks, 100_000)], heads: 1, ...year });
    expect(even(5)).toMatchObject({
      missing: null,
      says: expect.stringContaining('No position breaks more often') as string,
    });
    expect(even(4)).toMatchObject({
      chart: null,
      says: expect.stringMatching(/^All positions together break 0\.45 \(/) as string,
    });
    expect(even(4).missing).toMatch(/^To tell positions apart 10 breaks are needed; 1 are missing/);
    expect(placesAnswer({ places: [place(1, 0, 0)], heads: 1, ...year })).toMatchObject({
      says: 'Nothing was sewn here in this time.',
      missing: 'Choose a longer time, or another cloth.',
    });
  });
});
