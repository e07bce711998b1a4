import type { Event } from '../../core/ledger/entry.ts';
import { millisecondsInDay } from 'date-fns/constants';
import { faultKeys, faultOf } from '../../core/fault/faults.ts';
import { sqlKinds } from '../../core/ledger/about-kinds.ts';
import { caseDue } from '../../core/tension/case/due.ts';
import { breaksRose, type BreakCount } from '../../core/tension/case/breaks-rose.ts';
import type { CheckFacts } from '../../core/check/facts.ts';
import { requestKey, type CheckRequest } from '../../core/check/request.ts';
import { markFrom } from '../../core/check/item.ts';
import type { MechanicalCheck } from '../../core/trouble/mechanical-checks.ts';
import { impactWords } from '../../core/trouble/impact.ts';
import { risingAt } from '../findings/rising.ts';
import { caseLife } from './bench.ts';
import { database, rows } from '../base/database.ts';
import { eventColumns } from '../ledger/projecting/columns.ts';

const mostDaysAdded = 60;
/** More than this nobody works off before sewing: the newest are told. */
const mostAsked = 30;
const later = (a: string, b: string) => (a > b ? a : b);

export async function checkFacts(
  machineId: string,
  {
    dayStart,
    now,
    jobSince,
    everyDays,
  }: { dayStart: Date; now: Date; jobSince: string | null; everyDays: number },
): Promise<CheckFacts> {
  const yesterday = new Date(dayStart.getTime() - millisecondsInDay).toISOString();
  // Bars not oiled for so long are overdue by any hours: they are added up no further back.
  const longAgo = new Date(now.getTime() - mostDaysAdded * millisecondsInDay).toISOString();
  const marksFrom = [dayStart.toISOString(), jobSince ?? dayStart.toISOString()].sort()[0]!;
  const [seats, barsAt, bench, marks, mechanical, rising, asked] = await Promise.all([
    sewedSince(machineId, yesterday),
    lastMark(machineId, 'oil-bars'),
    benchDue(machineId, now, everyDays),
    marksSince(machineId, marksFrom),
    mechanicalFacts(machineId),
    risingAt(machineId, now),
    askedFor(machineId, dayStart.toISOString()),
  ]);
  return {
    dayStart: dayStart.toISOString(),
    sewedLately: seats,
    // Of a machine that was never oiled on record nothing needs adding up.
    oil: { barsAt, sewnMsSinceBars: barsAt ? await sewnMs(machineId, later(barsAt, longAgo)) : 0 },
    ...bench,
    mechanical,
    rising,
    asked,
    marks,
  };
}

/** Words of an impact as PostgreSQL's expression: whole words, in any case. */
const impactPattern = `\\y(${impactWords.join('|')})\\y`;

/** Of stops and of notes the newest so many are looked through for an impact: one further back is long mended. */
const mostLookedThrough = 1000;
const newestOf = (kind: string) => `(
  SELECT at, id, position, concat(data->>'why', data->>'text') AS words FROM event
  WHERE machine_id = $1 AND kind = '${kind}' AND NOT void ORDER BY at DESC, id DESC LIMIT ${mostLookedThrough})`;

/** When the checks with the power off were last made, and the last impact on record. Index event_page_kind. */
async function mechanicalFacts(machineId: string): Promise<CheckFacts['mechanical']> {
  const [found, impacts] = await Promise.all([
    rows<{ check: MechanicalCheck; at: string }>(
      database(),
      `SELECT data->>'check' AS check, max(at) AS at FROM event
       WHERE machine_id = $1 AND kind = 'mechanical_found' AND NOT void GROUP BY 1`,
      [machineId],
    ),
    rows<{ at: string; position: number | null }>(
      database(),
      `SELECT at, position FROM (${['stop', 'note'].map(newestOf).join(' UNION ALL ')}) told
       WHERE words ~* $2 ORDER BY at DESC, id DESC LIMIT 1`,
      [machineId, impactPattern],
    ),
  ]);
  return {
    lastAt: Object.fromEntries(found.map(({ check, at }) => [check, at])),
    impact: impacts[0] ?? null,
  };
}

/** Asked for and not said done before today, the oldest first. Indexes event_page_kind and event_check. */
async function askedFor(machineId: string, dayStart: string): Promise<CheckRequest[]> {
  return rows<CheckRequest>(
    database(),
    `SELECT id, at, head, position, data->>'says' AS says FROM event asked
     WHERE machine_id = $1 AND kind = 'check_asked' AND NOT void AND NOT EXISTS (
       SELECT FROM event WHERE machine_id = $1 AND kind = 'check_done' AND NOT void
         AND data->>'item' = '${requestKey('')}' || asked.id AND data->>'state' = 'done' AND at < $2)
     ORDER BY at DESC, id DESC LIMIT ${mostAsked}`,
    [machineId, dayStart],
  ).then((found) => found.reverse());
}

/** Seats that sewed since an instant. Index event_page_kind. */
async function sewedSince(machineId: string, since: string): Promise<string[]> {
  const found = await rows<{ seat: string }>(
    database(),
    `SELECT DISTINCT concat(ran.head, ':', stop->>'position') AS seat
     FROM event, jsonb_array_elements(data->'stops') AS stop, jsonb_array_elements_text(data->'heads') AS ran (head)
     WHERE machine_id = $1 AND kind IN (${sqlKinds('sews')}) AND at >= $2 AND NOT void`,
    [machineId, since],
  );
  return found.map((row) => row.seat);
}

