import {
  jobs as demoJobs,
  heronHead,
  measuresOf,
  needle,
  needleLabels,
  threadByCode,
  threads,
} from '../../demo/world.ts';
import { chance, type Chance } from '../../../src/core/base/chance.ts';
import type { ElementKind } from '../../../src/core/element/elements.ts';
import type { Garment } from '../../../src/core/garment/garment.ts';
import { needleText } from '../../../src/core/needle/label.ts';
import { defaultMinutes } from '../../../src/engines/planner/problem/minutes.ts';
import type { PlanProblem } from '../../../src/engines/planner/problem/problem.ts';
import { requestsOf, weightClass } from '../../../src/core/plan/asked/requests.ts';
import type { JobToPlan } from '../../../src/core/plan/asked/setup.ts';

/** A design that a shop sews, and how often among its jobs. */
export interface Design {
  name: string;
  cloth: string;
  garment?: Garment;
  pieces: number;
  often: number;
  stops: readonly [thread: string, stitches: number, element: ElementKind, letterMm?: number][];
}

export interface Shop {
  name: string;
  jobsAWeek: number;
  /** The designs of a week by chance: customers come and go. */
  designs: (luck: Chance) => Design[];
  /** The head as it came, position by position from 1. */
  head: readonly (readonly [thread: string, needle: string])[];
}

/** Jobs of some weeks, each design as often as it is asked for, in an order by chance; `seed` says which weeks. */
export function weeksOf(
  shop: Shop,
  weeks: number,
  seed: number,
): { problem: PlanProblem; about: JobToPlan[] } {
  const luck = chance(seed);
  const designs = shop.designs(chance(1));
  const whole = designs.reduce((sum, design) => sum + design.often, 0);
  const draw = () => {
    let at = luck.between(0, whole);
    return designs.find((design) => (at -= design.often) < 0) ?? designs[0]!;
  };
  const about = Array.from({ length: weeks * shop.jobsAWeek }, (_, index): JobToPlan => {
    const design = draw();
    return {
      id: `${index} ${design.name}`,
      name: design.name,
      cloth: design.cloth,
      garment: design.garment,
      pieces: design.pieces,
      done: 0,
      due: null,
      stops: design.stops.map((stop, at) => ({
        stop: at + 1,
        threadId: threadByCode(stop[0]).id,
        stitches: stop[1],
        element: stop[2],
        position: null,
        ...measuresOf([...stop]),
      })),
    };
  });
  return { problem: problemWith(shop.head, about), about };
}

/** The problem of jobs on a head that is laid out so. */
export function problemWith(head: Shop['head'], about: readonly JobToPlan[]): PlanProblem {
  const byId = new Map(threads.map((thread) => [thread.id, thread]));
  const shelf = needleLabels.map(needle);
  return {
    positions: head.map(([code, label], index) => ({
      position: index + 1,
      now: [{ needle: needleText(needle(label)), thread: threadByCode(code).id }],
      use: 'free' as const,
      sewn: 0,
    })),
    jobs: about.map((job) => ({
      id: job.id,
      name: job.name,
      requests: requestsOf(job, byId, shelf, {}).requests,
      sewMinutes: 60,
      due: null,
    })),
    classes: Object.fromEntries(threads.map((thread) => [thread.id, weightClass(thread)])),
    minutes: defaultMinutes,
  };
}

/** The demo's workshop: its own jobs, those of customers who come often more often. */
export const tarnside: Shop = {
  name: 'the demo',
  jobsAWeek: 12,
  head: heronHead,
  designs: () =>
    demoJobs.map((job, index) => ({ ...job, name: `${job.name}`, often: index % 3 === 0 ? 2 : 1 })),
};
