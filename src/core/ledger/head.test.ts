import { describe, expect, test } from 'vitest';
import { at, entry, needle, piece } from '../../../tests/support/entries.ts';
import { effectiveEntries } from './effective.ts';
import type { Entry } from './entry.ts';
import { applyEntry, commutes, emptyHead, foldHead } from './head.ts';
import { seatAt } from './head-now.ts';

const fold = (entries: Entry[], heads = 1, positions = 15) =>
  foldHead(emptyHead(heads, positions), effectiveEntries(entries));
const fit = (head: number, position: number, rest: Partial<Entry> = {}) =>
  entry('needle_fitted', { needle: needle(), reason: 'worn' }, { ...at(head, position), ...rest });
const mount = (
  head: number,
  position: number,
  threadId: string,
  coneId: string | null = null,
  fibre: 'polyester' | 'metallic' = 'polyester',
) => entry('cone_mounted', { threadId, coneId, fibre }, at(head, position));

describe('the head now', () => {
  test('a piece’s stitches go to the needles that sewed its stops, and only to those', () => {
    const now = fold([fit(1, 7), fit(1, 8), piece({ 7: 2000, 3: 500 })]);
    expect(seatAt(now, 1, 7)?.needle?.age).toEqual({ stitches: 2000, sewingMs: 120_000, metallicMs: 0 });
    expect(seatAt(now, 1, 8)?.needle?.age.stitches).toBe(0);
    expect(seatAt(now, 1, 3)?.needle).toBeNull();
  });

  test('a new needle begins at zero; the cone above it goes on counting', () => {
    const now = fold([mount(1, 7, 'red'), fit(1, 7), piece({ 7: 2000 }), fit(1, 7), piece({ 7: 300 })]);
    expect(seatAt(now, 1, 7)?.needle?.age.stitches).toBe(300);
    expect(seatAt(now, 1, 7)?.cone?.stitches).toBe(2300);
  });

  test('hours under a metallic cone count as metallic hours', () => {
    const now = fold([
      fit(1, 8),
      mount(1, 8, 'gold', null, 'metallic'),
      piece({ 8: 3000 }),
      mount(1, 8, 'red'),
      piece({ 8: 1000 }),
    ]);
    expect(seatAt(now, 1, 8)?.needle?.age).toEqual({
      stitches: 4000,
      sewingMs: 240_000,
      metallicMs: 180_000,
    });
  });

  test('on a machine of four heads each head’s needle counts, and a head that did not run does not', () => {
    const now = fold(
      [1, 2, 3, 4].map((head) => fit(head, 5)).concat(piece({ 5: 1000 }, {}, [1, 2, 4])),
      4,
      12,
    );
    expect([1, 2, 3, 4].map((head) => seatAt(now, head, 5)?.needle?.age.stitches)).toEqual([
      1000, 1000, 0, 1000,
    ]);
  });

  test('a cone taken off goes to the shelf with its count, and goes on from there when it is mounted again', () => {
    const off = [mount(1, 3, 'red', 'cone-a'), piece({ 3: 700 }), mount(1, 3, 'gold', 'cone-b')];
    expect(fold(off).shelf).toEqual({ 'cone-a': 700 });
    const again = fold([...off, piece({ 3: 50 }), mount(1, 5, 'red', 'cone-a'), piece({ 5: 10 })]);
    expect(seatAt(again, 1, 5)?.cone).toMatchObject({ coneId: 'cone-a', stitches: 710 });
    expect(again.shelf).toEqual({});
  });

  test('a cone that is known by name leaves the position it sat on and takes its count along', () => {
    const now = fold([mount(1, 3, 'red', 'cone-a'), piece({ 3: 700 }), mount(1, 9, 'red', 'cone-a')]);
    expect(seatAt(now, 1, 3)?.cone).toBeNull();
    expect(seatAt(now, 1, 9)?.cone).toMatchObject({ coneId: 'cone-a', stitches: 700 });
  });

  test('a break, a note and a gauge reading leave the head as it is', () => {
    const before = fold([fit(1, 7)]);
    const quiet = [
      entry('break', { fault: 'snap' }, at(1, 7)),
      entry('note', { text: 'oil' }),
      entry('case_measured', { grams: 27 }),
    ];
    expect(foldHead(before, effectiveEntries(quiet))).toEqual(before);
  });
});

