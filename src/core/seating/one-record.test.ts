import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { casesTried } from '../../../tests/support/cases-tried.ts';
import { at, entry } from '../../../tests/support/entries.ts';
import { defaultSchools } from '../advice/schools.ts';
import { effectiveEntries } from '../ledger/effective.ts';
import type { Entry } from '../ledger/entry.ts';
import { emptyHead, foldHead } from '../ledger/head.ts';
import { seatAt, type HeadNow } from '../ledger/head-now.ts';
import { needleText, readNeedleLabel } from '../needle/label.ts';
import { emptySetup, heldTo, problemOf, runningFirst, type PlanSetup } from '../plan/asked/setup.ts';
import { runPlan, type PlanOutcome } from '../../engines/planner/run.ts';
import { designOf } from '../run/rest-of-piece.ts';
import { seatJob, seatsToRecord } from './seating.ts';
import type { TurnRule } from './turns.ts';
import type { KeptSeat, StopToSeat } from './context.ts';

/**
 * One record: whatever happens, the position of a stop on the plan's row of the running job, on the card, on Run and on Check is
 * one and the same, and its needle gets the stitches; and a planned job begins with exactly the seats that its card printed.
 */
const positions = 5;
const labels = ['65/9 sharp', '75/11 sharp', '80/12 sharp', '75/11 ball'];
const codes = ['a', 'b', 'c', 'd', 'fine'];
const threads = codes.map((id) => {
  const weightNo = id === 'fine' ? 60 : 40;
  return { id, weightNo, tex: 1000 / weightNo, fibre: 'polyester' as const };
});
const byId = new Map(threads.map((thread) => [thread.id, thread]));

type Step =
  | { does: 'needle'; head: number; position: number; label: string }
  | { does: 'cone'; head: number; position: number; thread: string }
  | { does: 'piece' }
  | { does: 'moved'; stop: number; position: number; by: 'operator' | 'feed' }
  | { does: 'next' }
  | { does: 'ticks' }
  | { does: 'take-back'; which: number }
  | { does: 'fix'; stop: number; position: number | null }
  | { does: 'week' };

const position = fc.integer({ min: 1, max: positions });
const step = (heads: number): fc.Arbitrary<Step> => {
  const head = fc.integer({ min: 1, max: heads });
  return fc.oneof(
    fc.record({
      does: fc.constant('needle' as const),
      head,
      position,
      label: fc.constantFrom(...labels),
    }),
    fc.record({ does: fc.constant('cone' as const), head, position, thread: fc.constantFrom(...codes) }),
    fc.constant({ does: 'piece' as const }),
    fc.record({
      does: fc.constant('moved' as const),
      stop: fc.integer({ min: 1, max: 3 }),
      position,
      by: fc.constantFrom('operator' as const, 'feed' as const),
    }),
    fc.constant({ does: 'next' as const }),
    fc.constant({ does: 'week' as const }),
    fc.constant({ does: 'ticks' as const }),
    fc.record({ does: fc.constant('take-back' as const), which: fc.nat(40) }),
    fc.record({
      does: fc.constant('fix' as const),
      stop: fc.integer({ min: 1, max: 3 }),
      position: fc.option(position, { nil: null }),
    }),
  );
};
const jobs = fc.array(
  fc.record({
    cloth: fc.constantFrom('twill', 'canvas', 'polo knit', 'moonstuff'),
    stops: fc.array(fc.constantFrom(...codes), { minLength: 1, maxLength: 3 }),
  }),
  { minLength: 2, maxLength: 3 },
);
const history = fc.integer({ min: 1, max: 2 }).chain((heads) =>
  fc.record({
    heads: fc.constant(heads),
    twins: fc.constantFrom<TurnRule>('stitches', 'week', 'piece'),
    jobs,
    start: fc.array(fc.record({ thread: fc.constantFrom(...codes), label: fc.constantFrom(...labels) }), {
      minLength: positions,
      maxLength: positions,
    }),
    steps: fc.array(step(heads), { maxLength: 10 }),
  }),
);
type History = typeof history extends fc.Arbitrary<infer T> ? T : never;

class Shop {
  readonly entries: Entry[] = [];
  readonly jobs: {
    id: string;
    name: string;
    cloth: string;
    stops: (StopToSeat & { stitches: number })[];
  }[];
  kept: KeptSeat[] = [];
  weeks = 0;

