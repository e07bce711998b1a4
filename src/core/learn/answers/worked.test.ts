import { describe, expect, test } from 'vitest';
import { chance } from '../../base/chance.ts';
import { madeLives } from '../../../../tests/support/learn.ts';
import { goodAt, weibullFit } from '../life/weibull.ts';
import { costAt } from '../life/replace.ts';
import { changedAnswer, changesFound } from './changed.ts';
import { costAnswer, type CostLine } from './cost.ts';
import type { NeedleAsked } from './needle-groups.ts';
import { needlesAnswer } from './needles.ts';
import { placesAnswer } from './places.ts';
import { whatIfAnswer } from './what-if.ts';
import { withAnswer } from './with.ts';
import { aboutStitches, daysOf, figure, howMany, whenThere } from './words.ts';

const year = { from: '2026-01-01', to: '2026-12-31' };

describe('figures as one says them', () => {
  test('stitches in hundreds, from ten thousand on in thousands, from a hundred thousand on in tens of thousands', () => {
    expect(
      [40, 9949, 9999, 10_000, 10_499, 99_499, 99_999, 100_000, 104_999, 455_000].map(aboutStitches),
    ).toEqual([
      '0',
      '9,900',
      '10,000',
      '10,000',
      '10,000',
      '99,000',
      '100,000',
      '100,000',
      '100,000',
      '460,000',
    ]);
  });
  test('a rate with as many figures as it has a right to', () => {
    expect([0.004, 0.994, 1, 9.94, 10, 99.4, 100, 1234.4].map(figure)).toEqual([
      '0.00',
      '0.99',
      '1.0',
      '9.9',
      '10',
      '99',
      '100',
      '1,234',
    ]);
  });
  test('counts and days', () => {
    expect([howMany(1, 'break'), howMany(0, 'break'), howMany(2, 'life', 'lives')]).toEqual([
      '1 break',
      '0 breaks',
      '2 lives',
    ]);
    expect(daysOf({ from: '2026-02-27', to: '2026-03-01' })).toBe(3);
    expect(daysOf({ from: '2026-03-01', to: '2026-02-01' })).toBe(1);
  });
  test.each([
    [1, 10, 10, 'in about 1 day'],
    [0, 10, 10, 'in about 1 day'],
    [9.9, 1, 1, 'in about 10 days'],
    [10, 1, 1, 'in about 2 weeks'],
    [69.9, 1, 1, 'in about 10 weeks'],
    [70, 1, 1, 'in about 3 months'],
    [1095, 1, 1, 'in about 37 months'],
    [1096, 1, 1, null],
    [4, 2, 0, null],
    [4, -1, 9, null],
  ])('%d missing, %d in %d days: %s', (missing, had, days, when) =>
    expect(whenThere(missing, had, days)).toBe(when),
  );
});

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

