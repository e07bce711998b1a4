import { describe, expect, test } from 'vitest';
import { at, entry, needle, piece } from '../../../../tests/support/entries.ts';
import type { EffectiveEntry, Entry } from '../../ledger/entry.ts';
import type { HeadNow, Seat } from '../../ledger/head-now.ts';
import { addExposure, livesNow, nobody, noExposures, type Exposures } from './exposures.ts';

const seat = (head: number, position: number, more: Partial<Seat> = {}): Seat => ({
  ...at(head, position),
  needle: {
    ...{ entryId: `n${head}.${position}`, spec: needle(), fittedAt: '2026-10-01T00:00:00.000Z' },
    ...{ reason: 'worn', age: { stitches: 1000 * position, sewingMs: 7, metallicMs: 0 } },
  } as Seat['needle'],
  cone: { threadId: `t${position}` } as Seat['cone'],
  ...more,
});
const head: HeadNow = {
  seats: [seat(1, 3), seat(1, 5), seat(2, 3), seat(2, 5), seat(1, 9, { needle: null, cone: null })],
  job: null,
  shelf: {},
};
const day = '2026-11-03';
const time = (text: string, of = day) => ({ at: `${of}T${text}:00.000Z` });
const counted = (one: Entry, isVoid = false) => ({ ...one, void: isVoid, corrections: 0 }) as EffectiveEntry;

function after(list: readonly (readonly [Entry, { lostMs?: number; counts?: boolean; void?: boolean }?])[]) {
  const into = noExposures();
  for (const [one, how = {}] of list)
    addExposure(into, head, counted(one, how.void), { lostMs: how.lostMs ?? 0, counts: how.counts });
  return into;
}
const cells = ({ cells: all }: Exposures) => [...all.values()];
const lives = ({ lives: all }: Exposures) => [...all.values()];
const broke = (position: number, when: object, rest: Partial<Entry> = {}) =>
  entry('break', { fault: 'shred' }, { ...at(1, position), ...when, ...rest });
const fitted = (position: number, when: object, rest: Partial<Entry> = {}) =>
  entry('needle_fitted', { needle: needle(), reason: 'worn' }, { ...at(1, position), ...when, ...rest });

describe('what was sewn, by seat, part of the day, job, needle, thread and person', () => {
  test('one piece on two heads: each seat its stitches, its time, its needle and thread', () => {
    const into = after([
      [piece({ 3: 1500, 5: 400 }, { ...time('08:59'), jobId: 'j', operatorId: 'p' }, [1, 2], 800)],
    ]);
    expect(cells(into)).toHaveLength(4);
    expect(cells(into)[0]).toEqual({
      ...{ day, block: 2, head: 1, position: 3, jobId: 'j', needleEntry: 'n1.3', threadId: 't3' },
      ...{ operatorId: 'p', needleKind: '75/11 sharp', needleAge: 3000 },
      ...{ stitches: 1500, sewingMs: 112_500, breaks: 0 },
    });
    expect(cells(into).map((cell) => [cell.head, cell.position, cell.stitches, cell.sewingMs])).toEqual([
      [1, 3, 1500, 112_500],
      [1, 5, 400, 30_000],
      [2, 3, 1500, 112_500],
      [2, 5, 400, 30_000],
    ]);
  });
  test('the same again adds up; the next part of the day, or another job, is a cell of its own', () => {
    const into = after([
      [piece({ 3: 1000 }, { ...time('08:00'), jobId: 'j', operatorId: 'p' })],
      [piece({ 3: 500 }, { ...time('08:30'), jobId: 'j', operatorId: 'p' })],
      [piece({ 3: 70 }, { ...time('09:00'), jobId: 'j', operatorId: 'p' })],
      [piece({ 3: 8 }, { ...time('08:40'), jobId: 'k', operatorId: 'p' })],
      [piece({ 3: 9 }, { ...time('08:50'), operatorId: 'p' })],
    ]);
    expect(cells(into).map(({ block, jobId, stitches }) => [block, jobId, stitches])).toEqual([
      [2, 'j', 1500],
      [3, 'j', 70],
      [2, 'k', 8],
      [2, nobody, 9],
    ]);
  });
  test('a seat that two stops of one piece share: one cell, with the age before the piece', () => {
    const twice = piece({ 3: 100 }, { ...time('08:00'), jobId: 'j' });
    const stops = [
      { stop: 1, position: 3, stitches: 100 },
      { stop: 2, position: 3, stitches: 40 },
    ];
    const into = after([[{ ...twice, data: { heads: [1], speed: 600, stops } } as Entry]]);
    expect(cells(into)).toMatchObject([{ stitches: 140, sewingMs: 14_000, needleAge: 3000 }]);
  });
  test('a seat without needle or cone, and one that the head does not have', () => {
    const into = after([[piece({ 9: 10, 12: 20 }, time('23:59'))]]);
    const nothing = { needleEntry: nobody, threadId: nobody, needleKind: '', needleAge: 0 };
    expect(cells(into)).toMatchObject([
      { ...nothing, block: 7, position: 9, stitches: 10, operatorId: nobody },
      { ...nothing, position: 12, stitches: 20 },
    ]);
  });
  test('a part that was sewn counts as a piece does; what was taken back counts nowhere', () => {
    const part = piece({ 3: 300 }, time('08:00'));
    const into = after([
      [{ ...part, kind: 'part_sewn', data: { ...part.data, outcome: 'spoiled' } } as Entry],
      [piece({ 3: 900 }, time('08:05')), { void: true }],
      [broke(3, time('08:06')), { void: true, lostMs: 5 }],
    ]);
    expect(cells(into)).toMatchObject([{ stitches: 300, breaks: 0 }]);
    expect(into.stops.size).toBe(0);
    expect(into.atStop.size).toBe(0);
  });
});

