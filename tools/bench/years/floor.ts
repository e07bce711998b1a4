import { createHash } from 'node:crypto';
import type pg from 'pg';
import { heron } from '../../demo/world.ts';

/**
 * What each part of a screen shows, as somebody would write it by hand with the schema open beside them: one statement a
 * question, no checks, no names put to the fields, the rows as they come. The floor that the app's reading is held to.
 */
export interface Ask {
  text: string;
  values?: readonly unknown[];
}

const m = heron.id;
const event = `id, machine_id, head, position, kind, fault, at, received_at, operator_id, job_id, data, void, corrections,
  closes, closed_by, closed_at, lost_ms, changed_seq`;
const newest = 'ORDER BY at DESC, id DESC';
const page = (where: string, values: readonly unknown[], limit: number): Ask => ({
  text: `SELECT ${event} FROM event WHERE machine_id = $1 AND ${where} ${newest} LIMIT ${limit}`,
  values: [m, ...values],
});

const openStop: Ask = {
  text: `SELECT ${event} FROM event WHERE machine_id = $1 AND kind IN ('break', 'stop') AND closed_by IS NULL AND NOT void
    AND at > (SELECT max(at) FROM (VALUES
      ((SELECT at FROM event WHERE machine_id = $1 AND kind = 'sewing_again' AND NOT void ORDER BY at DESC, id DESC LIMIT 1)),
      ((SELECT at FROM event WHERE machine_id = $1 AND kind = 'piece_finished' AND NOT void ORDER BY at DESC, id DESC LIMIT 1))) AS s (at))
    ORDER BY at, id LIMIT 1`,
  values: [m],
};

export const head: Ask[] = [
  { text: 'SELECT * FROM seat WHERE machine_id = $1', values: [m] },
  { text: 'SELECT * FROM machine_now WHERE machine_id = $1', values: [m] },
  { text: 'SELECT max(changed_seq) FROM event WHERE machine_id = $1', values: [m] },
  openStop,
  page(`kind = 'piece_held' AND closed_by IS NULL AND NOT void`, [], 50),
  {
    text: `SELECT ${event} FROM (SELECT *, count(*) OVER (PARTITION BY head, position, kind, data->>'over') AS many FROM event
      WHERE machine_id = $1 AND kind IN ('needle_fitted', 'cone_mounted') AND NOT void AND data ? 'over'
        AND at > now() - interval '14 days') AS e WHERE many > 1`,
    values: [m],
  },
];

const job = `SELECT j.*, t.*, (SELECT jsonb_agg(to_jsonb(s) ORDER BY stop) FROM job_stop s WHERE s.job_id = j.id) AS stops
  FROM job j LEFT JOIN job_tally t ON t.job_id = j.id`;
export const jobsWaiting: Ask[] = [
  { text: `${job} WHERE done_at IS NULL ORDER BY coalesce(due, '9999-12-31'), id LIMIT 60` },
];
export const jobsById = (ids: readonly string[]): Ask[] => [
  { text: `${job} WHERE j.id = ANY($1)`, values: [ids] },
];

/** Kinds of needles and how many of what was counted were fitted since. */
const needleKinds: Ask = {
  text: `SELECT k.*, f.count FROM needle_kind k CROSS JOIN LATERAL (SELECT count(*) FROM (SELECT FROM event
      WHERE kind = 'needle_fitted' AND NOT void AND at > k.counted_at AND data->'needle' = jsonb_build_object('system', k.system,
        'sizeMetric', k.size_metric, 'point', k.point, 'coating', k.coating, 'eye', k.eye, 'blade', k.blade) LIMIT k.counted) e) f`,
};