describe('what it cost, worked through', () => {
  const line = (name: string, stops: number, minutes: number): CostLine => ({
    name,
    stops,
    lostMs: minutes * 60_000,
  });
  const asked = {
    causes: [
      line('nest below', 4, 30),
      line('shred', 30, 90),
      line('snap', 9, 10.26),
      line('false stop', 2, 10.26),
    ],
    places: [line('position 2', 3, 12), line('position 9', 20, 60)],
    jobs: [line('Flaps', 34, 120)],
    ...{ planned: 1, troubled: 0, plannedMinutes: 2.5, sewnMs: 4 * 3_600_000 },
  };
  test('the two that cost most, whatever their order; the lines by cost, and by name where they cost alike', () => {
    const answer = costAnswer({ ...asked, by: 'causes' });
    expect(answer.says).toBe('Stops cost 141 minutes, 35 in each hour sewn; shred 64 %, nest below 21 %.');
    expect(answer.more).toEqual([
      'Position 9 alone cost 60 minutes, 43 %.',
      '1 needle changed: 1 at a good moment (about 3 minutes, 2.5 each), 0 for trouble, in the stops above.',
    ]);
    expect(answer.rests).toBe('45 stops in 4.0 hours sewn');
    expect(answer.table.rows).toEqual([
      ['shred', 30, 90],
      ['nest below', 4, 30],
      ['false stop', 2, 10.3],
      ['snap', 9, 10.3],
    ]);
    expect(answer.chart).toEqual({
      ...{ is: 'bars', unit: 'minutes', common: null },
      bars: [
        { name: 'shred', value: 90, low: null, high: null, isMarked: true, rests: '30 stops' },
        { name: 'nest below', value: 30, low: null, high: null, isMarked: false, rests: '4 stops' },
        { name: 'false stop', value: 10.26, low: null, high: null, isMarked: false, rests: '2 stops' },
        { name: 'snap', value: 10.26, low: null, high: null, isMarked: false, rests: '9 stops' },
      ],
    });
    expect(costAnswer({ ...asked, by: 'places' }).table.rows).toEqual([
      ['position 9', 20, 60],
      ['position 2', 3, 12],
    ]);
  });
  test('one cause alone, a second that cost nothing, needles changed for trouble only, and nothing sewn', () => {
    const one = costAnswer({
      ...asked,
      causes: [line('shred', 1, 3), line('snap', 1, 0)],
      places: [],
      planned: 0,
      troubled: 2,
      by: 'causes',
      sewnMs: 0,
    });
    expect(one.says).toBe('Stops cost 3 minutes, 0.00 in each hour sewn; shred 100 %.');
    expect(one.more).toEqual([
      '2 needles changed: 0 at a good moment (about 0 minutes, 2.5 each), 2 for trouble, in the stops above.',
    ]);
    expect(costAnswer({ ...asked, planned: 0, by: 'jobs' }).more).toHaveLength(1);
  });
  test('fourteen bars are drawn, and the table has all', () => {
    const causes = Array.from({ length: 20 }, (_, index) => line(`cause ${index}`, 1, 20 - index));
    const answer = costAnswer({ ...asked, causes, by: 'causes' });
    expect(answer.chart).toMatchObject({ bars: { length: 14 } });
    expect(answer.table.rows).toHaveLength(20);
  });
  test('stops of which none has its end: how many, and what to touch; no place is the dearest', () => {
    const open = {
      ...asked,
      causes: [line('shred', 2, 0), line('snap', 1, 0)],
      places: [line('position 2', 3, 0)],
      planned: 0,
    };
    expect(costAnswer({ ...open, by: 'causes' })).toMatchObject({
      says: '3 stops are on record, none of them with its end: how long they took is not known.',
      ...{ more: [], chart: null, steps: [], missing: 'Touch “Sewing again” when a stop is over.' },
    });
  });
});

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

