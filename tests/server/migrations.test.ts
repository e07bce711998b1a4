import { readdirSync } from 'node:fs';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { databaseUrl, type Cluster } from '../../scripts/cluster.ts';
import { makeDatabase, migrate } from '../../scripts/migrate.ts';
import { ask, ids, newServer, onDatabase } from '../support/workshop.ts';

/**
 * Each migration, from the state before it with data: what each version's tables hold is put in as soon as they are there, and every step after that is held against
 * every row that was there before it.
 */
const admin = process.env['VIVID_TEST_ADMIN']!;
const name = `steps_${process.pid}`;
const url = databaseUrl({ url: admin } as Cluster, name);
const sql = (text: string) => onDatabase<Record<string, unknown>>(url, text);
const last = Math.max(...readdirSync('db/migrations').map((file) => parseInt(file, 10)));

const [needle, broke, again] = ['1', '2', '3'].map((end) => `019a8c00-0000-7000-8000-00000000000${end}`);
const spec = `{"system":"DBxK5","sizeMetric":75,"point":"sharp","coating":"plain","eye":"standard","blade":"standard"}`;
const line = (id: string, position: string, kind: string, minute: number, data: string) =>
  `('${id}', '${ids.machine}', ${position}, '${kind}', '2026-11-16T08:0${minute}:00Z', '${ids.operator}', '${data}')`;
const lines = [
  line(needle!, '1, 7', 'needle_fitted', 0, `{"needle":${spec},"reason":"worn"}`),
  line(broke!, '1, 7', 'break', 1, '{"fault":"snap"}'),
  line(again!, 'NULL, NULL', 'sewing_again', 3, `{"closes":"${broke}"}`),
];
const one = (end: string) => `'00000000-0000-7000-8000-00000000a0${end}'`;

/** What is put in when a version is reached: rows of the tables that it made. */
const seeds: Readonly<Record<number, string>> = {
  1: `INSERT INTO machine (id, slug, name, heads, positions, numbering_side, top_speed, profile)
        VALUES ('${ids.machine}', 'old', 'Old', 1, 15, 'right', 900, '{}');
      INSERT INTO operator (id, name) VALUES ('${ids.operator}', 'Ines');
      INSERT INTO needle_kind (id, system, size_metric, point, coating, eye, blade)
        VALUES (${one('01')}, 'DBxK5', 75, 'sharp', 'plain', 'standard', 'standard');
      INSERT INTO thread VALUES ('${ids.red}', 'RE40', 'Red', '#cc1122', 40, 25, 'polyester');
      INSERT INTO cone VALUES ('${ids.cone}', '${ids.red}', 'L1', 5000);
      INSERT INTO job (id, name, pieces) VALUES ('${ids.job}', 'Caps', 10);
      INSERT INTO job_stop VALUES ('${ids.job}', 1, '${ids.red}', 2000, 'fill', NULL);`,
  2: `SELECT ledger_make_month('2026-11-01');
      INSERT INTO ledger (id, machine_id, head, position, kind, at, operator_id, data) VALUES ${lines.join(', ')};`,
  3: `INSERT INTO event (id, machine_id, head, position, kind, at, received_at, operator_id, data, void, corrections, changed_seq)
        SELECT id, machine_id, head, position, kind, at, received_at, operator_id, data, false, 0, seq FROM ledger;
      UPDATE event SET fault = 'snap', closed_by = '${again}', closed_at = '2026-11-16T08:03:00Z', lost_ms = 120000,
        changed_seq = (SELECT max(seq) FROM ledger) WHERE kind = 'break';
      UPDATE event SET closes = '${broke}' WHERE kind = 'sewing_again';
      INSERT INTO seat (machine_id, head, position, needle_entry, needle, needle_fitted_at, needle_reason, needle_stitches, needle_sewing_ms, needle_metallic_ms)
        VALUES ('${ids.machine}', 1, 7, '${needle}', '${spec}', '2026-11-16T08:00:00Z', 'worn', 0, 0, 0);
      INSERT INTO machine_now (machine_id, folded_at, folded_id) VALUES ('${ids.machine}', '2026-11-16T08:03:00Z', '${again}');
      INSERT INTO job_tally VALUES ('${ids.job}', 0, 0, 0, 0);`,
  4: `INSERT INTO bobbin_kind VALUES (${one('02')}, 'White L', 'L', 'paper', 60, 16, 'polyester', '#ffffff', 110);
      INSERT INTO bobbin_case (id, name, size, turns) VALUES (${one('03')}, 'Case A', 'L', 'clockwise');
      INSERT INTO overruling (id, cloth, element, advised, needle) VALUES (${one('04')}, 'pique', 'fill', '75/11', '${spec}');
      UPDATE workshop SET letters = '{"RG": {}}';`,
  5: `INSERT INTO head_plan (id, machine_id, name, setup) VALUES (${one('05')}, '${ids.machine}', 'Today', '{"order":[],"uses":{},"wishes":{},"frozen":0,"minutes":{"tieOn":1,"rethread":3,"reeye":2,"needle":2,"retension":1}}');`,
  7: `INSERT INTO feed_now VALUES ('${ids.machine}', '${again}', '{}', '2026-11-16T08:00:00Z');`,
  9: `INSERT INTO feed_line VALUES ('${ids.machine}', '${again}', '2026-11-16T08:00:00Z');`,
  11: `INSERT INTO job_picture VALUES ('${ids.job}', 'image/png', '\\x89504e47');`,
  12: `INSERT INTO head_scheme (id, machine_id, name, blocks, price, trade_weeks)
        VALUES (${one('06')}, '${ids.machine}', 'Blocks', '[]', 2, 4);`,
};

