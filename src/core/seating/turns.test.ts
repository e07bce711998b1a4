import { describe, expect, test } from 'vitest';
import { at, entry } from '../../../tests/support/entries.ts';
import { defaultSchools, type Schools } from '../advice/schools.ts';
import { effectiveEntries } from '../ledger/effective.ts';
import type { Entry } from '../ledger/entry.ts';
import { commutes, emptyHead, foldHead } from '../ledger/head.ts';
import { seatAt, type HeadNow } from '../ledger/head-now.ts';
import { readNeedleLabel } from '../needle/label.ts';
import { emptySetup, problemOf } from '../plan/asked/setup.ts';
import { runPlan } from '../../engines/planner/run.ts';
import type { KeptSeat } from './context.ts';
import { seatJob, seatsToRecord } from './seating.ts';
import { rotated, turnsOf, turnText, weekOf } from './turns.ts';

const white = { id: 'white', weightNo: 40, tex: 25, fibre: 'polyester' as const };
const job = {
  id: 'j',
  cloth: 'canvas',
  stops: [{ stop: 1, threadId: 'white', stitches: 1000, element: 'fill' as const, position: null }],
};

/** Three positions, 1 to 3, of which 1 and 3 carry white. Position 1 has sewn 700 stitches already, 3 none. */
class Shop {
  readonly entries: Entry[] = [];
  constructor(readonly twins: Schools['twins']) {
    for (const position of [1, 2, 3]) {
      this.entries.push(
        entry(
          'needle_fitted',
          { needle: readNeedleLabel('80/12 sharp').spec, reason: 'worn' },
          at(1, position),
        ),
        entry(
          'cone_mounted',
          { threadId: position === 2 ? 'red' : 'white', coneId: null, fibre: 'polyester' },
          at(1, position),
        ),
      );
    }
    this.piece([{ stop: 1, position: 1, stitches: 700 }], 'before');
  }
  head = (): HeadNow => foldHead(emptyHead(1, 3), effectiveEntries(this.entries));
  seats = (today = '2026-11-02', plan: KeptSeat[] = []) => {
    const { seats, job: running } = this.head();
    const threads = new Map([['white', white]]);
    return seatJob(job, {
      ...{ seats, running, plan, threads, today },
      schools: { ...defaultSchools, twins: this.twins },
    });
  };
  putOn = (today?: string, plan?: KeptSeat[]) =>
    this.entries.push(
      entry('job_started', { seating: seatsToRecord(this.seats(today, plan)) }, { jobId: 'j' }),
    );
  piece = (stops: { stop: number; position: number; stitches: number }[], jobId = 'j') =>
    this.entries.push(entry('piece_finished', { heads: [1], speed: 800, stops }, { jobId }));
  sew = () => {
    const { position } = this.seats()[0]!;
    this.piece([{ stop: 1, position: position!, stitches: 1000 }]);
    return position;
  };
  stitchesAt = (position: number) => seatAt(this.head(), 1, position)!.needle!.age.stitches;
}

