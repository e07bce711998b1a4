import { isKind, stitchesAt, type RunEvent } from '../../run/run-event.ts';
import type { DoneStep, Trace } from './fold.ts';

/** Stitches without a break after which a trace that waits asks to be closed. From memory. */
export const enoughStitches = 3000;

/** What was answered up to the end, and what the hands saw of what came out at it. */
export interface Course {
  /** With the repair that ended it last, where one did. */
  answered: DoneStep[];
  shown: DoneStep[];
  /** The repair with which it sewed again; null: it is still looked for. */
  ending: DoneStep | null;
}

/** The steps of a trace in two: those of the search, and what was seen of what its last repair took out. */
export function courseOf({ steps }: Pick<Trace, 'steps'>): Course {
  const end = steps.findLastIndex(({ answer }) => answer === 'sews');
  const ending = steps[end];
  if (!ending) return { answered: steps, shown: [], ending: null };
  const after = steps.slice(end + 1);
  // Anything else done after it: the search goes on, and the repair had only seemed to mend it.
  if (!after.every(({ shown }) => shown)) {
    const went = steps.map((step, index) => (index === end ? { ...step, answer: 'same' } : step));
    return { answered: went, shown: [], ending: null };
  }
  return { answered: steps.slice(0, end + 1), shown: after, ending };
}

/** How a repair has held so far. */
export interface Holding {
  /** Sewn at the position since. */
  stitches: number;
  /** The first break there since; null: none. */
  brokeAt: string | null;
  /** Long enough without a break to close the trace. */
  isEnough: boolean;
}

/** What the ledger says of a position since the repair that ended its trace. `sewnNow`: of the piece being sewn, by the feed. */
export function holding(
  { head, position }: Pick<Trace, 'head' | 'position'>,
  { at }: Pick<DoneStep, 'at'>,
  events: readonly RunEvent[],
  sewnNow = 0,
): Holding {
  const since = events.filter((event) => Date.parse(event.at) > Date.parse(at) && !event.void);
  const stitches = since.reduce((sum, event) => sum + stitchesAt(event, head, position), 0) + sewnNow;
  const broke = since
    .filter((event) => isKind(event, 'break') && event.head === head && event.position === position)
    .map((event) => event.at)
    .sort();
  const brokeAt = broke[0] ?? null;
  return { stitches, brokeAt, isEnough: brokeAt === null && stitches >= enoughStitches };
}

/** What Run says of a trace that waits for stitches. */
export interface WaitingTrace {
  trace: Trace;
  says: string;
}

/** Traces that wait for stitches and have had enough of them, and those whose repair did not hold: what to say on Run. */
export function waitingTraces(traces: readonly Trace[], events: readonly RunEvent[]): WaitingTrace[] {
  return traces.flatMap((trace): WaitingTrace[] => {
    const { ending } = courseOf(trace);
    if (trace.closed || !ending) return [];
    const { stitches, brokeAt, isEnough } = holding(trace, ending, events);
    if (brokeAt) return [{ trace, says: `Position ${trace.position} broke again after its trace.` }];
    const sewn = Math.round(stitches).toLocaleString('en-GB');
    const says = `Position ${trace.position}: ${sewn} stitches without a break: close its trace?`;
    return isEnough ? [{ trace, says }] : [];
  });
}