async function sewnMs(machineId: string, since: string): Promise<number> {
  const [row] = await rows<{ ms: number | null }>(
    database(),
    `SELECT sum((SELECT sum((stop->>'stitches')::float8) FROM jsonb_array_elements(data->'stops') AS stop)
       * 60000 / (data->>'speed')::float8) AS ms
     FROM event WHERE machine_id = $1 AND kind IN (${sqlKinds('sews')}) AND at >= $2 AND NOT void`,
    [machineId, since],
  );
  return Math.round(row?.ms ?? 0);
}

/** When an item was last said done. */
async function lastMark(machineId: string, item: string): Promise<string | null> {
  const [row] = await rows<{ at: string }>(
    database(),
    `SELECT at FROM event WHERE machine_id = $1 AND kind = 'check_done' AND NOT void
       AND data->>'item' = $2 AND data->>'state' = 'done' ORDER BY at DESC, id DESC LIMIT 1`,
    [machineId, item],
  );
  return row?.at ?? null;
}

async function marksSince(machineId: string, since: string): Promise<CheckFacts['marks']> {
  const found = await rows<Event>(
    database(),
    `SELECT ${eventColumns} FROM event
     WHERE machine_id = $1 AND kind = 'check_done' AND at >= $2 AND NOT void ORDER BY at DESC, id DESC LIMIT 500`,
    [machineId, since],
  );
  return found.map((row) => markFrom(row));
}

/** The cases in a machine's heads, as the newest entry of each head says. */
async function casesInHeads(machineId: string): Promise<{ id: string; name: string }[]> {
  return rows(
    database(),
    `SELECT DISTINCT c.id, c.name FROM (
       SELECT DISTINCT ON (head) data->>'caseId' AS id FROM event
       WHERE machine_id = $1 AND kind = 'case_fitted' AND NOT void ORDER BY head, at DESC, id DESC) put
     JOIN bobbin_case c ON c.id::text = put.id ORDER BY c.name`,
    [machineId],
  );
}

/** Why the case in this machine's head, or where nobody said which the one that it last had at the gauge, should be measured again. */
async function benchDue(
  machineId: string,
  now: Date,
  everyDays: number,
): Promise<Pick<CheckFacts, 'caseAt' | 'casesIn' | 'caseDue' | 'breaksRose'>> {
  const cases = await casesInHeads(machineId);
  const [last] = await rows<{ at: string; case_id: string | null }>(
    database(),
    `SELECT at, data->>'caseId' AS case_id FROM event
     WHERE machine_id = $1 AND kind = 'case_measured' AND NOT void AND data->>'by' IS DISTINCT FROM 'simulated'
       AND ($2::text[] = '{}' OR data->>'caseId' = ANY($2) OR data->>'caseId' IS NULL) ORDER BY at DESC, id DESC LIMIT 1`,
    [machineId, cases.map(({ id }) => id)],
  );
  const casesIn = cases.map(({ name }) => name);
  if (!last) return { caseAt: null, casesIn, caseDue: ['not measured yet'], breaksRose: null };
  const caseId = last.case_id ?? (cases.length === 1 ? cases[0]!.id : null);
  const life = caseId ? await caseLife(caseId) : [];
  const asked = { now: now.toISOString(), everyDays, bobbinKindId: null };
  const days = Math.floor((now.getTime() - Date.parse(last.at)) / millisecondsInDay);
  const before = new Date(Date.parse(last.at) - 28 * millisecondsInDay).toISOString();
  const { since, earlier } = await bobbinBreaks(machineId, before, last.at, now.toISOString());
  return {
    caseAt: last.at,
    casesIn,
    caseDue:
      life.length > 0
        ? caseDue(life, asked)
        : days >= everyDays
          ? [`last measured ${days === 1 ? 'a day' : `${days} days`} ago`]
          : [],
    breaksRose: breaksRose(since, earlier),
  };
}

/** As literal text, for the index on faults. */
const faultsOfCase = faultKeys
  .filter((fault) => faultOf(fault).asksForCase)
  .map((fault) => `'${fault}'`)
  .join(', ');

/** Faults that ask for the case's tension, and stitches sewn, from an instant to another and from that to a third: one walk over the entries of both. */
async function bobbinBreaks(
  machineId: string,
  from: string,
  at: string,
  to: string,
): Promise<{ earlier: BreakCount; since: BreakCount }> {
  const found = await rows<BreakCount & { later: boolean }>(
    database(),
    `SELECT at >= $3 AS later, count(*) FILTER (WHERE kind = 'break' AND fault IN (${faultsOfCase})) AS breaks,
       coalesce(sum((SELECT sum((stop->>'stitches')::bigint) FROM jsonb_array_elements(data->'stops') AS stop)
         * jsonb_array_length(data->'heads')) FILTER (WHERE kind IN (${sqlKinds('sews')})), 0)::bigint AS stitches
     FROM event WHERE machine_id = $1 AND kind IN ('break', ${sqlKinds('sews')}) AND at >= $2 AND at < $4 AND NOT void
     GROUP BY 1`,
    [machineId, from, at, to],
  );
  const of = (isLater: boolean): BreakCount => {
    const { breaks, stitches } = found.find(({ later }) => later === isLater) ?? { breaks: 0, stitches: 0 };
    return { breaks, stitches };
  };
  return { earlier: of(false), since: of(true) };
}