/** What every screen of a machine begins with: the machine by its name in the address, then all the rest at once. */
export const machine: Ask[] = [{ text: 'SELECT * FROM machine WHERE slug = $1', values: [heron.slug] }];
export const frame = (dayStart: Date): Ask[] => [
  ...head,
  { text: 'SELECT slug, name FROM machine ORDER BY created_at, slug' },
  { text: 'SELECT * FROM operator ORDER BY name' },
  { text: 'SELECT * FROM thread ORDER BY lower(code)' },
  needleKinds,
  { text: `SELECT id, thread_id, batch, metres FROM cone WHERE batch <> '' ORDER BY id DESC LIMIT 500` },
  { text: 'SELECT schools, letters FROM workshop' },
  page('true', [], 31),
  { text: 'SELECT count(*) FROM job WHERE done_at IS NULL' },
  {
    text: `SELECT head, position, count(*) FROM event WHERE machine_id = $1 AND kind = 'break' AND at >= $2 AND NOT void GROUP BY 1, 2`,
    values: [m, dayStart],
  },
  { text: 'SELECT state FROM feed_now WHERE machine_id = $1', values: [m] },
  { text: `${job} WHERE j.id = (SELECT job_id FROM machine_now WHERE machine_id = $1)`, values: [m] },
];

const seat = (kinds: string, limit: number) =>
  page(`head = 1 AND position = 9 AND kind IN (${kinds}) AND NOT void`, [], limit);
/** Position 9's story; `since`: when its needle was fitted, `breaks`: its last breaks. */
export const story = (since: string, breaks: readonly { id: string; at: string }[]): Ask[][] => [
  [seat(`'needle_fitted'`, 6), seat(`'break'`, 8), seat(`'cone_mounted', 'note', 'stop', 'upper_gauged'`, 6)],
  [
    {
      text: `SELECT count(*) FROM event WHERE machine_id = $1 AND head = 1 AND position = 9 AND kind = 'break' AND NOT void AND at >= $2`,
      values: [m, since],
    },
    {
      text: `SELECT b.id, r.* FROM unnest($2::uuid[], $3::timestamptz[]) AS b (id, at) CROSS JOIN LATERAL (
      SELECT data->>'grams' AS grams, at FROM event WHERE machine_id = $1 AND kind = 'case_measured' AND at <= b.at AND NOT void
      ${newest} LIMIT 1) r`,
      values: [m, breaks.map((one) => one.id), breaks.map((one) => one.at)],
    },
  ],
];

export const ledger = {
  newest: [page('true', [], 51)],
  position: [page('position = 9', [], 51)],
  fault: [page(`position = 9 AND kind = 'break' AND fault = 'shred'`, [], 51)],
  job: (id: string) => [page('job_id = $2', [id], 51)],
  day: (from: string, to: string) => [page('at >= $2 AND at < $3', [from, to], 51)],
  jobNames: [{ text: 'SELECT id, name FROM job ORDER BY created_at DESC, id DESC LIMIT 300' }],
};

/** The check: `from` yesterday, `marks` since the job began, the last reading of the case and the last oiling of the bars. */
export const check = (at: {
  yesterday: string;
  marks: string;
  read: string;
  oiled: string;
  caseId: string;
}): Ask[][] => [
  [
    {
      text: `SELECT DISTINCT h, s->>'position' FROM event, jsonb_array_elements(data->'stops') s, jsonb_array_elements(data->'heads') h
      WHERE machine_id = $1 AND kind IN ('piece_finished', 'part_sewn') AND at >= $2 AND NOT void`,
      values: [m, at.yesterday],
    },
    page(`kind = 'check_done' AND data->>'item' = 'oil-bars' AND NOT void`, [], 1),
    page(`kind = 'check_done' AND at >= $2 AND NOT void`, [at.marks], 500),
    page(`kind = 'case_measured' AND NOT void`, [], 1),
  ],
  [
    {
      text: `SELECT ${event} FROM event WHERE data->>'caseId' = $1
      AND kind IN ('case_measured', 'screw_turned', 'case_dropped', 'block_read') AND NOT void ${newest} LIMIT 200`,
      values: [at.caseId],
    },
    ...sewn(at.oiled),
    ...sewn(at.read),
    ...sewn(new Date(Date.parse(at.read) - 28 * 86_400_000).toISOString(), at.read),
  ],
];

