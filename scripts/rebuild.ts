import { existsSync, readFileSync } from 'node:fs';
import { closeDatabase } from '../src/server/database.ts';
import { rebuild } from '../src/server/ledger/rebuild.ts';
import { databaseUrl, startCluster } from './cluster.ts';

/** npm run rebuild: empties the projections and folds them again from the ledger. The app may go on running. */
const wasRunning =
  existsSync('.data/start.pid') && isAlive(Number(readFileSync('.data/start.pid', 'utf8').split('\n')[0]));
const cluster = process.env['DATABASE_URL'] ? undefined : await startCluster('.data');
if (cluster) process.env['DATABASE_URL'] = databaseUrl(cluster, 'vivid');
const began = Date.now();
try {
  const lines = await rebuild((count) => process.stdout.write(`\r${count} lines folded`));
  console.log(`\rRebuilt from ${lines} ledger lines in ${((Date.now() - began) / 1000).toFixed(1)} s.`);
} finally {
  await closeDatabase();
  if (cluster && !wasRunning) await cluster.stop();
}

function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
}
