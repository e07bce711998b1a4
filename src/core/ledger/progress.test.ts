import { describe, expect, test } from 'vitest';
import { entry, piece } from '../../../tests/support/entries.ts';
import { effectiveEntries, effectiveEntry } from './effective.ts';
import type { Entry, EntryOf } from './entry.ts';
import { faultFromWord, faultKeys, faults } from '../fault/faults.ts';
import { applyOpen, type OpenNow } from './open.ts';
import { tallyOf } from './progress.ts';

const effective = (one: Entry, corrections: EntryOf<'correction'>[] = []) => effectiveEntry(one, corrections);
const correction = (of: Entry, data: EntryOf<'correction'>['data']) =>
  entry('correction', data, { corrects: of.id }) as EntryOf<'correction'>;
const nothingOpen: OpenNow = { openStop: null, held: [] };
const openAfter = (entries: readonly Entry[]) => effectiveEntries(entries).reduce(applyOpen, nothingOpen);

describe('what an entry adds to its job', () => {
  test('a round on four heads is four pieces, and four times the stitches', () =>
    expect(tallyOf(effective(piece({ 1: 3000, 2: 500 }, {}, [1, 2, 3, 4])), null)).toEqual({
      pieces: 4,
      stitches: 14_000,
      breaks: 0,
      lostMs: 0,
    }));
  test('a break counts once; its time when it has ended', () => {
    const broke = effective(entry('break', { fault: 'shred' }, { head: 1, position: 7 }));
    expect(tallyOf(broke, null)).toMatchObject({ breaks: 1, lostMs: 0 });
    expect(tallyOf(broke, 90_000)).toMatchObject({ breaks: 1, lostMs: 90_000 });
  });
  test('a stop loses time and is no break', () =>
    expect(tallyOf(effective(entry('stop', { why: 'lunch' })), 60_000)).toMatchObject({
      breaks: 0,
      lostMs: 60_000,
    }));
  test('what was taken back adds nothing', () => {
    const broke = entry('break', { fault: null }, { head: 1, position: 7 });
    expect(tallyOf(effective(broke, [correction(broke, { void: true })]), 5000)).toEqual({
      pieces: 0,
      stitches: 0,
      breaks: 0,
      lostMs: 0,
    });
  });
});

describe('what stands open on a machine', () => {
  const broke = entry('break', { fault: null }, { head: 1, position: 7 });
  const again = entry('break', { fault: 'snap' }, { head: 1, position: 9 });
  test('the first of several stops in a row is the open one: time is lost once', () =>
    expect(openAfter([broke, again]).openStop?.id).toBe(broke.id));
  test('sewing again ends it, and so does a finished piece', () => {
    const sews = entry('sewing_again', { closes: broke.id });
    expect(openAfter([broke, again, sews]).openStop).toBeNull();
    expect(openAfter([broke, piece({ 7: 100 })]).openStop).toBeNull();
  });
  test('a break that was taken back never stood open', () =>
    expect(openAfter([broke, correction(broke, { void: true })]).openStop).toBeNull());
  test('a held piece stays until it is released, and no other with it', () => {
    const one = entry('piece_held', { breakId: broke.id, why: 'fragment missing' });
    const two = entry('piece_held', { breakId: again.id, why: 'fragment missing' });
    const released = entry('piece_released', { closes: one.id, why: 'found in the hoop' });
    expect(openAfter([broke, again, one, two]).held).toHaveLength(2);
    expect(openAfter([broke, again, one, two, released]).held.map((held) => held.id)).toEqual([two.id]);
  });
});

describe('corrections lie over an entry and can be taken back', () => {
  const broke = entry('break', { fault: null }, { head: 1, position: 7 });
  const moved = correction(broke, { position: 8 });
  const named = correction(broke, { data: { fault: 'nest' } });
  test('they add up, in the order they were made, whatever order they arrive in', () => {
    for (const list of [
      [moved, named],
      [named, moved],
    ])
      expect(effective(broke, list)).toMatchObject({
        position: 8,
        data: { fault: 'nest' },
        corrections: 2,
        void: false,
      });
  });
  test('the later of two wins', () =>
    expect(effective(broke, [moved, correction(broke, { position: 3 })]).position).toBe(3));
  test('a correction that was taken back does not count; taken back twice it does again', () => {
    const back = correction(moved, { void: true });
    expect(effectiveEntries([broke, moved, back])[0]).toMatchObject({ position: 7, corrections: 0 });
    const twice = correction(back, { void: true });
    expect(effectiveEntries([broke, moved, back, twice])[0]).toMatchObject({ position: 8, corrections: 1 });
  });
  test('a correction by itself has no standing', () =>
    expect(() => effectiveEntry(moved, [])).toThrow(/correct the entry itself/));
});

describe('kinds of breaks by their words (common practice, no published source)', () => {
  test('every kind is found by each of its words', () => {
    for (const key of faultKeys) for (const word of faults[key].words) expect(faultFromWord(word)).toBe(key);
  });
  test('a beginning does when it means one kind only', () => {
    expect(faultFromWord('fr')).toBe('shred');
    expect(faultFromWord('NE')).toBeNull();
    expect(faultFromWord('need')).toBe('needle_broke');
    expect(faultFromWord('s')).toBeNull();
    expect(faultFromWord('')).toBeNull();
    expect(faultFromWord('lightning')).toBeNull();
  });
  test('bobbin troubles point below, thread troubles above', () => {
    expect(faults.bobbin_out.side).toBe('bobbin');
    expect(faults.nest.side).toBe('bobbin');
    expect(faults.shred.side).toBe('top');
    expect(faults.skipped.side).toBe('needle');
  });
});
