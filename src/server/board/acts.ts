import { actsLookAt, actsOf } from '../../core/board/acts.ts';
import type { BoardMachine } from '../../core/board/machine.ts';
import { seatJob } from '../../core/seating/seating.ts';
import type { Thread } from '../../schemas/workshop.ts';
import { serverNow } from '../base/clock.ts';
import { feedNow } from '../feed/state.ts';
import { jobOnMachine } from '../jobs/jobs.ts';
import { keptSeats } from '../jobs/plans.ts';
import { watchesAt } from '../findings/watches.ts';
import { everyItem } from '../ledger/reading/export.ts';
import { ledgerPage } from '../ledger/reading/read.ts';
import { headNow } from '../machine/head.ts';
import { machineById } from '../stores/machines.ts';
import { batches, listThreads } from '../stores/threads.ts';
import { workshop } from '../stores/workshop.ts';

/** Stores change seldom: what is told of them may be so old, ms. */
const storesForMs = 60_000;
let stores:
  { until: number; threads: Map<string, Thread>; cones: { id: string; metres: number }[] } | undefined;

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
    cones,
  };
  return stores;
}

/** What Run of a machine says should be acted on now, by the same functions, from what the server knows. Later is left to Run: a board tells what is near. */
export async function actsAt(machineId: string): Promise<BoardMachine['acts']> {
  const machine = await machineById(machineId);
  const [head, { items: events }, watches, { job }, feed, plan, { schools }, { threads, cones }] =
    await Promise.all([
      headNow(machineId),
      ledgerPage({ machine: machineId, limit: actsLookAt }),
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
    ? seatJob(job, { machineId, seats: head.seats, running: head.job, plan, threads, schools, today })
    : [];
  const { heads, topSpeed, profile } = machine;
  return actsOf({
    ...{
      heads,
      topSpeed,
      needleLife: profile.needleLife,
      events,
      seats: head.seats,
      watches,
      feed,
      job,
      seated,
    },
    ...{ done: job?.tally.pieces ?? 0, cones, now: now.getTime() },
  })
    .filter(({ urgency }) => urgency > 1)
    .map(({ key, says, urgency }) => ({ key, says, isUrgent: urgency === 3 }));
}
