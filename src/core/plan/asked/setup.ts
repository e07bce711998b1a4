import { millisecondsInDay } from 'date-fns/constants';
import {
  type PositionUse,
  defaultMinutes,
  type ChangeMinutes,
  isUsable,
  type PlanJob,
  type PlanPosition,
  type PlanProblem,
  type PlanRequest,
} from '../../../engines/planner/index.ts';
import type { Schools } from '../../advice/schools.ts';
import type { Garment } from '../../garment/garment.ts';
import type { JobNow, Seat } from '../../ledger/head-now.ts';
import { seatJob, sewnBefore } from '../../seating/seating.ts';
import { speedLimits } from '../../seating/speed.ts';
import { turnsOf } from '../../seating/turns.ts';
import type { KeptSeat, SewnAt } from '../../seating/context.ts';
import { needleText, type NeedleSpec } from '../../needle/label.ts';
import { blockAt, type Scheme } from '../blocks/scheme.ts';
import { sewMinutes, type MeasuredLeft } from './sew-minutes.ts';
import { requestsOf, weightClass, type PlanThread, type StopToPlan } from './requests.ts';

/** What the operator laid down for a plan; everything else follows from the head, the jobs and the stores. */
export interface PlanSetup {
  /** Jobs in sewing order, by id. Waiting jobs that are not named are not planned. */
  order: string[];
  /** Uses other than free, by position. */
  uses: Record<string, PositionUse>;
  /** Positions wished for, by job and first stop: “id 3”. */
  wishes: Record<string, number>;
  /** The first so many jobs keep their place when the order is searched. */
  frozen: number;
  minutes: ChangeMinutes;
}

export const emptySetup: PlanSetup = { order: [], uses: {}, wishes: {}, frozen: 0, minutes: defaultMinutes };

/** What a wish is kept under: the job and its request's first stop. Valid: one stop or more. */
export const wishKey = (jobId: string, stops: readonly number[]) => `${jobId} ${Math.min(...stops)}`;

export interface JobToPlan {
  id: string;
  name: string;
  cloth: string;
  garment?: Garment | undefined;
  schools?: Partial<Schools> | null | undefined;
  pieces: number;
  /** Pieces finished so far. */
  done: number;
  /** Day it is due, yyyy-mm-dd. */
  due: string | null;
  stops: readonly StopToPlan[];
  sewnAt?: SewnAt | undefined;
}

export interface SetupContext {
  machine: { id?: string; heads: number; positions: number; topSpeed: number };
  seats: readonly Pick<Seat, 'head' | 'position' | 'needle' | 'cone'>[];
  /** The job on the machine: its seats are what they are. */
  running: JobNow | null;
  /** What is left of it as its last pieces took it; null or missing: reckoned. */
  measured?: MeasuredLeft;
  jobs: readonly JobToPlan[];
  threads: readonly PlanThread[];
  /** Needles on hand. */
  shelf: readonly NeedleSpec[];
  schools: Partial<Schools>;
  /** Today in the operator's zone, yyyy-mm-dd. */
  today: string;
  /** The scheme that the head is kept to, and the minutes that breaking one of its blocks costs; null or missing: none. */
  scheme?: (Scheme & { price: number }) | null;
}

/** Working minutes of a day, from memory. */
const dayMinutes = 480;

/** The planning problem of a machine as it stands. Jobs of the setup that are no longer waiting are left out. */
export function problemOf(setup: PlanSetup, context: SetupContext): PlanProblem {
  const { machine, seats } = context;
  const threads = new Map(context.threads.map((thread) => [thread.id, thread]));
  const onHead = seats.flatMap((seat) => (seat.needle ? [seat.needle.spec] : []));
  const shelf = [...new Map([...onHead, ...context.shelf].map((spec) => [needleText(spec), spec])).values()];
  const positions = Array.from({ length: machine.positions }, (_, index) => {
    const here = seats.filter((seat) => seat.position === index + 1).sort((a, b) => a.head - b.head);
    return {
      position: index + 1,
      now: here.map((seat) => ({
        needle: seat.needle ? needleText(seat.needle.spec) : null,
        thread: seat.cone?.threadId ?? null,
      })),
      use: setup.uses[index + 1] ?? ('free' as const),
      ...wantedAt(index + 1, context.scheme),
      sewn: Math.max(0, ...here.map((seat) => seat.needle?.age.stitches ?? 0)),
    };
  });
  const resting = restingThisWeek(positions, context);
  const jobs = setup.order.flatMap((id): PlanJob[] => {
    const job = context.jobs.find((candidate) => candidate.id === id);
    if (!job) return [];
    const isRunning = id === context.running?.id;
    const requests = isRunning
      ? runningRequests(job, positions, context)
      : requestsOf(job, threads, shelf, context.schools).requests.map((request) => ({
          ...request,
          at: setup.wishes[wishKey(id, request.stops)] ?? request.at ?? null,
          sewnAt: sewnBefore(job, machine.id, request.stops[0]!),
        }));
    // All of the running job's threads may sit on positions that are not planned: then it asks nothing.
    if (isRunning && requests.length === 0) return [];
    return [
      {
        id,
        name: job.name,
        requests,
        sewMinutes: sewMinutes(
          job,
          machine,
          speedLimits(job, { threads, schools: context.schools }),
          isRunning ? context.measured : null,
        ),
        due: job.due === null ? null : workingMinutes(context.today, job.due),
      },
    ];
  });
  const classes = Object.fromEntries(context.threads.map((thread) => [thread.id, weightClass(thread)]));
  return {
    positions: positions.map((place) =>
      resting.has(place.position) ? { ...place, sewn: place.sewn + restingCounts } : place,
    ),
    jobs,
    classes,
    minutes: setup.minutes,
    ...(context.scheme && { breaking: context.scheme.price }),
  };
}