describe('who was at the machine', () => {
  const sewn = (when: object, operatorId: string | null = null) =>
    [piece({ 3: 10 }, { ...when, operatorId })] as const;
  const who = (into: Exposures) => cells(into).map(({ operatorId, stitches }) => [operatorId, stitches]);

  test('a feed’s pieces are of whoever wrote last, within a shift: to the minute', () => {
    expect(who(after([sewn(time('06:00'), 'ann'), sewn(time('06:30'))]))).toEqual([['ann', 20]]);
    expect(
      who(after([[broke(5, time('06:00'), { operatorId: 'ann' })], sewn(time('18:00'))])),
    ).toContainEqual(['ann', 10]);
    expect(
      who(after([[broke(5, time('06:00'), { operatorId: 'ann' })], sewn(time('18:01'))])),
    ).toContainEqual([nobody, 10]);
    expect(who(after([sewn(time('06:00'))]))).toEqual([[nobody, 10]]);
  });
  test('who fitted a needle or logged a stop was there; who only wrote a note may have been anywhere', () => {
    const note = entry('note', { text: 'look at 5' }, { ...time('07:00'), operatorId: 'bob' });
    expect(
      who(after([[fitted(5, time('06:00'), { operatorId: 'ann' })], [note], sewn(time('07:30'))])),
    ).toEqual([['ann', 10]]);
    const stopped = entry('stop', { why: 'lunch' }, { ...time('06:10'), operatorId: 'cid' });
    expect(who(after([[stopped], sewn(time('07:30'))]))).toEqual([['cid', 10]]);
    const nameless = broke(5, time('07:00'));
    expect(
      who(after([[fitted(5, time('06:00'), { operatorId: 'ann' })], [nameless], sewn(time('07:30'))])),
    ).toContainEqual(['ann', 10]);
  });
});

describe('stops', () => {
  test('by day, place, job, kind and fault: how many, and how long', () => {
    const job = { jobId: 'j' };
    const into = after([
      [broke(3, time('08:00'), job), { lostMs: 60_000 }],
      [broke(3, time('09:00'), job), { lostMs: 30_000 }],
      [broke(5, time('09:10'), job), { lostMs: 5 }],
      [broke(3, time('09:00', '2026-11-04'), job), { lostMs: 7 }],
      [entry('break', { fault: null }, { ...at(1, 3), ...time('09:20'), ...job }), { lostMs: 1 }],
      [entry('stop', { why: 'lunch' }, time('12:00')), { lostMs: 9 }],
    ]);
    expect([...into.stops.values()]).toEqual([
      { ...{ day, ...at(1, 3), jobId: 'j', kind: 'break', fault: 'shred' }, stops: 2, lostMs: 90_000 },
      { ...{ day, ...at(1, 5), jobId: 'j', kind: 'break', fault: 'shred' }, stops: 1, lostMs: 5 },
      {
        ...{ day: '2026-11-04', ...at(1, 3), jobId: 'j', kind: 'break', fault: 'shred' },
        ...{ stops: 1, lostMs: 7 },
      },
      { ...{ day, ...at(1, 3), jobId: 'j', kind: 'break', fault: '' }, stops: 1, lostMs: 1 },
      { ...{ day, ...at(0, 0), jobId: nobody, kind: 'stop', fault: '' }, stops: 1, lostMs: 9 },
    ]);
  });
  test('a break of the top thread counts against its seat; one of the bobbin, or of no known seat, does not', () => {
    const bobbin = entry('break', { fault: 'bobbin_out' }, { ...at(1, 3), ...time('08:00') });
    expect(cells(after([[bobbin]]))).toEqual([]);
    expect(cells(after([[broke(3, time('08:00'))], [broke(3, time('08:01'))]]))).toMatchObject([
      { ...at(1, 3), breaks: 2, stitches: 0, needleAge: 3000, threadId: 't3' },
    ]);
    for (const where of [
      { head: null, position: 3 },
      { head: 1, position: null },
    ]) {
      const into = after([[entry('break', { fault: 'shred' }, { ...where, ...time('08:00') })]]);
      expect(cells(into)).toEqual([]);
      expect(into.atStop.size).toBe(0);
      expect(into.stops.size).toBe(1);
    }
    // A stop for no fault breaks nothing, wherever it was.
    const stopped = after([[entry('stop', { why: 'thread change' }, { ...at(1, 3), ...time('08:00') })]]);
    expect(cells(stopped)).toEqual([]);
    expect(stopped.atStop.size).toBe(0);
  });
});

