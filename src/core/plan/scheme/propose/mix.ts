import type { ElementKind } from '../../../element/elements.ts';
import { cloths } from '../../../garment/cloths.ts';
import { clothFromWords } from '../../../garment/from-words.ts';
import {
  changeTable,
  relationOf,
  isUsable,
  type PlanProblem,
  type PlanRequest,
} from '../../../../engines/planner/index.ts';
import type { JobToPlan } from '../../asked/setup.ts';

/** One needle that would do for a request, by number. */
interface Way {
  needle: number;
  penalty: number;
}

/** A thread that a job asks for, by number. */
export interface Ask {
  thread: number;
  /** Weight class of the thread. */
  weight: number;
  ways: readonly Way[];
  /** Penalty of each needle, by number; Infinity where it would not do. The least, and the needle that has it. */
  penaltyOf: Float64Array;
  leastPenalty: number;
  best: number;
  /** Stitches of all the job's pieces. */
  stitches: number;
  /** What is sewn on in the job's words or by its cloth, and the elements of its stops with their stitches a piece. */
  cloth: string;
  elements: readonly { element: ElementKind; stitches: number }[];
}

/** A needle that does not do counts like so many minutes of care. From memory. */
export const unfit = 12;

/** What is known of a job beside what it asks. */
export type JobInMix = Pick<JobToPlan, 'id' | 'pieces' | 'cloth' | 'garment' | 'stops'>;

/**
 * The work that a head is laid out for, numbered: jobs in the order they are sewn, each as often as it came. Numbers are given as
 * things appear, so that what a colour is called, or where it sits now, decides nothing.
 */
export interface Mix {
  jobs: readonly { id: string; name: string; asks: readonly Ask[] }[];
  threads: readonly string[];
  needles: readonly string[];
  /** Weight classes, and that of each thread, by number. */
  weights: readonly string[];
  weightOf: Int32Array;
  /** Share of the jobs that ask for each thread, by number, 0 to 1. */
  askedShare: Float64Array;
  /** Relation of thread `to` behind thread `from`, at [(from + 1) * threads + to]; from −1: none. See `relations`. */
  relation: Uint8Array;
  /** Minutes by relation on all heads, the needle kept and a new one. */
  kept: Float64Array;
  renewed: Float64Array;
}

/** Numbers the work of a problem. `about`: what is known of its jobs, by their ids; of one that is not there one piece is sewn. */
export function mixOf(problem: PlanProblem, about: readonly JobInMix[] = []): Mix {
  const threads: string[] = [];
  const needles: string[] = [];
  const number = (list: string[], key: string) => {
    const known = list.indexOf(key);
    return known === -1 ? list.push(key) - 1 : known;
  };
  for (const { requests } of problem.jobs)
    for (const request of requests) {
      number(threads, request.thread);
      for (const { needle } of request.needles) number(needles, needle);
    }
  const weights = [...new Set(threads.map((thread) => problem.classes[thread] ?? ''))];
  const weightOf = Int32Array.from(threads, (thread) => weights.indexOf(problem.classes[thread] ?? ''));
  const askOf = (request: PlanRequest, known: JobInMix | undefined): Ask => {
    const ways = request.needles.map(({ needle, penalty }) => ({ needle: needles.indexOf(needle), penalty }));
    const penaltyOf = new Float64Array(needles.length).fill(Infinity);
    for (const { needle, penalty } of ways) penaltyOf[needle] = penalty;
    const leastPenalty = Math.min(...ways.map(({ penalty }) => penalty));
    return {
      thread: threads.indexOf(request.thread),
      weight: weightOf[threads.indexOf(request.thread)]!,
      ways,
      penaltyOf,
      leastPenalty,
      best: ways.find(({ penalty }) => penalty === leastPenalty)?.needle ?? -1,
      stitches: request.stitches * (known?.pieces ?? 1),
      cloth: known ? clothText(known) : '',
      elements: known?.stops.filter(({ stop }) => request.stops.includes(stop)) ?? [],
    };
  };
  // A job without a known thread asks nothing of the head.
  const asking = problem.jobs.filter(({ requests }) => requests.length > 0);
  const jobs = asking.map((job) => {
    const known = about.find(({ id }) => id === job.id);
    return { id: job.id, name: job.name, asks: job.requests.map((request) => askOf(request, known)) };
  });
  const table = changeTable(problem.minutes);
  const heads = problem.positions[0]?.now.length ?? 1;
  const relation = new Uint8Array((threads.length + 1) * threads.length);
  for (let from = -1; from < threads.length; from++)
    for (let to = 0; to < threads.length; to++)
      relation[(from + 1) * threads.length + to] = relationOf(
        problem.classes,
        threads[from] ?? null,
        threads[to]!,
      );
  const askedShare = new Float64Array(threads.length);
  for (const { asks } of jobs)
    for (const thread of new Set(asks.map((ask) => ask.thread))) askedShare[thread]! += 1 / jobs.length;
  return {
    jobs,
    threads,
    needles,
    weights,
    weightOf,
    askedShare,
    relation,
    kept: Float64Array.from(table.kept, (minutes) => minutes * heads),
    renewed: Float64Array.from(table.needle, (minutes) => minutes * heads),
  };
}

/** Positions that a scheme may lay out: all but those out of order. What is kept free today may be a block tomorrow. */
export const layable = ({ positions }: Pick<PlanProblem, 'positions'>) =>
  positions.filter((place) => isUsable(place) || place.use === 'reserved');

/** The cloth in one word or two: what the job says of it, or its own words. */
function clothText({ cloth, garment }: JobInMix): string {
  const known = garment?.cloth ?? clothFromWords(cloth);
  return known ? cloths[known].name.split(/,| or /)[0]! : cloth.trim().toLowerCase();
}
