import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { cpus, tmpdir } from 'node:os';
import { join } from 'node:path';
import { v7 as uuid7 } from 'uuid';
import { backupState } from '../../../src/server/care/backups.ts';
import { buildIfChanged } from '../../../scripts/build.ts';
import { startServer } from '../../../scripts/child.ts';
import { databaseUrl, freePort, startCluster } from '../../../scripts/cluster.ts';
import { heron } from '../../demo/world.ts';
import { call, quantile } from '../measure.ts';

/**
 * npm run bench:backup [-- CLIENTS]: a nightly backup of the ledger that `npm run bench:years -- 1000000 --only=Nothing --keep` left, made and proved while so
 * many clients log at that machine, and how long their touches take.
 */
const clients = Number(process.argv[2] ?? 20);
/** Between two touches of one client: a person is not quicker. */
const everyMs = 250;
const home = '.test/bench-years';
if (!existsSync(`${home}/cluster/data/PG_VERSION`)) {
  console.error('There is no ledger to back up. First: npm run bench:years -- 1000000 --only=Nothing --keep');
  process.exit(1);
}
const cluster = await startCluster(home);
const folder = mkdtempSync(join(tmpdir(), 'vivid-backups-'));
try {
  await buildIfChanged();
  const url = databaseUrl(cluster, 'years');
  const server = await startServer({ url, port: await freePort() });
  const alone = await logging(server.address, wait(15_000));
  const began = performance.now();
  const meanwhile = await logging(server.address, night(url));
  const seconds = (performance.now() - began) / 1000;
  await server.stop();
  const { good, failed } = backupState(folder);
  console.log(`${cpus()[0]?.model}, ${cpus().length} cores, Node ${process.version}`);
  console.log(
    good
      ? `${good.entries} ledger lines made and proved in ${seconds.toFixed(0)} s, ${(good.bytes / 1e6).toFixed(1)} MB; heads of ${good.heads} machines compared.`
      : `FAILED: ${failed?.why}`,
  );
  for (const [name, times] of [
    ['before', alone],
    ['meanwhile', meanwhile],
  ] as const)
    console.log(
      `${clients} clients log, ${name}: p50 ${quantile(times, 0.5).toFixed(1)} ms, p99 ${quantile(times, 0.99).toFixed(1)} ms, at most ${Math.max(...times).toFixed(0)} ms (${times.length}).`,
    );
  if (!good) process.exitCode = 1;
} finally {
  await cluster.stop();
  rmSync(folder, { recursive: true, force: true });
}

function wait(ms: number): Promise<void> {
  return new Promise((done) => setTimeout(done, ms));
}

function night(url: string): Promise<void> {
  const child = spawn(process.execPath, ['dist/server/night-backup.mjs'], {
    stdio: 'inherit',
    env: {
      ...process.env,
      DATABASE_URL: url,
      VIVID_NIGHT: JSON.stringify({ folder, second: null, keep: 14, adminUrl: cluster.url }),
    },
  });
  return new Promise((done) => child.once('exit', () => done()));
}

/** Every client logs until then; how long each touch took, ms. */
async function logging(address: string, until: Promise<void>): Promise<number[]> {
  const times: number[] = [];
  let isOver = false;
  void until.then(() => (isOver = true));
  await Promise.all(
    Array.from({ length: clients }, async (_, client) => {
      await wait((client * everyMs) / clients);
      while (!isOver) {
        const began = performance.now();
        await call(address, 'POST', '/api/ledger', {
          entries: [
            {
              ...{ id: uuid7(), machineId: heron.id, kind: 'note', at: new Date().toISOString() },
              data: { text: 'logged meanwhile' },
            },
          ],
        });
        times.push(performance.now() - began);
        await wait(everyMs);
      }
    }),
  );
  return times;
}
