import { describe, expect, test } from 'vitest';
import { changedAnswer, changesFound } from './changed.ts';

describe('what changed, worked through', () => {
  const days = Array.from({ length: 40 }, (_, day) =>
    new Date(Date.UTC(2026, 2, 1 + day)).toISOString().slice(0, 10),
  );
  const at = (
    head: number,
    position: number,
    breaks: (day: number) => number,
    stitches: (day: number) => number = () => 50_000,
  ) => ({
    ...{ head, position },
    ...{ breaks: days.map((_, day) => breaks(day)), stitches: days.map((_, day) => stitches(day)) },
  });
  test('two places that change against each other: the surer first, the machine as a whole not at all', () => {
    const answer = changedAnswer({
      ...{ days, heads: 2 },
      series: [
        at(1, 4, (day) => (day < 20 ? 0 : 2)),
        at(2, 7, (day) => (day < 15 ? 3 : 0)),
        at(1, 5, (day) => day % 2),
      ],
    });
    expect(answer).toMatchObject({
      says: 'Head 2, position 7: breaks fell on 16 March, from 0.60 to 0.00 per 10,000 stitches.',
      more: ['Head 1, position 4: breaks rose on 21 March, from 0.00 to 0.40 per 10,000 stitches.'],
      rests: '105 breaks in 6,000,000 stitches on 40 days',
      missing: null,
      // What fell asks for no search.
      steps: [],
    });
    expect(answer.dated).toEqual([
      { name: 'head 2, position 7', from: '2026-03-15', to: '2026-03-16', head: 2, position: 7 },
      { name: 'head 1, position 4', from: '2026-03-20', to: '2026-03-21', head: 1, position: 4 },
    ]);
    const sum = days.map((_, day) => Math.min(45, 3 * (day + 1)));
    const expected = days.map((_, day) => ((day + 1) * 45) / 40);
    expect(answer.chart).toEqual({
      is: 'sum',
      days,
      name: 'head 2, position 7',
      sum,
      expected,
      changes: [15],
    });
    expect(answer.table.columns).toEqual(['day', 'breaks', 'stitches', 'breaks so far', 'as many if even']);
    expect(answer.table.rows).toEqual(
      days.map((day, index) => [day, index < 15 ? 3 : 0, 50_000, sum[index], expected[index]]),
    );
  });
  test('all places at once: the whole machine, drawn as such, with what was sewn on each day', () => {
    const sewn = (day: number) => (day === 21 ? 0 : 20_000);
    const answer = changedAnswer({
      ...{ days, heads: 1 },
      series: [
        at(1, 4, (day) => (day < 20 ? 0 : day < 24 ? 1 : 3)),
        at(1, 5, (day) => (day < 20 ? 0 : day < 23 ? 1 : 3), sewn),
      ],
    });
    expect([answer.says, ...answer.more]).toEqual([
      'The whole machine: breaks rose on 21 March, from 0.00 to 0.77 per 10,000 stitches.',
      'Position 5: breaks rose on 21 March, from 0.00 to 1.4 per 10,000 stitches.',
      'Position 4: breaks rose on 21 March, from 0.00 to 0.52 per 10,000 stitches.',
    ]);
    expect(answer.dated![0]).toEqual({
      name: 'the whole machine',
      from: '2026-03-20',
      to: '2026-03-21',
      head: null,
      position: null,
    });
    expect(answer).toMatchObject({ steps: [], chart: { name: 'the whole machine', changes: [20] } });
    expect(answer.table.rows[20]).toEqual(['2026-03-21', 2, 70_000, 2, (106 * 1_470_000) / 2_780_000]);
    expect(answer.table.rows[21]).toEqual(['2026-03-22', 2, 50_000, 4, (106 * 1_520_000) / 2_780_000]);
    expect(answer.table.rows.at(-1)).toEqual(['2026-04-09', 6, 70_000, 106, 106]);
  });
  test('a bad week at the only position: both ends dated, and what to do about the first', () => {
    const series = [at(1, 4, (day) => (day >= 18 && day < 25 ? 4 : 1))];
    const answer = changedAnswer({ days, heads: 1, series });
    expect([answer.says, ...answer.more]).toEqual([
      'Position 4: breaks rose on 19 March (between 18 March and 19 March), from 0.20 to 0.80 per 10,000 stitches.',
      'Position 4: breaks fell on 26 March (between 26 March and 27 March), from 0.80 to 0.20 per 10,000 stitches.',
    ]);
    expect(answer.dated!.map(({ from, to }) => [from, to])).toEqual([
      ['2026-03-18', '2026-03-19'],
      ['2026-03-25', '2026-03-27'],
    ]);
    expect(answer.chart).toMatchObject({ changes: [18, 25] });
    expect(answer.steps[1]).toMatchObject({
      item: 'Position 4: breaks rose on 19 March (between 18 March and 19 March), from 0.20 to 0.80 per 10,000 stitches: find out why',
    });
    // Of one place alone the whole machine is that place, and is not told again.
    expect(changesFound({ days, heads: 1, series }).every(({ place }) => place === series[0])).toBe(true);
  });
  /** Two hundred days: every tenth with a break, then every third. Its date is unsure by two weeks, its chance 0.0065. */
  const long = Array.from({ length: 200 }, (_, day) =>
    new Date(Date.UTC(2026, 2, 1 + day)).toISOString().slice(0, 10),
  );
  const slow = (position: number, breaks: (day: number) => number) => ({
    ...{ head: 1, position },
    ...{ breaks: long.map((_, day) => breaks(day)), stitches: long.map(() => 50_000) },
  });
  const weak = slow(4, (day) => (day < 100 ? Number(day % 10 === 0) : Number(day % 3 === 1)));

  test('days in which to look: no further than four from the likeliest, whatever the interval', () => {
    const asked = { days: long, heads: 1, series: [weak] };
    expect(changesFound(asked)).toMatchObject([{ day: long[100], from: long[87], to: long[112] }]);
    expect(changedAnswer(asked).dated).toMatchObject([{ from: long[96], to: long[104] }]);
    expect(changedAnswer(asked).says).toContain(
      'on 9 June (between 27 May and 21 June), from 0.02 to 0.07 per 10,000 stitches.',
    );
  });
  test('a change of less than a quarter is not worth a sentence, however sure', () => {
    const to = (after: number) =>
      changesFound({ days, heads: 1, series: [at(1, 4, (day) => (day < 20 ? 1000 : after))] });
    expect(to(1240)).toEqual([]);
    expect(to(1250)).toEqual([]);
    expect(to(1260)).toHaveLength(1);
    expect(to(790)).toHaveLength(1);
    expect(to(810)).toEqual([]);
  });
  test('where so many places are looked at, each must be as much rarer; one with seven breaks is not looked at', () => {
    const quiet = (count: number) =>
      Array.from({ length: count }, (_, index) => slow(10 + index, (day) => Number(day % 10 === index % 10)));
    const ofWeak = (others: number) =>
      changesFound({ days: long, heads: 1, series: [weak, ...quiet(others)] }).filter(
        ({ place }) => place === weak,
      );
    expect(ofWeak(5)).toHaveLength(1);
    expect(ofWeak(30)).toEqual([]);
    const late = (breaks: number) => {
      const few = slow(3, (day) => Number(day >= 200 - breaks));
      return changesFound({
        days: long,
        heads: 1,
        series: [few, slow(5, (day) => Number(day % 10 === 0))],
      }).some(({ place }) => place === few);
    };
    expect([late(7), late(8)]).toEqual([false, true]);
  });
  test('five others are told beside the surest, no more', () => {
    const places = Array.from({ length: 9 }, (_, index) => at(1, index + 1, (day) => (day < 20 ? 0 : 2)));
    const answer = changedAnswer({ days, heads: 1, series: places });
    expect(answer.more).toHaveLength(5);
    expect(answer.dated).toHaveLength(6);
  });
});