/** Sums that a migration may empty: they are counted anew from the ledger. */
const countedAnew = /^(learnt_mark|sewn_|stop_cell|needle_life|schema_version|ledger_\d|ledger_other)/;

async function rowsNow(): Promise<Map<string, Record<string, unknown>[]>> {
  const tables = await sql(
    "SELECT relname AS name FROM pg_class WHERE relkind IN ('r', 'p') AND relnamespace = 'public'::regnamespace",
  );
  const kept = new Map<string, Record<string, unknown>[]>();
  for (const { name: table } of tables as { name: string }[])
    if (!countedAnew.test(table)) {
      const found = (await sql(`SELECT to_jsonb(t) AS row FROM ${table} t ORDER BY t::text`)) as {
        row: Record<string, unknown>;
      }[];
      kept.set(
        table,
        found.map(({ row }) => row),
      );
    }
  return kept;
}

beforeAll(() => makeDatabase(admin, name));
afterAll(() => onDatabase(admin, `DROP DATABASE ${name} WITH (FORCE)`));

test('every step keeps every row that was there, with all that it said', async () => {
  for (let version = 1; version <= last; version++) {
    const before = version === 1 ? new Map<string, Record<string, unknown>[]>() : await rowsNow();
    expect(await migrate(url, version), `migration ${version}`).toHaveLength(1);
    const after = await rowsNow();
    for (const [table, rows] of before) {
      const now = after.get(table);
      expect(now, `migration ${version}: ${table}`).toHaveLength(rows.length);
      for (const row of rows)
        expect(now, `migration ${version}: a row of ${table}`).toContainEqual(expect.objectContaining(row));
    }
    const seed = seeds[version];
    if (seed) await sql(seed);
  }
  const all = await rowsNow();
  // What has no row here was tested with nothing in it.
  const empty = [...all].filter(([, rows]) => rows.length === 0).map(([table]) => table);
  expect(empty.sort()).toEqual(
    [
      'access_ledger',
      'correction',
      'device',
      'feed_token',
      'head_checkpoint',
      'pairing_code',
      'person',
      'session',
      'thing_before',
      'wrong_guess',
    ].sort(),
  );
});

test('the app takes up what the first versions wrote: heads, ledger, plans; a new touch goes on from it, and a rebuild agrees', async () => {
  const { address } = await newServer(url);
  const { body: head } = await ask<{ seats: { position: number; needle: { entryId: string } | null }[] }>(
    address,
    'GET',
    `/api/machines/${ids.machine}/head`,
  );
  expect(head.seats.find(({ position }) => position === 7)?.needle?.entryId).toBe(needle);
  const page = () =>
    ask<{ items: Record<string, unknown>[] }>(address, 'GET', `/api/ledger?machine=${ids.machine}`);
  const { body: ledger } = await page();
  expect(ledger.items.map(({ id }) => id)).toEqual([again, broke, needle]);
  expect(ledger.items[1]).toMatchObject({
    lostMs: 120_000,
    deviceId: null,
    writerId: null,
    unconfirmed: false,
  });
  const { body: plans } = await ask<{ items: { name: string }[] }>(
    address,
    'GET',
    `/api/plans?machine=${ids.machine}`,
  );
  expect(plans.items.map((plan) => plan.name)).toEqual(['Today']);
  const touch = {
    id: '019a8c00-0000-7000-8000-000000000009',
    machineId: ids.machine,
    kind: 'break',
    head: 1,
    position: 7,
  };
  const logged = await ask(address, 'POST', '/api/ledger', {
    entries: [{ ...touch, at: '2026-11-16T09:00:00.000Z', data: { fault: 'shred' } }],
  });
  expect(logged.status).toBe(201);
  const before = (await page()).body.items;
  process.env['DATABASE_URL'] = url;
  const { rebuild } = await import('../../src/server/everything/rebuild.ts');
  const { closeDatabase } = await import('../../src/server/base/database.ts');
  expect(await rebuild()).toBe(4);
  await closeDatabase();
  expect((await page()).body.items).toEqual(before);
});