// That the busiest colour stands twice and the two alternate is common practice, no published source.
describe('positions of one colour take turns', () => {
  test('by stitches: the needle that sewed less, and for the whole job', () => {
    const shop = new Shop('stitches');
    expect(shop.seats()[0]).toMatchObject({
      position: 3,
      by: 'carries',
      turn: { rule: 'stitches', order: [3, 1] },
    });
    shop.putOn();
    expect([shop.sew(), shop.sew(), shop.sew()]).toEqual([3, 3, 3]);
    const [seat] = shop.seats();
    expect(turnText(seat!.turn!, 3)).toBe('takes turns with 1, job by job');
  });

  test('by week: one after the other, also over the end of a year, whatever they sewed', () => {
    const shop = new Shop('week');
    const mondays = ['2026-12-21', '2026-12-28', '2027-01-04', '2027-01-11'];
    const places = mondays.map((day) => shop.seats(day)[0]!.position);
    expect(new Set(places.slice(0, 2))).toEqual(new Set([1, 3]));
    expect(places).toEqual([places[0], places[1], places[0], places[1]]);
    // Sunday belongs to the week that ends with it.
    expect(shop.seats('2027-01-03')[0]!.position).toBe(places[1]);
  });

  test('by week: the running job stays where it was put on, and it is told that another has its turn', () => {
    const shop = new Shop('week');
    shop.putOn('2026-11-02');
    const began = shop.seats('2026-11-02')[0]!;
    const later = shop.seats('2026-11-09')[0]!;
    expect(later.position).toBe(began.position);
    expect(turnText(began.turn!, began.position!)).toMatch(/^\d this week, then \d$/);
    expect(turnText(later.turn!, later.position!)).toBe(
      `this week ${began.position === 1 ? 3 : 1} has its turn`,
    );
  });

  test('piece by piece: each piece is booked on the needle that sewed it', () => {
    const shop = new Shop('piece');
    shop.putOn();
    expect(turnText(shop.seats()[0]!.turn!, 3)).toBe('piece by piece: 3, then 1');
    expect([shop.sew(), shop.sew(), shop.sew()]).toEqual([3, 1, 3]);
    expect([shop.stitchesAt(1), shop.stitchesAt(3)]).toEqual([700 + 1000, 2000]);
  });

  test('a piece taken back gives the turn back; another job’s pieces and a part of one take none', () => {
    const shop = new Shop('piece');
    shop.putOn();
    shop.sew();
    const [piece] = shop.entries.slice(-1);
    shop.piece([], 'another');
    shop.entries.push(
      entry('part_sewn', { heads: [1], speed: 800, stops: [], outcome: 'paused' }, { jobId: 'j' }),
    );
    expect(shop.seats()[0]!.position).toBe(1);
    shop.entries.push(entry('correction', { void: true }, { corrects: piece!.id }));
    expect(shop.seats()[0]!.position).toBe(3);
  });

  test('a stop that is moved by hand takes no turns any more', () => {
    const shop = new Shop('piece');
    shop.putOn();
    shop.entries.push(entry('stop_moved', { stop: 1, position: 1 }, { jobId: 'j' }));
    expect([shop.sew(), shop.sew()]).toEqual([1, 1]);
    expect(shop.seats()[0]).toMatchObject({ by: 'operator', turn: null });
  });

  test('the card says who begins piece by piece', () => {
    const shop = new Shop('piece');
    const plan: KeptSeat[] = [{ job: 'j', stops: [1], position: 1, needle: '80/12 sharp' }];
    shop.putOn('2026-11-02', plan);
    expect([shop.sew(), shop.sew()]).toEqual([1, 3]);
  });

  test('a piece that comes late from before the job was put on again is not added to these turns', () => {
    const shop = new Shop('piece');
    shop.putOn();
    const late = entry('piece_finished', { heads: [1], speed: 800, stops: [] }, { jobId: 'j' });
    shop.putOn();
    const [begun] = effectiveEntries(shop.entries).slice(-1);
    const [lateOne] = effectiveEntries([late]);
    expect(commutes(shop.head(), { ...lateOne!, at: begun!.at })).toBe(false);
    expect(commutes(shop.head(), { ...lateOne!, at: '2100-01-01T00:00:00.000Z' })).toBe(true);
    const asKeyed = new Shop('stitches');
    asKeyed.putOn();
    expect(commutes(asKeyed.head(), { ...lateOne!, at: begun!.at })).toBe(true);
  });

  test('the plan gives none of the positions away that the running job sews with in turn', () => {
    const shop = new Shop('piece');
    shop.putOn();
    shop.sew();
    const next = { ...job, id: 'k', name: 'k', stops: [{ ...job.stops[0]!, threadId: 'red' }] };
    const red = { ...white, id: 'red' };
    const { seats, job: running } = shop.head();
    const problem = problemOf(
      { ...emptySetup, order: ['j', 'k'] },
      {
        machine: { heads: 1, positions: 3, topSpeed: 900 },
        ...{ seats, running },
        jobs: [
          { ...job, name: 'j', pieces: 10, done: 1, due: null },
          { ...next, pieces: 10, done: 0, due: null },
        ],
        threads: [white, red],
        shelf: [],
        schools: { ...defaultSchools, twins: 'piece' },
        today: '2026-11-02',
      },
    );
    // The next piece sews at 1, the one after it at 3 again.
    expect(problem.jobs[0]!.requests.map(({ at, stops }) => [at, stops])).toEqual([
      [1, [1]],
      [3, [1]],
    ]);
    const outcome = runPlan({ problem });
    expect(outcome.changeMinutes).toBe(0);
    expect(outcome.seats.map((seat) => [seat.job, seat.position])).toEqual([
      ['j', 1],
      ['j', 3],
      ['k', 2],
    ]);
  });

  test('the plan gives the thread to the position whose week it is', () => {
    const shop = new Shop('week');
    for (const [index, today] of ['2026-11-02', '2026-11-09', '2026-11-16'].entries()) {
      const problem = problemOf(
        { ...emptySetup, order: ['j'] },
        {
          machine: { heads: 1, positions: 3, topSpeed: 900 },
          seats: shop.head().seats,
          running: null,
          jobs: [{ ...job, name: 'j', pieces: 10, done: 0, due: null }],
          threads: [white],
          shelf: [],
          schools: { ...defaultSchools, twins: 'week' },
          today,
        },
      );
      const [seat] = runPlan({ problem }).seats;
      expect(seat!.position, today).toBe(shop.seats(today)[0]!.position);
      expect(seat!.position).toBe(rotated([1, 3], weekOf('2026-11-02') + index)[0]);
    }
  });
});

describe('turns', () => {
  const places = [
    { position: 9, sewn: 50 },
    { position: 2, sewn: 50 },
    { position: 5, sewn: Infinity },
    { position: 4, sewn: 7 },
    { position: 3, sewn: Infinity },
  ];
  test('by stitches the least first, the lower number of two alike, a needle not on record last', () => {
    expect(turnsOf(places, 'stitches', '2026-11-02')).toEqual([4, 2, 9, 3, 5]);
    expect(turnsOf(places, 'piece', '2026-11-02')).toEqual([4, 2, 9, 3, 5]);
  });
  test('weeks begin on Mondays (ISO 8601) and are counted from 1970', () => {
    expect(weekOf('1970-01-01')).toBe(0);
    expect(weekOf('1970-01-04')).toBe(0);
    expect(weekOf('1970-01-05')).toBe(1);
    expect(weekOf('2027-01-04') - weekOf('2026-12-28')).toBe(1);
  });
  test('what comes round comes round', () => {
    expect(rotated([1, 2, 3], 4)).toEqual([2, 3, 1]);
    expect(rotated([1, 2, 3], -1)).toEqual([3, 1, 2]);
    expect(rotated([1], 7)).toEqual([1]);
  });
});
