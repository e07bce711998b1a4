import { existsSync, readFileSync } from 'node:fs';
import { closeDatabase } from '../src/server/database.ts';
import { databaseUrl, startCluster } from './cluster.ts';

/**
 * Runs `work` on the installation's database: the one of DATABASE_URL, or the project's own, which is started for it and
 * stopped again unless the app is running.
 */
export async function onOwnDatabase(work: () => Promise<void>): Promise<void> {
  const wasRunning =
    existsSync('.data/start.pid') && isAlive(Number(readFileSync('.data/start.pid', 'utf8').split('\n')[0]));
  const cluster = process.env['DATABASE_URL'] ? undefined : await startCluster('.data');
  if (cluster) process.env['DATABASE_URL'] = databaseUrl(cluster, 'vivid');
  try {
    await work();
  } finally {
    await closeDatabase();
    if (cluster && !wasRunning) await cluster.stop();
  }
}

function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
}