  constructor(private readonly given: History) {
    this.jobs = given.jobs.map(({ cloth, stops }, index) => ({
      id: `j${index}`,
      name: `job ${index}`,
      cloth,
      stops: stops.map((threadId, no) => ({
        ...{ stop: no + 1, threadId, stitches: 100 * (no + 1), element: 'fill' as const },
        position: null as number | null,
      })),
    }));
    given.start.forEach(({ thread, label }, index) => {
      for (let head = 1; head <= given.heads; head++) {
        this.fit(head, index + 1, label);
        this.mount(head, index + 1, thread);
      }
    });
  }
  head = (): HeadNow => foldHead(emptyHead(this.given.heads, positions), effectiveEntries(this.entries));
  fit = (head: number, no: number, label: string) =>
    this.entries.push(
      entry('needle_fitted', { needle: readNeedleLabel(label).spec, reason: 'worn' }, at(head, no)),
    );
  mount = (head: number, no: number, threadId: string) =>
    this.entries.push(entry('cone_mounted', { threadId, coneId: null, fibre: 'polyester' }, at(head, no)));
  context = (now: HeadNow) => ({
    seats: now.seats,
    running: now.job,
    plan: this.kept,
    threads: byId,
    schools: { ...defaultSchools, twins: this.given.twins },
    today: `2026-11-${String(2 + 7 * this.weeks).padStart(2, '0')}`,
  });
  runningJob = (now: HeadNow) => this.jobs.find(({ id }) => id === now.job?.id) ?? null;

  /** The plan as the Head screen draws it and the card prints it; kept with it. */
  plan(now: HeadNow): PlanOutcome {
    const setup: PlanSetup = runningFirst({ ...emptySetup, order: this.jobs.map(({ id }) => id) }, now.job);
    const problem = problemOf(setup, {
      machine: { heads: this.given.heads, positions, topSpeed: 900 },
      seats: now.seats,
      running: now.job,
      jobs: this.jobs.map((job) => ({ ...job, pieces: 10, done: 0, due: null, stops: job.stops })),
      threads,
      shelf: labels.map((label) => readNeedleLabel(label).spec),
      schools: this.context(now).schools,
      today: this.context(now).today,
    });
    const outcome = runPlan({ problem: heldTo(problem, this.kept) ?? problem });
    this.kept = outcome.seats.map(({ job, stops, position: no, needle }) => ({
      ...{ job, stops: [...stops], position: no, needle },
    }));
    return outcome;
  }
  putOn(id: string): void {
    const now = this.head();
    const job = this.jobs.find((one) => one.id === id)!;
    const seating = seatsToRecord(seatJob(job, this.context(now)));
    this.entries.push(entry('job_started', { seating }, { jobId: id }));
  }
  /** A change of the list, done on every head where it differs. */
  tick({ job, stops, position: no, needle, thread }: PlanOutcome['seats'][number]): void {
    const now = this.head();
    const running = this.runningJob(now);
    if (running?.id === job)
      for (const { stop, position: at } of seatJob(running, this.context(now)))
        if (stops.includes(stop) && at !== no)
          this.entries.push(entry('stop_moved', { stop, position: no }, { jobId: job }));
    for (let head = 1; head <= this.given.heads; head++) {
      const there = seatAt(this.head(), head, no);
      if (!there?.needle || needleText(there.needle.spec) !== needle) this.fit(head, no, needle);
      if (there?.cone?.threadId !== thread) this.mount(head, no, thread);
    }
  }
  /** A piece as Run books it. */
  sew(): { stop: number; position: number; stitches: number }[] {
    const now = this.head();
    const job = this.runningJob(now);
    if (!job) return [];
    const design = designOf(job.stops, seatJob(job, this.context(now)));
    const heads = Array.from({ length: this.given.heads }, (_, index) => index + 1);
    if (design.length > 0)
      this.entries.push(entry('piece_finished', { heads, speed: 900, stops: design }, { jobId: job.id }));
    return design;
  }
}

/** Where the plan's row has each stop of a job: on one position, or on those that take it in turn. */
function rowOf(outcome: PlanOutcome, job: string): Map<number, number[]> {
  const row = new Map<number, number[]>();
  for (const seat of outcome.seats)
    if (seat.job === job)
      for (const stop of seat.stops) row.set(stop, [...(row.get(stop) ?? []), seat.position]);
  return row;
}

