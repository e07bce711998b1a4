import { describe, expect, test } from 'vitest';
import { asked, brokeTold, minute, pieceTold, told } from '../../../../tests/support/trace-told.ts';
import type { Seat } from '../../ledger/head-now.ts';
import { causeKeys } from '../../trouble/causes.ts';
import {
  evidenceOf,
  knownSince,
  newestOf,
  percent,
  presentRow,
  sewnBetween,
  sewnOnHead,
  whole,
  type EvidenceInput,
} from './input.ts';
import { against, bounded, bySits, evenTimes, hitsOf, ownTimes } from './likelihood.ts';
import { atPlace, onHeads, onPositions, onThread } from './where.ts'; // prettier-ignore

/** The chance of hits, each with odds so many times as high, over that of hits by the share alone: multiplied up, one by one. */
const byHand = (hits: number, all: number, share: number, times: readonly number[]) =>
  times.reduce((sum, each) => {
    const p = (each * share) / (each * share + 1 - share);
    let ratio = 1;
    for (let k = 0; k < all; k++) ratio *= k < hits ? p / share : (1 - p) / (1 - share);
    return sum + ratio;
  }, 0) / times.length; // prettier-ignore

describe('how much likelier', () => {
  test('hits against a share, averaged over how much likelier it may be', () => {
    for (const [hits, all, share] of [
      [3, 4, 0.25],
      [0, 5, 0.1],
      [7, 7, 0.6],
      [2, 9, 0.02],
    ] as const)
      for (const times of [ownTimes, evenTimes, [4]])
        expect(hitsOf(hits, all, share, times)).toBeCloseTo(byHand(hits, all, share, times), 9);
    expect(hitsOf(0, 0, 0.3, ownTimes)).toBe(1);
    // A thousand of them do not overflow.
    expect(hitsOf(1000, 1000, 0.1, ownTimes)).toBeLessThanOrEqual(Math.exp(30));
  });
  test('no evidence weighs more than 200 either way', () => {
    expect([bounded(3), bounded(1e9), bounded(0)]).toEqual([3, 200, 1 / 200]);
    expect([against(6, 2), against(1, 1e6), against(1e6, 1)]).toEqual([3, 1 / 200, 200]);
  });
  test('a weight for every cause, by where its part sits', () => {
    const weights = bySits((place, cause) => (place === 'position' ? 2 : cause === 'seam' ? 3 : 1));
    expect(Object.keys(weights)).toEqual([...causeKeys]);
    expect([weights.needle_worn, weights.case_bent, weights.seam]).toEqual([2, 1, 3]);
  });
});

describe('what the ledger holds', () => {
  const events = [pieceTold(10, { 3: 100, 9: 40 }), pieceTold(20, { 9: 60 }, 800, [1, 2]), brokeTold(15, 9)];
  test('stitches between two instants: the later one included, the earlier one not', () => {
    expect(sewnBetween({ events }, 1, 9, minute(0), minute(20))).toBe(100);
    expect(sewnBetween({ events }, 1, 9, minute(10), minute(20))).toBe(60);
    expect(sewnBetween({ events }, 1, 9, minute(0), minute(19))).toBe(40);
    expect(sewnBetween({ events }, 2, 9, minute(0), minute(20))).toBe(60);
    expect(sewnOnHead({ events }, 1, minute(0), minute(20))).toBe(200);
    expect(sewnOnHead({ events }, 2, minute(0), minute(20))).toBe(60);
  });
  test('what is known begins just before the oldest event, in whatever order they come', () => {
    expect(Date.parse(knownSince({ events, now: minute(99) }))).toBe(Date.parse(minute(10)) - 1);
    expect(Date.parse(knownSince({ events: [...events].reverse(), now: minute(99) }))).toBe(Date.parse(minute(10)) - 1); // prettier-ignore
    expect(Date.parse(knownSince({ events: [], now: minute(99) }))).toBe(Date.parse(minute(99)) - 1);
  });
  test('the present row of breaks begins after the last 20,000 stitches without one', () => {
    const row = (between: number) =>
      presentRow(asked([brokeTold(5, 9), pieceTold(6, { 9: between }), brokeTold(7, 9), brokeTold(8, 9), brokeTold(9, 3)])).map(({ at }) => at); // prettier-ignore
    expect(row(20_000)).toEqual([5, 7, 8].map(minute));
    expect(row(20_001)).toEqual([7, 8].map(minute));
    // A bobbin that ran out is no break of it; one whose fault was not told is.
    expect(presentRow(asked([brokeTold(5, 9, 'bobbin_out'), told('break', 6, { fault: null }, 9)]))).toHaveLength(1); // prettier-ignore
    expect(presentRow(asked([]))).toEqual([]);
  });
  test('what a row is held against: a day before its first break, or what is known', () => {
    const old = pieceTold(0, { 9: 10 });
    expect(evidenceOf(asked([old, brokeTold(100, 9)])).from).toBe(knownSince({ events: [old], now: minute(0) }));
    expect(evidenceOf(asked([old, brokeTold(3000, 9)], { now: minute(4000) })).from).toBe(minute(3000 - 1440));
    expect(evidenceOf(asked([old])).from).toBe(knownSince({ events: [old], now: minute(0) }));
  }); // prettier-ignore
  test('the newest of some; numbers as they are told', () => {
    expect(newestOf(events)!.at).toBe(minute(20));
    expect(newestOf([...events].reverse())!.at).toBe(minute(20));
    expect(newestOf([])).toBeNull();
    expect([whole(1234.5), whole(0.4)]).toEqual(['1,235', '0']);
    expect([percent(0.256), percent(0.004), percent(0), percent(0.01)]).toEqual(['26 %', 'under 1 %', '0 %', '1 %']); // prettier-ignore
  });
});

