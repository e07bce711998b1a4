import { describe, expect, it } from 'vitest';
import jStat from 'jstat';
import { defaultSchools } from '../advice/schools.ts';
import type { Seat } from '../ledger/head-now.ts';
import { defaultNeedleLife } from '../needle/life.ts';
import { binomialTail, breaksRose } from '../tension/case/breaks-rose.ts';
import { deriveChecks } from './derive.ts';
import type { CheckInput, CheckThread } from './input.ts';
import { markOf, type CheckMark } from './item.ts';
import { upcoming } from './upcoming.ts';
import { barsDue, defaultUpkeep } from './upkeep.ts';

const red: CheckThread = { id: 'red', name: 'Signal red', weightNo: 40, tex: 25, fibre: 'polyester' };
const gold: CheckThread = { id: 'gold', name: 'Gold', weightNo: 40, tex: 25, fibre: 'metallic' };
const threads = new Map([red, gold].map((one) => [one.id, one]));
const hour = 3_600_000;

function seat(
  position: number,
  thread: CheckThread | null,
  more: { head?: number; hours?: number; size?: number } = {},
): Seat {
  return {
    head: more.head ?? 1,
    position,
    needle: {
      entryId: `n${more.head ?? 1}-${position}`,
      spec: {
        system: 'DBxK5',
        sizeMetric: (more.size ?? 80) as 80,
        point: 'sharp',
        coating: 'plain',
        eye: 'standard',
        blade: 'standard',
      },
      fittedAt: '2026-06-01T08:00:00.000Z',
      reason: 'worn',
      age: { stitches: 1000, sewingMs: (more.hours ?? 1) * hour, metallicMs: 0 },
    },
    cone: thread && {
      entryId: `c${position}`,
      coneId: null,
      threadId: thread.id,
      fibre: thread.fibre,
      mountedAt: '2026-06-01T08:00:00.000Z',
      stitches: 0,
    },
  };
}

const input = (more: Partial<CheckInput> = {}): CheckInput => ({
  now: '2026-06-10T08:00:00.000Z',
  seats: [seat(1, red), seat(2, gold)],
  needleLife: defaultNeedleLife,
  upkeep: defaultUpkeep,
  schools: defaultSchools,
  running: null,
  plan: [],
  today: '2026-06-10',
  job: {
    id: 'j',
    cloth: 'canvas',
    stops: [{ stop: 1, threadId: 'red', stitches: 4000, element: 'fill', position: null }],
  },
  threads,
  sewedLately: new Set(['1:1']),
  oil: { barsAt: '2026-06-09T08:00:00.000Z', sewnMsSinceBars: 5 * hour },
  mechanical: { lastAt: {}, impact: null },
  checkMonths: null,
  caseDue: [],
  breaksRose: null,
  rising: [],
  asked: [],
  ...more,
});
const keys = (given: CheckInput) => deriveChecks(given).map((check) => check.key);

describe('the list that today needs (common practice, no published source)', () => {
  it('asks for what is done every session and for this job, and for nothing that nothing asks for', () => {
    expect(keys(input())).toEqual([
      'case-loaded',
      'oil-hook',
      'tails',
      'backing',
      'hoop',
      'pins',
      'underside',
      'sample',
    ]);
  });

  it('a thread of the job that did not sew yesterday is pulled; one that the job does not use is not', () => {
    expect(keys(input({ sewedLately: new Set() }))).toContain('thread:1');
    expect(keys(input({ sewedLately: new Set() }))).not.toContain('thread:2');
  });

  it('names the heads where only some rested or are worn', () => {
    const seats = [seat(1, red), seat(1, red, { head: 2, hours: 9 })];
    const list = deriveChecks(input({ seats }));
    expect(list.find((one) => one.key === 'thread:1')?.says).toBe('Position 1, head 2: Signal red');
    expect(list.find((one) => one.key === 'needle:1')?.says).toBe('Position 1, head 2: change the needle');
    expect(list.find((one) => one.key === 'needle:1')?.why).toContain('9.0 hours');
  });

  it('a needle far from the advised one is told with the advised one; a needle that is missing too', () => {
    const list = deriveChecks(input({ seats: [seat(1, red, { size: 100 })] }));
    expect(list.find((one) => one.key === 'wrong-needle:1')?.why).toMatch(/^Advised: 80\/12/);
    expect(keys(input({ seats: [{ ...seat(1, red), needle: null }] }))).toContain('no-needle:1');
  });

  it('caps sew from the centre out and bottom up; the frame is snapped in instead of a hoop', () => {
    const list = deriveChecks(input({ job: { ...input().job!, cloth: 'structured cap' } }));
    expect(list.find((one) => one.key === 'cap-order')?.says).toContain('from the centre out, bottom up');
    expect(list.some((one) => one.key === 'hoop')).toBe(false);
  });

  it('metallic: net, guide, tension, and the speed of its rule', () => {
    const job = {
      id: 'j',
      cloth: 'canvas',
      stops: [{ stop: 1, threadId: 'gold', stitches: 900, element: 'satin' as const, position: null }],
    };
    const list = deriveChecks(input({ job, sewedLately: new Set(['1:2']) }));
    expect(list.find((one) => one.key === 'metallic')?.says).toMatch(
      /net .* guide skipped, upper tension opened/,
    );
    expect(list.find((one) => one.key === 'metallic-speed')?.says).toBe('Metallic: at most 700 st/min');
  });

  it('bars: after days, after hours, or when none is on record', () => {
    const now = '2026-06-10T08:00:00.000Z';
    expect(barsDue(defaultUpkeep, { last: null, sewnMs: 0, now })).toContain('No oiling');
    expect(barsDue(defaultUpkeep, { last: '2026-06-08T08:00:00Z', sewnMs: 19 * hour, now })).toBeNull();
    expect(barsDue(defaultUpkeep, { last: '2026-06-08T08:00:00Z', sewnMs: 20 * hour, now })).toContain(
      '20 hours sewn',
    );
    expect(barsDue(defaultUpkeep, { last: '2026-06-07T08:00:00Z', sewnMs: 0, now })).toContain('3 days ago');
  });

  it('without a job only the day’s own items stand', () => {
    expect(keys(input({ job: null, caseDue: ['dropped since it was measured'] }))).toEqual([
      'case-measured',
      'case-loaded',
      'oil-hook',
      'tails',
    ]);
  });
});

