import { accepts } from '../advice/acceptable.ts';
import { advise } from '../advice/advise.ts';
import { clothFromWords, fillIn } from '../advice/fill-in.ts';
import { needleText, type NeedleSpec } from '../needle/label.ts';
import type { JobToSeat, SeatingContext, StopToSeat } from './seating.ts';

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
 * The needle on `position` that is not acceptable for a stop; null where it is, where none is on record, and where cloth or
 * thread are not known to the advice.
 */
export function unfitNeedle(
  job: Pick<JobToSeat, 'cloth' | 'schools'>,
  stop: Pick<StopToSeat, 'stop' | 'threadId' | 'element'>,
  position: number,
  { seats, threads, schools }: Pick<SeatingContext, 'seats' | 'threads' | 'schools'>,
): Unfit | null {
  const cloth = clothFromWords(job.cloth);
  const thread = threads.get(stop.threadId);
  if (!cloth || !thread) return null;
  const question = fillIn({ cloth, element: stop.element, thread }, { ...schools, ...job.schools });
  const isFor = accepts(question);
  const wrong = seats.flatMap(({ head, position: at, needle }) =>
    at === position && needle && !isFor(needle.spec) ? [{ head, spec: needle.spec }] : [],
  );
  const [best] = advise(question).needles;
  if (wrong.length === 0 || !best) return null;
  return {
    stop: stop.stop,
    position,
    heads: wrong.map(({ head }) => head),
    has: needleText(firstOf(wrong)),
    advised: best.text,
    why: `Advised: ${best.text}. ${best.reasons[0]?.says ?? ''}`.trim(),
  };
}

const firstOf = (wrong: readonly { spec: NeedleSpec }[]) => wrong[0]!.spec;
