import { describe, expect, it } from 'vitest';
import { needle as anyNeedle } from '../../../tests/support/entries.ts';
import { at, run, snapped, told } from '../../../tests/support/told.ts';
import type { EntryData } from '../ledger/entry.ts';
import { designOf, firstStitches, restOfPiece } from './rest-of-piece.ts';
import { shiftOf } from './shift.ts';
import { stripOf } from './strip.ts';

const design = [
  { stop: 1, position: 7, stitches: 3000 },
  { stop: 2, position: 4, stitches: 1000 },
];

it('a design is laid out over the positions that its stops have; a stop that has none is left out', () => {
  const seat = (stop: number, position: number | null) => ({
    ...{ stop, position, by: 'carries' as const },
    ...{ otherHeads: [], planned: null, turn: null },
  });
  const stops = [
    { stop: 1, stitches: 30 },
    { stop: 2, stitches: 20 },
    { stop: 3, stitches: 10 },
  ];
  expect(designOf(stops, [seat(2, 9), seat(1, null)])).toEqual([{ stop: 2, position: 9, stitches: 20 }]);
});

describe('a piece stopped in the middle', () => {
  const paused = told('part_sewn', 5, {
    ...{ heads: [1], speed: 800, outcome: 'paused' },
    stops: [
      { stop: 1, position: 7, stitches: 3000 },
      { stop: 2, position: 4, stitches: 400 },
    ],
  });

  it('has the rest to sew, and is whole again after it is finished or spoiled', () => {
    expect(restOfPiece(design, [paused], 'job')).toEqual([{ stop: 2, position: 4, stitches: 600 }]);
    expect(restOfPiece(design, [paused, run(9, [[2, 4, 600]])], 'job')).toEqual(design);
    const spoiled = told('part_sewn', 8, { ...(paused.data as EntryData['part_sewn']), outcome: 'spoiled' });
    expect(restOfPiece(design, [paused, spoiled], 'job')).toEqual(design);
    expect(restOfPiece(design, [{ ...paused, void: true }], 'job')).toEqual(design);
    expect(restOfPiece(design, [paused], 'another')).toEqual(design);
  });

  it('a stitch counter is laid out over the stops in order; parts add up', () => {
    expect(firstStitches(design, 3400).map((stitch) => stitch.stitches)).toEqual([3000, 400]);
    expect(firstStitches(design, 2999)).toEqual([{ stop: 1, position: 7, stitches: 2999 }]);
    const again = told('part_sewn', 6, {
      ...(paused.data as EntryData['part_sewn']),
      stops: firstStitches(restOfPiece(design, [paused], 'job'), 100),
    });
    expect(restOfPiece(design, [again, paused], 'job')).toEqual([{ stop: 2, position: 4, stitches: 500 }]);
  });
});

describe('what a shift came to', () => {
  it('pieces over heads, stitches, breaks and minutes lost, by job, position and kind', () => {
    const shift = shiftOf([
      run(
        10,
        [
          [1, 7, 3000],
          [2, 4, 1000],
        ],
        [1, 2],
      ),
      snapped(20, 7, { lostMs: 90_000 }),
      snapped(30, 7, { lostMs: 30_000 }),
      { ...snapped(40, 4, { lostMs: 30_000 }), void: true },
      told('stop', 50, { why: 'hoops' }, { lostMs: 600_000 }),
    ]);
    expect(shift).toMatchObject({ pieces: 2, stitches: 8000, breaks: 2, lostMs: 720_000 });
    expect(shift.jobs).toEqual([{ jobId: 'job', pieces: 2, stitches: 8000, breaks: 2, lostMs: 720_000 }]);
    expect(shift.seats[0]).toMatchObject({
      head: 1,
      position: 7,
      stitches: 3000,
      breaks: 2,
      lostMs: 120_000,
    });
    expect(shift.losses.map((loss) => [loss.what, loss.count])).toEqual([
      ['stop', 1],
      ['snap', 2],
    ]);
  });
});

describe('a position on one strip of time', () => {
  it('spans of needle and cone, breaks and readings; what sat there before is drawn from the beginning', () => {
    const needle = (minute: number) =>
      told('needle_fitted', minute, { needle: anyNeedle(), reason: 'worn' }, { head: 1, position: 7 });
    const strip = stripOf(
      [
        needle(-3 * 1440),
        needle(-60),
        snapped(-30, 7),
        { ...snapped(-20, 7), void: true },
        told('case_measured', -10, { grams: 27 }),
      ],
      at(0),
      2,
    );
    expect(strip.to - strip.from).toBe(2 * 86_400_000);
    expect(
      strip.needles.map((span) => [
        span.from === strip.from,
        span.to === Date.parse(at(-60)) || span.to === strip.to,
      ]),
    ).toEqual([
      [true, true],
      [false, true],
    ]);
    expect(strip.breaks).toEqual([{ at: Date.parse(at(-30)), fault: 'snap', lostMs: null }]);
    expect(strip.readings).toEqual([{ at: Date.parse(at(-10)), grams: 27 }]);
    expect(stripOf([], at(0))).toMatchObject({ needles: [], cones: [], breaks: [], readings: [] });
  });
});
