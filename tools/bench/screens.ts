import { v7 as uuid7 } from 'uuid';
import { loadDemoIfEmpty } from '../demo/load.ts';
import { heron, jobId, threads } from '../demo/world.ts';
import { elementKinds } from '../../src/core/element/elements.ts';
import { closeDatabase } from '../../src/server/base/database.ts';
import { call, race } from './measure.ts';
import { onOwnCluster, ownDatabase, withServer } from './own-cluster.ts';

/**
 * npm run bench:screens [-- JOBS]: the demo with so many jobs more (2,000), one of them with 99 stops and on the machine. How long the
 * server takes for each screen, one asked after the other, 60 times.
 */
const jobs = Number(process.argv[2] ?? 2000);
const times = 60;

await onOwnCluster('screens', async (cluster) => {
  const url = await ownDatabase(cluster, 'screens');
  process.env['DATABASE_URL'] = url;
  await loadDemoIfEmpty(new Date(), { year: false });
  await closeDatabase();
  await withServer(url, ({ address }) => measure(address));
});

async function measure(address: string): Promise<void> {
  const stopsOf = (count: number) =>
    Array.from({ length: count }, (_, index) => ({
      stop: index + 1,
      threadId: threads[index % threads.length]!.id,
      stitches: 200 + index,
      element: elementKinds[index % elementKinds.length]!,
      position: null,
    }));
  const job = (name: string, stops: number) => ({
    ...{ id: uuid7(), name, customer: 'Load', cloth: 'canvas', pieces: 50, due: null, note: '' },
    stops: stopsOf(stops),
  });
  for (let made = 0; made < jobs; made += 100)
    await call(address, 'POST', '/api/jobs', {
      jobs: Array.from({ length: Math.min(100, jobs - made) }, (_, index) =>
        job(`Load ${made + index}`, 3 + (index % 10)),
      ),
    });
  const long = job('Ninety-nine stops', 99);
  await call(address, 'POST', '/api/jobs', { jobs: [long] });
  await call(address, 'POST', '/api/ledger', {
    entries: [
      {
        ...{ id: uuid7(), machineId: heron.id, kind: 'job_started', at: new Date().toISOString() },
        ...{ jobId: long.id, data: {} },
      },
    ],
  });
  const paths = [
    ...['jobs', 'run', 'head', 'check', 'pair', 'bench', 'ledger', 'stores'].map(
      (screen) => `/heron/${screen}`,
    ),
    `/heron/jobs/${long.id}`,
    `/heron/job-record/${long.id}`,
    `/heron/jobs/${jobId(0)}`,
    '/heron/jobs/artwork',
    '/heron/jobs/new',
    '/heron/jobs/share',
    '/heron/jobs/import',
    '/api/jobs?show=waiting',
  ];
  console.log(`${jobs} jobs, a job of 99 stops on the machine; ${times} times each, one after the other.\n`);
  console.log('| screen | p50 | p95 | size |\n|---|---|---|---|');
  for (const path of paths) {
    let length = 0;
    for (let warm = 0; warm < 5; warm++) length = await call(address, 'GET', path);
    const { p50, p95 } = await race(1, times, async () => void (await call(address, 'GET', path)));
    console.log(
      `| ${path.replace(long.id, '99-stops')} | ${p50.toFixed(0)} ms | ${p95.toFixed(0)} ms | ${(length / 1000).toFixed(0)} kB |`,
    );
  }
}
