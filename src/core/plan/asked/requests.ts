import {
  acceptablePoints,
  adviseStop,
  byThreadAlone,
  type JobToAdvise,
  type StopAdvice,
} from '../../advice/stop-advice.ts';
import type { Schools } from '../../advice/schools.ts';
import type { WhatIsSewn } from '../../element/measures.ts';
import { needleText, type NeedleSpec } from '../../needle/label.ts';
import { isMetallic, type Fibre } from '../../thread/fibres.ts';
import type { Acceptable, PlanRequest } from '../../../engines/planner/index.ts';

export interface PlanThread {
  id: string;
  weightNo: number;
  tex: number;
  fibre: Fibre;
}

export interface StopToPlan extends WhatIsSewn {
  stop: number;
  threadId: string;
  stitches: number;
  /** Keyed in by the operator: that stop sits there. */
  position: number | null;
}

/** Points of advice (see advise.ts) that make a minute: what a worse needle costs in breaks and care. From memory. */
export const pointsPerMinute = 3;
/** Acceptable needles looked at for one thread. */
const mostNeedles = 4;

/** Weight bands: within one a new colour is tied on and the tension kept. Metallic goes its own way. */
const bands = [20, 34, 50, 72] as const;
/**
 * Threads of one class follow each other without a new tension: No. up to 20, 34, 50, 72 and above; metallic by itself. From memory.
 * Valid: No. > 0.
 */
export function weightClass({ weightNo, fibre }: Pick<PlanThread, 'weightNo' | 'fibre'>): string {
  if (isMetallic(fibre)) return 'metallic';
  const band = bands.findIndex((most) => weightNo <= most);
  return `weight ${band === -1 ? bands.length : band}`;
}

/**
 * The requests of a job: its stops by thread. Stops of one thread share a position if some needle does for all of
 * them; the larger of their penalties counts, since care for a second-best needle is taken once a job. `shelf`: needles that are on the head or on hand; the advised ones are looked at too.
 * Stops whose thread is not in `threads` are left out and named.
 */
export function requestsOf(
  job: JobToAdvise & { stops: readonly StopToPlan[] },
  threads: ReadonlyMap<string, PlanThread>,
  shelf: readonly NeedleSpec[],
  workshop: Partial<Schools>,
): { requests: PlanRequest[]; unknownThread: number[] } {
  const unknownThread: number[] = [];
  const requests: (PlanRequest & { needles: Acceptable[] })[] = [];
  for (const stop of job.stops) {
    const { threadId, stitches, position } = stop;
    const thread = threads.get(threadId);
    if (!thread) {
      unknownThread.push(stop.stop);
      continue;
    }
    const needles = acceptable(adviseStop(job, stop, thread, workshop, byThreadAlone)!, shelf);
    const mates = requests.filter(
      (request) => request.thread === threadId && (request.at ?? null) === position,
    );
    const shared = mates.find((mate) => both(mate.needles, needles).length > 0);
    if (shared) {
      Object.assign(shared, {
        needles: both(shared.needles, needles),
        stops: [...shared.stops, stop.stop],
        stitches: shared.stitches + stitches,
      });
    } else requests.push({ thread: threadId, needles, stops: [stop.stop], stitches, at: position });
  }
  return { requests, unknownThread };
}

function acceptable(advice: StopAdvice, shelf: readonly NeedleSpec[]): Acceptable[] {
  const specs = [...advice.needles.map(({ spec }) => spec), ...shelf];
  return [...new Map(specs.map((spec) => [needleText(spec), spec]))]
    .map(([needle, spec]) => ({ needle, behind: advice.behind(spec) }))
    .filter(({ needle, behind }) => behind <= acceptablePoints || needle === advice.best.text)
    .sort((a, b) => a.behind - b.behind || a.needle.localeCompare(b.needle))
    .slice(0, mostNeedles)
    .map(({ needle, behind }) => ({ needle, penalty: Math.round((behind / pointsPerMinute) * 2) / 2 }));
}

function both(a: readonly Acceptable[], b: readonly Acceptable[]): Acceptable[] {
  return a.flatMap((one) => {
    const other = b.find(({ needle }) => needle === one.needle);
    return other ? [{ needle: one.needle, penalty: Math.max(one.penalty, other.penalty) }] : [];
  });
}
