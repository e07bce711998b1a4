import { execFileSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { cpus, totalmem } from 'node:os';
import pg from 'pg';
import { buildIfChanged } from '../scripts/build.ts';
import { startServer } from '../scripts/child.ts';
import { databaseUrl, freePort, startCluster } from '../scripts/cluster.ts';
import { heron } from '../scripts/demo/world.ts';
import { makeDatabase, migrate } from '../scripts/migrate.ts';
import type { Entry } from '../src/core/ledger/entry.ts';
import { busyHistory } from './history.ts';
import { openLine } from './line.ts';
import { call, quantile, race, type Timing } from './measure.ts';

/** npm run bench [-- ENTRIES]: the figures of docs/benchmarks.md, on a cluster of its own that syncs to disk. */
const ledgerSize = Number(process.argv[2] ?? 1_000_000);
const clients = 20;
const writes = Number(process.argv[3] ?? 12_000);
const home = '.test/bench';
const round = (value: number) => Math.round(value * 10) / 10;
const show = (name: string, { perSecond, p50, p95, p99 }: Timing) =>
  console.log(
    `| ${name} | ${Math.round(perSecond)} /s | ${round(p50)} ms | ${round(p95)} ms | ${round(p99)} ms |`,
  );
const median = (values: number[]) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!;

const bareInsert = `INSERT INTO ledger (id, machine_id, head, position, kind, at, operator_id, job_id, corrects, data)
  VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10)`;
const bareValues = (entry: Entry) => [
  entry.id,
  entry.machineId,
  entry.head,
  entry.position,
  entry.kind,
  entry.at,
  entry.operatorId,
  entry.jobId,
  entry.corrects,
  entry.data,
];

rmSync(home, { recursive: true, force: true });
const cluster = await startCluster(home);
try {
  await buildIfChanged();
  for (const name of ['bare', 'vivid', 'big']) {
    await makeDatabase(cluster.url, name);
    await migrate(databaseUrl(cluster, name));
    execFileSync(process.execPath, ['--import', 'tsx', 'scripts/demo/main.ts'], {
      env: { ...process.env, DATABASE_URL: databaseUrl(cluster, name) },
    });
  }
  console.log(
    `${cpus()[0]?.model ?? 'unknown processor'}, ${cpus().length} cores, ${Math.round(totalmem() / 2 ** 30)} GiB, Node ${process.version}\n`,
  );
  await logging();
  await reading();
} finally {
  await cluster.stop();
  rmSync(cluster.place, { recursive: true, force: true });
}

/** 20 clients log single entries; beside it the same rows as bare inserts by 20 node-postgres connections. */
async function logging(): Promise<void> {
  console.log(
    `Logging single entries, ${clients} clients, three runs of ${writes}\n\n| | rate | p50 | p95 | p99 |\n|---|---|---|---|---|`,
  );
  const server = await startServer({ url: databaseUrl(cluster, 'vivid'), port: await freePort() });
  const pool = new pg.Pool({ connectionString: databaseUrl(cluster, 'bare'), max: clients });
  pool.on('error', () => undefined);
  const ratios: number[] = [];
  const start = Date.now();
  for (let run = 0; run < 3; run++) {
    const rows = [...busyHistory(writes, start + run * writes * 10, 10, 100 + run)];
    await pool.query("SELECT ledger_make_month(date_trunc('month', now())::date)");
    const bare = await race(
      clients,
      writes,
      async (index) => void (await pool.query(bareInsert, bareValues(rows[index]!))),
    );
    show(`bare insert, run ${run + 1}`, bare);
    // An ending may overtake its stop when 20 clients race; a device sends its own in order. So each client
    // keeps a stop and its ending together, one request each.
    const pairs = inPairs(rows);
    const times: number[] = [];
    const lines = Array.from({ length: clients }, () => openLine(server.address));
    const whole = await race(clients, pairs.length, async (index, client) => {
      for (const entry of pairs[index]!) {
        const began = performance.now();
        await lines[client]!.post('/api/ledger', { entries: [entry] });
        times.push(performance.now() - began);
      }
    });
    for (const line of lines) line.end();
    const touches: Timing = {
      perSecond: (whole.perSecond * rows.length) / pairs.length,
      p50: quantile(times, 0.5),
      p95: quantile(times, 0.95),
      p99: quantile(times, 0.99),
    };
    show(`POST /api/ledger, run ${run + 1}`, touches);
    ratios.push(touches.perSecond / bare.perSecond);
  }
  console.log(`\nRate over the bare insert's, median of three: ${median(ratios).toFixed(2)}\n`);
  await pool.end();
  await server.stop();
}

function inPairs(rows: readonly Entry[]): Entry[][] {
  const pairs: Entry[][] = [];
  for (const entry of rows) {
    if (entry.kind === 'sewing_again') pairs.at(-1)!.push(entry);
    else pairs.push([entry]);
  }
  return pairs;
}

/** Head and ledger pages of a ledger of a million entries. */
async function reading(): Promise<void> {
  const url = databaseUrl(cluster, 'big');
  process.env['DATABASE_URL'] = url;
  const { writeEntries } = await import('../src/server/ledger/write.ts');
  const { closeDatabase, database } = await import('../src/server/database.ts');
  const began = performance.now();
  const stepMs = 30_000;
  let batch: Entry[] = [];
  let written = 0;
  let chunkBegan = performance.now();
  for (const entry of busyHistory(ledgerSize, Date.now() - ledgerSize * stepMs, stepMs, 9)) {
    batch.push(entry);
    if (batch.length < 1000) continue;
    await writeEntries(batch, { receivedAfterMs: 500 });
    batch = [];
    // The curve: what an entry costs must not grow with the ledger.
    if ((written += 1000) % 100_000 !== 0) continue;
    const seconds = (performance.now() - chunkBegan) / 1000;
    console.log(`| ${written} | ${round(seconds / 100)} ms an entry |`);
    chunkBegan = performance.now();
  }
  if (batch.length > 0) await writeEntries(batch, { receivedAfterMs: 500 });
  await database().query('VACUUM ANALYZE');
  console.log(
    `\nWriting ${ledgerSize} entries, 1000 a transaction: ${((performance.now() - began) / 1000).toFixed(0)} s\n`,
  );
  await closeDatabase();

  const server = await startServer({ url, port: await freePort() });
  const machine = `machine=${heron.id}`;
  const day = new Date(Date.now() - 40 * 86_400_000).toISOString();
  const asked: Record<string, string> = {
    'head now': `/api/machines/${heron.id}/head`,
    'position’s story': `/api/machines/${heron.id}/positions/9`,
    'ledger, newest page': `/api/ledger?${machine}`,
    'ledger, one position': `/api/ledger?${machine}&position=9`,
    'ledger, kind of break at a position': `/api/ledger?${machine}&position=9&fault=shred`,
    'ledger, one job': `/api/ledger?${machine}&job=00000000-0000-7005-8000-000000000003`,
    'ledger, before a day': `/api/ledger?${machine}&to=${day}`,
    jobs: '/api/jobs',
    'Run page, whole': '/heron/run',
    'Ledger page, whole': '/heron/ledger',
  };
  console.log(
    `Reading a ledger of ${ledgerSize} entries, 2 clients, 400 requests each\n\n| | rate | p50 | p95 | p99 |\n|---|---|---|---|---|`,
  );
  for (const [name, path] of Object.entries(asked)) {
    await race(2, 20, async () => void (await call(server.address, 'GET', path)));
    show(name, await race(2, 400, async () => void (await call(server.address, 'GET', path))));
  }
  await undoing(server.address);
  await server.stop();
}

/** Taking back the newest piece: the dearest single touch, since the heads are folded anew. */
async function undoing(address: string): Promise<void> {
  const pieces = [...busyHistory(100, Date.now(), 10, 77)]
    .filter((entry) => entry.kind === 'piece_finished')
    .slice(0, 10);
  await call(address, 'POST', '/api/ledger', { entries: pieces });
  const undo = await race(1, pieces.length, async (index) => {
    const target = pieces[index]!;
    const [fresh] = busyHistory(1, Date.now() + index, 1, 900 + index);
    const correction = {
      id: fresh!.id,
      machineId: target.machineId,
      at: fresh!.at,
      kind: 'correction',
      corrects: target.id,
      data: { void: true },
    };
    await call(address, 'POST', '/api/ledger', { entries: [correction] });
  });
  show('taking back a piece', undo);
}
