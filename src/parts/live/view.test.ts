import { describe, expect, test } from 'vitest';
import { needle } from '../../../tests/support/entries.ts';
import type { Entry } from '../../core/ledger/entry.ts';
import type { Event } from '../../schemas/ledger/event.ts';
import type { HeadNowMessage } from '../../schemas/workshop.ts';
import type { Outgoing } from './outbox/outbox.ts';
import { viewOf } from './view.ts';

const spec = needle();
const at = (second: number) => new Date(Date.UTC(2026, 10, 2, 8, 0, second)).toISOString();
const head: HeadNowMessage = {
  until: 0,
  seq: 10,
  seats: [1, 2].map((position) => ({ head: 1, position, needle: null, cone: null })),
  job: null,
  openStop: null,
  held: [],
  clashes: [],
} as HeadNowMessage;

const out = (entry: Record<string, unknown>, state: Outgoing['state'] = 'waiting'): Outgoing => ({
  entry: {
    ...{ machineId: 'm', operatorId: null, jobId: null, corrects: null, head: null, position: null },
    ...entry,
  } as Entry,
  ...{ state, why: null, seq: null, clock: 0, settled: true, kept: true },
});
const event = (one: Partial<Event> & { id: string; kind: string; at: string }): Event =>
  ({
    ...{ machineId: 'm', head: 1, position: 1, operatorId: null, jobId: null, data: {}, receivedAt: one.at },
    ...{ void: false, corrections: 0, closedBy: null, closedAt: null, lostMs: null, seq: 5 },
    ...one,
  }) as Event;
const broke = { id: 'b', kind: 'break' as const, at: at(1), head: 1, position: 2, data: { fault: null } };

describe('what a device wrote, laid over what the server told', () => {
  test('a break stands open at once, marked as waiting', () => {
    const view = viewOf(head, [], [out(broke)]);
    expect(view.openStop).toMatchObject({ id: 'b', pending: 'waiting' });
    expect(view.events.map((one) => one.id)).toEqual(['b']);
  });
  test('sewing again ends it, with the time lost', () => {
    const view = viewOf(
      head,
      [],
      [out(broke), out({ id: 's', kind: 'sewing_again', at: at(31), data: { closes: 'b' } })],
    );
    expect(view.openStop).toBeNull();
    expect(view.events.find((one) => one.id === 'b')).toMatchObject({ closedBy: 's', lostMs: 30_000 });
  });
  test('a needle and a cone sit in their seats before the server answered', () => {
    const view = viewOf(
      head,
      [],
      [
        out({
          id: 'n',
          kind: 'needle_fitted',
          at: at(2),
          head: 1,
          position: 2,
          data: { needle: spec, reason: 'worn' },
        }),
        out({
          id: 'c',
          kind: 'cone_mounted',
          at: at(3),
          head: 1,
          position: 2,
          data: { threadId: 't', coneId: null, fibre: 'polyester' },
        }),
      ],
    );
    expect(view.seats[1]).toMatchObject({
      needle: { entryId: 'n', age: { stitches: 0 } },
      cone: { threadId: 't' },
    });
    expect(view.seats[0]).toMatchObject({ needle: null, cone: null });
  });
  test('what was refused is not shown, and what the server has told already is not shown twice', () => {
    expect(viewOf(head, [], [out(broke, 'refused')]).events).toEqual([]);
    const told = event(broke);
    expect(viewOf({ ...head, openStop: told }, [told], [out(broke, 'sending')]).events).toHaveLength(1);
  });
  test('a correction shows at once: another position, taken back, or an earlier time, in its new place', () => {
    const told = [event(broke), event({ id: 'a', kind: 'note', at: at(0), data: { text: 'x' } })];
    const correct = (data: unknown) => out({ id: 'k', kind: 'correction', at: at(9), corrects: 'b', data });
    const moved = viewOf({ ...head, openStop: told[0]! }, told, [correct({ position: 1 })]);
    expect(moved.events[0]).toMatchObject({ id: 'b', position: 1, corrections: 1, pending: 'waiting' });
    expect(moved.openStop).toMatchObject({ position: 1 });
    const gone = viewOf({ ...head, openStop: told[0]! }, told, [correct({ void: true })]);
    expect(gone.openStop).toBeNull();
    expect(gone.events[0]).toMatchObject({ void: true });
    const earlier = viewOf(head, told, [correct({ at: '2026-11-02T07:00:00.000Z' })]);
    expect(earlier.events.map((one) => one.id)).toEqual(['a', 'b']);
  });
  test('a held piece is shown until its release is written', () => {
    const held = out({
      id: 'h',
      kind: 'piece_held',
      at: at(4),
      head: 1,
      position: 2,
      data: { breakId: 'b', why: 'w' },
    });
    expect(viewOf(head, [], [held]).held.map((one) => one.id)).toEqual(['h']);
    const released = out({ id: 'r', kind: 'piece_released', at: at(5), data: { closes: 'h', why: 'found' } });
    expect(viewOf(head, [], [held, released]).held).toEqual([]);
  });
  test('two needles over the same one clash until one is taken back or said to have come after the other', () => {
    const pair = ['n1', 'n2'].map((id, index) =>
      event({ id, kind: 'needle_fitted', at: at(index), data: { needle: spec, reason: 'worn', over: 'n0' } }),
    );
    const clashing = { ...head, clashes: [pair] };
    expect(viewOf(clashing, pair, []).clashes).toHaveLength(1);
    const settle = (data: unknown) => [out({ id: 'k', kind: 'correction', at: at(9), corrects: 'n2', data })];
    expect(viewOf(clashing, pair, settle({ void: true })).clashes).toEqual([]);
    expect(viewOf(clashing, pair, settle({ data: { over: 'n1' } })).clashes).toEqual([]);
  });
  test('nothing that the server told is changed in place', () => {
    const told = [event(broke)];
    const before = JSON.stringify([head, told]);
    viewOf(head, told, [
      out({ id: 'k', kind: 'correction', at: at(9), corrects: 'b', data: { void: true } }),
      out({ ...broke, id: 'b2' }),
    ]);
    expect(JSON.stringify([head, told])).toBe(before);
  });
});
