import { execFileSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { buildIfChanged } from '../../scripts/build.ts';
import { startServer } from '../../scripts/child.ts';
import { databaseUrl, freePort, startCluster, type Cluster } from '../../scripts/cluster.ts';
import { makeDatabase, migrate } from '../../scripts/migrate.ts';
import { prepareAppRole } from '../../scripts/roles.ts';

/** Does a bench's work beside a PostgreSQL of its own, begun empty and taken away at the end, with the app built. */
export async function onOwnCluster(name: string, work: (cluster: Cluster) => Promise<void>): Promise<void> {
  const home = `.test/bench-${name}`;
  rmSync(home, { recursive: true, force: true });
  const cluster = await startCluster(home);
  try {
    await buildIfChanged();
    await work(cluster);
  } finally {
    await cluster.stop();
    rmSync(cluster.place, { recursive: true, force: true });
  }
}

/** An empty database of that name with the app's tables; its owner's address. */
export async function ownDatabase(cluster: Cluster, name: string): Promise<string> {
  await makeDatabase(cluster.url, name);
  const url = databaseUrl(cluster, name);
  await migrate(url);
  return url;
}

/** A database with the demo's weeks in it and what the app connects as. */
export async function demoDatabase(cluster: Cluster, name: string): Promise<void> {
  const url = await ownDatabase(cluster, name);
  await prepareAppRole(url, cluster.appPassword);
  execFileSync(process.execPath, ['--import', 'tsx', 'tools/demo/main.ts', '--weeks'], {
    env: { ...process.env, DATABASE_URL: url },
  });
}

/** Does work with the app running on that database, and stops it. */
export async function withServer(
  url: string,
  work: (server: Awaited<ReturnType<typeof startServer>>) => Promise<void>,
  env: Record<string, string> = {},
): Promise<void> {
  const server = await startServer({ url, port: await freePort(), env });
  await work(server);
  await server.stop();
}