describe('what goes with breaks, worked through', () => {
  const cell = (position: string, thread: string, breaks: number, stitches = 300_000) => ({
    levels: {
      ...{ position, thread, needle: '75/11 sharp', age: 'under 100 thousand', cloth: 'canvas or denim' },
      ...{ job: 'others', speed: '800', time: 'the morning', person: 'not asked' },
    },
    ...{ breaks, stitches },
  });
  const both = [
    ...[cell('9', 'red', 90), cell('8', 'red', 85), cell('9', 'white', 30)],
    ...[cell('8', 'white', 31), cell('8', 'blue', 28), cell('9', 'blue', 33)],
  ];
  test('the surest is told and drawn first, then what may be chance, with what each is held against', () => {
    const answer = withAnswer({ cells: both, ...year });
    expect(answer).toMatchObject({
      says: 'Red goes with 2.8 (2.1–3.8) times the breaks of blue, all else alike.',
      ...{ more: [], missing: null, steps: [], rests: '297 breaks in 1,800,000 stitches' },
      chart: {
        ...{ is: 'bars', unit: 'times the usual', common: 1, dashed: 'as often as usual' },
        bars: [
          { name: 'red', isMarked: true, rests: '175 breaks in 600,000 stitches; against blue' },
          {
            name: 'position 9',
            isMarked: false,
            rests: '153 breaks in 900,000 stitches; against position 8',
          },
          { name: 'white', isMarked: false, rests: '61 breaks in 600,000 stitches; against blue' },
        ],
      },
    });
    expect(answer.table.columns).toEqual([
      'what',
      'level',
      'against',
      'times',
      'low',
      'high',
      'breaks',
      'stitches',
      'not by chance',
    ]);
    expect(answer.table.rows.map((row) => [...row.slice(0, 3), ...row.slice(6)])).toEqual([
      ['thread', 'red', 'blue', 175, 600_000, 'yes'],
      ['position', '9', '8', 153, 900_000, 'no'],
      ['thread', 'white', 'blue', 61, 600_000, 'no'],
    ]);
  });
  test('two that are worse for sure: the worst in the sentence, the other after it, a job only where it makes a difference', () => {
    const cells = both.flatMap((each) => [
      { ...each, levels: { ...each.levels, job: 'Caps' } },
      { ...each, breaks: 2 * each.breaks, levels: { ...each.levels, job: 'Flaps', cloth: 'felt' } },
      { ...each, levels: { ...each.levels, job: 'Bibs' } },
    ]);
    const answer = withAnswer({ cells, ...year });
    expect(answer.says).toMatch(
      /^Red goes with 2\.\d \(.*\) times the breaks of (blue|white), all else alike\.$/,
    );
    expect(answer.more.join(' ')).toMatch(/Felt|Job Flaps/);
    if (answer.chart?.is !== 'bars') throw new Error('no bars');
    expect(answer.chart.bars.some(({ name }) => name === 'job Caps' || name === 'job Bibs')).toBe(false);
    expect(answer.table.rows.some(([what]) => what === 'job')).toBe(true);
  });
  test('what was sewn too little is counted, and not drawn', () => {
    const cells = both.map((each) => ({ ...each, breaks: 30 + (each.breaks % 3) }));
    const answer = withAnswer({ cells: [...cells, cell('9', 'grey', 0, 4000)], ...year });
    expect(answer.says).toBe('Nothing that was looked at goes with breaks more than chance would have it.');
    expect(answer.more).toEqual([
      'Of 1 level nothing can be said: sewn too little, or never apart from something else.',
    ]);
    if (answer.chart?.is !== 'bars') throw new Error('no bars');
    expect(answer.chart.bars.map(({ name }) => name)).not.toContain('grey');
    expect(withAnswer({ cells, ...year }).more).toEqual([]);
  });
  test('breaks in heaps are said to be so', () => {
    const cells = [0, 1, 2, 3].flatMap((thread) =>
      [1, 2, 3, 4].flatMap((position) =>
        ['the morning', 'the evening', 'the night'].map((time, part) => {
          const each = cell(
            `${position}`,
            `thread ${thread}`,
            20 + ((thread + position + part) % 2 === 0 ? 15 : -15),
          );
          return { ...each, levels: { ...each.levels, time } };
        }),
      ),
    );
    expect(withAnswer({ cells, ...year }).more).toEqual([
      'Breaks come in heaps (18 times as uneven as by chance); the intervals are as much wider.',
    ]);
  });
  test('pairs that never parted: each is told, with the days of a swap by how often it breaks', () => {
    const worse = withAnswer({
      cells: [cell('9', 'red', 90), cell('3', 'white', 30), cell('4', 'blue', 33), cell('5', 'green', 27)],
      ...year,
    });
    // (2.8 / ln 3.0)² · (1 + 1/3.0) breaks at 1.5 in 10,000 stitches, a sixth of 1.2 million in 365 days: 108 days.
    expect(worse).toMatchObject({
      says: 'Red and position 9 always came together, with 3.0 (2.0–4.5) times the breaks: which of the two it is cannot be told. Sew red at another position for 108 days.',
      ...{ more: [], chart: null },
    });
    const better = withAnswer({
      cells: [
        cell('9', 'red', 10, 900_000),
        cell('3', 'white', 30),
        cell('4', 'blue', 33),
        cell('5', 'green', 27),
      ],
      from: '2026-01-01',
      to: '2026-01-30',
    });
    expect([better.says, ...better.more]).toEqual(
      [
        ['White', 'position 3', '8.3 (4.2–16)'],
        ['Blue', 'position 4', '9.1 (4.6–18)'],
        ['Green', 'position 5', '7.4 (3.7–15)'],
      ].map(
        ([thread, where, times]) =>
          `${thread} and ${where} always came together, with ${times} times the breaks: which of the two it is cannot be told. Sew ${thread!.toLowerCase()} at another position for 4 days.`,
      ),
    );
    // Fewer breaks, told against the usual two, take as long to tell as so many more.
    const fewer = withAnswer({
      cells: [
        cell('9', 'red', 25, 900_000),
        cell('3', 'white', 90, 900_000),
        cell('4', 'blue', 91, 900_000),
        cell('5', 'green', 92, 900_000),
      ],
      ...year,
    });
    const [, times, days] = /Red and position 9 .* with ([\d.]+) .* for (\d+) days/.exec(fewer.says)!;
    const log = Math.log(Number(times));
    const wanted = ((2.8 / log) ** 2 * (3_600_000 / 298) * (1 + 1 / Number(times))) / (3_600_000 / 365 / 6);
    expect(Math.abs(Number(days) / wanted - 1)).toBeLessThan(0.06);
  });
  test('two that never parted, neither of them a thread: no swap is proposed', () => {
    const sewn = (position: string, needle: string, breaks: number) => {
      const each = cell(position, 'red', breaks);
      return { ...each, levels: { ...each.levels, needle } };
    };
    expect(
      withAnswer({
        cells: [sewn('9', '65/9 sharp', 90), sewn('3', '75/11 sharp', 30), sewn('4', '80/12 sharp', 31)],
        ...year,
      }).says,
    ).toBe(
      'Position 9 and needle 65/9 sharp always came together, with 2.9 (1.9–4.3) times the breaks: which of the two it is cannot be told.',
    );
  });
});

