import { describe, expect, test } from 'vitest';
import { madeNeedles } from '../../../../tools/made/workshops/learn.ts';
import { changedAnswer } from './changed.ts';
import { costAnswer, type CostAsked } from './cost.ts';
import { jobBreaks } from './for-job.ts';
import { hereText } from './here.ts';
import type { NeedleAsked } from './words/needle-groups.ts';
import { needlesAnswer } from './needles.ts';
import { placesAnswer } from './places.ts';
import { answerOf, type Question } from './questions.ts';
import { asItWas, replayed, whatIfAnswer } from './what-if.ts';
import { withAnswer } from './with.ts';
import { dayWords, whenThere, withRange } from './words/words.ts';

const year = { from: '2026-01-01', to: '2026-12-31' };
const costs = { planned: 2.5, trouble: 20 };

const ofNeedles = (lives: readonly NeedleAsked[], change: object = {}) =>
  needlesAnswer({ lives, costs, kept: null, by: 'needle', unit: 'stitches', ...year, ...change });
/** What is never shown. */
const noWords = /NaN|Infinity|∞|undefined|null/;
const words = (answer: { says: string; more: string[]; rests: string; missing: string | null }) =>
  [answer.says, ...answer.more, answer.rests, answer.missing ?? ''].join(' ');

describe('how long needles last', () => {
  test('a hundred needles: half of them, the rule that costs least, what the rule now costs, and the step', () => {
    const answer = ofNeedles(madeNeedles(100), { kept: 180_000 });
    expect(answer.says).toMatch(
      /^Half of the needles give trouble before 3\d0,000 \(\d\d0,000–\d\d0,000\) stitches\.$/,
    );
    expect(answer.more[0]).toMatch(
      /^Changing at 1[5-9]0,000 stitches \(\d\d0,000–\d\d0,000\) costs least: \d\.\d+ min per 100,000 stitches/,
    );
    expect(answer.more[0]).toMatch(
      /The rule now, 180,000, costs \d\.\d+ min; by then 1\d in 100 would have given trouble\.$/,
    );
    expect(answer.steps).toMatchObject([{ does: 'rule', ended: 82 }]);
    expect(answer.missing).toBeNull();
    expect(answer.chart).toMatchObject({ is: 'survival', now: 180_000 });
    expect(answer.table.rows.length).toBeGreaterThan(100);
  });
  test('of thousands of needles no more is drawn than is seen, to the last of them; the file has every step', () => {
    const lives = madeNeedles(6000);
    const { chart, table } = ofNeedles(lives);
    if (chart?.is !== 'survival') throw new Error('no curves');
    const { points } = chart.curves[0]!;
    expect(points.length).toBeGreaterThan(200);
    expect(points.length).toBeLessThan(610);
    const oldest = Math.max(...lives.map(({ stitches }) => stitches));
    expect(points.at(-1)!.at).toBe(oldest);
    const all = table.rows.filter(([name]) => name === 'all needles');
    expect(all).toHaveLength(new Set(lives.map(({ stitches }) => stitches)).size);
    // Between two steps that are drawn the curve falls no further than the next one shows.
    for (const [index, step] of points.entries()) {
      const next = points[index + 1];
      if (next) expect(step.value - next.value).toBeLessThan(0.02);
    }
  });
  test('in hours, and in hours of metallic thread, ages are told and no rule: a rule is kept in stitches', () => {
    const hours = ofNeedles(madeNeedles(100), { unit: 'hours' });
    expect(hours.says).toMatch(
      /^Half of the needles give trouble before [67]\.\d \(\d\.\d–\d\.\d\) hours of sewing\.$/,
    );
    expect(hours).toMatchObject({ steps: [], chart: { unit: 'h', rule: null, now: null } });
    expect(ofNeedles(madeNeedles(100), { unit: 'metallicHours' }).says).toBe(
      'No needle has sewn metallic thread here.',
    );
  });
  test('by thread weight, and metallic against the rest', () => {
    const metallic = madeNeedles(60, { scale: 150_000, seed: 2 }).map((life) => ({
      ...life,
      ...{ metallic: true, thread: '30 wt' },
    }));
    const both = [...madeNeedles(60), ...metallic];
    expect(ofNeedles(both, { by: 'metallic' }).more.join(' ')).toContain(
      'not metallic the longest, metallic the shortest',
    );
    expect(ofNeedles(both, { by: 'thread' }).more.join(' ')).toContain(
      '40 wt the longest, 30 wt the shortest',
    );
  });
  test('by machine: of all of them, told as such, and no rule made from others’ needles', () => {
    const other = madeNeedles(60, { scale: 150_000, seed: 2 }).map((life) => ({ ...life, machine: 'Teal' }));
    const both = ofNeedles([...madeNeedles(60), ...other], { by: 'machine', kept: 180_000 });
    expect(both.says).toMatch(/^Of all machines: half of the needles give trouble before /);
    expect(both.more).toEqual([expect.stringContaining('Heron the longest, Teal the shortest')]);
    expect(both.rests).toMatch(/^120 needles of all machines, \d+ ended by trouble$/);
    expect(both).toMatchObject({ steps: [], missing: null, chart: { rule: null, now: null } });
    if (both.chart?.is !== 'survival') throw new Error('no curves');
    expect(both.chart.curves.map(({ name }) => name)).toEqual(['all needles', 'Heron', 'Teal']);
    // With one machine there is nothing to compare.
    expect(ofNeedles(madeNeedles(60), { by: 'machine' }).more).toEqual([]);
    expect(ofNeedles([], { by: 'machine' }).says).toBe('No needle has sewn here yet.');
  });
  test('two kinds of needle that last differently are told apart; two alike are not', () => {
    const short = madeNeedles(60, { needle: '65/9 sharp', scale: 150_000, seed: 2 });
    expect(ofNeedles([...madeNeedles(60), ...short]).more.join(' ')).toContain(
      '75/11 sharp the longest, 65/9 sharp the shortest',
    );
    const alike = madeNeedles(60, { needle: '75/11 light ball', seed: 3 });
    expect(ofNeedles([...madeNeedles(60), ...alike]).more.join(' ')).toContain(
      'no difference shows that chance would not make',
    );
  });
  test('nothing is claimed from too little: what is missing is said, and when it will be there', () => {
    expect(ofNeedles([])).toMatchObject({ says: 'No needle has sewn here yet.', chart: null, steps: [] });
    const few = madeNeedles(100)
      .filter(({ ended }) => ended)
      .slice(0, 4);
    const answer = ofNeedles(few, { to: '2026-01-28' });
    expect(answer.missing).toBe(
      'For a rule 8 needles must have ended by trouble; 4 are missing, at today’s pace in about 4 weeks. Say why a needle goes when you change it.',
    );
    expect(answer.steps).toEqual([]);
    const sound = madeNeedles(30).map((life) => ({ ...life, ended: false }));
    expect(ofNeedles(sound).says).toMatch(/^None of the needles has given trouble, up to/);
    expect(ofNeedles(sound).missing).toContain('8 are missing.');
  });
  test('where trouble costs no more than a planned change there is no limit, and the step says so', () => {
    const answer = ofNeedles(madeNeedles(100), { costs: { planned: 5, trouble: 5 } });
    expect(answer.more[0]).toMatch(/running them until they give trouble costs least/);
    expect(answer.steps).toMatchObject([
      { does: 'rule', stitches: null, says: 'Make it the rule: until it gives trouble' },
    ]);
  });
});

