import { execFileSync } from 'node:child_process';
import { existsSync, rmSync } from 'node:fs';
import { cpus, totalmem } from 'node:os';
import { buildIfChanged } from '../../../scripts/build.ts';
import { databaseUrl, startCluster } from '../../../scripts/cluster.ts';
import { makeDatabase, migrate } from '../../../scripts/migrate.ts';
import type { Entry } from '../../../src/core/ledger/entry.ts';
import { quantile } from '../measure.ts';
import { jobRows, yearsHistory } from './years-history.ts';

/**
 * npm run bench:years [-- ENTRIES] [--keep] [--only=Findings]: a ledger of years at one machine. What an entry costs while it grows, then every
 * screen's data beside the hand-written SQL that gives the same. --keep leaves the cluster, and reuses one that was left; --only: the parts of screens whose names begin so.
 */
const size = Number(process.argv[2] ?? 5_000_000);
const keep = process.argv.includes('--keep');
const home = '.test/bench-years';
const stepMs = 30_000;

if (!keep) rmSync(home, { recursive: true, force: true });
const isLeft = existsSync(`${home}/cluster/data/PG_VERSION`);
const cluster = await startCluster(home);
const url = databaseUrl(cluster, 'years');
process.env['DATABASE_URL'] = url;
const { closeDatabase, database } = await import('../../../src/server/base/database.ts');
try {
  await buildIfChanged();
  console.log(
    `${cpus()[0]?.model ?? 'unknown processor'}, ${cpus().length} cores, ${Math.round(totalmem() / 2 ** 30)} GiB, Node ${process.version}\n`,
  );
  if (!isLeft) await makeDatabase(cluster.url, 'years');
  await migrate(url);
  if (!isLeft) await write();
  const { readYears } = await import('./years-read.ts');
  await readYears(url);
} finally {
  await closeDatabase();
  await cluster.stop();
  if (!keep) rmSync(cluster.place, { recursive: true, force: true });
}

/** Writes the ledger through the app, a thousand a transaction; at every tenth part 200 touches one by one. */
async function write(): Promise<void> {
  execFileSync(process.execPath, ['--import', 'tsx', 'tools/demo/main.ts', '--weeks'], {
    env: process.env,
  });
  const rows = jobRows(size);
  await database().query(
    `INSERT INTO job (id, name, customer, cloth, pieces, due, note, done_at)
     SELECT id, name, customer, 'fleece', pieces, NULL, '', CASE WHEN id <> $2 THEN now() END
     FROM jsonb_to_recordset($1) AS r(id uuid, name text, customer text, pieces int)`,
    [JSON.stringify(rows), rows.at(-1)!.id],
  );
  await database().query(
    `INSERT INTO job_stop (job_id, stop, thread_id, stitches, element, position)
     SELECT j.id, s, (SELECT id FROM thread ORDER BY code OFFSET s LIMIT 1), 1200 + s * 300, 'fill', NULL
     FROM jsonb_to_recordset($1) AS j(id uuid), generate_series(1, 4) AS s`,
    [JSON.stringify(rows)],
  );
  // Counted a year ago: what is left on the shelf is then counted among many.
  await database().query(`UPDATE needle_kind SET counted = 200, counted_at = now() - interval '1 year'`);
  // Beside each touch one bare row of the same size: how fast the disk and the host are just then.
  await database().query('CREATE TABLE bare (data jsonb)');
  const { writeEntries } = await import('../../../src/server/ledger/writing/write.ts');
  console.log(
    `| entries in the ledger | an entry, 1000 together | one touch alone, p50 | p95 | a bare row, p50 | p95 |\n|---|---|---|---|---|---|`,
  );
  const began = performance.now();
  const part = size / 10;
  let batch: Entry[] = [];
  let singles: number[] = [];
  let bare: number[] = [];
  let written = 0;
  let batchMs = 0;
  let batched = 0;
  for (const entry of yearsHistory(size, Date.now(), stepMs)) {
    // The last 200 of each part one by one.
    if (written % part >= part - 200) {
      const began = performance.now();
      await database().query('INSERT INTO bare VALUES ($1)', [entry]);
      const start = performance.now();
      bare.push(start - began);
      await writeEntries([entry], { receivedAfterMs: 500 });
      singles.push(performance.now() - start);
      written++;
    } else {
      batch.push(entry);
      if (batch.length === 1000 || (written + batch.length) % part === part - 200) {
        const start = performance.now();
        await writeEntries(batch, { receivedAfterMs: 500 });
        batchMs += performance.now() - start;
        batched += batch.length;
        written += batch.length;
        batch = [];
      }
    }
    if (written % part === 0 && singles.length > 0) {
      console.log(
        `| ${written} | ${(batchMs / batched).toFixed(2)} ms | ${[singles, bare].flatMap((times) => [0.5, 0.95].map((q) => `${quantile(times, q).toFixed(1)} ms`)).join(' | ')} |`,
      );
      [singles, bare, batchMs, batched] = [[], [], 0, 0];
    }
  }
  // Over millions of entries it takes longer than any query of the app may.
  const patient = await database().connect();
  await patient.query('SET statement_timeout = 0');
  await patient.query('VACUUM ANALYZE');
  patient.release(true);
  console.log(`\nWritten in ${((performance.now() - began) / 1000).toFixed(0)} s.\n`);
}
