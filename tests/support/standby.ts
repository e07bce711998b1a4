import { copyFileSync, mkdirSync } from 'node:fs';
import { join, resolve } from 'node:path';
import pg from 'pg';
import { asServer, clusterPlace, startCluster, type Cluster } from '../../scripts/cluster.ts';

/** A synchronous standby of a cluster, as docs/operations.md sets one up: from a base backup, and waited for by every commit from then on. */
export async function startStandby(primary: Cluster, home: string): Promise<Cluster> {
  mkdirSync(home, { recursive: true, mode: 0o711 });
  const place = clusterPlace(resolve(home, 'cluster'));
  for (const file of ['password', 'app-password']) copyFileSync(join(primary.place, file), join(place, file));
  await asServer(undefined, [
    ...[
      'pg_basebackup',
      '-D',
      join(place, 'data'),
      '-d',
      primary.url,
      '-X',
      'stream',
      '-c',
      'fast',
      '-R',
      '--no-sync',
    ],
  ]);
  const standby = await startCluster(home);
  const client = new pg.Client({ connectionString: primary.url });
  await client.connect();
  await client.query("ALTER SYSTEM SET synchronous_standby_names = '*'");
  await client.query('SELECT pg_reload_conf()');
  for (let state = ''; state !== 'sync';) {
    await new Promise((done) => setTimeout(done, 50));
    const { rows } = await client.query<{ sync_state: string }>('SELECT sync_state FROM pg_stat_replication');
    state = rows[0]?.sync_state ?? '';
  }
  await client.end();
  return standby;
}

/** Makes a standby the one that may be written. */
export const promote = (standby: Cluster): Promise<void> =>
  asServer(undefined, ['pg_ctl', '-D', join(standby.place, 'data'), '-w', 'promote']);