const sewn = (share: number) => [pieceTold(1, { 3: 1000 * (1 - share), 9: 1000 * share })];
const breaks = (...positions: number[]) => positions.map((position, k) => brokeTold(5 + k, position));

describe('where it breaks', () => {
  const clue = (kind: (input: ReturnType<typeof evidenceOf>) => { says: string; weights: object }[], input: EvidenceInput) =>
    kind(evidenceOf(input))[0] as { says: string; weights: Record<string, number> } | undefined; // prettier-ignore
  test('this position against its share of the stitches: its own parts weigh by it, others not', () => {
    const found = clue(onPositions, asked([...sewn(0.25), ...breaks(9, 9, 9, 3)]))!;
    expect(found.says).toBe('3 of 4 breaks on position 9, which sewed 25 % of 1,000 stitches');
    const weight = byHand(3, 4, 0.25, ownTimes) / byHand(3, 4, 0.25, evenTimes);
    expect(found.weights['needle_worn']).toBeCloseTo(weight, 9);
    expect(found.weights['knob_tight']).toBeCloseTo(weight, 9);
    expect(found.weights['case_bent']).toBe(1);
    expect(found.weights['design']).toBe(1);
  });
  test('another head’s breaks, and those of before, are not counted', () => {
    const other = brokeTold(6, 9, 'shred', {}, { head: 2 });
    const found = clue(onPositions, asked([...sewn(0.25), ...breaks(9, 3), other], { heads: 2 }))!;
    expect(found.says).toMatch(/^1 of 2 breaks/);
    const dayLater = [...sewn(0.25), ...breaks(3, 3), pieceTold(2000, { 3: 300, 9: 100 }), brokeTold(2001, 9)];
    expect(clue(onPositions, asked(dayLater, { now: minute(2100) }))!.says).toMatch(/^1 of 1 breaks/);
  });
  test('nothing is told where it sewed nothing, or nearly all, or nothing broke', () => {
    expect(clue(onPositions, asked([...sewn(0), ...breaks(9)]))).toBeUndefined();
    expect(clue(onPositions, asked([...sewn(0.98), ...breaks(9)]))).toBeUndefined();
    expect(clue(onPositions, asked([...sewn(0.96), ...breaks(9)]))).toBeDefined();
    expect(clue(onPositions, asked(sewn(0.5)))).toBeUndefined();
  });
  test('one head of several, against what it sewed there: what all heads share weighs the other way', () => {
    const pieces = [pieceTold(1, { 9: 300, 3: 500 }, 800, [1, 2]), pieceTold(2, { 9: 300 }, 800, [2])];
    const on = (...heads: number[]) => heads.map((head, k) => brokeTold(5 + k, 9, 'shred', {}, { head }));
    const found = clue(onHeads, asked([...pieces, ...on(1, 1, 2), brokeTold(9, 3)], { heads: 2 }))!;
    expect(found.says).toBe('2 of 3 breaks of position 9 on head 1, one of 2 heads that sew the same');
    // Of 900 stitches head 1 sewed 300.
    const one = byHand(2, 3, 1 / 3, ownTimes);
    const even = byHand(2, 3, 1 / 3, evenTimes);
    expect(found.weights['design']).toBeCloseTo(even / one, 9);
    expect(found.weights['too_fast']).toBeCloseTo(even / one, 9);
    expect(found.weights['needle_worn']).toBe(1);
    expect(clue(onHeads, asked([...pieces, ...on(1)], { heads: 1 }))).toBeUndefined();
    expect(clue(onHeads, asked([...pieces, brokeTold(9, 3)], { heads: 2 }))).toBeUndefined();
    const alone = [pieceTold(1, { 9: 300 })];
    expect(clue(onHeads, asked([...alone, ...on(1)], { heads: 2 }))).toBeUndefined();
    expect(clue(onHeads, asked([...alone, ...on(2)], { heads: 2, head: 2 }))).toBeUndefined();
  });

  const seat = (position: number, threadId: string | null, head = 1) =>
    ({ head, position, needle: null, cone: threadId === null ? null : { threadId } }) as Seat;
  test('the same thread on other positions of this head: breaks and stitches there and here', () => {
    const seats = [seat(9, 'blue'), seat(3, 'blue'), seat(6, 'blue'), seat(12, 'red'), seat(4, 'blue', 2)];
    const events = [pieceTold(1, { 9: 200, 3: 500, 6: 300, 12: 900 }), ...breaks(9, 9, 3, 12)];
    const found = clue(onThread, asked(events, { seats, heads: 2 }))!;
    expect(found.says).toBe('The same thread on position 3, 6: 1 break in 800 stitches, 2 in 200 here');
    const weight = byHand(2, 3, 0.2, ownTimes) / byHand(2, 3, 0.2, evenTimes);
    expect(found.weights['needle_worn']).toBeCloseTo(weight, 9);
    // The thread goes along with its cone.
    expect(found.weights['thread_batch']).toBe(1);
    // What broke there before the day that the row is held against is not counted.
    const old = [pieceTold(1, { 9: 200, 3: 500, 6: 300 }), ...breaks(3, 3), pieceTold(2000, { 9: 300, 3: 700 }), brokeTold(2001, 9)];
    expect(clue(onThread, asked(old, { seats, heads: 2, now: minute(2100) }))!.says).toBe(
      'The same thread on position 3, 6: 0 breaks in 700 stitches, 1 in 300 here',
    );
    const two = clue(onThread, asked([...events, brokeTold(20, 6)], { seats, heads: 2 }))!;
    expect(two.says).toContain('2 breaks in 800 stitches');
  });
  test('nothing where no other has it, or neither broke, or only one of them sewed', () => {
    const events = [pieceTold(1, { 9: 200, 3: 500 }), ...breaks(9)];
    expect(clue(onThread, asked(events, { seats: [seat(9, 'blue'), seat(3, 'red')] }))).toBeUndefined();
    expect(clue(onThread, asked(events, { seats: [seat(9, null), seat(3, null)] }))).toBeUndefined();
    const both = [seat(9, 'blue'), seat(3, 'blue')];
    expect(clue(onThread, asked(events, { seats: both }))).toBeDefined();
    expect(clue(onThread, asked([events[0]!, ...breaks(12)], { seats: both }))).toBeUndefined();
    expect(clue(onThread, asked([pieceTold(1, { 9: 200 }), ...breaks(9)], { seats: both }))).toBeUndefined();
    expect(clue(onThread, asked([pieceTold(1, { 3: 200 }), ...breaks(9)], { seats: both }))).toBeUndefined();
  });

  test('one place of the design: within 150 stitches, of the same job', () => {
    const at = (stitch: number, position = 9, more: object = {}) => brokeTold(stitch / 1000, position, 'snap', { stitch }, more);
    const found = clue(atPlace, asked([...sewn(0.5), at(4000), at(4150), at(9000)]))!;
    expect(found.says).toBe('2 of 3 breaks within 300 stitches of one place, near stitch 4,000');
    // A second and a third break: each falls this near by chance with 300 of 12,000 stitches.
    const one = byHand(1, 2, 0.025, [20, 60]);
    const even = byHand(1, 2, 0.025, [1, 3]);
    expect(found.weights['design']).toBeCloseTo(one / even, 9);
    expect(found.weights['seam']).toBeCloseTo(one / even, 9);
    expect(found.weights['hoop_loose']).toBeCloseTo((one + even) / (2 * even), 9);
    expect(found.weights['needle_worn']).toBe(1);
    expect(clue(atPlace, asked([...sewn(0.5), at(4000), at(4151)]))!.says).toMatch(/^1 of 2/);
    expect(clue(atPlace, asked([...sewn(0.5), at(4000), at(4010, 9, { jobId: 'other' })]))!.says).toMatch(/^1 of 2/);
    expect(clue(atPlace, asked([...sewn(0.5), at(4000), at(4010, 3)]))!.says).toMatch(/on 2 positions$/);
    expect(clue(atPlace, asked([...sewn(0.5), at(4000), at(4010, 9, { head: 2 })]))).toBeUndefined();
    expect(clue(atPlace, asked([...sewn(0.5), at(4000), brokeTold(5, 9)]))).toBeUndefined();
  });
}); // prettier-ignore
