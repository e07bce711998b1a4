import type { FeedNow } from '../feed/event.ts';
import { feedIsLive } from '../feed/live.ts';
import type { Garment } from '../garment/garment.ts';
import type { Watch } from '../findings/change/watch.ts';
import type { Seat } from '../ledger/head-now.ts';
import type { NeedleLife } from '../needle/life.ts';
import type { SeatedStop } from '../seating/seating.ts';
import type { StopToSeat } from '../seating/context.ts';
import { usualTopMm } from '../stitches/usual.ts';
import { tracesIn } from '../trace/course/fold.ts';
import { waitingTraces } from '../trace/course/stage.ts';
import { stitchesPerBobbin } from '../run/bobbin-lasts.ts';
import { actNow, type Hint } from '../run/hints.ts';
import { designOf } from '../run/rest-of-piece.ts';
import { sewnIn, type RunEvent } from '../run/run-event.ts';

/** So many of a machine's newest events say what to act on: everyone looks at just as many, whenever their page was opened. */
export const actsLookAt = 50;

/** What is to be acted on is worked out from. */
export interface ActsInput {
  heads: number;
  /** Stitches per minute. */
  topSpeed: number;
  needleLife: NeedleLife;
  /** Newest first, {@link actsLookAt} of them where there are so many; more are not looked at. */
  events: readonly RunEvent[];
  seats: readonly Seat[];
  watches: readonly Watch[];
  /** As the machine's own feed told it last; null: it has none. */
  feed: FeedNow | null;
  job: {
    pieces: number;
    cloth: string;
    garment?: Garment | undefined;
    stops: readonly (StopToSeat & { stitches: number })[];
  } | null;
  /** Where the job's stops sew. */
  seated: readonly SeatedStop[];
  /** Pieces finished of the job. */
  done: number;
  cones: readonly { id: string; metres: number }[];
  /** ms since 1970. */
  now: number;
}

/** Something to act on; `isTrace`: a trace waits for an answer. */
export interface Act extends Hint {
  isTrace: boolean;
}

/**
 * What to act on at a machine, the most urgent first: a function of the record alone, so that every page and the Board say the same. An act keeps its `key` while what it
 * is about stands, however its sentence counts on.
 */
export function actsOf(input: ActsInput): Act[] {
  const events = input.events.slice(0, actsLookAt);
  const { job, feed, heads, seats, watches, needleLife } = input;
  const live = feedIsLive(feed, input.now) ? feed : null;
  const sewn = new Map<number, number>();
  for (const { position, stitches } of live?.counts ?? [])
    sewn.set(position, (sewn.get(position) ?? 0) + stitches);
  const sewedAt = events.map(sewnIn).find((each) => each !== null)?.speed;
  const hints = job
    ? actNow({
        ...{ heads, events, seats, watches, needleLife, sewn, topMm: usualTopMm },
        speed: live?.speed || sewedAt || input.topSpeed,
        design: designOf(job.stops, input.seated),
        pieces: { done: input.done, of: job.pieces },
        coneMetres: new Map(input.cones.map(({ id, metres }) => [id, metres])),
        stitchesPerBobbin: stitchesPerBobbin(job),
      })
    : [];
  const waiting = waitingTraces(tracesIn(events), events).map(({ trace, says }): Act => ({
    ...{ key: `trace:${trace.id}`, says, head: trace.head, position: trace.position, urgency: 2 },
    deed: { does: 'trace', head: trace.head, position: trace.position },
    isTrace: true,
  }));
  return [...hints.map((hint): Act => ({ ...hint, isTrace: false })), ...waiting].sort(
    (a, b) => b.urgency - a.urgency,
  );
}
