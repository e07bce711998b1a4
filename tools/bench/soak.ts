import { rmSync } from 'node:fs';
import pg from 'pg';
import { v7 as uuid7 } from 'uuid';
import { buildIfChanged } from '../../scripts/build.ts';
import { startServer, type Served } from '../../scripts/child.ts';
import { appUrl, databaseUrl, freePort, startCluster, type Cluster } from '../../scripts/cluster.ts';
import { chance } from '../../src/core/base/chance.ts';
import { makeDatabase, migrate } from '../../scripts/migrate.ts';
import { prepareAppRole } from '../../scripts/roles.ts';
import { residentMb } from './measure.ts';

/**
 * npm run soak [-- MINUTES SEED]: feed, touches, exports and pictures at once, app and database killed at random, the month
 * turning in the middle (by the server's own clock, VIVID_CLOCK_AHEAD_MS). Afterwards every acknowledged entry must be there,
 * once; memory must not grow; the month that turned must have its partition.
 */
const minutes = Number(process.argv[2] ?? 30);
const random = chance(Number(process.argv[3] ?? 1)).next;
const home = '.test/soak';
const operators = 6;
const pause = (ms: number) => new Promise((next) => setTimeout(next, ms));
const began = Date.now();
const until = began + minutes * 60_000;
/** So much ahead that the month ends half way. */
const now = new Date(began);
const monthEnd = Date.UTC(now.getUTCFullYear(), now.getUTCMonth() + 1, 1);
const ahead = monthEnd - (began + (minutes * 60_000) / 2);
const deviceNow = () => new Date(Date.now() + ahead);

rmSync(home, { recursive: true, force: true });
let cluster: Cluster = await startCluster(home);
const port = await freePort();
let server: Served;
const address = `http://127.0.0.1:${port}`;
const serve = () =>
  startServer({
    url: appUrl(cluster, 'soak'),
    port,
    env: { VIVID_LOG: 'silent', VIVID_CLOCK_AHEAD_MS: String(ahead) },
  });

const acknowledged = new Set<string>();
const told = { feed: 0, exports: 0, cutExports: 0, pictures: 0, kills: { app: 0, database: 0 }, retries: 0 };
const memory: number[] = [];

async function post(path: string, message: unknown): Promise<Response> {
  return fetch(address + path, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(message),
    signal: AbortSignal.timeout(30_000),
  });
}

/** A device: what was not answered is sent again, the same, until it is. */
async function operate(machineId: string): Promise<void> {
  while (Date.now() < until) {
    const id = uuid7({ msecs: deviceNow().getTime() });
    const entry = {
      ...{ id, machineId, at: deviceNow().toISOString(), kind: 'break', head: 1 },
      ...{ position: 1 + Math.floor(random() * 12), data: { fault: 'snap' } },
    };
    for (;;) {
      try {
        const answer = await post('/api/ledger', { entries: [entry] });
        if (answer.status === 201) break;
        if (answer.status < 500 && answer.status !== 429)
          throw new Error(`refused: ${answer.status} ${await answer.text()}`);
      } catch (error) {
        if (/refused/.test(String(error))) throw error;
      }
      told.retries++;
      await pause(300);
    }
    acknowledged.add(id);
    await pause(20 + random() * 60);
  }
}

/** A machine's feed: a post a second; what was not answered is sent again. */
async function feed(machineId: string): Promise<void> {
  let stitches = 0;
  while (Date.now() < until) {
    const line = (news: object) => ({
      ...{ id: uuid7({ msecs: deviceNow().getTime() }), at: deviceNow().toISOString() },
      ...news,
    });
    const stop = line({ event: 'stop', why: 'soak' });
    const lines = [line({ event: 'start' }), line({ event: 'stitches', stitches: (stitches += 50) }), stop];
    for (;;) {
      try {
        const answer = await fetch(`${address}/api/machines/${machineId}/feed`, {
          method: 'POST',
          headers: { 'content-type': 'application/x-ndjson' },
          body: lines.map((one) => JSON.stringify(one)).join('\n'),
          signal: AbortSignal.timeout(60_000),
        });
        if (answer.status === 201) break;
      } catch {
        // The server is away.
      }
      told.retries++;
      await pause(300);
    }
    acknowledged.add(stop.id);
    told.feed += lines.length;
    await pause(1000);
  }
}