/** What the scheme wants of a position; nothing for one that no block of work has. */
function wantedAt(position: number, scheme: SetupContext['scheme']): Pick<PlanPosition, 'block'> {
  const block = scheme && blockAt(scheme.blocks, position);
  return block?.use === 'work' ? { block: { needle: block.needle, weight: block.weight } } : {};
}

/** More than a needle ever sews: among equal plans a position that rests this week is taken last. */
const restingCounts = 1e9;

/** Where the workshop lets positions of one colour take turns by the week: those whose turn it is not. */
function restingThisWeek(
  positions: PlanProblem['positions'],
  { schools, today }: Pick<SetupContext, 'schools' | 'today'>,
): Set<number> {
  if (schools.twins !== 'week') return new Set();
  const alike = new Map<string, PlanProblem['positions'][number][]>();
  for (const place of positions) {
    const key = JSON.stringify(place.now);
    if (place.now.every(({ thread }) => thread !== null)) alike.set(key, [...(alike.get(key) ?? []), place]);
  }
  return new Set([...alike.values()].flatMap((twins) => turnsOf(twins, 'week', today).slice(1)));
}

/**
 * What the running job asks: each thread where it sews, with the needle that is there, so that nothing is changed for it; only a
 * stop without a position is planned. What sews on a position that is not planned is left out.
 */
function runningRequests(
  job: JobToPlan,
  positions: PlanProblem['positions'],
  context: SetupContext,
): PlanJob['requests'] {
  const threads = new Map(context.threads.map((thread) => [thread.id, thread]));
  const seats = seatJob(job, { ...context, threads, plan: [] });
  const seated = {
    ...job,
    stops: job.stops.map((stop, index) => ({ ...stop, position: seats[index]?.position ?? null })),
  };
  const asked = requestsOf(seated, threads, context.shelf, context.schools).requests;
  const now = runningNow(asked, positions);
  const taken = new Set(now.map((request) => request.at));
  // Positions that take a stop piece by piece are all sewn with: none of them is given away under the job.
  const turnOf = new Map(seats.map(({ stop, turn }) => [stop, turn?.rule === 'piece' ? turn.order : []]));
  const later = now.flatMap((request): PlanRequest[] =>
    [...new Set(request.stops.flatMap((stop) => turnOf.get(stop) ?? []))].flatMap((at): PlanRequest[] => {
      const place = positions.find(({ position }) => position === at);
      const needle = place?.now[0]?.needle;
      const isThere = place && needle && isUsable(place) && place.now[0]!.thread === request.thread;
      if (taken.has(at) || !isThere) return [];
      taken.add(at);
      const stops = request.stops.filter((stop) => turnOf.get(stop)?.includes(at));
      return [{ ...request, at, stops, needles: [asItIs(request, needle)], stitches: 0 }];
    }),
  );
  return [...now, ...later];
}

/** The needle that a running thread sews with, whatever is thought of it. */
const asItIs = ({ needles }: PlanRequest, needle: string) =>
  needles.find((acceptable) => acceptable.needle === needle) ?? { needle, penalty: 0 };

