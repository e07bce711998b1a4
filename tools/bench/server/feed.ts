import { readFileSync } from 'node:fs';
import { cpus } from 'node:os';
import pg from 'pg';
import { v7 as uuid7 } from 'uuid';
import { drive, heads, openShop, pace, type Fed } from './feeding.ts';
import { call, quantile, residentMb } from '../measure.ts';
import { onOwnCluster, ownDatabase, withServer } from '../own-cluster.ts';

/**
 * npm run bench:feed [-- MINUTES MACHINES]: simulated machines of 12 heads feed at a hundred times the real pace, while
 * somebody logs by hand and somebody watches another machine's page. What the machines told is counted against the ledger.
 */
const minutes = Number(process.argv[2] ?? 5);
const count = Number(process.argv[3] ?? 40);

await onOwnCluster('feed', async (cluster) => {
  const url = await ownDatabase(cluster, 'feed');
  await withServer(url, ({ address, process }) => run(address, url, process.pid!));
});

async function run(address: string, url: string, pid: number): Promise<void> {
  const post = (path: string, message: unknown) => call(address, 'POST', path, message);
  const made = await openShop(address, count);

  const before = stolen();
  const until = Date.now() + minutes * 60_000;
  const seen: number[] = [];
  const touches: number[] = [];
  const posts: number[] = [];
  const memory: number[] = [];
  const watch = new AbortController();
  void watching(address, made[0]!.id, seen, watch.signal);
  const sampling = setInterval(() => memory.push(Math.round(residentMb(pid))), 5000);
  await Promise.all([
    drive(address, made, until, posts),
    (async () => {
      for (let at = 0; Date.now() < until; at++) {
        const began = performance.now();
        await post('/api/ledger', {
          entries: [
            {
              id: uuid7(),
              machineId: made[at % count]!.id,
              kind: 'note',
              at: new Date().toISOString(),
              data: { text: 'x' },
            },
          ],
        });
        touches.push(performance.now() - began);
        await new Promise((next) => setTimeout(next, 100));
      }
    })(),
  ]);
  await new Promise((next) => setTimeout(next, 2000));
  clearInterval(sampling);
  watch.abort();
  const after = stolen();
  const share = (after.stolen - before.stolen) / (after.all - before.all);
  await report(url, made, { seen, touches, posts, memory });
  console.log(`The host gave ${Math.round(share * 100)} % of this machine’s time to others meanwhile.`);
}

/**
 * A page of one machine: how old an entry is when it first gets there, ms. It comes again when it is ended (a break is,
 * by sewing again), seconds later: that says nothing of how long the first took, and the ending is an entry of its own.
 */
async function watching(address: string, id: string, seen: number[], signal: AbortSignal): Promise<void> {
  try {
    const response = await fetch(`${address}/api/machines/${id}/live`, { signal });
    let rest = '';
    const started = Date.now();
    const known = new Set<string>();
    for await (const part of response.body!.pipeThrough(new TextDecoderStream())) {
      const messages = (rest + part).split('\n\n');
      rest = messages.pop()!;
      for (const message of messages) {
        const data = /^event: entry\ndata: (.*)$/m.exec(message)?.[1];
        if (!data) continue;
        const entry = JSON.parse(data) as { id: string; at: string };
        const at = Date.parse(entry.at);
        if (at > started && !known.has(entry.id)) seen.push(Date.now() - at);
        known.add(entry.id);
      }
    }
  } catch {
    // Ended by us.
  }
}

/** Time that the host gave to other machines than this one, of all its time so far: jiffies. */
function stolen(): { stolen: number; all: number } {
  const times = readFileSync('/proc/stat', 'utf8').split('\n')[0]!.split(/\s+/).slice(1, 9).map(Number);
  return { stolen: times[7] ?? 0, all: times.reduce((a, b) => a + b, 0) };
}

async function report(
  url: string,
  made: readonly Fed[],
  { seen, touches, posts, memory }: Record<'seen' | 'touches' | 'posts' | 'memory', number[]>,
): Promise<void> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  const { rows } = await client.query<{
    machine_id: string;
    kind: string;
    count: string;
    stitches: string | null;
  }>(
    `SELECT machine_id, kind, count(*) AS count,
       sum((SELECT sum((s->>'stitches')::bigint) FROM jsonb_array_elements(data->'stops') s)) AS stitches
     FROM event WHERE NOT void AND kind IN ('piece_finished', 'break') GROUP BY 1, 2`,
  );
  const { rows: all } = await client.query<{ count: string }>('SELECT count(*) AS count FROM ledger');
  await client.end();
  const stored = (id: string, kind: string) =>
    Number(rows.find((row) => row.machine_id === id && row.kind === kind)?.count ?? 0);
  const wrong = made.filter(
    ({ id, told }) => stored(id, 'piece_finished') !== told.piece || stored(id, 'break') !== told.break,
  );
  const sum = (of: 'piece' | 'break') => made.reduce((total, { told }) => total + told[of], 0);
  const ms = (value: number) => `${value.toFixed(0)} ms`;
  console.log(`${cpus()[0]?.model}, ${cpus().length} cores, Node ${process.version}`);
  console.log(
    `${count} machines × ${heads} heads at ${pace}× for ${minutes} min: ${sum('piece')} runs of the design told, ${sum('break')} breaks; ${all[0]!.count} ledger lines.`,
  );
  console.log(
    wrong.length === 0 ? 'Every one is in the ledger, once.' : `WRONG on ${wrong.length} machines.`,
  );
  console.log(
    `Feed posts p50 ${ms(quantile(posts, 0.5))}, p99 ${ms(quantile(posts, 0.99))}; touches by hand p50 ${ms(quantile(touches, 0.5))}, p99 ${ms(quantile(touches, 0.99))} (${touches.length}).`,
  );
  console.log(
    `On another page after p50 ${ms(quantile(seen, 0.5))}, p99 ${ms(quantile(seen, 0.99))}, at most ${ms(Math.max(...seen))} (${seen.length}).`,
  );
  const fifth = Math.max(1, Math.floor(memory.length / 5));
  const mean = (some: number[]) => Math.round(some.reduce((a, b) => a + b, 0) / some.length);
  console.log(
    `Server’s memory, mean of each fifth of the run: ${[0, 1, 2, 3, 4].map((part) => mean(memory.slice(part * fifth, (part + 1) * fifth))).join(', ')} MB.`,
  );
  if (wrong.length > 0) process.exitCode = 1;
}
