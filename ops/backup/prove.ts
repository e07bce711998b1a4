import pg from 'pg';
import { closeDatabase, database, rows } from '../../src/server/base/database.ts';
import { takeIn } from '../../src/server/everything/import.ts';
import { keptTables, type Ending } from '../../src/server/everything/tables.ts';
import { makeDatabase, migrate } from '../../scripts/migrate.ts';
import { unpacked } from './unpacked.ts';

/** A machine's ledger lines, and what sits on its heads, in one figure. */
export interface HeadFacts {
  id: string;
  entries: number;
  heads: string;
}

/** Of every machine of the database of DATABASE_URL. */
export const headFacts = (): Promise<HeadFacts[]> =>
  rows(
    database(),
    `SELECT m.id, (SELECT count(*) FROM ledger WHERE machine_id = m.id)::int8 AS entries,
       coalesce((SELECT md5(string_agg(seat::text, '|' ORDER BY head, position)) FROM seat WHERE machine_id = m.id), '') AS heads
     FROM machine m ORDER BY m.id`,
  );

/**
 * Restores a backup into a database of its own on the server of `adminUrl`, counts every table of it against the file's last line, and holds the heads of
 * every machine that has not written since against `now`. The database is dropped again. Gives how many heads were the same. Throws a sentence when
 * anything differs.
 */
export async function proveBackup(
  file: string,
  ending: Ending,
  now: readonly HeadFacts[],
  adminUrl: string,
): Promise<number> {
  const name = `vivid_proof_${process.pid}`;
  const url = new URL(adminUrl);
  url.pathname = `/${name}`;
  await dropLeftovers(adminUrl);
  await makeDatabase(adminUrl, name);
  const before = process.env['DATABASE_URL'];
  try {
    await migrate(url.href);
    await closeDatabase();
    process.env['DATABASE_URL'] = url.href;
    // What was learnt is counted from the ledger, like the heads, and proves nothing more of the file.
    await takeIn(unpacked(file), { learns: false, access: true });
    for (const table of await keptTables(database())) {
      const [row] = await rows<{ count: number }>(database(), `SELECT count(*)::int8 AS count FROM ${table}`);
      const said = ending.rows[table] ?? 0;
      if (row!.count !== said)
        throw new Error(`restored, ${table} has ${row!.count} rows, and the backup says ${said}.`);
    }
    const there = new Map((await headFacts()).map((facts) => [facts.id, facts]));
    let same = 0;
    for (const { id, entries, heads } of now) {
      const restored = there.get(id);
      // Written since, or added since: another state than that of the backup.
      if (restored?.entries !== entries) continue;
      if (restored.heads !== heads)
        throw new Error(`restored, the heads of machine ${id} are not as they were.`);
      same++;
    }
    return same;
  } finally {
    await closeDatabase();
    if (before === undefined) delete process.env['DATABASE_URL'];
    else process.env['DATABASE_URL'] = before;
    await drop(adminUrl, name);
  }
}

/** Of proofs that were cut off: nobody is connected to them any more. */
const dropLeftovers = (adminUrl: string): Promise<void> =>
  asAdmin(adminUrl, async (client) => {
    const { rows: left } = await client.query<{ datname: string }>(
      `SELECT datname FROM pg_database d WHERE datname ~ '^vivid_proof_[0-9]+$'
         AND NOT EXISTS (SELECT FROM pg_stat_activity a WHERE a.datname = d.datname)`,
    );
    for (const { datname } of left)
      await client.query(`DROP DATABASE IF EXISTS ${client.escapeIdentifier(datname)}`);
  });

const drop = (adminUrl: string, name: string): Promise<void> =>
  asAdmin(adminUrl, async (client) => {
    await client.query(`DROP DATABASE IF EXISTS ${client.escapeIdentifier(name)} WITH (FORCE)`);
  });

async function asAdmin(adminUrl: string, work: (client: pg.Client) => Promise<void>): Promise<void> {
  const client = new pg.Client({ connectionString: adminUrl });
  await client.connect();
  try {
    await work(client);
  } finally {
    await client.end();
  }
}
