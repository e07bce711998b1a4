import { describe, expect, test } from 'vitest';
import { effectiveEntries, effectiveEntry } from './effective.ts';
import { inLedgerOrder, type Entry, type EntryData, type EntryOf } from './entry.ts';

const at = (minute: number) => `2026-11-02T08:${String(minute).padStart(2, '0')}:00.000Z`;
const base = { machineId: 'm', head: 1, position: 7, operatorId: null, jobId: 'j1', corrects: null };
const broke: Entry = { ...base, id: 'b', at: at(1), kind: 'break', data: { fault: null } };
const correction = (
  id: string,
  corrects: string,
  minute: number,
  data: EntryData['correction'],
): EntryOf<'correction'> => ({ ...base, id, corrects, at: at(minute), kind: 'correction', data });

test('ledger order: by time, then by id; an entry stands beside itself', () => {
  expect(inLedgerOrder({ at: at(1), id: 'z' }, { at: at(2), id: 'a' })).toBeLessThan(0);
  expect(inLedgerOrder({ at: at(2), id: 'a' }, { at: at(1), id: 'z' })).toBeGreaterThan(0);
  expect(inLedgerOrder({ at: at(1), id: 'a' }, { at: at(1), id: 'b' })).toBe(-1);
  expect(inLedgerOrder({ at: at(1), id: 'b' }, { at: at(1), id: 'a' })).toBe(1);
  expect(inLedgerOrder({ at: at(1), id: 'a' }, { at: at(1), id: 'a' })).toBe(0);
});

describe('a correction changes what it names and leaves the rest', () => {
  test.each<[keyof EntryData['correction'], EntryData['correction'], object]>([
    [
      'head',
      { head: 2 },
      { head: 2, position: 7, jobId: 'j1', at: at(1), data: { fault: null }, void: false },
    ],
    ['position', { position: 9 }, { head: 1, position: 9, jobId: 'j1', at: at(1), void: false }],
    ['jobId', { jobId: null }, { head: 1, position: 7, jobId: null, at: at(1), void: false }],
    ['at', { at: at(0) }, { head: 1, position: 7, jobId: 'j1', at: at(0), void: false }],
    ['data', { data: { fault: 'snap' } }, { head: 1, position: 7, data: { fault: 'snap' }, void: false }],
    ['void', { void: true }, { head: 1, position: 7, data: { fault: null }, void: true }],
  ])('%s', (_, data, becomes) => {
    expect(effectiveEntry(broke, [correction('c', 'b', 5, data)])).toMatchObject({
      ...becomes,
      corrections: 1,
    });
  });
  test('the later one over the earlier, however they are handed in', () => {
    const [first, second] = [
      correction('x', 'b', 3, { position: 8 }),
      correction('c', 'b', 4, { position: 9 }),
    ];
    for (const given of [
      [first, second],
      [second, first],
    ])
      expect(effectiveEntry(broke, given)).toMatchObject({ position: 9, corrections: 2 });
  });
  test('one about another entry says nothing here', () =>
    expect(effectiveEntry(broke, [correction('c', 'other', 4, { position: 9 })])).toMatchObject({
      position: 7,
      corrections: 0,
    }));
  test('one that was taken back, and one whose taking back was taken back', () => {
    const moved = correction('c', 'b', 3, { position: 9 });
    const taken = correction('d', 'c', 4, { void: true });
    const back = correction('e', 'd', 5, { void: true });
    const again = correction('f', 'c', 6, { void: false });
    const positions = (given: EntryOf<'correction'>[]) => effectiveEntries([...given, broke])[0]!.position;
    expect([[moved], [moved, taken], [moved, taken, back], [moved, taken, again]].map(positions)).toEqual([
      9, 7, 9, 9,
    ]);
  });
  test('a correction has no standing of its own', () => {
    expect(() => effectiveEntry(correction('c', 'b', 3, {}), [])).toThrow(/only be taken back/);
    expect(effectiveEntries([correction('c', 'b', 3, { position: 9 }), broke])).toHaveLength(1);
  });
});