function check(shop: Shop): void {
  const now = shop.head();
  const job = shop.runningJob(now);
  if (!job) return;
  const onRun = seatJob(job, shop.context(now));
  let outcome: PlanOutcome;
  try {
    outcome = shop.plan(now);
  } catch (error) {
    // More threads than positions, or two keyed onto one: such a day cannot be planned, and says so.
    expect((error as Error).name).toMatch(/^Plan/);
    return;
  }
  const row = rowOf(outcome, job.id);
  for (const { stop, position: no, turn } of onRun) {
    if (no === null) continue;
    const { threadId } = job.stops.find((one) => one.stop === stop)!;
    const first = job.stops.find((_, index) => onRun[index]!.position === no)!;
    // Of two threads keyed onto one position the plan can show but the first.
    if (first.threadId !== threadId) continue;
    if (turn?.rule === 'piece') expect(row.get(stop)).toContain(no);
    else expect([stop, row.get(stop)]).toEqual([stop, [no]]);
  }
  // Run, and what it books, are the same after the plan was kept.
  expect(seatJob(job, shop.context(shop.head())).map(({ position: no }) => no)).toEqual(
    onRun.map(({ position: no }) => no),
  );
}

function play(given: History): void {
  const shop = new Shop(given);
  shop.putOn('j0');
  check(shop);
  for (const step of given.steps) {
    const before = shop.head();
    const running = shop.runningJob(before);
    switch (step.does) {
      case 'needle':
        shop.fit(step.head, step.position, step.label);
        break;
      case 'cone':
        shop.mount(step.head, step.position, step.thread);
        break;
      case 'moved':
        if (running)
          shop.entries.push(
            entry(
              'stop_moved',
              {
                stop: step.stop,
                position: step.position,
                ...(step.by === 'feed' && { by: 'feed' as const }),
              },
              { jobId: running.id },
            ),
          );
        break;
      case 'fix':
        for (const job of shop.jobs)
          for (const stop of job.stops) if (stop.stop === step.stop) stop.position = step.position;
        break;
      case 'week':
        shop.weeks = (shop.weeks + 1) % 4;
        break;
      case 'take-back': {
        const target = shop.entries[step.which];
        if (target && target.kind !== 'correction' && target.kind !== 'job_started')
          shop.entries.push(entry('correction', { void: true }, { corrects: target.id }));
        break;
      }
      case 'piece': {
        const onRun = running ? seatJob(running, shop.context(before)) : [];
        const booked = shop.sew();
        const after = shop.head();
        for (const { stop, position: no, stitches } of booked) {
          expect(onRun.find((seat) => seat.stop === stop)?.position).toBe(no);
          const both = [before, after].map((now) => seatAt(now, 1, no)?.needle?.age.stitches);
          const here = booked
            .filter((sewn) => sewn.position === no)
            .reduce((sum, sewn) => sum + sewn.stitches, 0);
          if (both[0] !== undefined) expect(both[1]! - both[0]).toBe(here);
          expect(stitches).toBeGreaterThan(0);
        }
        break;
      }
      case 'ticks':
      case 'next': {
        const next = shop.jobs[(shop.jobs.findIndex(({ id }) => id === running?.id) + 1) % shop.jobs.length]!;
        let outcome: PlanOutcome;
        try {
          outcome = shop.plan(before);
        } catch {
          break;
        }
        const card = rowOf(outcome, next.id);
        const isAhead = outcome.jobs[1]?.job === next.id;
        if (!isAhead) break;
        // The running job's changes that are left come first, then the next one's: as the change list has them.
        for (const { job } of outcome.jobs.slice(0, 2))
          for (const seat of outcome.seats) if (seat.job === job && seat.change) shop.tick(seat);
        if (step.does === 'ticks') break;
        // All its changes are done: it begins with exactly the seats that the card printed.
        shop.putOn(next.id);
        const begun = seatJob(next, shop.context(shop.head()));
        for (const { stop, position: no } of begun) expect([stop, [no]]).toEqual([stop, card.get(stop)]);
        break;
      }
    }
    check(shop);
  }
}

describe('one record', () => {
  test('plan, card, Run and booking name one position for each stop, whatever happens', async () => {
    let runs = 0;
    const property = fc.asyncProperty(history, async (given) => {
      // The runner hears from its worker now and then.
      if (++runs % 20 === 0) await new Promise(setImmediate);
      play(given);
    });
    await fc.assert(property, { numRuns: casesTried(150) });
  }, 3_600_000);
});
