import { groupBy } from '../../../core/base/group-by.ts';
import { mustFind } from '../../../core/base/must-find.ts';
import { effectiveEntry } from '../../../core/ledger/effective.ts';
import { inLedgerOrder, type Event, type Line, type LineOf } from '../../../core/ledger/entry.ts';
import { eventOf } from '../../../core/ledger/event.ts';
import { flagsOf, foldingKinds } from '../../../core/ledger/about-kinds.ts';
import { tallyOf, timeLosingKinds, type JobTally } from '../../../core/ledger/progress.ts';
import { rows, pipelined, type Sql } from '../../base/database.ts';
import { eventColumns, insertEvents, reading, replaceEvents, soughtIn } from './columns.ts';
import { foldSeats, type KeptHead } from './seats.ts';

const isCorrection = <L extends Line>(line: L): line is L & LineOf<'correction'> =>
  line.kind === 'correction';

interface ProjectOptions {
  /** Leaves the seats alone: a rebuild folds each machine once at its end. */
  foldLater?: boolean;
  /** The lines' own events are in already, as they count without corrections. */
  eventsInserted?: boolean;
  /** Kept heads that the caller has read under its locks. */
  heads?: ReadonlyMap<string, KeptHead>;
}

/**
 * Brings every projection up to date with ledger lines just stored, in their order of arrival and in the same
 * transaction. The caller holds the locks of all machines concerned.
 */
export async function project(
  sql: Sql,
  lines: readonly Line[],
  { foldLater = false, eventsInserted = false, heads = new Map() }: ProjectOptions = {},
): Promise<void> {
  const corrections = lines.filter((line) => line.kind === 'correction');
  const plain = lines.filter((line) => line.kind !== 'correction');
  const fresh = plain.map((line) => eventOf(effectiveEntry(line, []), line));

  const before = new Map<string, Event>();
  const after = new Map<string, Event>(fresh.map((row) => [row.id, row]));
  if (corrections.length > 0) await applyCorrections(sql, corrections, before, after);

  const isNew = new Set(plain.map((line) => line.id));
  const isThere = (row: Event) => !isNew.has(row.id) || eventsInserted;
  const uncorrected = new Set(fresh);
  const changed = [...after.values()];
  write(
    sql,
    insertEvents,
    changed.filter((row) => !isThere(row)),
  );
  // One that is new and was not corrected in the same breath stands as it was inserted.
  write(
    sql,
    replaceEvents,
    changed.filter((row) => isThere(row) && !uncorrected.has(row)),
  );
  const tallies = new Map<string, JobTally>();
  for (const [id, row] of after) {
    addTally(tallies, before.get(id), -1);
    addTally(tallies, row, 1);
  }
  closeAndTally(sql, [...before.values(), ...after.values()], tallies);
  if (!foldLater) await foldMachines(sql, before, after, heads);
}

/** Recomputes the corrected entries from the raw ledger; their roots are kept already (roots.ts). Fills `before` with what they were. */
async function applyCorrections(
  sql: Sql,
  corrections: readonly Line[],
  before: Map<string, Event>,
  after: Map<string, Event>,
): Promise<void> {
  const tree = await rows<Line & { root: string }>(
    sql,
    `WITH roots AS (SELECT DISTINCT root FROM correction WHERE id = ANY($1)),
     hanging AS (
       SELECT root, root AS id FROM roots
       UNION ALL SELECT root, correction.id FROM roots JOIN correction USING (root))
     SELECT hanging.root, ${reading('ledger', 'l')} FROM hanging JOIN ledger l ON l.id = hanging.id`,
    [corrections.map((line) => line.id)],
  );
  const newestSeq = Math.max(...corrections.map((line) => line.seq));
  const byRoot = groupBy(tree, (line) => line.root);
  const roots = [...byRoot.keys()];
  const kept = await rows<Event>(sql, `SELECT ${eventColumns} FROM event WHERE id = ANY($1)`, [roots]);
  // A row of this very batch was nothing before it.
  for (const row of kept) if (!after.has(row.id)) before.set(row.id, row);
  for (const root of roots) {
    const hanging = byRoot.get(root)!.filter(isCorrection);
    const line = mustFind(byRoot.get(root)!, (candidate) => candidate.id === root, `line ${root}`);
    // Lines stored later than this batch (a rebuild reads ahead) must not count yet for the live cursor.
    const seq = Math.max(line.seq, ...hanging.map((one) => one.seq).filter((other) => other <= newestSeq));
    const entry = effectiveEntry(line, hanging);
    const { receivedAt } = line;
    after.set(root, eventOf(entry, { receivedAt, seq }, before.get(root) ?? after.get(root)));
  }
}

/** Writes events, with what is looked for in columns of their own. */
function write(sql: Sql, statement: string, events: readonly Event[]): void {
  if (events.length === 0) return;
  pipelined(sql, statement, [JSON.stringify(events.map((event) => ({ ...event, ...soughtIn(event) })))]);
}

