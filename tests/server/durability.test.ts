import { rmSync } from 'node:fs';
import pg from 'pg';
import { expect, test } from 'vitest';
import { startServer } from '../../scripts/child.ts';
import { databaseUrl, freePort, startCluster } from '../../scripts/cluster.ts';
import { makeDatabase, migrate } from '../../scripts/migrate.ts';
import { at, entry, piece } from '../support/entries.ts';
import { ask, furnish, ids, newServer } from '../support/workshop.ts';

/** Sends entries until it is told to stop; remembers which the server said are stored. */
async function stream(address: string, acknowledged: Set<string>, running: () => boolean): Promise<void> {
  while (running()) {
    const entries = [entry('break', { fault: 'snap' }, at(1, 7)), piece({ 7: 100 }, { jobId: ids.job })];
    try {
      const { status } = await ask(address, 'POST', '/api/ledger', { entries });
      if (status === 201) entries.forEach((one) => acknowledged.add(one.id));
    } catch {
      // The server is gone; what was under way was not acknowledged.
    }
  }
}

test('server killed, then database killed, while entries stream in: every acknowledged entry is there once', async () => {
  const home = `.test/durable-${process.pid}`;
  const acknowledged = new Set<string>();
  // A cluster of its own that syncs to disk, as the real one does.
  let cluster = await startCluster(home);
  try {
    await makeDatabase(cluster.url, 'vivid');
    await migrate(databaseUrl(cluster, 'vivid'));
    for (const victim of ['server', 'database'] as const) {
      const url = databaseUrl(cluster, 'vivid');
      const server = await startServer({ url, port: await freePort(), env: { VIVID_LOG: 'silent' } });
      if (acknowledged.size === 0) await furnish(server.address);
      const before = acknowledged.size;
      let running = true;
      const streams = Array.from({ length: 6 }, () => stream(server.address, acknowledged, () => running));
      while (acknowledged.size < before + 300) await new Promise((done) => setTimeout(done, 20));
      if (victim === 'server') server.process.kill('SIGKILL');
      else await cluster.stop('immediate');
      await new Promise((done) => setTimeout(done, 300));
      running = false;
      await Promise.all(streams);
      if (victim === 'server') await cluster.stop('immediate');
      else server.process.kill('SIGKILL');
      cluster = await startCluster(home);
    }
    const client = new pg.Client({ connectionString: databaseUrl(cluster, 'vivid') });
    await client.connect();
    const { rows: lines } = await client.query<{ id: string }>('SELECT id FROM ledger');
    const { rows: events } = await client.query<{ id: string }>('SELECT id FROM event');
    const { rows: tally } = await client.query<{ pieces: string }>(
      "SELECT pieces, (SELECT count(*) FROM event WHERE kind = 'piece_finished') AS counted FROM job_tally",
    );
    await client.end();
    await cluster.stop();
    const stored = lines.map((line) => line.id);
    expect(acknowledged.size).toBeGreaterThan(600);
    expect(new Set(stored).size).toBe(stored.length);
    expect([...acknowledged].filter((id) => !stored.includes(id))).toEqual([]);
    // The projections were written in the same transactions.
    expect(events.map((event) => event.id).sort()).toEqual([...stored].sort());
    expect(tally[0]).toMatchObject({ counted: tally[0]?.pieces });
  } finally {
    await cluster.stop('immediate');
    rmSync(cluster.place, { recursive: true, force: true });
    rmSync(home, { recursive: true, force: true });
  }
});

test('connections cut by the database while entries stream in: the server goes on, nothing acknowledged is lost', async () => {
  const server = await newServer();
  await furnish(server.address);
  const acknowledged = new Set<string>();
  let running = true;
  const streams = Array.from({ length: 6 }, () => stream(server.address, acknowledged, () => running));
  const client = new pg.Client({ connectionString: server.url });
  await client.connect();
  for (let cut = 0; cut < 8; cut++) {
    const before = acknowledged.size;
    while (acknowledged.size < before + 40) await new Promise((done) => setTimeout(done, 10));
    // Its own connections only: the database's cleaning workers belong to its superuser, who alone may end them.
    await client.query(
      `SELECT pg_terminate_backend(pid) FROM pg_stat_activity
        WHERE datname = current_database() AND pid <> pg_backend_pid() AND usename = current_user
          AND backend_type = 'client backend'`,
    );
  }
  running = false;
  await Promise.all(streams);
  expect(server.process.exitCode).toBeNull();
  expect((await ask(server.address, 'GET', '/api/health')).status).toBe(200);
  const { rows: lines } = await client.query<{ id: string }>('SELECT id FROM ledger');
  await client.end();
  const stored = new Set(lines.map((line) => line.id));
  expect([...acknowledged].filter((id) => !stored.has(id))).toEqual([]);
});