describe('needles, worked through', () => {
  const needles = (count: number, { scale = 400_000, seed = 1, shape = 2.5 } = {}): NeedleAsked[] =>
    madeLives(chance(seed), count, { shape, scale }).map(({ span, ended }) => ({
      ...{
        needle: '75/11 sharp',
        cloth: 'canvas',
        head: 1,
        position: 3,
        stitches: Math.round(span),
        ended,
        out: true,
      },
      ...{ machine: 'Heron', thread: '40 wt', metallic: false, hours: span / 48_000, metallicHours: 0 },
    }));
  const costs = { planned: 2.5, trouble: 20 };
  const answer = (lives: NeedleAsked[], change: object = {}) =>
    needlesAnswer({ lives, costs, kept: null, by: 'needle', unit: 'stitches', ...year, ...change });
  const plain: NeedleAsked = { ...needles(1)[0]!, ended: false };

  test('the rule’s cost and what the rule now costs are those of the fitted law', () => {
    const lives = needles(100);
    const law = weibullFit(lives.map(({ stitches, ended }) => ({ span: stitches, ended })))!;
    const { more, steps, rests, chart } = answer(lives, { kept: 300_000 });
    const cost = figure(costAt(law, costs, 300_000));
    const bad = (100 * (1 - goodAt(law, 300_000))).toFixed(0);
    expect(more[0]).toContain(
      ` The rule now, 300,000, costs ${cost} min; by then ${bad} in 100 would have given trouble.`,
    );
    expect(more[0]).toContain(
      `, ${figure(costAt(law, costs, Infinity))} min when they run until they give trouble.`,
    );
    expect(rests).toBe('100 needles, 82 ended by trouble');
    const [step] = steps;
    if (step?.does !== 'rule' || chart?.is !== 'survival') throw new Error('no rule');
    expect(step.stitches! % 1000).toBe(0);
    expect(Math.abs(step.stitches! - chart.rule!)).toBeLessThanOrEqual(500);
    expect(step.low).toBeLessThan(chart.rule!);
    expect(step.high!).toBeGreaterThan(chart.rule!);
    expect(step.says).toBe(`Make it the rule: change at ${aboutStitches(step.stitches!)} stitches`);
    // The first point of each curve: all are good at age 0.
    expect(chart.curves.map(({ points }) => points[0])).toEqual(
      chart.curves.map(() => ({ at: 0, value: 1, low: 1, high: 1 })),
    );
  });
  test('too few troubles for half of them: how many are still good at the age to which a fifth came', () => {
    const lives = Array.from({ length: 20 }, (_, index) => ({
      ...plain,
      stitches: 10_000 * (index + 1),
      ended: index === 4 || index === 9,
    }));
    // 16 and 11 were left at the two ends: 15/16 and 10/11 of them stayed good; four of twenty came to 170,000.
    expect(answer(lives).says).toMatch(
      /^After 170,000 stitches 85 \(\d\d–\d\d\) in 100 needles are still good\.$/,
    );
    expect(answer(lives.map((life) => ({ ...life, ended: false }))).says).toBe(
      'None of the needles has given trouble, up to 170,000 stitches.',
    );
    expect(answer([{ ...plain, stitches: 5000 }]).says).toBe(
      'None of the needles has given trouble, up to 5,000 stitches.',
    );
  });
  test('seven ends make no rule, eight do; one missing is said as one', () => {
    const ends = (count: number) =>
      needles(100)
        .filter(({ ended }) => ended)
        .slice(0, count);
    expect(answer(ends(7)).missing).toMatch(/; 1 is missing, at today’s pace in about /);
    expect(answer(ends(7)).steps).toEqual([]);
    expect(answer(ends(8)).missing).toBeNull();
    expect(answer(ends(8)).steps).toHaveLength(1);
  });
  test('why none is proposed: they do not wear, or trouble costs too little', () => {
    const old = needles(100, { shape: 0.8, seed: 5 });
    expect(answer(old).more[0]).toMatch(
      /^An old needle gives no more trouble than a new one, as far as these show: running them/,
    );
    expect(answer(needles(100), { costs: { planned: 5, trouble: 5 } }).more[0]).toMatch(
      /^A planned change \(5\.0 min\) costs too much against the trouble it spares \(5\.0 min\): running/,
    );
    expect(answer(old, { kept: 100_000 }).more[0]).toContain(' The rule now, 100,000, costs ');
  });
  test('what may be no rule at all is said so', () => {
    const few = needles(14, { shape: 1.2, seed: 2 });
    const { more, steps } = answer(few);
    expect(more[0]).toMatch(/stitches \(\d+,000, or none at all, would also fit\) costs least/);
    expect(steps).toMatchObject([{ high: null }]);
  });
  test('groups: three lives and an end at least, the largest four, largest first', () => {
    const of = (needle: string, count: number, ended = true) =>
      needles(60)
        .slice(0, count)
        .map((life, index) => ({ ...life, needle, ended: ended && index === 0 }));
    const { chart } = answer([
      ...of('a', 3),
      ...of('b', 9),
      ...of('c', 5),
      ...of('d', 2),
      ...of('e', 8, false),
      ...of('f', 4),
      ...of('g', 7),
      ...of('h', 5),
    ]);
    if (chart?.is !== 'survival') throw new Error('no curves');
    expect(chart.curves.map(({ name }) => name)).toEqual(['all needles', 'b', 'g', 'c', 'h']);
  });
  test('the chance that groups are alike, to three places, or under a thousandth', () => {
    const short = (scale: number, count: number) =>
      needles(count, { scale, seed: 2 }).map((life) => ({ ...life, needle: '65/9 sharp' }));
    expect(answer([...needles(60), ...short(150_000, 60)]).more.join()).toContain('(p under 0.001)');
    expect(answer([...needles(40), ...short(290_000, 40)]).more.join()).toMatch(
      /\(p 0\.0[0-4]\d\)|no difference shows/,
    );
  });
});

