import { inLedgerOrder, type EventOf } from '../../ledger/entry.ts';
import type { Step } from '../../trouble/steps/index.ts';
import type { AnsweredStep } from '../question.ts';
import type { FaultReport } from '../fault-report.ts';
import { isKind, type RunEvent } from '../../run/run-event.ts';

/** A step that was done in a trace. */
export interface DoneStep extends AnsweredStep {
  id: string;
  at: string;
  minutes: number | null;
  /** Mended, it seems: the stitches are to say so. */
  waits: boolean;
  /** Seen of what the last repair took out: nothing was done for it. */
  shown: boolean;
}

/** A trace as its entries tell it. */
export interface Trace {
  id: string;
  at: string;
  head: number;
  position: number;
  jobId: string | null;
  operatorId: string | null;
  said: FaultReport;
  struck: readonly string[];
  steps: DoneStep[];
  closed: Pick<EventOf<'trace_closed'>, 'id' | 'at' | 'data'> | null;
}

/** The traces that these events tell of, the newest first; what was taken back is not in them. Events in any order. */
export function tracesIn(events: readonly RunEvent[]): Trace[] {
  const ordered = [...events].sort(inLedgerOrder);
  const traces = new Map<string, Trace>();
  for (const event of ordered) {
    if (isKind(event, 'trace_opened')) {
      const { seen, scope, since, struck } = event.data;
      traces.set(event.id, {
        id: event.id,
        at: event.at,
        head: event.head ?? 1,
        position: event.position ?? 1,
        jobId: event.jobId,
        operatorId: event.operatorId,
        said: { seen, scope, since },
        struck,
        steps: [],
        closed: null,
      });
    }
    if (isKind(event, 'trace_step')) {
      const { trace, step, answer, minutes, waits, shown } = event.data;
      traces.get(trace)?.steps.push({
        id: event.id,
        at: event.at,
        step,
        answer,
        minutes: minutes ?? null,
        waits: waits ?? false,
        shown: shown ?? false,
      });
    }
    if (isKind(event, 'trace_closed')) {
      const trace = traces.get(event.data.closes);
      // Two devices that close one trace: the first counts, the second is corrected or stands beside it in the ledger.
      if (trace && !trace.closed) trace.closed = { id: event.id, at: event.at, data: event.data };
    }
  }
  return [...traces.values()].reverse();
}

/** Minutes that a trace has taken: of each step as told, else from the answer before it, as long as that is likely. */
export function minutesOfTrace({ steps }: Trace, usual: (step: Step) => number): number {
  return steps.reduce((sum, { step, minutes }) => sum + (minutes ?? usual(step)), 0);
}
