import { needleText } from '../needle/label.ts';
import type { JobToSeat, SeatingContext } from './asked.ts';
import { needlesFor } from './for-stops.ts';

/** A needle that should not sew a stop: what sits there, what is advised and why. */
export interface Unfit {
  stop: number;
  position: number;
  heads: number[];
  has: string;
  advised: string;
  why: string;
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
    const { text, reasons } = asked.best;
    return [
      {
        stop: stop.stop,
        position,
        heads: wrong.map(({ head }) => head),
        has: first.has,
        advised: text,
        why: `Advised: ${text}. ${reasons[0]?.says ?? ''}`.trim(),
      },
    ];
  });
}
