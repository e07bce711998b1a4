import { expect, test } from 'vitest';
import type { Event, EventKind, EventOf } from '../../core/ledger/entry.ts';
import { needle } from '../../../tests/support/entries.ts';
import type { HeadNowMessage } from '../../schemas/workshop.ts';
import { mustReload, MachineReplica } from './machine-replica.ts';

const at = (second: number) => new Date(Date.UTC(2026, 10, 2, 8, 0, second)).toISOString();
function told<K extends EventKind>(kind: K, second: number, more: Partial<EventOf<K>> = {}): Event {
  return {
    ...{ id: `${kind}-${second}`, machineId: 'm', kind, head: 1, position: 7, at: at(second), data: {} },
    ...{ receivedAt: at(second), operatorId: null, jobId: null, void: false, corrections: 0, seq: second },
    ...{ closedBy: null, closedAt: null, lostMs: null, claimedAt: null },
    ...more,
  } as Event;
}
const fitted = (second: number, over?: string | null) =>
  told('needle_fitted', second, { data: { needle: needle(), reason: 'worn', over } });
const cone = (second: number, coneId: string | null) =>
  told('cone_mounted', second, { data: { threadId: 't', coneId, fibre: 'polyester' } });

test('what comes in its order is folded by the page: the server is not asked', () => {
  const known = [told('break', 1, { data: { fault: null } })];
  expect(mustReload(told('sewing_again', 2, { data: { closes: 'break-1' } }), true, known)).toBe(false);
  expect(mustReload(fitted(2, 'n0'), true, known)).toBe(false);
  expect(mustReload(told('break', 1, { lostMs: 5000, closedBy: 'x' }), false, known)).toBe(false);
});
test('a correction, and what was taken back, need the ledger’s history', () => {
  expect(mustReload(told('break', 1, { corrections: 1 }), false, [])).toBe(true);
  expect(mustReload(told('break', 1, { void: true }), true, [])).toBe(true);
});
test('one that comes late does too, by a second or by its id', () => {
  expect(mustReload(fitted(2), true, [told('note', 3)])).toBe(true);
  expect(mustReload({ ...fitted(3), id: 'a' }, true, [{ ...told('note', 3), id: 'b' }])).toBe(true);
  expect(mustReload({ ...fitted(3), id: 'b' }, true, [{ ...told('note', 3), id: 'a' }])).toBe(false);
});
test('a cone known by name may come from the shelf; one without a name has sewn nothing', () => {
  expect(mustReload(cone(2, 'c1'), true, [])).toBe(true);
  expect(mustReload(cone(2, null), true, [])).toBe(false);
});
test('two needles over the same one are a clash; over another, at another seat, or one taken back are none', () => {
  expect(mustReload(fitted(2, 'n0'), true, [fitted(1, 'n0')])).toBe(true);
  expect(mustReload(fitted(2, null), true, [fitted(1, null)])).toBe(true);
  expect(mustReload(fitted(2, 'n1'), true, [fitted(1, 'n0')])).toBe(false);
  expect(mustReload(fitted(2), true, [fitted(1)])).toBe(false);
  expect(mustReload(fitted(2, 'n0'), true, [{ ...fitted(1, 'n0'), position: 8 } as Event])).toBe(false);
  expect(mustReload(fitted(2, 'n0'), true, [{ ...fitted(1, 'n0'), void: true } as Event])).toBe(false);
});
test('what was stored while the head was being read is asked for: it may be in it already', () => {
  const piece = told('note', 5, {});
  expect(mustReload({ ...piece, seq: 40 }, true, [], 40)).toBe(true);
  expect(mustReload({ ...piece, seq: 41 }, true, [], 40)).toBe(false);
  expect(mustReload({ ...piece, seq: 40 }, false, [], 40)).toBe(false);
});

const head = (seq: number): HeadNowMessage => ({
  ...{ seq, until: seq, seats: [], job: null, openStop: null, held: [], clashes: [] },
});
const broke = (seq: number, data: object) =>
  told('break', 1, { seq, corrections: seq - 1, data: { fault: 'needle_broke', ...data } } as Partial<
    EventOf<'break'>
  >);

test('of a state that was asked for, events changed after its head are left to the line, which is not passed over then', () => {
  const page = new MachineReplica(head(1), [broke(1, {})]);
  expect(page.replace(head(2), [broke(3, { fragments: 'missing' }), told('note', 4)])).toBe(true);
  expect(page.events.map(({ seq }) => seq)).toEqual([1]);
  // The line tells both: the correction has to be asked for, the note is folded.
  expect(page.apply(broke(3, { fragments: 'missing' }))).toBe(true);
  expect(page.apply(told('note', 4))).toBe(false);
  expect(page.events.map(({ seq }) => seq)).toEqual([4, 3]);
  expect(page.head.seq).toBe(4);
});
test('a state older than what was told is not taken', () => {
  const page = new MachineReplica(head(1), []);
  expect(page.apply(told('note', 5))).toBe(false);
  expect(page.replace(head(4), [told('note', 4)])).toBe(false);
  expect(page.events.map(({ seq }) => seq)).toEqual([5]);
  expect(page.replace(head(5), [told('note', 4), told('note', 5)])).toBe(true);
  expect(page.events.map(({ seq }) => seq)).toEqual([5, 4]);
});
