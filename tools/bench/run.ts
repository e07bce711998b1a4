import { cpus, totalmem } from 'node:os';
import pg from 'pg';
import { v7 as uuid7 } from 'uuid';
import { appUrl, databaseUrl } from '../../scripts/cluster.ts';
import type { Entry } from '../../src/core/ledger/entry.ts';
import { busyHistory } from './years/history.ts';
import { openLine } from './line.ts';
import { median, quantile, race, type Timing } from './measure.ts';
import { demoDatabase, onOwnCluster, withServer } from './own-cluster.ts';

/** npm run bench [-- ENTRIES]: how fast touches are stored, on a cluster of its own that syncs to disk. */
const clients = 20;
const writes = Number(process.argv[2] ?? 12_000);
const round = (value: number) => Math.round(value * 10) / 10;
const show = (name: string, { perSecond, p50, p95, p99 }: Timing) =>
  console.log(
    `| ${name} | ${Math.round(perSecond)} /s | ${round(p50)} ms | ${round(p95)} ms | ${round(p99)} ms |`,
  );

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

await onOwnCluster('run', async (cluster) => {
  for (const name of ['bare', 'vivid']) await demoDatabase(cluster, name);
  console.log(
    `${cpus()[0]?.model ?? 'unknown processor'}, ${cpus().length} cores, ${Math.round(totalmem() / 2 ** 30)} GiB, Node ${process.version}\n`,
  );
  const bare = databaseUrl(cluster, 'bare');
  const log = (how: string, fed: number) =>
    withServer(appUrl(cluster, 'vivid'), ({ address }) => logging({ how, fed, address, bare }));
  await log('no machine has a feed', 0);
  if (!process.env['ONLY']) await log('a feed on half of the machines', 1);
});

interface Logged {
  how: string;
  /** Machines with a feed. */
  fed: number;
  address: string;
  /** The database for bare inserts. */
  bare: string;
}

/** 20 clients log single entries; beside it the same rows as bare inserts by 20 node-postgres connections. */
async function logging({ how, fed, address, bare: bareUrl }: Logged): Promise<void> {
  console.log(
    `Logging single entries, ${clients} clients, three runs of ${writes}, ${how}\n\n| | rate | p50 | p95 | p99 |\n|---|---|---|---|---|`,
  );
  await feedOf(address, fed);
  const pool = new pg.Pool({ connectionString: bareUrl, max: clients });
  pool.on('error', () => undefined);
  const ratios: number[] = [];
  // A time more than five minutes ahead would not be believed.
  const start = Date.now() + fed * writes * 6;
  for (let run = 0; run < 3; run++) {
    const rows = [...busyHistory(writes, start + run * writes * 2, 2, 100 + run + 10 * fed)];
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
    const lines = Array.from({ length: clients }, () => openLine(address));
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
}

/** So many of the demo's two machines have a feed that tells of a stop now and then while the operators log. */
async function feedOf(address: string, fed: number): Promise<void> {
  const { items } = (await (await fetch(`${address}/api/machines`)).json()) as { items: { id: string }[] };
  for (const { id } of items.slice(0, fed)) {
    const lines = Array.from({ length: 100 }, (_, index) => [
      { id: uuid7(), at: new Date(Date.now() + index * 300).toISOString(), event: 'start' },
      { id: uuid7(), at: new Date(Date.now() + index * 300 + 1000).toISOString(), event: 'stop' },
    ]);
    const answer = await fetch(`${address}/api/machines/${id}/feed`, {
      method: 'POST',
      headers: { 'content-type': 'application/x-ndjson' },
      body: lines
        .flat()
        .map((line) => JSON.stringify(line))
        .join('\n'),
    });
    console.log('The feed:', JSON.stringify(await answer.json()));
  }
}

function inPairs(rows: readonly Entry[]): Entry[][] {
  const pairs: Entry[][] = [];
  for (const entry of rows) {
    if (entry.kind === 'sewing_again') pairs.at(-1)!.push(entry);
    else pairs.push([entry]);
  }
  return pairs;
}
