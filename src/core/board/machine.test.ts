import { describe, expect, test } from 'vitest';
import { doneAt, runMs, stateOf, urgentActs, wantHands, type BoardMachine } from './machine.ts';
import { ago, boardMachine as machine, noon as now } from '../../../tests/support/board.ts';

const stop = (minutes: number) => ({ id: 's', at: ago(minutes), says: 'snap' });
const state = (told: Partial<BoardMachine>) => stateOf(machine(told), now);

describe('what a machine does', () => {
  test('a stop comes before everything else; somebody at it lately makes it tended, for ten minutes', () => {
    expect(state({ stop: stop(3), job: null })).toEqual({ state: 'stands', since: ago(3) });
    expect(state({ stop: stop(30), tended: { at: ago(9.99), by: null } }).state).toBe('tended');
    expect(state({ stop: stop(30), tended: { at: ago(10), by: 'Ines' } }).state).toBe('stands');
  });
  test('finished with the last piece, and with one too many; not one before', () => {
    const job = (pieces: number) => state({ job: { name: 'Caps', pieces, of: 20 } }).state;
    expect([job(19), job(20), job(21)]).toEqual(['sews', 'finished', 'finished']);
  });
  test('a feed that said it sews is silent after two minutes; one that said it stands is not, however long', () => {
    const at = (minutes: number, isRunning = true) => state({ feed: { isRunning, at: ago(minutes) } });
    expect(at(2).state).toBe('sews');
    expect(at(2.01)).toEqual({ state: 'silent', since: ago(2.01) });
    expect(at(25, false).state).toBe('sews');
  });
  test('without a feed nobody knows after half an hour; a live feed is news enough', () => {
    expect(state({ newsAt: ago(30) }).state).toBe('sews');
    expect(state({ newsAt: ago(30.1) })).toEqual({ state: 'quiet', since: ago(30.1) });
    expect(state({ newsAt: null })).toEqual({ state: 'quiet', since: null });
    expect(state({ newsAt: ago(300), feed: { isRunning: true, at: ago(1) } }).state).toBe('sews');
  });
  test('no job: idle, and no news of it', () => {
    expect(state({ job: null, newsAt: ago(500) })).toEqual({ state: 'idle', since: null });
  });
});

test('those that want a hand: untended stops, the longest first, then what is urgent, tended stops, finished, silent; others not', () => {
  const acts = [{ key: 'third', says: 'third break here', isUrgent: true }];
  const all = [
    machine({ name: 'sews' }),
    machine({ name: 'idle', job: null }),
    machine({ name: 'quiet', newsAt: ago(99) }),
    machine({ name: 'near', acts: [{ key: 'bobbi', says: 'bobbin soon', isUrgent: false }] }),
    machine({ name: 'silent', feed: { isRunning: true, at: ago(4) } }),
    machine({ name: 'finished', job: { name: 'Caps', pieces: 9, of: 9 } }),
    machine({ name: 'tended', stop: stop(50), tended: { at: ago(1), by: null } }),
    machine({ name: 'held 10', held: 1 }),
    machine({ name: 'held 2', acts }),
    machine({ name: 'short', stop: stop(2) }),
    machine({ name: 'long', stop: stop(20) }),
  ];
  expect(wantHands(all, now).map(({ name }) => name)).toEqual([
    ...['long', 'short', 'held 2', 'held 10', 'tended', 'finished', 'silent'],
  ]);
});

test('a piece on hold is to be acted on at once, in words; what comes later is not', () => {
  const acts = [
    { key: 'look', says: 'look here', isUrgent: true },
    { key: 'soon', says: 'soon', isUrgent: false },
  ];
  expect(urgentActs({ held: 1, acts }).map(({ says }) => says)).toEqual(['a piece is on hold', 'look here']);
  expect(urgentActs({ held: 3, acts: [] }).map(({ says }) => says)).toEqual(['3 pieces are on hold']);
  expect(urgentActs({ held: 0, acts: [] })).toEqual([]);
});

describe('when a job is done', () => {
  const runs = { ms: 10 * 60_000, left: 4, since: ago(3) };
  const minutes = (told: Partial<BoardMachine>) => {
    const done = doneAt(machine({ runs, ...told }), now);
    return done === null ? null : Math.round((done - now) / 6000) / 10;
  };
  test('runs to go, less what is sewn of the one on it; the last tenth of a run is never taken as sewn', () => {
    expect(minutes({})).toBe(37);
    expect(minutes({ runs: { ...runs, since: ago(25) } })).toBe(31);
    expect(minutes({ runs: { ...runs, left: 1, since: ago(0) } })).toBe(10);
  });
  test('standing time moves it on', () => {
    expect(minutes({ runs: { ...runs, since: ago(20) }, stop: stop(15) })).toBe(35);
    expect(minutes({ runs: { ...runs, since: ago(20) }, stop: stop(18) })).toBe(38);
  });
  test('not told: too few runs, none left, nobody knows whether it sews', () => {
    for (const told of [
      { runs: null },
      { runs: { ...runs, left: 0 } },
      { newsAt: ago(45) },
      { job: null },
      { feed: { isRunning: true, at: ago(5) } },
    ])
      expect(minutes(told), JSON.stringify(told)).toBeNull();
  });
});

test('how long a run takes: the mean of the last ones, without nights and without what is longer than three medians', () => {
  const ended = (...gaps: number[]) => {
    let at = 0;
    return [ago(0), ...gaps.map((gap) => ago((at += gap)))];
  };
  expect(runMs(ended(10, 12, 8))).toBe(10 * 60_000);
  // Lunch.
  expect(runMs(ended(10, 12, 45, 8))).toBe(10 * 60_000);
  expect(runMs(ended(10, 12, 30, 8))).toBe(15 * 60_000);
  expect(runMs(ended(10, 14 * 60, 12, 8))).toBe(10 * 60_000);
  expect(runMs(ended(10))).toBeNull();
  expect(runMs(ended(10, 700))).toBeNull();
  expect(runMs([])).toBeNull();
});