describe('how a needle went', () => {
  const endOf = (into: Exposures) => lives(into).map(({ ended }) => ended?.fault);

  test('changed at a stop: the life that ended, with how far it had come and what for', () => {
    const change = fitted(3, time('08:05'));
    const into = after([[broke(3, time('08:00'))], [change]]);
    expect(lives(into)).toEqual([
      {
        ...{ entryId: 'n1.3', ...at(1, 3), needle: needle(), fittedAt: '2026-10-01T00:00:00.000Z' },
        age: { stitches: 3000, sewingMs: 7, metallicMs: 0 },
        ended: { at: change.at, by: change.id, reason: 'worn', fault: 'shred' },
      },
    ]);
    // It is told once: the next needle is not said to go for the same stop.
    expect(into.atStop.size).toBe(0);
  });
  test('a stop whose fault was not said is a stop all the same; none is none', () => {
    const unsaid = entry('break', { fault: null }, { ...at(1, 3), ...time('08:00') });
    expect(endOf(after([[unsaid], [fitted(3, time('08:05'))]]))).toEqual(['']);
    expect(endOf(after([[fitted(3, time('08:05'))]]))).toEqual([null]);
    expect(endOf(after([[broke(5, time('08:00'))], [fitted(3, time('08:05'))]]))).toEqual([null]);
  });
  test('sewn on after the stop, or more than half a day after it: not for that', () => {
    const on = after([
      [broke(3, time('08:00'))],
      [piece({ 3: 1 }, time('08:01'))],
      [fitted(3, time('08:05'))],
    ]);
    expect(endOf(on)).toEqual([null]);
    const elsewhere = [piece({ 5: 1 }, time('08:01'))] as const;
    expect(endOf(after([[broke(3, time('08:00'))], elsewhere, [fitted(3, time('08:05'))]]))).toEqual([
      'shred',
    ]);
    expect(endOf(after([[broke(3, time('08:00'))], [fitted(3, time('20:00'))]]))).toEqual(['shred']);
    expect(endOf(after([[broke(3, time('08:00'))], [fitted(3, time('20:01'))]]))).toEqual([null]);
  });
  test('an empty seat ends no life; before the stretch begins only the last stops are followed', () => {
    expect(lives(after([[fitted(9, time('08:05'))]]))).toEqual([]);
    const early = { counts: false };
    const into = after([
      [piece({ 3: 100 }, time('07:00')), early],
      [broke(5, time('07:30')), early],
      [fitted(5, time('07:31')), early],
      [broke(3, time('07:55')), early],
    ]);
    expect([into.cells.size, into.stops.size, into.lives.size]).toEqual([0, 0, 0]);
    expect([...into.atStop]).toEqual([['1.3', { at: `${day}T07:55:00.000Z`, fault: 'shred' }]]);
    addExposure(into, head, counted(fitted(3, time('08:05'))), { lostMs: 0 });
    expect(endOf(into)).toEqual(['shred']);
  });
  test('the needles that are in, as far as they have come', () => {
    expect(livesNow(head).map(({ entryId, age, ended }) => [entryId, age.stitches, ended])).toEqual([
      ['n1.3', 3000, null],
      ['n1.5', 5000, null],
      ['n2.3', 3000, null],
      ['n2.5', 5000, null],
    ]);
  });
});
