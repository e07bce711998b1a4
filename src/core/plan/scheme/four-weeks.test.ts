import { addDays, formatISO } from 'date-fns';
import { describe, expect, test } from 'vitest';
import { needle, threads } from '../../../../tools/demo/world.ts';
import { someOf } from '../../../../tests/support/cases-tried.ts';
import { inventedShops, tarnsideAsItCame } from '../../../../tools/made/plans/scheme-shops.ts';
import { weeksOf } from '../../../../tools/made/plans/scheme-weeks.ts';
import { seatingAfterPiece } from '../../ledger/after-piece.ts';
import type { JobNow, Seat } from '../../ledger/head-now.ts';
import { needleText } from '../../needle/label.ts';
import { seatJob, seatsToRecord } from '../../seating/seating.ts';
import type { TurnRule } from '../../seating/turns.ts';
import { proposeScheme } from './propose/propose.ts';
import { homesOf } from '../blocks/scheme.ts';
import { tradeEnds } from './trade.ts';

const byId = new Map(threads.map((thread) => [thread.id, thread]));
const noAge = { stitches: 0, sewingMs: 0, metallicMs: 0 };

/**
 * Four weeks on a head laid out by the scheme, each job put on, seated and sewn as Run does it: the stitches that each position
 * sewed. Threads that have no home are passed over: what is sewn of the doubled colour is what is asked.
 */
function fourWeeks(shop: (typeof inventedShops)[number], twins: TurnRule) {
  const { problem, about } = weeksOf(shop, 4, 1);
  const { scheme } = proposeScheme({ problem, about, odd: 1, price: 5 });
  const seats: Seat[] = homesOf(scheme).map(({ position, needle: label, thread }) => ({
    head: 1,
    position,
    needle: { entryId: 'n', fittedAt: '', reason: 'worn', spec: needle(label!), age: noAge },
    cone:
      thread === null
        ? null
        : {
            entryId: 'c',
            coneId: null,
            threadId: thread,
            fibre: byId.get(thread)!.fibre,
            mountedAt: '',
            stitches: 0,
          },
  }));
  about.forEach((job, index) => {
    const day = addDays(new Date('2026-03-02T12:00:00'), Math.floor((index * 28) / about.length));
    const context = {
      seats,
      threads: byId,
      plan: [],
      schools: { twins },
      today: formatISO(day, { representation: 'date' }),
    };
    const first = seatJob(job, { ...context, running: null });
    let running: JobNow = {
      id: job.id,
      startedAt: '',
      seating: Object.fromEntries(
        (seatsToRecord(first) ?? []).map(({ stop, position, turns }) => [
          stop,
          { position, by: 'put_on' as const, ...(turns && { turns }) },
        ]),
      ),
    };
    for (let piece = 0; piece < job.pieces; piece++) {
      const seated = seatJob(job, { ...context, running });
      for (const [at, { position }] of seated.entries()) {
        const seat = seats.find((candidate) => candidate.position === position);
        if (!seat?.needle) continue;
        seat.needle = {
          ...seat.needle,
          age: { ...seat.needle.age, stitches: seat.needle.age.stitches + job.stops[at]!.stitches },
        };
      }
      running = { ...running, seating: seatingAfterPiece(running.seating) };
    }
  });
  const sewn = new Map(seats.map(({ position, needle: fitted }) => [position, fitted?.age.stitches ?? 0]));
  return { scheme, sewn, problem };
}

/** Positions that carry one colour with one needle, and the share of its stitches that the busiest of them sewed. */
function doubled({ scheme, sewn }: ReturnType<typeof fourWeeks>) {
  const homes = homesOf(scheme).filter(({ thread }) => thread !== null);
  const groups = new Map<string, typeof homes>();
  for (const home of homes) {
    const key = `${home.thread} ${home.needle}`;
    groups.set(key, [...(groups.get(key) ?? []), home]);
  }
  return [...groups.values()]
    .filter((group) => group.length > 1)
    .map((group) => {
      const stitches = group.map(({ position }) => sewn.get(position) ?? 0);
      const all = stitches.reduce((a, b) => a + b, 0);
      return {
        thread: group[0]!.thread!,
        positions: group.length,
        most: all === 0 ? 0 : Math.max(...stitches) / all,
      };
    });
}

describe('four weeks on a head laid out by its scheme', () => {
  test.each(someOf(2, [tarnsideAsItCame, ...inventedShops]).map((shop) => ({ name: shop.name, shop })))(
    '$name: no needle of a doubled colour sews over 60 % of it, whether it takes turns job by job or piece by piece',
    ({ shop }) => {
      for (const rule of ['stitches', 'piece'] as const) {
        const twice = doubled(fourWeeks(shop, rule));
        expect(twice.length).toBeGreaterThan(0);
        for (const { most } of twice) expect(most).toBeLessThanOrEqual(0.6);
      }
    },
  );
  test('the busiest colour sits on two positions at least', () => {
    for (const shop of someOf(1, inventedShops)) {
      const { scheme, sewn } = fourWeeks(shop, 'stitches');
      const homes = homesOf(scheme).filter(({ thread }) => thread !== null);
      const stitches = (thread: string | null) =>
        homes
          .filter((home) => home.thread === thread)
          .reduce((sum, { position }) => sum + sewn.get(position)!, 0);
      const [busiest] = [...homes].sort((a, b) => stitches(b.thread) - stitches(a.thread));
      expect(homes.filter(({ thread }) => thread === busiest!.thread).length).toBeGreaterThanOrEqual(2);
    }
  });
  test('the trade that follows from what was booked leaves the busiest position with less', () => {
    const { scheme, sewn, problem } = fourWeeks(inventedShops[1]!, 'stitches');
    const laid = {
      ...problem,
      positions: homesOf(scheme).map(({ position, needle: label, thread }) => ({
        position,
        use: 'free' as const,
        sewn: 0,
        now: [{ needle: label, thread }],
      })),
    };
    const trade = tradeEnds(scheme, sewn, laid)!;
    expect(trade.busiestBefore).toBe(2 * Math.max(...sewn.values()));
    expect(trade.busiestAfter).toBeLessThan(0.85 * trade.busiestBefore);
    expect(needleText(needle(trade.scheme.blocks[0]!.needle!))).toBe(trade.scheme.blocks[0]!.needle);
  });
});
