import { runMs, type BoardMachine } from '../../core/board/machine.ts';
import { entrySays, sqlKinds } from '../../core/ledger/about-kinds.ts';
import type { EventKind } from '../../core/ledger/entry.ts';
import { database, rows } from '../base/database.ts';
import { openStopOfM } from '../ledger/reading/open-stop.ts';

interface Row {
  id: string;
  slug: string;
  name: string;
  job: string | null;
  pieces: number;
  of: number;
  stop_id: string | null;
  stop_at: string;
  stop_kind: EventKind;
  stop_position: number | null;
  stop_data: object;
  tended_at: string | null;
  tended_by: string | null;
  held: number;
  running: boolean | null;
  feed_at: string | null;
  news_at: string | null;
  ended: string[] | null;
  heads: number | null;
  who: string | null;
}

/** Runs whose times say how long one takes. */
const runsAsked = 9;
/** Entries looked through for who was there last. */
const lately = 40;

/** A person's sign at the stop that stands open: an entry since (the stop itself, if no feed wrote it), or a correction of it. */
const tendedOfOpen = `SELECT at, operator_id FROM (
    (SELECT at, operator_id FROM event
     WHERE machine_id = m.id AND (at, id) >= (open.at, open.id) AND NOT void AND data->>'by' IS DISTINCT FROM 'feed'
     ORDER BY at DESC, id DESC LIMIT 1)
    UNION ALL
    (SELECT at, operator_id FROM ledger WHERE corrects = open.id ORDER BY seq DESC LIMIT 1)) sign
  ORDER BY at DESC LIMIT 1`;

/** Machines as a board tells them, but for what is to be acted on; `ids` null: all, at most 200. Indexes event_page, event_page_kind. */
export async function boardRows(ids: readonly string[] | null): Promise<Omit<BoardMachine, 'acts'>[]> {
  const found = await rows<Row>(
    database(),
    `SELECT m.id, m.slug, m.name, j.name AS job, COALESCE(t.pieces, 0)::int AS pieces, COALESCE(j.pieces, 0) AS of,
       open.id AS stop_id, open.at AS stop_at, open.kind AS stop_kind, open.position AS stop_position, open.data AS stop_data,
       tended.at AS tended_at, nullif(tender.name, '') AS tended_by, held.count::int AS held,
       (f.state->'now'->>'running')::boolean AS running, f.state->'now'->>'at' AS feed_at, news.at AS news_at,
       runs.ended, runs.heads, seen.name AS who
     FROM machine m LEFT JOIN machine_now n ON n.machine_id = m.id LEFT JOIN job j ON j.id = n.job_id
       LEFT JOIN job_tally t ON t.job_id = j.id LEFT JOIN feed_now f ON f.machine_id = m.id
       LEFT JOIN LATERAL (${openStopOfM}) open ON true
       LEFT JOIN LATERAL (${tendedOfOpen}) tended ON open.id IS NOT NULL
       LEFT JOIN operator tender ON tender.id = tended.operator_id
       LEFT JOIN LATERAL (
         SELECT count(*) FROM event WHERE machine_id = m.id AND kind IN (${sqlKinds('holds')}) AND closed_by IS NULL AND NOT void) held ON true
       LEFT JOIN LATERAL (
         SELECT at FROM event WHERE machine_id = m.id AND NOT void ORDER BY at DESC, id DESC LIMIT 1) news ON true
       LEFT JOIN LATERAL (
         SELECT json_agg(at ORDER BY at DESC) AS ended, max(jsonb_array_length(data->'heads')) AS heads FROM (
           SELECT at, data, job_id FROM event WHERE machine_id = m.id AND kind = 'piece_finished' AND NOT void
           ORDER BY at DESC, id DESC LIMIT ${runsAsked}) last
         WHERE job_id = n.job_id) runs ON n.job_id IS NOT NULL
       LEFT JOIN LATERAL (
         SELECT o.name FROM (
           SELECT operator_id, at, id FROM event WHERE machine_id = m.id AND NOT void ORDER BY at DESC, id DESC LIMIT ${lately}) last
           JOIN operator o ON o.id = last.operator_id
         ORDER BY last.at DESC, last.id DESC LIMIT 1) seen ON true
     WHERE $1::uuid[] IS NULL OR m.id = ANY($1)
     ORDER BY m.created_at, m.slug LIMIT 200`,
    [ids],
  );
  return found.map(fromRow);
}

function fromRow(row: Row): Omit<BoardMachine, 'acts'> {
  const ms = runMs(row.ended ?? []);
  return {
    ...{ id: row.id, slug: row.slug, name: row.name, held: row.held, newsAt: row.news_at, who: row.who },
    job: row.job === null ? null : { name: row.job, pieces: row.pieces, of: row.of },
    stop: row.stop_id === null ? null : { id: row.stop_id, at: row.stop_at, says: stopSays(row) },
    tended: row.tended_at === null ? null : { at: row.tended_at, by: row.tended_by },
    feed: row.feed_at === null ? null : { isRunning: row.running === true, at: row.feed_at },
    runs:
      ms === null
        ? null
        : {
            ms,
            left: Math.max(0, Math.ceil((row.of - row.pieces) / (row.heads ?? 1))),
            since: row.ended![0]!,
          },
  };
}

function stopSays({ stop_kind: kind, stop_position: position, stop_data: data }: Row): string {
  const says = entrySays({ kind, data }, () => 'thread');
  return position === null ? says : `position ${position}: ${says}`;
}
