import { describe, expect, test } from 'vitest';
import type { EventKind } from './entry.ts';
import { applyOpen, openAfter, type OpenNow } from './open.ts';

type Told = { id: string; kind: EventKind; void: boolean; at: string; data: object };
const told = (id: string, kind: EventKind, minute: number, data: object = {}, taken = false): Told => ({
  id,
  kind,
  void: taken,
  at: `2026-11-02T08:${String(minute).padStart(2, '0')}:00.000Z`,
  data,
});
const ids = ({ openStop, held }: OpenNow<Told>) => [openStop?.id ?? null, held.map(({ id }) => id)];
const none: OpenNow<Told> = { openStop: null, held: [] };

describe('what stands open', () => {
  const stop = told('a', 'break', 1, { fault: null });
  const later = told('b', 'break', 2, { fault: 'snap' });
  const goesOn = told('c', 'sewing_again', 5, { closes: 'a' });
  const hold = told('d', 'piece_held', 3, { piece: 4 });

  test.each<[string, Told[], unknown]>([
    ['nothing', [], [null, []]],
    ['a break', [stop], ['a', []]],
    ['the earlier of two breaks, in whatever order they are told', [later, stop], ['a', []]],
    ['nothing after sewing again', [stop, goesOn], [null, []]],
    ['a break after it sewed again', [stop, goesOn, told('e', 'break', 6)], ['e', []]],
    ['nothing once a piece is finished', [stop, told('f', 'piece_finished', 2)], [null, []]],
    ['nothing of a break that was taken back', [{ ...stop, void: true }], [null, []]],
    ['a break whose ending was taken back', [stop, { ...goesOn, void: true }], ['a', []]],
    ['no note', [told('n', 'note', 1, { text: 'x' })], [null, []]],
    ['a piece on hold stays while the machine sews', [hold, told('f', 'piece_finished', 4)], [null, ['d']]],
    ['a hold that was let go', [hold, told('g', 'piece_released', 5, { closes: 'd' })], [null, []]],
    ['both', [stop, hold], ['a', ['d']]],
  ])('%s', (_, entries, open) => {
    expect(ids(openAfter(entries))).toEqual(open);
    const inOrder = [...entries].sort((a, b) => a.at.localeCompare(b.at));
    expect(ids(inOrder.reduce<OpenNow<Told>>(applyOpen, none))).toEqual(open);
  });
  test('a hold that is told twice is one', () => {
    const once = applyOpen(none, hold);
    expect(ids(applyOpen(once, hold))).toEqual([null, ['d']]);
  });
});
