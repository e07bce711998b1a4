import { rmSync } from 'node:fs';
import { buildIfChanged } from '../build.ts';
import { databaseUrl, startCluster, type Cluster } from '../cluster.ts';
import { makeDatabase, migrate } from '../migrate.ts';
import { prepareAppRole } from '../roles.ts';

/** The built app, a cluster of its own under `home`, and the name of a database with the tables and nothing else, to copy. */
export async function testCluster(
  home: string,
): Promise<{ cluster: Cluster; template: string; end: () => Promise<void> }> {
  await buildIfChanged();
  const cluster = await startCluster(home, { throwaway: true });
  const end = async () => {
    await cluster.stop('immediate');
    // A throwaway cluster is made anew each time: a second is cheaper than a stale state.
    rmSync(cluster.place, { recursive: true, force: true });
  };
  try {
    const template = `template_${process.pid}`;
    await makeDatabase(cluster.url, template);
    await migrate(databaseUrl(cluster, template));
    await prepareAppRole(databaseUrl(cluster, template), cluster.appPassword);
    return { cluster, template, end };
  } catch (error) {
    await end();
    throw error;
  }
}
