import { describe, expect, test } from 'vitest';
import { costAnswer, type CostLine } from './cost.ts';

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