async function takeExports(): Promise<void> {
  while (Date.now() < until) {
    try {
      const text = await (
        await fetch(`${address}/api/everything`, { signal: AbortSignal.timeout(120_000) })
      ).text();
      if (/"end":true/.test(text.slice(-300))) told.exports++;
      else told.cutExports++;
    } catch {
      told.cutExports++;
    }
    await pause(15_000);
  }
}

async function sendPictures(): Promise<void> {
  const endless = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><defs><g id="u0"><path d="M0 0h9v9z"/></g>${Array.from({ length: 9 }, (_, level) => `<g id="u${level + 1}">${`<use href="#u${level}"/>`.repeat(8)}</g>`).join('')}</defs><use href="#u9"/></svg>`;
  const logo =
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 90 60"><circle cx="45" cy="30" r="22" fill="#c12"/></svg>';
  while (Date.now() < until) {
    const answer = await fetch(`${address}/api/compute/artwork?widthMm=80`, {
      method: 'POST',
      headers: { 'content-type': 'image/svg+xml' },
      body: random() < 0.2 ? endless : logo,
      signal: AbortSignal.timeout(60_000),
    }).catch(() => null);
    if (answer?.status === 200) told.pictures++;
    await pause(5000);
  }
}

/** Kills one or the other now and then, and starts it again as ./start would. */
async function kill(): Promise<void> {
  while (Date.now() < until - 20_000) {
    await pause(20_000 + random() * 60_000);
    if (random() < 0.6) {
      told.kills.app++;
      server.process.kill('SIGKILL');
      await pause(500);
      server = await serve();
    } else {
      told.kills.database++;
      await cluster.stop('immediate');
      await pause(500);
      cluster = await startCluster(home);
    }
  }
}

async function watchMemory(): Promise<void> {
  while (Date.now() < until) {
    await pause(5000);
    try {
      memory.push(residentMb(server.process.pid ?? 0));
    } catch {
      // Just killed.
    }
  }
}

try {
  await buildIfChanged();
  await makeDatabase(cluster.url, 'soak');
  await migrate(databaseUrl(cluster, 'soak'));
  await prepareAppRole(databaseUrl(cluster, 'soak'), cluster.appPassword);
  server = await serve();
  const machines = [uuid7(), uuid7()];
  for (const [index, id] of machines.entries())
    await post('/api/machines', {
      ...{ id, name: `Soak ${index}`, heads: 1, positions: 12, numberingSide: 'right', topSpeed: 900 },
    });
  await Promise.all([
    ...Array.from({ length: operators }, (_, index) => operate(machines[index % 2]!)),
    feed(machines[0]!),
    takeExports(),
    sendPictures(),
    kill(),
    watchMemory(),
  ]);
  await server.stop();
  const client = new pg.Client({ connectionString: databaseUrl(cluster, 'soak') });
  await client.connect();
  const { rows: lines } = await client.query<{ id: string; part: string }>(
    'SELECT id, tableoid::regclass::text AS part FROM ledger',
  );
  const { rows: events } = await client.query<{ id: string }>('SELECT id FROM event');
  await client.end();
  const count = new Map<string, number>();
  for (const { id } of lines) count.set(id, (count.get(id) ?? 0) + 1);
  const lost = [...acknowledged].filter((id) => count.get(id) !== 1);
  const shown = new Set(events.map((event) => event.id));
  const hidden = [...acknowledged].filter((id) => !shown.has(id));
  const parts = lines.reduce<Record<string, number>>(
    (all, { part }) => ({ ...all, [part]: (all[part] ?? 0) + 1 }),
    {},
  );
  const fifth = Math.ceil(memory.length / 5);
  const levels = [0, 1, 2, 3, 4].map((at) =>
    Math.max(0, ...memory.slice(at * fifth, (at + 1) * fifth)).toFixed(0),
  );
  console.log(`${minutes} min: ${JSON.stringify(told)}`);
  console.log(
    `${acknowledged.size} entries acknowledged: ${lost.length} not there once, ${hidden.length} without their event`,
  );
  console.log(`by month: ${JSON.stringify(parts)}`);
  console.log(`memory of the app, most in each fifth: ${levels.join(', ')} MB`);
  if (lost.length + hidden.length > 0 || parts['ledger_other']) process.exitCode = 1;
} finally {
  await server!.stop().catch(() => undefined);
  await cluster.stop();
  rmSync(cluster.place, { recursive: true, force: true });
}
