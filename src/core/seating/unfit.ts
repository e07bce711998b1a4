import type { Deed } from '../ledger/deed.ts';
import { needleText } from '../needle/label.ts';
import type { JobToSeat, SeatingContext } from './context.ts';
import { needlesFor } from './for-stops.ts';

/** A needle that should not sew a stop: what sits there, what is advised and why. */
export interface Unfit {
  stop: number;
  position: number;
  heads: number[];
  has: string;
  why: string;
  /** The advised one, fitted there. */
  deed: Extract<Deed, { does: 'needle' }>;
}

/**
 * Needles that are not acceptable for what is sewn with them, by stop; `places`: each stop's position. Nothing is said where no
 * needle is on record, and where cloth or thread are not known to the advice.
 */
export function unfitNeedles(
  job: Omit<JobToSeat, 'id'>,
  places: readonly (number | null)[],
  context: Pick<SeatingContext, 'seats' | 'threads' | 'schools'>,
): Unfit[] {
  const needles = needlesFor(job, context);
  return job.stops.flatMap((stop, index): Unfit[] => {
    const position = places[index] ?? null;
    const asked = position === null ? null : needles(stop);
    if (position === null || !asked) return [];
    const wrong = context.seats.flatMap(({ head, position: at, needle }) =>
      at === position && needle && !asked.accepts(needle.spec)
        ? [{ head, has: needleText(needle.spec) }]
        : [],
    );
    const [first] = wrong;
    if (!first) return [];
    const { text, spec, reasons } = asked.best;
    const heads = wrong.map(({ head }) => head);
    return [
      {
        stop: stop.stop,
        position,
        heads,
        has: first.has,
        deed: { does: 'needle', position, heads, needle: spec, reason: 'job_needs' },
        why: `Advised: ${text}. ${reasons[0]?.says ?? ''}`.trim(),
      },
    ];
  });
}