describe('what another rule would have cost', () => {
  test('by hand: needles that all last exactly as long as the law says on average', () => {
    const lives = madeNeedles(200);
    const law = { shape: 2.5, scale: 400_000 };
    // Never changed before trouble: who ended by trouble stands for itself.
    expect(replayed(lives, law, costs, null)).toMatchObject({
      planned: 0,
      troubled: lives.filter(({ ended }) => ended).length,
    });
    const early = replayed(lives, law, costs, 100_000);
    const sewn = lives.reduce((sum, { stitches }) => sum + stitches, 0);
    // Changed at 100,000 each: about as many needles as hundred-thousands were sewn, about 3 in 100 with trouble.
    expect((early.planned + early.troubled) / (sewn / 100_000)).toBeCloseTo(1, 0);
    expect(early.troubled / (early.planned + early.troubled)).toBeLessThan(0.06);
    expect(asItWas(lives, costs).planned + asItWas(lives, costs).troubled).toBe(200);
  });
  test('the answer says all three; with too few troubles none', () => {
    const answer = whatIfAnswer({ lives: madeNeedles(100), costs, rule: 160_000, kept: 300_000, ...year });
    expect(answer.says).toMatch(
      /^Changing at 160,000 stitches, the same stitches would have taken about \d+ changes for trouble and \d+ planned ones: \d+ minutes\.$/,
    );
    expect(answer.more[0]).toMatch(/^As it was: 82 for trouble and 18 planned, 1,685 minutes\.$/);
    expect(answer.chart).toMatchObject({ is: 'costs', now: 160_000 });
    expect(whatIfAnswer({ lives: madeNeedles(5), costs, rule: null, kept: null, ...year }).missing).toMatch(
      /^8 needles must have ended by trouble, \d have/,
    );
  });
});