/**
 * Sets who ended each stop, break and hold: the first ending in ledger order that was not taken back. Looks at
 * every entry named by a changed ending, and at changed openings, whose time may have been corrected. The time
 * lost that this changes goes into the tallies together with what the entries themselves add, in one statement
 * and in the order of the jobs: two machines may sew the same job, and must not wait for each other in a ring.
 * Rows are looked up one by one (LATERAL, LIMIT 1): a plan that was made and kept while the table was small would otherwise
 * go through all of it, and each touch cost more the more there were.
 */
function closeAndTally(sql: Sql, touched: readonly Event[], tallies: ReadonlyMap<string, JobTally>): void {
  const seqOf = new Map<string, number>();
  const touch = (id: string, seq: number) => seqOf.set(id, Math.max(seq, seqOf.get(id) ?? 0));
  for (const row of touched) {
    const { closes } = soughtIn(row);
    if (closes) touch(closes, row.seq);
    if (flagsOf(row.kind).opens && (row.closedBy || row.corrections > 0)) touch(row.id, row.seq);
  }
  if (seqOf.size === 0 && tallies.size === 0) return;
  const sums = [...tallies];
  pipelined(
    sql,
    `WITH changed AS (
       UPDATE event t SET
         closed_by = c.id, closed_at = c.at,
         lost_ms = CASE WHEN c.id IS NOT NULL THEN coalesce(c.lost_ms, GREATEST(0, round(extract(epoch FROM c.at - t.at) * 1000))) END,
         changed_seq = GREATEST(t.changed_seq, wanted.seq)
       FROM unnest($1::uuid[], $2::bigint[]) AS wanted(id, seq)
         CROSS JOIN LATERAL (SELECT lost_ms FROM event WHERE id = wanted.id LIMIT 1) old
         LEFT JOIN LATERAL (
           SELECT id, at, (data ->> 'lostMs')::bigint AS lost_ms FROM event WHERE closes = wanted.id AND NOT void ORDER BY at, id LIMIT 1) c ON true
       WHERE t.id = wanted.id
       RETURNING t.job_id, t.kind, t.void, coalesce(t.lost_ms, 0) - coalesce(old.lost_ms, 0) AS more_lost),
     added AS (
       SELECT * FROM unnest($3::uuid[], $4::bigint[], $5::bigint[], $6::bigint[], $7::bigint[])
         AS a(job_id, pieces, stitches, breaks, lost_ms)
       UNION ALL
       SELECT job_id, 0, 0, 0, more_lost FROM changed WHERE job_id IS NOT NULL AND NOT void AND kind = ANY($8))
     INSERT INTO job_tally AS kept
     SELECT job_id, sum(pieces), sum(stitches), sum(breaks), sum(lost_ms) FROM added GROUP BY job_id ORDER BY job_id
     ON CONFLICT (job_id) DO UPDATE SET
       pieces = kept.pieces + excluded.pieces, stitches = kept.stitches + excluded.stitches,
       breaks = kept.breaks + excluded.breaks, lost_ms = kept.lost_ms + excluded.lost_ms`,
    [
      [...seqOf.keys()],
      [...seqOf.values()],
      sums.map(([id]) => id),
      ...(['pieces', 'stitches', 'breaks', 'lostMs'] as const).map((key) =>
        sums.map(([, tally]) => tally[key]),
      ),
      timeLosingKinds,
    ],
  );
}

function addTally(tallies: Map<string, JobTally>, row: Event | undefined, sign: 1 | -1): void {
  if (!row?.jobId) return;
  const line = tallyOf(row, row.lostMs);
  const sum = tallies.get(row.jobId) ?? { pieces: 0, stitches: 0, breaks: 0, lostMs: 0 };
  tallies.set(row.jobId, {
    pieces: sum.pieces + sign * line.pieces,
    stitches: sum.stitches + sign * line.stitches,
    breaks: sum.breaks + sign * line.breaks,
    lostMs: sum.lostMs + sign * line.lostMs,
  });
}

/** Folds the seats of every machine on which something changed that changes heads. */
async function foldMachines(
  sql: Sql,
  before: ReadonlyMap<string, Event>,
  after: ReadonlyMap<string, Event>,
  heads: ReadonlyMap<string, KeptHead>,
): Promise<void> {
  const folding = [...after.values()].filter((row) => foldingKinds.includes(row.kind));
  for (const machineId of new Set(folding.map((row) => row.machineId))) {
    const mine = folding.filter((row) => row.machineId === machineId);
    // A corrected entry counts from where it stood or stands now, whichever is earlier. One that is new and
    // corrected in the same batch is simply folded as it counts.
    const changed = mine.flatMap((row) => (before.has(row.id) ? [row, before.get(row.id)!] : []));
    const changedFrom = changed.sort(inLedgerOrder)[0] ?? null;
    const fresh = mine.filter((row) => !before.has(row.id) && !row.void);
    await foldSeats(sql, machineId, fresh, changedFrom, heads.get(machineId));
  }
}