describe('corrections', () => {
  const taken = (id: string) => entry('correction', { void: true }, { corrects: id });

  test('a piece taken back leaves no stitches behind', () => {
    const [fitted, wrong] = [fit(1, 7), piece({ 7: 2000 })];
    expect(seatAt(fold([fitted, wrong]), 1, 7)?.needle?.age.stitches).toBe(2000);
    expect(seatAt(fold([fitted, wrong, taken(wrong.id)]), 1, 7)?.needle?.age.stitches).toBe(0);
  });

  test('taking back the taking back puts it back', () => {
    const [fitted, wrong] = [fit(1, 7), piece({ 7: 2000 })];
    const undo = taken(wrong.id);
    expect(seatAt(fold([fitted, wrong, undo, taken(undo.id)]), 1, 7)?.needle?.age.stitches).toBe(2000);
  });

  test('a needle logged at the wrong position moves, with the stitches since', () => {
    const wrong = fit(1, 7);
    const now = fold([
      wrong,
      piece({ 7: 100, 8: 900 }),
      entry('correction', { position: 8 }, { corrects: wrong.id }),
    ]);
    expect(seatAt(now, 1, 7)?.needle).toBeNull();
    expect(seatAt(now, 1, 8)?.needle?.age.stitches).toBe(900);
  });

  test('the later correction wins, and both stay on record', () => {
    const broke = entry('break', { fault: null }, at(1, 7));
    const [one] = effectiveEntries([
      broke,
      entry('correction', { data: { fault: 'snap' } }, { corrects: broke.id }),
      entry('correction', { data: { fault: 'shred' } }, { corrects: broke.id }),
    ]);
    expect(one).toMatchObject({ data: { fault: 'shred' }, corrections: 2, void: false });
  });

  test('an entry that comes late counts where it belongs in time', () => {
    const early = new Date(Date.UTC(2026, 9, 1)).toISOString();
    const late = new Date(Date.UTC(2026, 9, 3)).toISOString();
    const between = new Date(Date.UTC(2026, 9, 2)).toISOString();
    const now = fold([fit(1, 7, { at: early }), piece({ 7: 500 }, { at: late }), fit(1, 7, { at: between })]);
    expect(seatAt(now, 1, 7)?.needle).toMatchObject({ fittedAt: between, age: { stitches: 500 } });
  });
});

describe('a piece that comes late', () => {
  const day = (date: number) => new Date(Date.UTC(2026, 9, date)).toISOString();
  const dressed = [fit(1, 7, { at: day(1) }), { ...mount(1, 7, 'red'), at: day(2) }];
  const late = (date: number) => effectiveEntries([piece({ 7: 100 }, { at: day(date) })])[0]!;

  test('may simply be added when needle and cone were there already, and gives the same head', () => {
    const now = fold([...dressed, piece({ 7: 500 }, { at: day(9) })]);
    expect(commutes(now, late(5))).toBe(true);
    expect(applyEntry(now, late(5)).seats).toEqual(
      fold([...dressed, late(5), piece({ 7: 500 }, { at: day(9) })] as Entry[]).seats,
    );
  });

  test('may not when on one of several heads the needle is newer than the piece: that head’s old one sewed it', () => {
    const dress = (head: number, fitted: number) => [
      fit(head, 7, { at: day(fitted) }),
      { ...mount(head, 7, 'red'), at: day(2) },
    ];
    const both = (date: number) => effectiveEntries([piece({ 7: 100 }, { at: day(date) }, [1, 2])])[0]!;
    const now = fold([...dress(1, 1), ...dress(2, 6)] as Entry[], 2);
    expect(commutes(now, both(5))).toBe(false);
    expect(commutes(now, both(7))).toBe(true);
    // Only on head 1, where the needle was there already, it may.
    expect(commutes(now, late(5))).toBe(true);
    const old = [...dress(1, 1), ...dress(2, 1)] as Entry[];
    const after = fold([...old, fit(2, 7, { at: day(6) }), piece({ 7: 100 }, { at: day(5) }, [1, 2])], 2);
    expect([1, 2].map((head) => seatAt(after, head, 7)?.needle?.age.stitches)).toEqual([100, 0]);
  });

  test('may not when the needle or the cone came after it, or the seat is bare', () => {
    const now = fold(dressed);
    expect(commutes(now, late(1))).toBe(false);
    expect(commutes(fold([dressed[0]!]), late(5))).toBe(false);
    expect(commutes(now, effectiveEntries([fit(1, 7)])[0]!)).toBe(false);
  });
});