describe('where it breaks', () => {
  const place = (position: number, breaks: number, stitches: number) => ({
    head: 1,
    position,
    breaks,
    stitches,
  });
  test('the worst is named when it is worse for sure, and 800 stitches make no worst position', () => {
    const answer = placesAnswer({
      places: [
        place(1, 1, 800),
        place(2, 20, 400_000),
        place(3, 18, 400_000),
        place(4, 80, 400_000),
        place(5, 22, 400_000),
      ],
      heads: 1,
      ...year,
    });
    expect(answer.says).toMatch(
      /^Position 4 breaks 1\.\d \(1\.\d–2\.\d\) times per 10,000 stitches; the machine breaks 0\.\d+ times\.$/,
    );
    expect(answer.steps).toMatchObject([
      { does: 'trace', position: 4 },
      { does: 'check', position: 4, item: expect.stringContaining('osition 4') as string },
    ]);
    expect(answer.chart).toMatchObject({
      is: 'rail',
      seats: [{ isMarked: false }, {}, {}, { isMarked: true }, {}],
    });
  });
  test('on several heads the head is named; alike positions make nobody the worst; nothing sewn is said', () => {
    const alike = [1, 2, 3, 4].map((position) => place(position, 20 + (position % 2), 400_000));
    expect(placesAnswer({ places: alike, heads: 1, ...year }).says).toMatch(
      /^No position breaks more often than chance would have it/,
    );
    const heads = alike.map((one, index) => ({ ...one, head: index + 1, breaks: index === 2 ? 120 : 20 }));
    expect(placesAnswer({ places: heads, heads: 4, ...year }).says).toMatch(/^Head 3, position 3 breaks/);
    expect(placesAnswer({ places: [], heads: 1, ...year })).toMatchObject({
      says: 'Nothing was sewn here in this time.',
      chart: null,
    });
    const few = placesAnswer({ places: [place(1, 3, 50_000)], heads: 1, ...year, to: '2026-01-10' });
    expect(few.missing).toBe(
      'To tell positions apart 10 breaks are needed; 7 are missing, at today’s pace in about 4 weeks.',
    );
  });
});

describe('what changed', () => {
  const days = Array.from(
    { length: 60 },
    (_, index) =>
      `2026-0${index < 31 ? 5 : 6}-${String(index < 31 ? index + 1 : index - 30).padStart(2, '0')}`,
  );
  const series = (position: number, breaks: (day: number) => number) => ({
    ...{ head: 1, position },
    breaks: days.map((_, day) => breaks(day)),
    stitches: days.map(() => 50_000),
  });
  test('a jump is dated, with both rates, at the position and not elsewhere', () => {
    const answer = changedAnswer({
      days,
      heads: 1,
      series: [series(4, (day) => (day < 40 ? day % 2 : 4)), series(5, (day) => day % 2)],
    });
    expect(answer.says).toBe(
      'Position 4: breaks rose on 10 June (between 9 June and 10 June), from 0.10 to 0.80 per 10,000 stitches.',
    );
    expect(answer.steps).toMatchObject([
      { does: 'trace', position: 4 },
      { does: 'check', position: 4, item: expect.stringContaining('osition 4') as string },
    ]);
    expect(words(answer)).not.toContain('Position 5');
    expect(answer.table.rows).toHaveLength(60);
  });
  test('where nothing changed, and where hardly anything broke, it is said', () => {
    expect(changedAnswer({ days, heads: 1, series: [series(4, (day) => day % 2)] }).says).toBe(
      'Nothing changed that chance alone would not make.',
    );
    expect(changedAnswer({ days, heads: 1, series: [series(4, (day) => Number(day === 7))] })).toMatchObject({
      says: 'With 1 break a change could not be told from chance.',
      chart: null,
    });
    expect(changedAnswer({ days: [], heads: 1, series: [] }).says).toBe(
      'With 0 breaks a change could not be told from chance.',
    );
  });
});

