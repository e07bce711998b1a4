import type { BoardMachine } from '../../core/board/machine.ts';
import { feedIsLive } from '../../core/feed/live.ts';
import { stitchesPerBobbin } from '../../core/run/bobbin-lasts.ts';
import { actNow } from '../../core/run/hints.ts';
import { designOf } from '../../core/run/rest-of-piece.ts';
import { seatJob } from '../../core/seating/seating.ts';
import { usualTopMm } from '../../core/stitches/usual.ts';
import { tracesIn } from '../../core/trace/fold.ts';
import { waitingTraces } from '../../core/trace/stage.ts';
import type { Thread } from '../../schemas/workshop.ts';
import { serverNow } from '../base/clock.ts';
import { feedNow } from '../feed/state.ts';
import { jobOnMachine } from '../jobs/jobs.ts';
import { keptSeats } from '../jobs/plans.ts';
import { watchesAt } from '../learn/watches.ts';
import { everyItem } from '../ledger/reading/export.ts';
import { ledgerPage } from '../ledger/reading/read.ts';
import { headNow } from '../machine/head.ts';
import { machineById } from '../machine/machines.ts';
import { batches, listThreads } from '../stores/threads.ts';
import { workshop } from '../stores/workshop.ts';

/** Stores change seldom: what is told of them may be so old, ms. */
const storesForMs = 60_000;
let stores: { until: number; threads: Map<string, Thread>; metres: Map<string, number> } | undefined;

async function storesNow() {
  const now = serverNow().getTime();
  if (stores && stores.until > now) return stores;
  const [threads, cones] = await Promise.all([
    everyItem((after) => listThreads({ limit: 200, after })),
    batches(),
  ]);
  stores = {
    until: now + storesForMs,
    threads: new Map(threads.map((thread) => [thread.id, thread])),
    metres: new Map(cones.map((cone) => [cone.id, cone.metres])),
  };
  return stores;
}

/** What Run of a machine says should be acted on now, by the same functions, from what the server knows. Later is left to Run: a board tells what is near. */
export async function actsOf(machineId: string): Promise<BoardMachine['acts']> {
  const machine = await machineById(machineId);
  const [head, { items: events }, watches, { job }, feed, plan, { schools }, { threads, metres }] =
    await Promise.all([
      headNow(machineId),
      ledgerPage({ machine: machineId, limit: 30 }),
      watchesAt(machineId),
      jobOnMachine(machineId),
      feedNow(machineId),
      keptSeats(machineId),
      workshop(),
      storesNow(),
    ]);
  const now = serverNow();
  const today = now.toISOString().slice(0, 10);
  const seated = job
    ? seatJob(job, { seats: head.seats, running: head.job, plan, threads, schools, today })
    : [];
  const live = feedIsLive(feed, now.getTime()) ? feed : null;
  const sewn = new Map<number, number>();
  for (const { position, stitches } of live?.counts ?? [])
    sewn.set(position, (sewn.get(position) ?? 0) + stitches);
  const hints = job
    ? actNow({
        ...{ heads: machine.heads, events, seats: head.seats, watches, sewn, topMm: usualTopMm },
        needleLife: machine.profile.needleLife,
        speed: live?.speed || machine.topSpeed,
        design: designOf(job.stops, seated),
        pieces: { done: job.tally.pieces, of: job.pieces },
        coneMetres: metres,
        stitchesPerBobbin: stitchesPerBobbin(job),
      })
    : [];
  return [
    ...hints
      .filter(({ urgency }) => urgency > 1)
      .map(({ says, urgency }) => ({ says, isUrgent: urgency === 3 })),
    ...waitingTraces(tracesIn(events), events).map(({ says }) => ({ says, isUrgent: false })),
  ];
}