describe('several heads, of which one differs', () => {
  test('a nameless cone, and one by name, take the place of that head’s cone alone', () => {
    const now = fold(
      [mount(1, 3, 'red', 'a'), mount(2, 3, 'red', 'b'), piece({ 3: 500 }, {}, [1, 2]), mount(2, 3, 'gold')],
      2,
      4,
    );
    expect(seatAt(now, 1, 3)?.cone).toMatchObject({ coneId: 'a', stitches: 500 });
    expect(seatAt(now, 2, 3)?.cone).toMatchObject({ coneId: null, threadId: 'gold', stitches: 0 });
    expect(now.shelf).toEqual({ b: 500 });
    // Nameless cones are not one cone: mounting another moves none.
    const both = applyEntry(now, effectiveEntries([mount(1, 2, 'gold')])[0]!);
    expect(seatAt(both, 2, 3)?.cone?.threadId).toBe('gold');
    expect(seatAt(both, 1, 3)?.cone?.coneId).toBe('a');
  });
  test('a piece may be added late only where every seat it sewed had its needle and its cone before', () => {
    const seats = (head: number) => [fit(head, 3), mount(head, 3, 'red'), fit(head, 4)];
    const now = fold([...seats(1), mount(1, 4, 'gold'), ...seats(2)], 2, 4);
    const sewn = (positions: Record<number, number>, heads: number[]) =>
      effectiveEntries([piece(positions, {}, heads)])[0]!;
    expect(commutes(now, sewn({ 3: 100 }, [1, 2]))).toBe(true);
    expect(commutes(now, sewn({ 3: 100, 4: 50 }, [1]))).toBe(true);
    expect(commutes(now, sewn({ 3: 100, 4: 50 }, [1, 2]))).toBe(false);
    expect(commutes(now, effectiveEntries([fit(1, 3)])[0]!)).toBe(false);
  });
});

describe('where the running job’s stops sew', () => {
  const on = (jobId: string, seating?: { stop: number; position: number }[]) =>
    entry('job_started', seating ? { seating } : {}, { jobId });
  const moved = (jobId: string, stop: number, position: number, by?: 'feed') =>
    entry('stop_moved', { stop, position, ...(by && { by }) }, { jobId });
  test('is recorded when it is put on, and follows what is said of it then', () => {
    const start = [
      on('a', [
        { stop: 1, position: 7 },
        { stop: 2, position: 3 },
      ]),
    ];
    expect(fold(start).job?.seating).toEqual({
      1: { position: 7, by: 'put_on' },
      2: { position: 3, by: 'put_on' },
    });
    const told = [...start, moved('a', 1, 9), moved('a', 2, 4, 'feed'), moved('b', 1, 12)];
    expect(fold(told).job).toMatchObject({
      id: 'a',
      seating: { 1: { position: 9, by: 'operator' }, 2: { position: 4, by: 'feed' } },
    });
  });
  test('ends with the job; one from before there were records has none', () => {
    expect(fold([on('a', [{ stop: 1, position: 7 }]), on('b')]).job?.seating).toEqual({});
    expect(fold([moved('a', 1, 2)]).job).toBeNull();
  });
});
