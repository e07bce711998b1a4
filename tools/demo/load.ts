import { omit } from '../../src/core/base/omit.ts';
import { changeWorkshop } from '../../src/server/stores/workshop.ts';
import { writePicture } from '../../src/server/jobs/pictures.ts';
import { emblemOf } from './emblems.ts';
import { addDays, formatISO } from 'date-fns';
import { database, rows } from '../../src/server/base/database.ts';
import { addJobs, changeJob, jobById } from '../../src/server/jobs/jobs.ts';
import { writeEntries } from '../../src/server/ledger/writing/write.ts';
import { addMachine } from '../../src/server/stores/machines.ts';
import { addScheme } from '../../src/server/machine/schemes.ts';
import { addBobbinCase, addBobbinKind } from '../../src/server/stores/bobbins.ts';
import { addNeedleKind, changeNeedleKind } from '../../src/server/stores/needle-kinds.ts';
import { addOperator } from '../../src/server/stores/operators.ts';
import { addCone, addThread } from '../../src/server/stores/threads.ts';
import type { Entry } from '../../src/core/ledger/entry.ts';
import type { JobNew } from '../../src/schemas/workshop.ts';
import { demoHistory } from './history.ts';
import { demoYear, type PastJob } from './year.ts';
import {
  bobbinCases,
  bobbinKinds,
  cones,
  heron,
  heronScheme,
  jobId,
  jobs,
  measuresOf,
  needleCounts,
  needleKindId,
  needleLabels,
  operators,
  teal,
  threadByCode,
  threads,
} from './world.ts';

async function writeAll(entries: readonly Entry[], together: number): Promise<void> {
  for (let at = 0; at < entries.length; at += together)
    await writeEntries(entries.slice(at, at + together), { receivedAfterMs: 400 });
}

/** A job of the year before: like one of the demo's, and done. */
function jobOfYear({ id, like, number, machine, rounds }: PastJob): JobNew {
  const { name, customer, cloth, garment, stops } = jobs[like]!;
  return {
    ...{ id, customer, cloth, garment, note: '', due: null, pieces: rounds * machine.heads },
    name: `${name}, ${machine.name} lot ${number}`,
    stops: stops.map(stopOf),
  };
}

const stopOf = (stop: (typeof jobs)[number]['stops'][number], index: number) => ({
  stop: index + 1,
  threadId: threadByCode(stop[0]).id,
  stitches: stop[1],
  element: stop[2],
  position: null,
  ...measuresOf(stop),
});

/** Fills an empty database with the demo workshop; `year`: the year before its last three weeks, too. Returns false, and changes nothing, when there is a machine. */
export async function loadDemoIfEmpty(now = new Date(), { year = true } = {}): Promise<boolean> {
  const [any] = await rows(database(), 'SELECT 1 FROM machine LIMIT 1');
  if (any) return false;
  for (const operator of operators) await addOperator(operator);
  for (const [index, label] of needleLabels.entries())
    await addNeedleKind({ id: needleKindId(index), label });
  for (const kind of bobbinKinds) await addBobbinKind(kind);
  for (const one of bobbinCases) await addBobbinCase(one);
  for (const thread of threads) await addThread(thread);
  for (const cone of cones) await addCone(cone);
  for (const { slug: _slug, ...machine } of [heron, teal]) {
    void _slug;
    await addMachine(machine);
  }
  await changeWorkshop({ simulators: true });
  await addScheme(heronScheme);
  await addJobs(
    jobs.map(({ name, customer, cloth, garment, pieces, dueIn, note, stops }, index) => ({
      id: jobId(index),
      name,
      customer,
      cloth,
      garment,
      pieces,
      note,
      due: formatISO(addDays(now, dueIn), { representation: 'date' }),
      stops: stops.map(stopOf),
    })),
  );
  for (const [index, { customer }] of jobs.entries()) {
    const emblem = await emblemOf(customer);
    if (emblem) await writePicture(jobId(index), 'image/webp', emblem);
  }
  const { entries: before, past } = year ? demoYear(now.getTime()) : { entries: [], past: [] };
  if (past.length > 0) await addJobs(past.map(jobOfYear));
  await writeAll(before, 2000);
  await rows(
    database(),
    `UPDATE job SET done_at = sewn.at FROM (
       SELECT job_id, max(at) AS at FROM event WHERE kind = 'piece_finished' GROUP BY job_id) sewn
     WHERE job.id = sewn.job_id AND job.id = ANY($1)`,
    [past.map(({ id }) => id)],
  );
  await writeAll(demoHistory(now.getTime()), 400);
  for (const [index, counted] of needleCounts.entries())
    await changeNeedleKind(needleKindId(index), { counted, reorderAt: 10 }, { person: null });
  for (const [index, { done }] of jobs.entries()) {
    if (!done) continue;
    const job = await jobById(jobId(index));
    await changeJob(job.id, { ...omit(job, 'id', 'tally', 'doneAt', 'picture'), done: true });
  }
  return true;
}
