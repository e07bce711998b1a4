import { describe, expect, test } from 'vitest';
import { needle } from '../../../tests/support/entries.ts';
import type { Seat } from '../ledger/head-now.ts';
import { brokenNeedles, likelyOne, tooSoon } from './before-piece.ts';
import type { RunEvent } from './run-event.ts';

const at = (second: number) => new Date(Date.UTC(2026, 10, 2, 8, 0, second)).toISOString();
const told = (kind: string, second: number, more: object = {}): RunEvent =>
  ({
    ...{ id: `${kind} ${second}`, kind, at: at(second), head: 1, position: 7, jobId: 'j', operatorId: null },
    ...{ void: false, lostMs: null, data: {} },
    ...more,
  }) as RunEvent;
const broke = (second: number, more: object = {}) =>
  told('break', second, { data: { fault: 'needle_broke' }, ...more });

describe('a piece that cannot have been sewn yet', () => {
  const ask = (events: RunEvent[], second: number) =>
    tooSoon(events, { jobId: 'j', now: at(second), stitches: 1700, speed: 850 });
  test('2 minutes of sewing, said half a minute after the last: asked; after a minute: counted', () => {
    expect(ask([told('piece_finished', 0)], 30)).toEqual({ sinceMs: 30_000, needsMs: 120_000 });
    expect(ask([told('piece_finished', 0)], 59)).not.toBeNull();
    expect(ask([told('piece_finished', 0)], 60)).toBeNull();
  });
  test('the newest piece counts, whatever order they come in', () => {
    expect(ask([told('piece_finished', 50), told('piece_finished', 0)], 90)?.sinceMs).toBe(40_000);
    expect(ask([told('piece_finished', 0), told('piece_finished', 50)], 90)?.sinceMs).toBe(40_000);
  });
  test('the first of a job, after one taken back, or after another job’s, is never too soon', () => {
    expect(ask([], 1)).toBeNull();
    expect(ask([told('piece_finished', 0, { void: true })], 1)).toBeNull();
    expect(ask([told('piece_finished', 0, { jobId: 'k' })], 1)).toBeNull();
    expect(ask([told('break', 0)], 1)).toBeNull();
  });
  test('a device’s clock that is behind makes no negative time', () =>
    expect(ask([told('piece_finished', 10)], 5)?.sinceMs).toBe(0));
});

describe('a needle that broke', () => {
  const seat = (fitted: number | null, more: Partial<Seat> = {}): Seat => ({
    ...{ head: 1, position: 7, cone: null },
    needle:
      fitted === null
        ? null
        : {
            entryId: 'n',
            spec: needle(),
            fittedAt: at(fitted),
            reason: 'worn',
            age: { stitches: 0, sewingMs: 0, metallicMs: 0 },
          },
    ...more,
  });
  test('is asked after until another is on record there', () => {
    expect(brokenNeedles([seat(0)], [broke(9)])).toHaveLength(1);
    expect(brokenNeedles([seat(null)], [broke(9)])).toHaveLength(1);
    expect(brokenNeedles([seat(9)], [broke(9)])).toEqual([]);
    expect(brokenNeedles([seat(12)], [broke(9)])).toEqual([]);
  });
  test('on its own seat alone; the newest of several counts; another fault or one taken back is none', () => {
    expect(brokenNeedles([seat(0, { position: 8 }), seat(0, { head: 2 })], [broke(9)])).toEqual([]);
    expect(brokenNeedles([seat(10)], [broke(9), broke(12), broke(3)])[0]!.broke.at).toBe(at(12));
    expect(
      brokenNeedles([seat(0)], [broke(9, { void: true }), told('break', 9, { data: { fault: 'shred' } })]),
    ).toEqual([]);
  });
});

describe('one break logged on two devices', () => {
  test('at one seat, within half a minute, since the machine stands', () => {
    const [one, two] = [told('break', 10), told('break', 40)];
    expect(likelyOne([two, one], one)).toEqual({ first: one, second: two });
    expect(likelyOne([told('break', 41), one], one)).toBeNull();
    expect(likelyOne([two, one], null)).toBeNull();
  });
  test('not at another seat, not one taken back, not one from before the stop', () => {
    const one = told('break', 10);
    expect(likelyOne([one, told('break', 12, { position: 8 })], one)).toBeNull();
    expect(likelyOne([one, told('break', 12, { head: 2 })], one)).toBeNull();
    expect(likelyOne([one, told('break', 12, { void: true })], one)).toBeNull();
    expect(likelyOne([told('break', 8), one], one)).toBeNull();
  });
});