describe('another rule over the same past, worked through', () => {
  const lives = madeLives(chance(1), 100, { shape: 2.5, scale: 400_000 }).map(({ span, ended }, index) => ({
    ...{
      needle: '75/11 sharp',
      cloth: 'canvas',
      head: 1,
      position: 3,
      stitches: Math.round(span),
      ended,
      out: ended || index % 2 === 0,
    },
    ...{ machine: 'Heron', thread: '40 wt', metallic: false, hours: 1, metallicHours: 0 },
  }));
  const costs = { planned: 2.5, trouble: 20 };
  const law = weibullFit(lives.map(({ stitches, ended }) => ({ span: stitches, ended })))!;
  const ask = (change: object = {}) =>
    whatIfAnswer({ lives, costs, rule: 160_000, kept: null, ...year, ...change });

  test('the curve of costs over sixty ages, each the twentieth longer, to three times the scale', () => {
    const { chart, table, rests, steps } = ask();
    if (chart?.is !== 'costs') throw new Error('no costs');
    const ages = Array.from({ length: 60 }, (_, index) => law.scale * 0.06 * 1.06 ** index);
    expect(chart.points.map(({ age }) => age)).toEqual(ages.filter((age) => age < 3 * law.scale));
    chart.points.forEach(({ age, cost }) => expect(cost).toBe(costAt(law, costs, age)));
    const least = Math.min(...chart.points.map(({ cost }) => cost));
    expect(chart.points.find(({ age }) => age === chart.best)!.cost).toBe(least);
    expect(chart).toMatchObject({ now: 160_000, untilTrouble: costAt(law, costs, Infinity) });
    expect(table.columns).toEqual(['change at, stitches', 'minutes per 100,000 stitches']);
    expect(table.rows).toEqual(chart.points.map(({ age, cost }) => [Math.round(age), cost]));
    expect(rests).toMatch(/^100 needles, 82 ended by trouble, [\d,]+ stitches$/);
    expect(steps).toEqual([]);
  });
  test('in words: the past as it was, the rule by the law, the one now, and none', () => {
    const cost = (age: number) => figure(costAt(law, costs, age));
    expect(ask({ kept: 300_000 }).more[1]).toBe(
      `By the law that fits them, a rule at 160,000 stitches costs ${cost(160_000)} min per 100,000 stitches, the rule now (300,000) ${cost(300_000)}, and until they give trouble ${cost(Infinity)}.`,
    );
    const none = ask({ rule: null });
    expect(none.says).toMatch(
      /^Changing until they give trouble, the same stitches would have taken about \d+ changes for trouble and 0 planned ones: /,
    );
    expect(none.more[1]).toBe(
      `By the law that fits them, a rule until they give trouble costs ${cost(Infinity)} min per 100,000 stitches, and until they give trouble ${cost(Infinity)}.`,
    );
    // Only needles that are out were changed: those still in cost nothing yet.
    const planned = lives.filter(({ out, ended }) => out && !ended).length;
    expect(none.more[0]).toBe(
      `As it was: 82 for trouble and ${planned} planned, ${(82 * 20 + planned * 2.5).toLocaleString('en-GB', { maximumFractionDigits: 0 })} minutes.`,
    );
  });
  test('where trouble costs no more than a change no age is the best; with seven ends nothing is told', () => {
    expect(ask({ costs: { planned: 30, trouble: 20 } }).chart).toMatchObject({ best: null });
    const seven = lives.filter(({ ended }) => ended).slice(0, 7);
    expect(ask({ lives: [...seven, { ...seven[0]!, stitches: 0 }] })).toMatchObject({
      says: 'What another rule would have cost cannot be told yet.',
      missing: expect.stringMatching(
        /^8 needles must have ended by trouble, 7 have; at today’s pace that many will have in about \d+ weeks\.$/,
      ) as string,
      rests: expect.stringMatching(/^7 needles, 7 ended/) as string,
      ...{ more: [], chart: null, table: { columns: [], rows: [] } },
    });
  });
});