describe('what it cost', () => {
  const asked: CostAsked = {
    causes: [
      { name: 'shred', stops: 30, lostMs: 90 * 60_000 },
      { name: 'nest below', stops: 4, lostMs: 30 * 60_000 },
    ],
    places: [{ name: 'position 9', stops: 20, lostMs: 60 * 60_000 }],
    jobs: [{ name: 'Flaps', stops: 34, lostMs: 120 * 60_000 }],
    ...{ planned: 8, troubled: 3, plannedMinutes: 2.5, sewnMs: 10 * 3_600_000, by: 'causes' },
  };
  test('minutes, by cause, place and job, with the needles changed', () => {
    const answer = costAnswer(asked);
    expect(answer.says).toBe('Stops cost 120 minutes, 12 in each hour sewn; shred 75 %, nest below 25 %.');
    expect(answer.more).toEqual([
      'Position 9 alone cost 60 minutes, 50 %.',
      '11 needles changed: 8 at a good moment (about 20 minutes, 2.5 each), 3 for trouble, in the stops above.',
    ]);
    expect(costAnswer({ ...asked, by: 'jobs' }).table).toEqual({
      columns: ['job', 'stops', 'minutes'],
      rows: [['Flaps', 34, 120]],
    });
  });
  test('stops without an end, and none at all', () => {
    const open = {
      ...asked,
      causes: [{ name: 'shred', stops: 1, lostMs: 0 }],
      places: [],
      jobs: [],
      planned: 0,
      troubled: 0,
    };
    expect(costAnswer(open).says).toBe(
      '1 stop is on record, none of them with its end: how long they took is not known.',
    );
    expect(costAnswer({ ...open, causes: [], sewnMs: 0 })).toMatchObject({
      says: 'No stop is on record in this time.',
      missing: null,
    });
  });
});

describe('what goes with breaks', () => {
  const cell = (position: string, thread: string, breaks: number, stitches = 300_000) => ({
    levels: {
      position,
      thread,
      needle: '75/11 sharp',
      age: 'under 100 thousand',
      cloth: 'canvas or denim',
      ...{ job: 'others', speed: '800', time: 'the morning', person: 'not asked' },
    },
    ...{ breaks, stitches },
  });
  test('a thread that has only ever sat at one position cannot be told from it, and the swap that would tell is said', () => {
    const cells = [
      cell('9', 'red', 90),
      cell('3', 'white', 30),
      cell('4', 'blue', 33),
      cell('5', 'green', 27),
    ];
    const answer = withAnswer({ cells, ...year });
    expect(answer.says).toMatch(
      /^Red and position 9 always came together, with [23]\.\d \(\d\.\d–\d\.\d\) times the breaks: which of the two it is cannot be told\. To tell would take about \d+ days of red at another position\.$/,
    );
  });
  test('once it has sewn elsewhere the thread is told', () => {
    const cells = [
      cell('9', 'red', 90),
      cell('8', 'red', 85),
      cell('9', 'white', 30),
      cell('8', 'white', 31),
      cell('8', 'blue', 28),
      cell('9', 'blue', 33),
    ];
    expect(withAnswer({ cells, ...year }).says).toMatch(
      /^Red goes with [23]\.\d \(.*\) times the breaks of (white|blue), all else alike\.$/,
    );
  });
  test('too little, or all alike', () => {
    expect(withAnswer({ cells: [cell('9', 'red', 4)], ...year }).missing).toMatch(
      /^40 breaks are needed to look at everything together; 36 are missing/,
    );
    expect(withAnswer({ cells: [cell('9', 'red', 90)], ...year }).missing).toBe(
      'Everything was sewn alike: one thread, one needle, one cloth.',
    );
  });
});

describe('what this machine showed of a needle on a cloth', () => {
  const row = (needle: string, breaks: number, stitches: number) => ({ needle, breaks, stitches });
  test('its rate and the others’, whether it may be chance, and when it is too little', () => {
    const rows = [row('75/11 sharp', 20, 500_000), row('75/11 light ball', 66, 600_000)];
    expect(hereText('75/11 sharp', 'canvas', rows)).toBe(
      'Here: 0.40 (0.24–0.62) breaks per 10,000 stitches on canvas with this needle, others 1.1 (0.85–1.4).',
    );
    expect(
      hereText('75/11 sharp', 'canvas', [row('75/11 sharp', 20, 500_000), row('80/12 sharp', 22, 500_000)]),
    ).toMatch(/that may be chance\.$/);
    expect(hereText('75/11 sharp', 'canvas', [row('75/11 sharp', 1, 8000)])).toBe(
      'Here: 1 break in 8,000 stitches on canvas with this needle, too few to say more.',
    );
    expect(hereText('90/14 sharp', 'canvas', rows)).toMatch(
      /^Here: this needle has not sewn on canvas in the last year; others 0\.78/,
    );
    expect(hereText('75/11 sharp', 'canvas', [])).toBeNull();
  });
});

