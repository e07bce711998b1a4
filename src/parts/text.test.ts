import { TZDate } from '@date-fns/tz';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  clockText,
  counted,
  dayKey,
  dayText,
  dueText,
  durationText,
  lostText,
  momentText,
  stitchesText,
  timeText,
  whole,
} from './text.ts';

describe('numbers as operators read them', () => {
  test('thousands marks and the unit', () => {
    expect(whole(12_400.4)).toBe('12,400');
    expect(stitchesText(999)).toBe('999 st');
    expect(counted(1, 'break')).toBe('1 break');
    expect(counted(1200, 'stitch', 'stitches')).toBe('1,200 stitches');
    expect(counted(0, 'needle')).toBe('0 needles');
  });
  test.each([
    [0, '0 min'],
    [29_000, '0 min'],
    [59 * 60_000, '59 min'],
    [60 * 60_000, '1 h 00 min'],
    [380 * 60_000, '6 h 20 min'],
    [59.6 * 60_000, '1 h 00 min'],
  ])('%d ms last %s', (ms, text) => expect(durationText(ms)).toBe(text));
  test('time lost has tenths', () => expect(lostText(93_000)).toBe('1.6 min'));
  test.each([
    [-5, '0:00'],
    [7_900, '0:07'],
    [127_000, '2:07'],
    [600_000, '10:00'],
    [3_727_000, '1:02:07'],
  ])('a clock that ran %d ms shows %s', (ms, text) => expect(clockText(ms)).toBe(text));
});

describe('times in the operator’s own zone', () => {
  const at = '2026-11-24T23:30:00.000Z';
  test('an hour before midnight at the Greenwich line is the next day in Berlin', () => {
    expect(timeText(at, 'Europe/Berlin')).toBe('00:30');
    expect(dayKey(at, 'UTC')).toBe('2026-11-24');
    expect(dayKey(at, 'Europe/Berlin')).toBe('2026-11-25');
    expect(dayText(at, 'Europe/Berlin')).toBe('25 Nov');
  });
  test('today only the time, else the day too, another year with the year', () => {
    expect(momentText(at, 'UTC', '2026-11-24T10:00:00Z')).toBe('23:30');
    expect(momentText(at, 'UTC', '2026-11-26T10:00:00Z')).toBe('24 Nov 23:30');
    expect(momentText(at, 'UTC', '2027-01-02T10:00:00Z')).toBe('24 Nov 2026 23:30');
  });
  test('a due day has no zone', () => expect(dueText('2026-11-24')).toBe('Tue 24 Nov'));
  test('a day a year ago is told from the same day now', () => {
    expect(dueText('2025-12-01', '2026-12-01')).toMatch(/^Mon,? 1 Dec 2025$/);
    expect(dueText('2027-01-04', '2026-12-01')).toBe('Mon 4 Jan');
  });
  test('the calendar day agrees with a time-zone library, winter and summer, east and west', () => {
    const zones = [
      'UTC',
      'Europe/Berlin',
      'America/St_Johns',
      'Asia/Kathmandu',
      'Pacific/Auckland',
      'America/Los_Angeles',
    ];
    fc.assert(
      fc.property(
        fc.integer({ min: Date.UTC(2024, 0, 1), max: Date.UTC(2029, 0, 1) }),
        fc.constantFrom(...zones),
        (ms, zone) => {
          const there = new TZDate(ms, zone);
          const two = (value: number) => String(value).padStart(2, '0');
          const expected = `${there.getFullYear()}-${two(there.getMonth() + 1)}-${two(there.getDate())}`;
          expect(dayKey(new Date(ms).toISOString(), zone)).toBe(expected);
        },
      ),
      { numRuns: 300 },
    );
  });
});
