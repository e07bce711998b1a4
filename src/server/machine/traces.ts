import type { Event } from '../../core/ledger/entry.ts';
import { millisecondsInDay } from 'date-fns/constants';
import { sqlKinds } from '../../core/ledger/about-kinds.ts';
import type { TraceFacts } from '../../core/trace/learning/facts.ts';
import type { TraceCounts } from '../../core/trace/learning/learn.ts';
import type { Cause } from '../../core/trouble/causes.ts';
import type { Step } from '../../core/trouble/steps/index.ts';
import { serverNow } from '../base/clock.ts';
import { database, rows } from '../base/database.ts';
import { eventColumns } from '../ledger/projecting/columns.ts';

/** Evidence is taken from so many days, and so many entries at most: the newest. */
const evidenceDays = 21;
const mostEvidence = 700;
/** Traces told at most: the newest. */
const mostTraces = 40;

/** What a trace of this machine takes its evidence from, its newest traces, and what closed ones have taught. */
export async function traceFacts(machineId: string): Promise<TraceFacts> {
  const since = new Date(serverNow().getTime() - evidenceDays * millisecondsInDay).toISOString();
  const [evidence, traced, ofCase, counts] = await Promise.all([
    // Index event_page; a piece is a line each, and the newest of them tell the most.
    rows<Event>(
      database(),
      `SELECT ${eventColumns} FROM event WHERE machine_id = $1 AND at >= $2 ORDER BY at DESC, id DESC LIMIT ${mostEvidence}`,
      [machineId, since],
    ),
    tracesOf(machineId),
    // The case's last word may be older.
    rows<Event>(
      database(),
      `SELECT ${eventColumns} FROM event WHERE machine_id = $1 AND kind IN (${sqlKinds('ofCase')}) AND NOT void
       ORDER BY at DESC, id DESC LIMIT 24`,
      [machineId],
    ),
    countsOf(machineId),
  ]);
  const byId = new Map([...evidence, ...traced, ...ofCase].map((row) => [row.id, row]));
  return { events: [...byId.values()], ...counts };
}

/** The newest traces of a machine, with every step and end of theirs. */
async function tracesOf(machineId: string): Promise<Event[]> {
  return rows<Event>(
    database(),
    `WITH opened AS (
       SELECT id FROM event WHERE machine_id = $1 AND kind = 'trace_opened' ORDER BY at DESC, id DESC LIMIT ${mostTraces})
     SELECT ${eventColumns} FROM event
     WHERE machine_id = $1 AND kind IN ('trace_opened', 'trace_step', 'trace_closed')
       AND (id IN (SELECT id FROM opened) OR (data->>'trace')::uuid IN (SELECT id FROM opened)
         OR (data->>'closes')::uuid IN (SELECT id FROM opened))`,
    [machineId],
  );
}

/** Only what a machine is to be learnt from: it may have been told to begin anew. */
const learning = `JOIN machine ON machine.id = event.machine_id
         AND coalesce(event.at >= (machine.profile->>'learnSince')::timestamptz, true)`;

/** Index event_learnt. What closed traces found, here and on the other machines. A trace that is taken back, or reopened by a correction, counts no more. */
async function countsOf(machineId: string): Promise<Pick<TraceFacts, 'here' | 'others'>> {
  const [causes, steps] = await Promise.all([
    rows<{ here: boolean; cause: Cause | null; count: number }>(
      database(),
      `SELECT machine_id = $1 AS here, data->>'cause' AS cause, count(*) AS count FROM event ${learning}
       WHERE kind = 'trace_closed' AND NOT void AND data->>'outcome' <> 'went_away' GROUP BY 1, 2`,
      [machineId],
    ),
    rows<{ here: boolean; step: Step; count: number; minutes: number }>(
      database(),
      `SELECT machine_id = $1 AS here, data->>'step' AS step, count(*) AS count, sum((data->>'minutes')::float8) AS minutes
       FROM event ${learning} WHERE kind = 'trace_step' AND NOT void AND (data->>'minutes')::float8 > 0 GROUP BY 1, 2`,
      [machineId],
    ),
  ]);
  const counted = (isHere: boolean): TraceCounts => ({
    traces: causes.filter((row) => row.here === isHere).reduce((sum, { count }) => sum + count, 0),
    causes: Object.fromEntries(
      causes.flatMap((row) => (row.here === isHere && row.cause ? [[row.cause, row.count]] : [])),
    ),
    steps: Object.fromEntries(
      steps.flatMap(({ here, step, count, minutes }) =>
        here === isHere ? [[step, { count, minutes }]] : [],
      ),
    ),
  });
  return { here: counted(true), others: counted(false) };
}

/** Seats whose trace nothing has closed, the newest first. Index event_page_kind. */
export async function openTraces(machineId: string): Promise<{ head: number; position: number }[]> {
  return rows(
    database(),
    `SELECT head, position FROM event
     WHERE machine_id = $1 AND kind = 'trace_opened' AND closed_by IS NULL AND NOT void ORDER BY at DESC LIMIT 20`,
    [machineId],
  );
}
