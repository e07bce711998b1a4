import { rmSync } from 'node:fs';
import { buildIfChanged } from '../../scripts/build.ts';
import { appUrl, databaseUrl, startCluster } from '../../scripts/cluster.ts';
import { makeDatabase, migrate } from '../../scripts/migrate.ts';
import { prepareAppRole } from '../../scripts/roles.ts';

/** What server tests stand on, in a cluster of their own: where it is, and a database with the tables and nothing else, which each of them copies. */
export default async function ownCluster(): Promise<() => Promise<void>> {
  await buildIfChanged();
  const cluster = await startCluster('.test/server', { throwaway: true });
  const template = `template_${process.pid}`;
  await makeDatabase(cluster.url, template);
  await migrate(databaseUrl(cluster, template));
  await prepareAppRole(databaseUrl(cluster, template), cluster.appPassword);
  process.env['VIVID_TEST_ADMIN'] = cluster.url;
  process.env['VIVID_TEST_APP'] = appUrl(cluster, 'postgres');
  process.env['VIVID_TEST_TEMPLATE'] = template;
  return async () => {
    await cluster.stop('immediate');
    // A throwaway cluster is made anew each time: a second is cheaper than a stale state.
    rmSync(cluster.place, { recursive: true, force: true });
  };
}