function sewn(from: string, to = new Date().toISOString()): Ask[] {
  return [
    {
      text: `SELECT sum(n), sum(n * 60000 / speed) FROM (SELECT (data->>'speed')::float8 AS speed,
        (SELECT sum((s->>'stitches')::int) FROM jsonb_array_elements(data->'stops') s) AS n FROM event
        WHERE machine_id = $1 AND kind IN ('piece_finished', 'part_sewn') AND at >= $2 AND at < $3 AND NOT void) p`,
      values: [m, from, to],
    },
    {
      text: `SELECT count(*) FROM event WHERE machine_id = $1 AND kind = 'break' AND at >= $2 AND at < $3 AND NOT void
        AND fault IN ('bobbin_break', 'nest', 'loops')`,
      values: [m, from, to],
    },
  ];
}

export const handOver: Ask[] = [page(`kind = 'shift' AND data->>'is' = 'ended' AND NOT void`, [], 1)];
export const lastShift: Ask[] = [page(`kind = 'shift' AND NOT void`, [], 1)];
export const shift = (from: string): Ask[] => [page('at >= $2', [from], 20_000), ...handOver];

export const jobRecord = (id: string): Ask[] => [
  {
    text: `SELECT ${event} FROM event WHERE machine_id = $1 AND job_id = $2 ${newest}`,
    values: [m, id],
  },
];

export const bench: Ask[] = [
  { text: 'SELECT * FROM bobbin_case ORDER BY name' },
  { text: 'SELECT * FROM bobbin_kind ORDER BY name' },
  page(`kind = 'block_read' AND NOT void`, [], 1),
  page(`kind = 'upper_gauged' AND NOT void`, [], 100),
  {
    text: `SELECT e.* FROM bobbin_case c CROSS JOIN LATERAL (SELECT ${event} FROM event WHERE data->>'caseId' = c.id::text
      AND kind IN ('case_measured', 'screw_turned', 'case_dropped', 'block_read') AND NOT void ${newest} LIMIT 200) e`,
  },
];

export const stores: Ask[] = [
  {
    text: `SELECT c.*, (SELECT sum(cone_stitches) FROM seat WHERE cone_id = c.id),
      (SELECT sum((shelf->>c.id::text)::int) FROM machine_now WHERE shelf ? c.id::text) FROM cone c ORDER BY id`,
  },
  { text: 'SELECT * FROM bobbin_case ORDER BY name' },
  { text: 'SELECT * FROM bobbin_kind ORDER BY name' },
  {
    text: `SELECT count(*) FROM (SELECT FROM event WHERE machine_id = $1 AND kind = 'needle_fitted' AND NOT void LIMIT 1000) f`,
    values: [m],
  },
  needleKinds,
];

export const sewnLately = (from: string): Ask[] => [
  {
    text: `SELECT s->>'position', sum((s->>'stitches')::int) FROM event, jsonb_array_elements(data->'stops') s
      WHERE machine_id = $1 AND kind = 'piece_finished' AND at >= $2 AND NOT void GROUP BY 1`,
    values: [m, from],
  },
  {
    text: `SELECT job_id, min(at) FROM event WHERE machine_id = $1 AND kind = 'piece_finished' AND at >= $2 AND NOT void GROUP BY 1`,
    values: [m, from],
  },
];

export const history = (id: string): Ask[] => [
  { text: `SELECT ${event} FROM event WHERE id = $1`, values: [id] },
  { text: 'SELECT * FROM ledger WHERE id = $1 OR corrects = $1', values: [id] },
];

/** Rounds of questions: those of one at once, as many as the pool has connections; the next needs their answers. */
export async function askAll(pool: pg.Pool, rounds: readonly (readonly Ask[])[]): Promise<void> {
  for (const asks of rounds)
    await Promise.all(
      asks.map(({ text, values }) => pool.query({ name: nameOf(text), text, values: [...(values ?? [])] })),
    );
}

const names = new Map<string, string>();
function nameOf(text: string): string {
  let name = names.get(text);
  if (!name) names.set(text, (name = createHash('sha1').update(text).digest('hex')));
  return name;
}
