import { type ElementKind } from '../../element/elements.ts';
import { isMetallic, type Fibre } from '../../thread/fibres.ts';
import { acceptablePoints } from '../../advice/acceptable.ts';
import { advise, judge } from '../../advice/advise.ts';
import { clothFromWords, fillIn } from '../../advice/fill-in.ts';
import type { Schools } from '../../advice/schools.ts';
import { needleText, type NeedleSpec } from '../../needle/label.ts';
import type { Acceptable, PlanRequest } from './problem.ts';

export interface PlanThread {
  id: string;
  weightNo: number;
  tex: number;
  fibre: Fibre;
}

export interface StopToPlan {
  stop: number;
  threadId: string;
  stitches: number;
  element: ElementKind;
  /** Keyed in by the operator: that stop sits there. */
  position: number | null;
}

/** Points of advice (see advise.ts) that make a minute: what a worse needle costs in breaks and care. From memory. */
export const pointsPerMinute = 3;
/** Acceptable needles looked at for one thread. */
const mostNeedles = 4;

/** Weight bands: within one a new colour is tied on and the tension kept. Metallic goes its own way. */
const bands = [20, 34, 50, 72] as const;
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
  job: { cloth: string; schools?: Partial<Schools> | null; stops: readonly StopToPlan[] },
  threads: ReadonlyMap<string, PlanThread>,
  shelf: readonly NeedleSpec[],
  workshop: Partial<Schools>,
): { requests: PlanRequest[]; unknownThread: number[] } {
  const unknownThread: number[] = [];
  const requests: (PlanRequest & { needles: Acceptable[] })[] = [];
  const cloth = clothFromWords(job.cloth) ?? 'twill';
  for (const { stop, threadId, stitches, element, position } of job.stops) {
    const thread = threads.get(threadId);
    if (!thread) {
      unknownThread.push(stop);
      continue;
    }
    const question = fillIn({ cloth, element, thread }, { ...workshop, ...job.schools });
    const needles = acceptable(question, shelf);
    const mates = requests.filter((one) => one.thread === threadId && (one.at ?? null) === position);
    const shared = mates.find((one) => both(one.needles, needles).length > 0);
    if (shared) {
      Object.assign(shared, {
        needles: both(shared.needles, needles),
        stops: [...shared.stops, stop],
        stitches: shared.stitches + stitches,
      });
    } else requests.push({ thread: threadId, needles, stops: [stop], stitches, at: position });
  }
  return { requests, unknownThread };
}

function acceptable(question: Parameters<typeof advise>[0], shelf: readonly NeedleSpec[]): Acceptable[] {
  const points = judge(question);
  const advised = advise(question).needles.map((one) => one.spec);
  const all = new Map([...advised, ...shelf].map((spec) => [needleText(spec), spec]));
  const best = Math.max(...[...all.values()].map(points));
  return [...all]
    .map(([needle, spec]) => ({ needle, behind: best - points(spec) }))
    .filter(({ behind }) => behind <= acceptablePoints)
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
