import { expect, test } from 'vitest';
import type { Event } from '../../schemas/ledger/event.ts';
import { piecesSince } from './pieces-since.ts';
import type { ShownEvent } from './view.ts';

const piece = (seq: number, more: Partial<ShownEvent> = {}, heads = [1]): ShownEvent =>
  ({
    ...{ id: `p${seq}`, machineId: 'm', kind: 'piece_finished', head: null, position: null },
    ...{ at: '2026-11-02T08:00:00.000Z', receivedAt: '2026-11-02T09:00:00.000Z', operatorId: null },
    ...{
      jobId: 'j',
      void: false,
      corrections: 0,
      seq,
      closedBy: null,
      closedAt: null,
      lostMs: null,
      claimedAt: null,
    },
    data: { heads, speed: 800, stops: [] },
    ...more,
  }) as ShownEvent;
const since = (first: Event[], now: ShownEvent[], asOf: number) => piecesSince('j', first, now, asOf);

test('a piece logged without a network, before the page was made, counts while it is on its way and once it is stored', () => {
  const waiting = piece(Number.MAX_SAFE_INTEGER, { id: 'p9', pending: 'waiting' });
  expect(since([piece(1)], [piece(1), waiting], 5)).toBe(1);
  expect(since([piece(1)], [piece(1), piece(9)], 5)).toBe(1);
});
test('what the tally had is not counted again, nor older ones that the page learns of later', () => {
  expect(since([piece(1)], [piece(1)], 5)).toBe(0);
  expect(since([piece(3)], [piece(3), piece(2), piece(1)], 5)).toBe(0);
  expect(since([], [piece(4)], 5)).toBe(0);
});
test('one stored while the page was being made: in its events, not in the tally', () =>
  expect(since([piece(6)], [piece(6)], 5)).toBe(1));
test('a piece taken back is one less; one of before the page that was only corrected is none more', () => {
  expect(since([piece(1)], [piece(8, { id: 'p1', void: true, corrections: 1 })], 5)).toBe(-1);
  expect(since([], [piece(8, { id: 'p0', corrections: 1 })], 5)).toBe(0);
});
test('each head of a piece is one; other jobs’ and other kinds of entries are none', () => {
  const other = piece(8, { jobId: 'k' });
  const stopped = { ...piece(9), kind: 'break' } as ShownEvent;
  expect(since([], [piece(7, {}, [1, 2, 4]), other, stopped], 5)).toBe(3);
});
