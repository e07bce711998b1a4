import { expect, test } from 'vitest';
import { needle } from '../../../tests/support/entries.ts';
import { run, snapped, told } from '../../../tests/support/told.ts';
import { shiftOf } from './shift.ts';

test('a part that was sewn gives stitches, no piece; needles and cones count on their own seat', () => {
  const fits = (kind: 'needle_fitted' | 'cone_mounted', position: number) =>
    kind === 'needle_fitted'
      ? told(kind, 5, { needle: needle(), reason: 'worn' }, { head: 1, position })
      : told(kind, 5, { threadId: 't', coneId: null, fibre: 'polyester' }, { head: 1, position });
  const shift = shiftOf([
    run(10, [[1, 7, 300]]),
    told('part_sewn', 12, {
      ...{ heads: [1], speed: 800, outcome: 'paused' },
      stops: [{ stop: 1, position: 7, stitches: 40 }],
    }),
    fits('needle_fitted', 7),
    fits('needle_fitted', 7),
    fits('cone_mounted', 7),
    fits('cone_mounted', 4),
    { ...fits('cone_mounted', 4), void: true },
  ]);
  expect(shift).toMatchObject({ pieces: 1, stitches: 340 });
  expect(shift.seats).toEqual([
    { head: 1, position: 7, stitches: 340, breaks: 0, falseStops: 0, needles: 2, cones: 1, lostMs: 0 },
    { head: 1, position: 4, stitches: 0, breaks: 0, falseStops: 0, needles: 0, cones: 1, lostMs: 0 },
  ]);
});

test('jobs from the most stitches; seats from the most time lost, then breaks, then stitches', () => {
  const of = (jobId: string, stitches: number) => ({ ...run(1, [[1, 1, stitches]]), jobId });
  expect(
    shiftOf([of('a', 20), of('b', 30), of('c', 10), of('c', 15)]).jobs.map(({ jobId }) => jobId),
  ).toEqual(['b', 'c', 'a']);
  const lost = (position: number, lostMs: number | null) => snapped(2, position, { lostMs });
  const { seats } = shiftOf([
    run(1, [
      [1, 1, 50],
      [2, 2, 70],
      [3, 3, 10],
      [4, 4, 900],
      [5, 5, 60],
    ]),
    ...[lost(1, 100), lost(2, 50), lost(2, 50), lost(3, 300), lost(5, 60), lost(5, 40)],
  ]);
  expect(seats.map(({ position, lostMs, breaks }) => [position, lostMs, breaks])).toEqual([
    [3, 300, 1],
    [2, 100, 2],
    [5, 100, 2],
    [1, 100, 1],
    [4, 0, 0],
  ]);
});

test('time is lost by what stopped the machine, the most first; a break still open has lost none yet', () => {
  const { losses, breaks, lostMs } = shiftOf([
    snapped(1, 7, { lostMs: 20_000 }),
    told('break', 2, { fault: null }, { head: 1, position: 7, lostMs: 90_000 }),
    told('stop', 3, { why: 'hoops' }, { lostMs: 30_000 }),
    told('stop', 4, { why: 'lunch' }, { lostMs: null }),
  ]);
  expect(losses).toEqual([
    { what: null, count: 1, lostMs: 90_000 },
    { what: 'stop', count: 2, lostMs: 30_000 },
    { what: 'snap', count: 1, lostMs: 20_000 },
  ]);
  expect({ breaks, lostMs }).toEqual({ breaks: 2, lostMs: 140_000 });
});

test('pieces spoiled: stopped in the middle to be sewn again, on each head that sewed, or given up in a trace', () => {
  const part = (outcome: 'paused' | 'spoiled', heads: number[]) =>
    told('part_sewn', 1, { heads, speed: 800, outcome, stops: [{ stop: 1, position: 3, stitches: 500 }] });
  const traced = (piece: 'kept' | 'spoiled') =>
    told('trace_closed', 2, {
      ...{
        closes: '0190aaaa-0000-7000-8000-000000000000',
        outcome: 'found',
        cause: null,
        replaced: null,
        piece,
      },
      ...{ minutes: 5, checklistMinutes: null },
    });
  const { spoiled, pieces } = shiftOf([
    ...[part('paused', [1]), part('spoiled', [1, 2])],
    ...[traced('kept'), traced('spoiled')],
  ]);
  expect({ spoiled, pieces }).toEqual({ spoiled: 3, pieces: 0 });
});