describe('breaks to reckon with in a job', () => {
  const asked = {
    ...{
      stitches: 500_000,
      cloth: 'canvas or denim',
      stops: 100,
      lostMinutes: 300,
      rule: 200_000,
      changeMinutes: 2.5,
    },
    onCloth: { breaks: 20, stitches: 500_000 },
    onMachine: { breaks: 100, stitches: 1_000_000 },
  };
  test('by the cloth’s own rate where it says enough, else the machine’s; with needle changes by the rule', () => {
    const told = jobBreaks(asked)!;
    expect(told.breaks).toBeCloseTo(20, 9);
    expect(told.minutes).toBeCloseTo(20 * 3 + 2.5 * 2.5, 9);
    expect(told.says).toBe(
      '20 (12–31) breaks to reckon with, by 0.40 (0.24–0.62) per 10,000 stitches on canvas or denim here, and 3 needle changes: about 66 minutes beside sewing.',
    );
    expect(jobBreaks({ ...asked, onCloth: { breaks: 9, stitches: 500_000 }, rule: null })!.says).toMatch(
      /^50 \(41–61\) breaks to reckon with, by 1\.0 \(0\.81–1\.2\) per 10,000 stitches on this machine: about 150 minutes/,
    );
    expect(
      jobBreaks({ ...asked, onCloth: { breaks: 0, stitches: 0 }, onMachine: { breaks: 0, stitches: 0 } }),
    ).toBeNull();
  });
});

describe('words', () => {
  test('figures, days and when', () => {
    expect(withRange(1.23, 1.04, 1.61)).toBe('1.2 (1.0–1.6)');
    expect(withRange(0.3, 0.2, null)).toBe('0.30 (over 0.20)');
    expect(withRange(2, 2, 2)).toBe('2.0');
    expect(dayWords('2026-05-12')).toBe('12 May');
    expect(whenThere(5, 10, 28)).toBe('in about 2 weeks');
    expect(whenThere(1, 10, 28)).toBe('in about 3 days');
    expect(whenThere(50, 10, 60)).toBe('in about 10 months');
    expect(whenThere(5, 0, 28)).toBeNull();
    expect(whenThere(1e6, 1, 28)).toBeNull();
  });
  test('no answer to empty, tiny or odd data has a word of a number that is none', () => {
    const one: NeedleAsked = { ...madeNeedles(1)[0]!, stitches: 1, ended: true };
    const place = { head: 1, position: 1, breaks: 0, stitches: 0 };
    const odd: Question[] = [
      ...[
        [],
        [one],
        [one, one],
        [{ ...one, stitches: 0 }],
        madeNeedles(9).map((life) => ({ ...life, stitches: 5000, ended: true })),
      ].flatMap((lives): Question[] => [
        { asks: 'needles', of: { lives, costs, kept: 0, by: 'cloth', unit: 'stitches', ...year } },
        {
          asks: 'needles',
          of: {
            lives,
            costs: { planned: 0, trouble: 0 },
            kept: null,
            by: 'position',
            unit: 'hours',
            ...year,
          },
        },
        { asks: 'what-if', of: { lives, costs, rule: 1000, kept: null, ...year } },
      ]),
      ...[[], [place], [{ ...place, breaks: 5 }], [{ ...place, breaks: 500, stitches: 1 }]].flatMap(
        (places): Question[] => [
          { asks: 'places', of: { places, heads: 1, ...year } },
          {
            asks: 'changed',
            of: {
              days: ['2026-01-01'],
              heads: 1,
              series: places.map((each) => ({ ...each, breaks: [each.breaks], stitches: [each.stitches] })),
            },
          },
        ],
      ),
      { asks: 'with', of: { cells: [], ...year } },
      { asks: 'speed', of: { cells: [], heads: 1, breakMinutes: null, ...year } },
      {
        asks: 'cost',
        of: {
          causes: [],
          places: [],
          jobs: [],
          planned: 0,
          troubled: 0,
          plannedMinutes: 0,
          sewnMs: 0,
          by: 'places',
        },
      },
    ];
    for (const question of odd) {
      const answer = answerOf(question);
      expect(words(answer), question.asks).not.toMatch(noWords);
      expect(JSON.stringify(answer.table), question.asks).not.toMatch(/NaN|Infinity|null/);
    }
  });
});
