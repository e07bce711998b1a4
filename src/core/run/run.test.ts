import { describe, expect, it } from 'vitest';
import type { EntryData, EntryKind } from '../ledger/entry.ts';
import type { Seat } from '../ledger/head-now.ts';
import { defaultNeedleLife } from '../needle/life.ts';
import { actNow, type HintInput } from './hints.ts';
import { firstStitches, restOfPiece } from './rest-of-piece.ts';
import { shiftOf } from './shift.ts';
import { stripOf } from './strip.ts';
import type { Told } from './told.ts';

let made = 0;
const at = (minute: number) => new Date(Date.UTC(2026, 5, 1, 8, minute)).toISOString();
function told<K extends EntryKind>(
  kind: K,
  minute: number,
  data: EntryData[K],
  more: Partial<Told> = {},
): Told {
  return {
    ...{ id: `e${++made}`, kind, at: at(minute), head: null, position: null, jobId: 'job', operatorId: null },
    ...{ void: false, lostMs: null, data },
    ...more,
  } as Told;
}
const piece = (minute: number, stops: [number, number, number][], heads = [1]) =>
  told('piece_finished', minute, {
    heads,
    speed: 800,
    stops: stops.map(([stop, position, stitches]) => ({ stop, position, stitches })),
  });
const snapped = (minute: number, position: number, more: Partial<Told> = {}) =>
  told('break', minute, { fault: 'snap' }, { head: 1, position, ...more });
const design = [
  { stop: 1, position: 7, stitches: 3000 },
  { stop: 2, position: 4, stitches: 1000 },
];

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
    expect(restOfPiece(design, [paused, piece(9, [[2, 4, 600]])], 'job')).toEqual(design);
    const spoiled = told('part_sewn', 8, { ...(paused.data as EntryData['part_sewn']), outcome: 'spoiled' });
    expect(restOfPiece(design, [paused, spoiled], 'job')).toEqual(design);
    expect(restOfPiece(design, [{ ...paused, void: true }], 'job')).toEqual(design);
    expect(restOfPiece(design, [paused], 'another')).toEqual(design);
  });

  it('a stitch counter is laid out over the stops in order; parts add up', () => {
    expect(firstStitches(design, 3400).map((one) => one.stitches)).toEqual([3000, 400]);
    expect(firstStitches(design, 2999)).toEqual([{ stop: 1, position: 7, stitches: 2999 }]);
    const again = told('part_sewn', 6, {
      ...(paused.data as EntryData['part_sewn']),
      stops: firstStitches(restOfPiece(design, [paused], 'job'), 100),
    });
    expect(restOfPiece(design, [again, paused], 'job')).toEqual([{ stop: 2, position: 4, stitches: 500 }]);
  });
});

describe('act now (common practice, no published source)', () => {
  const seat = (position: number, stitches: number, hours = 0): Seat => ({
    ...{ head: 1, position },
    needle: {
      ...{ entryId: `n${position}`, fittedAt: at(-600), reason: 'worn' },
      spec: {
        system: 'DBxK5',
        sizeMetric: 75,
        point: 'sharp',
        coating: 'plain',
        eye: 'standard',
        blade: 'standard',
      },
      age: { stitches, sewingMs: hours * 3_600_000, metallicMs: 0 },
    },
    cone: {
      entryId: `c${position}`,
      coneId: `cone${position}`,
      threadId: 't',
      fibre: 'polyester',
      mountedAt: at(-600),
      stitches,
    },
  });
  const input = (more: Partial<HintInput>): HintInput => ({
    ...{
      heads: 1,
      events: [],
      seats: [seat(7, 1000), seat(4, 1000)],
      needleLife: defaultNeedleLife,
      speed: 800,
      design,
    },
    ...{
      sewn: new Map(),
      pieces: { done: 3, of: 40 },
      coneMetres: new Map(),
      topMm: 5.5,
      stitchesPerBobbin: 30_000,
    },
    ...more,
  });
  const says = (more: Partial<HintInput>) => actNow(input(more)).map((hint) => hint.says);

  it('the third break on one position within 5,000 stitches; not when a needle was fitted since', () => {
    const events = [snapped(30, 7), snapped(20, 7), piece(15, [[1, 7, 3000]]), snapped(10, 7)];
    expect(says({ events })).toEqual([
      'Third break on position 7 in 3,000 stitches: look here before sewing on.',
    ]);
    const far = [snapped(30, 7), snapped(20, 7), piece(15, [[1, 7, 6000]]), snapped(10, 7)];
    expect(says({ events: far })).toEqual([]);
    const fresh = seat(7, 0);
    fresh.needle!.fittedAt = at(31);
    expect(says({ events, seats: [fresh] })).toEqual([]);
    expect(says({ events: [{ ...snapped(30, 7), void: true }, ...events.slice(1)] })).toEqual([]);
  });

  it('a needle that reaches its life within this piece, or soon', () => {
    const life = { ...defaultNeedleLife, school: 'stitches' as const, stitches: 100_000 };
    expect(says({ needleLife: life, seats: [seat(7, 98_000)] })).toEqual([
      'The needle at position 7 reaches its life within this piece.',
    ]);
    expect(says({ needleLife: life, seats: [seat(7, 95_000)] })).toEqual([
      'The needle at position 7 reaches its life in 2 pieces.',
    ]);
    expect(says({ needleLife: life, seats: [seat(7, 100_001)] })[0]).toContain('past its life');
    // A needle that this job does not use is no business of now.
    expect(says({ needleLife: life, seats: [seat(9, 100_001)] })).toEqual([]);
  });

  it('a bobbin near its end: by the model, and by what the last one lasted', () => {
    const out = (minute: number) => told('break', minute, { fault: 'bobbin_out' }, { head: 1, position: 7 });
    expect(says({ events: [piece(40, [[1, 7, 27_000]]), out(10)] })).toEqual([
      'The bobbin runs out in about 4 minutes: a full one lasts about 30,000 stitches.',
    ]);
    const measured = [piece(60, [[1, 7, 19_500]]), out(50), piece(40, [[1, 7, 20_000]]), out(10)];
    expect(says({ events: measured })).toEqual([
      'The bobbin runs out any moment: the last one lasted 20,000 stitches.',
    ]);
    expect(says({ events: [piece(40, [[1, 7, 5000]]), out(10)] })).toEqual([]);
  });

  it('a cone that ends in a coming piece', () => {
    // 60 m are 10,909 stitches at 5.5 mm; 1,000 are sewn: three pieces of 3,000 and a rest.
    expect(says({ coneMetres: new Map([['cone7', 60]]) })).toEqual([
      'The cone on position 7 ends in piece 7: have the next one ready.',
    ]);
    expect(says({ coneMetres: new Map([['cone7', 500]]) })).toEqual([]);
    expect(says({ coneMetres: new Map([['cone7', 60]]), pieces: { done: 38, of: 40 } })).toEqual([]);
  });
});

describe('what a shift came to', () => {
  it('pieces over heads, stitches, breaks and minutes lost, by job, position and kind', () => {
    const shift = shiftOf([
      piece(
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
    expect(shift.losses.map((one) => [one.what, one.count])).toEqual([
      ['stop', 1],
      ['snap', 2],
    ]);
  });
});

describe('a position on one strip of time', () => {
  it('spans of needle and cone, breaks and readings; what sat there before is drawn from the beginning', () => {
    const needle = (minute: number) =>
      told('needle_fitted', minute, { needle: {} as never, reason: 'worn' }, { head: 1, position: 7 });
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
