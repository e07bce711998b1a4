import { expect, test } from 'vitest';
import { at, run, snapped, told } from '../../../tests/support/told.ts';
import { caseIn, readingOf } from './cases-in.ts';
import { stopsToday, todayNow, type OfToday } from './today.ts';

const isToday = (when: string) => Date.parse(when) >= Date.parse(at(0));
const falseStop = (minute: number, position = 7) =>
  told('break', minute, { fault: 'false_stop' }, { head: 1, position });

test('breaks and false stops of a day: what was told with the page, and what came, changed or went since', () => {
  const early = snapped(5, 7);
  const server: OfToday[] = [
    { id: early.id, kind: 'break', at: early.at, head: 1, position: 7, fault: 'snap' },
    { id: 'gone', kind: 'break', at: at(6), head: 1, position: 4, fault: null },
  ];
  const since = [
    falseStop(20),
    snapped(21, 4),
    { ...snapped(6, 4), id: 'gone', void: true },
    snapped(-90, 7),
    run(22, [[1, 7, 500]]),
  ];
  const today = todayNow(server, since, isToday);
  expect(stopsToday(today)).toEqual({ breaks: 2, falseStops: 1 });
  expect(stopsToday(today, { head: 1, position: 7 })).toEqual({ breaks: 1, falseStops: 1 });
  // Its kind said later: the break was none.
  const named = { ...early, data: { fault: 'false_stop' as const } } as typeof early;
  expect(stopsToday(todayNow(server, [named, ...since], isToday))).toEqual({ breaks: 1, falseStops: 2 });
  // A page that was opened after all of it says the same.
  expect(stopsToday(todayNow(today, [], isToday))).toEqual({ breaks: 2, falseStops: 1 });
});

test('the case in a head is what was said last of that head; one taken back leaves the one before', () => {
  const put = (minute: number, head: number, caseId: string | null, more: object = {}) =>
    told('case_fitted', minute, { caseId }, { head, position: null, ...more });
  const events = [put(5, 1, 'a'), put(9, 1, 'b', { void: true }), put(3, 1, 'c'), put(6, 2, 'd')];
  expect(caseIn(events, 1)).toBe('a');
  expect(caseIn(events, 2)).toBe('d');
  expect(caseIn(events, 3)).toBeUndefined();
  expect(caseIn([...events, put(10, 1, null)], 1)).toBeNull();
});

test('a reading is of the case it names, or of the one in the head where it names none; a simulated one is none', () => {
  const read = (minute: number, grams: number, more: object = {}) =>
    told('case_measured', minute, { grams, ...more });
  const events = [
    read(1, 27, { caseId: 'a' }),
    read(5, 50, { caseId: 'b' }),
    read(9, 12, { caseId: 'a', by: 'simulated' }),
  ];
  expect(readingOf(events, 'a')?.data.grams).toBe(27);
  expect(readingOf(events)?.data.grams).toBe(50);
  expect(readingOf([...events, read(7, 29)], 'a')?.data.grams).toBe(29);
  expect(readingOf([], 'a')).toBeNull();
});
