import { v7 as uuid7 } from 'uuid';
import { appUrl } from '../../scripts/cluster.ts';
import { chance } from '../../src/core/base/chance.ts';
import { prepareAppRole } from '../../scripts/roles.ts';
import { fuzz } from '../../tests/support/fuzz.ts';
import { askAs, everybody, everyRole, letIn } from '../../tests/support/people.ts';
import { quantile } from './measure.ts';
import { onOwnCluster, ownDatabase, withServer } from './own-cluster.ts';

/**
 * npm run fuzz [-- COUNT SEED]: odd requests of every kind to every endpoint, by every role and by nobody, while somebody logs a touch every 40 ms on another
 * machine. The same seed, the same requests, but for new ids.
 */
const count = Number(process.argv[2] ?? 10_000);
const seed = Number(process.argv[3] ?? 1);
await onOwnCluster('fuzz', async (cluster) => {
  const ownerUrl = await ownDatabase(cluster, 'fuzz');
  await prepareAppRole(ownerUrl, cluster.appPassword);
  await withServer(appUrl(cluster, 'fuzz'), ({ address }) => ask(address, ownerUrl), {
    VIVID_LOG: 'silent',
  });
});

async function ask(address: string, ownerUrl: string): Promise<void> {
  const post = async (path: string, message: unknown) => {
    const answer = await fetch(address + path, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(message),
    });
    if (answer.status !== 201) throw new Error(`${path}: ${await answer.text()}`);
  };
  const [machine, beside, thread, operator, job] = Array.from({ length: 5 }, () => uuid7()) as [
    string,
    string,
    string,
    string,
    string,
  ];
  const size = { positions: 15, numberingSide: 'right', topSpeed: 900 };
  await post('/api/machines', { id: machine, name: 'Odd', heads: 2, ...size });
  await post('/api/machines', { id: beside, name: 'Beside', heads: 1, ...size });
  await post('/api/operators', { id: operator, name: 'Ines' });
  await post('/api/threads', {
    ...{ id: thread, code: 'R', name: 'Red', colour: '#cc1122', weightNo: 40, fibre: 'polyester' },
  });
  const stop = { stop: 1, threadId: thread, stitches: 900, element: 'fill', position: null };
  const words = { name: 'J', customer: '', cloth: '', pieces: 9, due: null, note: '' };
  await post('/api/jobs', { jobs: [{ id: job, ...words, stops: [stop] }] });
  const as = everybody(address, await everyRole(address, machine));
  // Sign-in may be turned on by what is sent.
  const tablet = await letIn(address);
  let running = true;
  const touches: number[] = [];
  const operating = (async () => {
    while (running) {
      const began = performance.now();
      const where = { machineId: beside, head: 1, position: 3, at: new Date().toISOString() };
      const entries = [{ id: uuid7(), kind: 'break', ...where, data: { fault: 'snap' } }];
      const { status } = await askAs(address, tablet, 'POST', '/api/ledger', { entries });
      if (status !== 201) throw new Error(`a touch was answered ${status}`);
      touches.push(performance.now() - began);
      await new Promise((next) => setTimeout(next, 40));
    }
  })();
  const found = await fuzz({
    as,
    ...{ base: address, ownerUrl, count, beside, withinMs: 30_000 },
    chance: chance(seed).next,
    known: [machine, beside, thread, operator, job],
  });
  running = false;
  await operating;
  console.log(`${found.asked} requests, seed ${seed}; answers by status: ${JSON.stringify(found.byStatus)}`);
  for (const fault of found.faults.slice(0, 20))
    console.log(`${fault.what}: ${fault.asked}\n  → ${fault.told}`);
  const slow = found.times.filter((ms) => ms > 2000).length;
  for (const one of found.slow) console.log(`slow: ${one}`);
  console.log(
    `${found.faults.length} faults; ${slow} without an answer in 2 s, p99 ${quantile(found.times, 0.99).toFixed(0)} ms, most ${Math.max(...found.times).toFixed(0)} ms`,
  );
  console.log(
    `${touches.length} touches beside it: p50 ${quantile(touches, 0.5).toFixed(0)} ms, p99 ${quantile(touches, 0.99).toFixed(0)} ms`,
  );
  process.exitCode = found.faults.length + slow > 0 ? 1 : 0;
}