/** The requests of the running job as it sews now: each thread where it is. */
function runningNow(asked: PlanJob['requests'], positions: PlanProblem['positions']): PlanRequest[] {
  return asked.flatMap((request, index): PlanRequest[] => {
    const at = request.at ?? null;
    if (at === null) return [request];
    const place = positions.find(({ position }) => position === at);
    const mates = asked.filter((other) => (other.at ?? null) === at);
    // One position is one request, whatever needles its stops would have; of two threads keyed onto it the first counts.
    if (!place || !isUsable(place) || asked.indexOf(mates[0]!) !== index) return [];
    const own = mates.filter((other) => other.thread === request.thread);
    const whole = {
      ...request,
      stops: own.flatMap((other) => other.stops),
      stitches: own.reduce((sum, other) => sum + (other.stitches ?? 0), 0),
    };
    const { needle, thread } = place.now[0]!;
    if (thread !== request.thread) return place.use === 'pinned' ? [] : [whole];
    if (needle === null) return [whole];
    return [{ ...whole, needles: [asItIs(request, needle)] }];
  });
}

/**
 * The setup as it can be planned while a job runs: that one stays first, whatever else is moved. A job that waits no longer,
 * or that this plan has left out, is not taken in.
 */
export function runningFirst(setup: PlanSetup, running: Pick<JobNow, 'id'> | null): PlanSetup {
  if (!running || !setup.order.includes(running.id)) return setup;
  const order = [running.id, ...setup.order.filter((id) => id !== running.id)];
  return { ...setup, order, frozen: Math.max(1, setup.frozen) };
}

/** The setup with this job sewn next: first, or right after the one that runs, and held there when the order is searched. */
export function sewnNext(setup: PlanSetup, jobId: string, running: Pick<JobNow, 'id'> | null): PlanSetup {
  const ahead = running && running.id !== jobId ? [running.id] : [];
  const order = [...ahead, jobId, ...setup.order.filter((id) => id !== jobId && !ahead.includes(id))];
  return { ...setup, order, frozen: Math.max(setup.frozen, ahead.length + 1) };
}

/**
 * The problem with every thread held to the seat that the kept plan gives it; null where the plan does not say all of them, or
 * a seat cannot be any more. What is sewn next is then what was printed, though another seating may have come to cost as little.
 */
export function heldTo(problem: PlanProblem, kept: readonly KeptSeat[]): PlanProblem | null {
  const usable = new Map(problem.positions.filter(isUsable).map((place) => [place.position, place]));
  const jobs: PlanJob[] = [];
  for (const job of problem.jobs) {
    const requests: PlanJob['requests'][number][] = [];
    for (const request of job.requests) {
      const seat = kept.find(
        ({ job: id, stops, position }) =>
          id === job.id &&
          stops.includes(request.stops[0]!) &&
          (typeof request.at !== 'number' || position === request.at),
      );
      const needle = request.needles.find((acceptable) => acceptable.needle === seat?.needle);
      const place = seat && usable.get(seat.position);
      if (!seat || !needle || !place || !request.stops.every((stop) => seat.stops.includes(stop)))
        return null;
      if (place.use !== 'free' && place.now.some((state) => state.needle !== needle.needle)) return null;
      if (place.use === 'pinned' && place.now.some((state) => state.thread !== request.thread)) return null;
      if (requests.some(({ at }) => at === seat.position)) return null;
      requests.push({ ...request, at: seat.position, needles: [needle] });
    }
    jobs.push({ ...job, requests });
  }
  return { ...problem, jobs };
}

/**
 * The setup with its jobs in the order they came (ids tell when: RFC 9562, version 7), the frozen ones staying first.
 * Null when they stand so already.
 */
export function asTheyCame(setup: PlanSetup): PlanSetup | null {
  const { order, frozen } = setup;
  const came = [...order.slice(0, frozen), ...order.slice(frozen).sort()];
  return came.every((id, index) => id === order[index]) ? null : { ...setup, order: came };
}

/** Working minutes from this morning until the evening of a day, Saturdays and Sundays left out; at least one day. */
function workingMinutes(today: string, due: string): number {
  const end = Date.parse(`${due}T00:00:00Z`);
  let days = 0;
  for (let day = Date.parse(`${today}T00:00:00Z`); day <= end && days < 400; day += millisecondsInDay)
    if (![0, 6].includes(new Date(day).getUTCDay())) days++;
  return Math.max(1, days) * dayMinutes;
}

/**
 * A setup and context that plan what was sewn lately as if it came once more, in the same order, whole. `runs`: job
 * ids in sewing order; one that comes twice is two jobs.
 */
export function onceMore(
  setup: PlanSetup,
  context: SetupContext,
  runs: readonly { jobId: string; pieces: number }[],
): { setup: PlanSetup; context: SetupContext } {
  const jobs = runs.flatMap(({ jobId, pieces }, index): JobToPlan[] => {
    const job = context.jobs.find((candidate) => candidate.id === jobId);
    return job ? [{ ...job, id: `${jobId} ${index + 1}`, pieces, done: 0, due: null }] : [];
  });
  return {
    setup: { ...setup, order: jobs.map((job) => job.id), wishes: {}, frozen: 0 },
    context: { ...context, jobs },
  };
}
