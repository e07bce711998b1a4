import { closeDatabase } from '../src/server/base/database.ts';
import { writableServer } from '../src/server/base/servers.ts';
import { databaseUrl, startCluster, type Cluster } from './cluster.ts';

export interface OwnDatabase {
  url: string;
  /** The project's own cluster; undefined with a DATABASE_URL. */
  cluster: Cluster | undefined;
}

/**
 * Runs `work` on the installation's database: the one of DATABASE_URL, or the project's own, which is started for it and
 * stopped again unless it ran already. An error ends in its sentence and exit code 1, with nothing left running.
 */
export async function onOwnDatabase(work: (database: OwnDatabase) => Promise<void>): Promise<void> {
  let cluster: Cluster | undefined;
  let starting: Promise<Cluster> | undefined;
  // Ended from outside it leaves no database running either; what was under way is undone by it.
  const end = async () => {
    const started = await starting?.catch(() => undefined);
    if (started && !started.wasRunning) await started.stop();
    process.exit(1);
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.once(signal, () => void end());
  try {
    if (!process.env['DATABASE_URL']) {
      cluster = await (starting = startCluster('.data'));
      process.env['DATABASE_URL'] = databaseUrl(cluster, 'vivid');
    }
    process.env['DATABASE_URL'] = await writableServer(process.env['DATABASE_URL']);
    await work({ url: process.env['DATABASE_URL'], cluster });
  } catch (error) {
    console.error((error as Error).message);
    process.exitCode = 1;
  } finally {
    await closeDatabase();
    if (cluster && !cluster.wasRunning) await cluster.stop();
  }
}