describe('what was said of an item', () => {
  const mark = (at: string, more: Partial<CheckMark> = {}): CheckMark => ({
    key: 'hoop',
    jobId: 'a',
    at,
    state: 'done',
    why: null,
    ...more,
  });
  const when = { dayStart: '2026-06-10T00:00:00Z', jobId: 'a', jobSince: '2026-06-09T12:00:00Z' };

  it('a job’s item counts since the job was put on, and only for that job', () => {
    const item = { key: 'hoop', scope: 'job' as const };
    expect(markOf(item, [mark('2026-06-09T13:00:00Z')], when)?.state).toBe('done');
    expect(markOf(item, [mark('2026-06-09T11:00:00Z')], when)).toBeNull();
    expect(markOf(item, [mark('2026-06-10T11:00:00Z', { jobId: 'b' })], when)).toBeNull();
  });

  it('a day’s item begins anew each day; the newest word counts', () => {
    const item = { key: 'hoop', scope: 'day' as const };
    expect(markOf(item, [mark('2026-06-09T23:00:00Z')], when)).toBeNull();
    const both = [
      mark('2026-06-10T09:00:00Z'),
      mark('2026-06-10T10:00:00Z', { state: 'not_done', why: 'no oil' }),
    ];
    expect(markOf(item, both, when)?.why).toBe('no oil');
  });
});

describe('breaks that rose', () => {
  it('the tail of the binomial is the package’s, for few and for very many', () => {
    for (const all of [3, 10, 40, 200, 2000])
      for (const share of [0.01, 0.2, 0.5, 0.9])
        for (const hits of [1, Math.ceil(all / 3), all])
          expect(binomialTail(hits, all, share)).toBeCloseTo(1 - jStat.binomial.cdf(hits - 1, all, share), 9);
    // Three heads of three (exact): one in eight.
    expect(binomialTail(3, 3, 0.5)).toBeCloseTo(0.125, 12);
    expect(binomialTail(0, 5, 0.3)).toBe(1);
    expect(binomialTail(2000, 2800, 0.1)).toBeLessThan(1e-100);
  });

  it('with the same rate before and since it speaks one time in a hundred at most', () => {
    for (const [rate, sewn, sewnBefore] of [
      [3, 50_000, 100_000],
      [8, 100_000, 60_000],
      [1, 400_000, 400_000],
    ] as const) {
      // Exact: every count of both, weighed by its Poisson chance.
      const [mean, meanBefore] = [(rate * sewn) / 1e5, (rate * sewnBefore) / 1e5];
      const chance = (count: number, of: number) =>
        jStat.poisson.cdf(count, of) - (count > 0 ? jStat.poisson.cdf(count - 1, of) : 0);
      let alarms = 0;
      for (let breaks = 3; breaks < 60; breaks++)
        for (let before = 0; before < 60; before++)
          if (breaksRose({ breaks, stitches: sewn }, { breaks: before, stitches: sewnBefore }))
            alarms += chance(breaks, mean) * chance(before, meanBefore);
      expect(alarms).toBeLessThan(0.01);
    }
  });

  it('few stitches are told as they are', () =>
    expect(breaksRose({ breaks: 4, stitches: 400 }, { breaks: 1, stitches: 1_000_000 })).toContain(
      '4 in 400 stitches',
    ));

  it('speaks when breaks came far oftener than before, and not for a chance one', () => {
    expect(breaksRose({ breaks: 8, stitches: 100_000 }, { breaks: 10, stitches: 1_000_000 })).toContain(
      '8 in 100 thousand stitches, where 1.0 were usual',
    );
    expect(breaksRose({ breaks: 2, stitches: 1_000 }, { breaks: 1, stitches: 1_000_000 })).toBeNull();
    expect(breaksRose({ breaks: 11, stitches: 1_000_000 }, { breaks: 10, stitches: 1_000_000 })).toBeNull();
  });
});

describe('what will be due', () => {
  it('bars and case by the calendar, needles by their wear; overdue is today', () => {
    const now = '2026-06-11T08:00:00.000Z';
    // Ten days for half its life: ten more.
    const seats = [seat(1, red, { hours: 4 }), seat(2, red, { hours: 9 })];
    const due = upcoming({
      now,
      upkeep: defaultUpkeep,
      barsAt: '2026-06-10T08:00:00Z',
      caseAt: null,
      caseEveryDays: 7,
      seats,
      needleLife: defaultNeedleLife,
    });
    expect(due.map((one) => [one.key, one.at.slice(0, 10)])).toEqual([
      ['case', '2026-06-11'],
      ['needle-n1-2', '2026-06-11'],
      ['oil-bars', '2026-06-13'],
      ['needle-n1-1', '2026-06-21'],
    ]);
    const says = (key: string) => due.find((one) => one.key === key)!.says;
    expect(says('needle-n1-1')).toContain('used 50 % of its life');
    expect(says('needle-n1-2')).toContain('used 113 % of its life');
  });
});
