import { appUrl } from '../../../scripts/cluster.ts';
import { letIn, person, pins, signIn, type Shown } from '../../../tests/support/people.ts';
import type { Entry } from '../../../src/core/ledger/entry.ts';
import { busyHistory } from '../years/history.ts';
import { openLine } from '../line.ts';
import { median, quantile, race } from '../measure.ts';
import { demoDatabase, onOwnCluster, withServer } from '../own-cluster.ts';

/**
 * npm run bench:people [-- ENTRIES]: what signing in costs a touch. 20 clients log, turn about as the computer itself, of which nothing is asked, and each from a tablet with
 * somebody signed in; then they log as people do, while 20 people sign in at once.
 */
const clients = 20;
const writes = Number(process.argv[2] ?? 6000);
const rounds = 5;
await onOwnCluster('people', async (cluster) => {
  await demoDatabase(cluster, 'people');
  await withServer(appUrl(cluster, 'people'), ({ address }) => measure(address));
});

async function measure(address: string): Promise<void> {
  const operator = await person(address, 'operator', 'Bench');
  const tablets: Shown[] = [];
  for (let at = 0; at < clients; at++)
    tablets.push(
      await signIn(address, await letIn(address, { name: `Tablet ${at}` }), operator, pins.operator),
    );
  const start = Date.now();
  const rates = { unasked: [] as number[], signedIn: [] as number[] };
  // The first run warms the database and the compiler, and is told, not counted.
  console.log(`Logging single entries, ${clients} clients, ${writes} a run, turn about\n`);
  for (let round = -1; round < 2 * rounds; round++) {
    // ABBA: neither always has the smaller ledger.
    const kind = [-1, 0, 3].includes(round % 4) ? 'unasked' : 'signedIn';
    const rows = touches(writes, start + (round + 1) * writes * 10, 500 + round);
    const lines = Array.from({ length: clients }, (_, at) =>
      openLine(address, kind === 'signedIn' ? tablets[at] : {}),
    );
    const { perSecond, p99 } = await race(clients, rows.length, (index, client) =>
      lines[client]!.post('/api/ledger', { entries: [{ ...rows[index]!, operatorId: null }] }),
    );
    for (const line of lines) line.end();
    if (round >= 0) rates[kind].push(perSecond);
    console.log(`${kind.padEnd(9)} ${Math.round(perSecond)} /s, p99 ${p99.toFixed(1)} ms`);
  }
  console.log(
    `\nsigned in over unasked, medians: ${(median(rates.signedIn) / median(rates.unasked)).toFixed(3)}\n`,
  );
  await whileSigningIn(address, operator, tablets, start + (2 * rounds + 1) * writes * 10);
}

/** Entries that need no other before them: twenty clients overtake one another. */
function touches(count: number, from: number, seed: number): Entry[] {
  return [...busyHistory(count, from, 10, seed)].filter(({ kind }) => kind !== 'sewing_again');
}

/** Touches at four a second from each tablet; in the middle of it 20 others sign in at the same moment. */
async function whileSigningIn(
  address: string,
  operator: string,
  tablets: Shown[],
  from: number,
): Promise<void> {
  const rows = touches(clients * 60, from, 900);
  const waiting: Shown[] = [];
  for (let at = 0; at < 20; at++) waiting.push(await letIn(address, { name: `Waiting ${at}` }));
  const times: number[] = [];
  let signing = false;
  const during: number[] = [];
  const logging = Promise.all(
    tablets.map(async (tablet, client) => {
      const line = openLine(address, tablet);
      for (let touch = 0; touch < 40; touch++) {
        await new Promise((next) => setTimeout(next, 200 + Math.random() * 100));
        const began = performance.now();
        const isDuring = signing;
        await line.post('/api/ledger', { entries: [{ ...rows[client * 40 + touch]!, operatorId: null }] });
        times.push(performance.now() - began);
        if (isDuring || signing) during.push(times.at(-1)!);
      }
      line.end();
    }),
  );
  await new Promise((next) => setTimeout(next, 3000));
  signing = true;
  const began = performance.now();
  await Promise.all(waiting.map((tablet) => signIn(address, tablet, operator, pins.operator)));
  const took = performance.now() - began;
  signing = false;
  await logging;
  const told = (some: readonly number[]) =>
    `${some.length} touches, p50 ${median(some).toFixed(1)} ms, p99 ${quantile(some, 0.99).toFixed(1)} ms, worst ${Math.max(...some).toFixed(1)} ms`;
  console.log(
    `20 sign-ins at once took ${Math.round(took)} ms; meanwhile ${told(during)}; all: ${told(times)}`,
  );
}
