import { execFileSync } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { appUrl, databaseUrl, startCluster, type Cluster } from '../../scripts/cluster.ts';
import { makeDatabase, migrate } from '../../scripts/migrate.ts';
import { prepareAppRole } from '../../scripts/roles.ts';
import { serversOf, writableServer } from '../../src/server/base/servers.ts';
import { at, entry, piece } from '../support/entries.ts';
import { fromNetwork, letIn, person, type Shown } from '../support/people.ts';
import { followLine, secureAsk, startProxied, type Proxied } from '../support/proxied.ts';
import { promote, startStandby } from '../support/standby.ts';
import { ask, furnish, ids, onDatabase } from '../support/workshop.ts';

/** A workshop that has outgrown one computer: docs/operations.md. Everything here runs as it says, with the proxy's own configuration. */
const home = `.test/outgrown-${process.pid}`;
let primary: Cluster;
let standby: Cluster;
let proxied: Proxied;
/** What the tablet in the network shows. */
let tablet: Shown;
/** Both servers, as DATABASE_URL names them. */
let both = '';

beforeAll(async () => {
  mkdirSync(home, { recursive: true });
  primary = await startCluster(`${home}/one`);
  await makeDatabase(primary.url, 'vivid');
  await migrate(databaseUrl(primary, 'vivid'));
  await prepareAppRole(databaseUrl(primary, 'vivid'), primary.appPassword);
  standby = await startStandby(primary, `${home}/two`);
  const host = (cluster: Cluster) => new URL(cluster.url).host;
  both = appUrl(primary, 'vivid').replace(/@[^/]*/, `@${host(standby)},${host(primary)}`);
  proxied = await startProxied(`${home}/https`, both);
  const [copy] = proxied.copies;
  await furnish(copy!.address);
  await person(copy!.address, 'owner', 'Olga');
  const shown = await letIn(copy!.address, { from: { ...fromNetwork, 'x-forwarded-proto': 'https' } });
  // The proxy says the rest.
  tablet = { cookie: shown['cookie']! };
}, 120_000);
afterAll(async () => {
  await proxied?.stop();
  for (const cluster of [primary, standby]) {
    await cluster?.stop('immediate');
    if (cluster) rmSync(cluster.place, { recursive: true, force: true });
  }
  rmSync(home, { recursive: true, force: true });
});

const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));
const broke = () => entry('break', { fault: 'snap' }, at(1, 7));
const linePath = `/api/machines/${ids.machine}/live?since=0`;

const isReady = async (address: string) =>
  (await ask(address, 'GET', '/api/health/ready').catch(() => null))?.status === 200;

/** Waits until it holds, at most so long. */
async function until(holds: () => boolean | Promise<boolean>, withinMs = 20_000): Promise<void> {
  const end = Date.now() + withinMs;
  while (!(await holds())) {
    if (Date.now() > end) throw new Error(`not within ${withinMs} ms: ${String(holds)}`);
    await pause(30);
  }
}

test('of several servers the one that may be written is found, whichever is named first; a standby alone is refused in words', async () => {
  expect(serversOf('postgres://u:p@a:1,b:2/db?x=y')).toEqual([
    'postgres://u:p@a:1/db?x=y',
    'postgres://u:p@b:2/db?x=y',
  ]);
  expect(serversOf('postgres://u:p@a/db')).toEqual(['postgres://u:p@a/db']);
  expect(await writableServer(both)).toBe(appUrl(primary, 'vivid'));
  const [alone] = serversOf(both);
  await expect(writableServer(`${alone!.replace(/\/vivid$/, ',127.0.0.1:1/vivid')}`)).rejects.toThrow(
    'None of the database’s servers may be written',
  );
});

test('what comes through the proxy comes from the network: https, known names, and nothing without being let in', async () => {
  const [break1, break2] = [broke(), broke()];
  const nobody = await secureAsk(proxied, {}, 'POST', '/api/ledger', { entries: [break1] });
  expect(nobody.status).toBe(401);
  // A sender that says it is the computer itself is not believed.
  const claims = { 'x-forwarded-for': '127.0.0.1', forwarded: 'for=127.0.0.1' };
  expect((await secureAsk(proxied, claims, 'POST', '/api/ledger', { entries: [break1] })).status).toBe(401);
  expect((await secureAsk(proxied, { ...tablet, host: 'evil.example' }, 'GET', '/')).status).toBe(421);
  expect((await secureAsk(proxied, tablet, 'POST', '/api/ledger', { entries: [break2] })).status).toBe(201);
  // Over http only the page that helps a tablet to trust the proxy's certificate.
  const plain = await fetch(`${proxied.http}/heron/run`, { redirect: 'manual', headers: tablet });
  expect([plain.status, plain.headers.get('location')]).toEqual([307, '/trust']);
  const sent = await fetch(`${proxied.http}/api/ledger`, {
    ...{ method: 'POST', headers: { ...tablet, 'content-type': 'application/json' } },
    body: JSON.stringify({ entries: [broke()] }),
  });
  expect(sent.status).toBe(403);
  expect((await sent.json()) as object).toMatchObject({
    detail: `From the network this goes over https, on port ${new URL(proxied.https).port}.`,
  });
  expect((await fetch(`${proxied.http}/trust`)).status).toBe(200);
  expect((await fetch(`${proxied.http}/trust/authority.crt`)).status).toBe(200);
  expect((await secureAsk(proxied, {}, 'GET', '/trust/yes')).status).toBe(204);
});

test('live lines over both copies hear what either stores; when one is killed, its lines come back by the other with what they missed', async () => {
  const lines = Array.from({ length: 4 }, () => followLine(proxied, tablet, linePath));
  await until(() => lines.every((line) => line.opened() === 1));
  const connections = (pid: number) =>
    execFileSync('ss', ['-Htnp', 'state', 'established'], { encoding: 'utf8' })
      .split('\n')
      .filter((line) => line.includes(`pid=${pid},`)).length;
  for (const copy of proxied.copies) expect(connections(copy.process.pid!)).toBeGreaterThan(0);
  for (const copy of [...proxied.copies]) {
    const one = broke();
    expect((await ask(copy.address, 'POST', '/api/ledger', { entries: [one] })).status).toBe(201);
    await until(() => lines.every((line) => line.ids.includes(one.id)), 10_000);
  }
  proxied.copies[0]!.process.kill('SIGKILL');
  const missed = broke();
  const sent = async () =>
    (await secureAsk(proxied, tablet, 'POST', '/api/ledger', { entries: [missed] }).catch(() => null))
      ?.status;
  await until(async () => (await sent()) === 201, 10_000);
  await until(() => lines.every((line) => line.ids.includes(missed.id)), 10_000);
  expect(lines.some((line) => line.opened() > 1)).toBe(true);
  expect(lines.some((line) => line.opened() === 1)).toBe(true);
  lines.forEach((line) => line.stop());
  await until(() => isReady(proxied.copies[0]!.address));
});

/** A client that sends entries one after another, each until it is told that it is stored, as the outbox of a tablet does. */
async function client(acknowledged: Map<string, number>, running: () => boolean): Promise<void> {
  while (running()) {
    const entries = [broke(), piece({ 7: 100 }, { jobId: ids.job })];
    for (;;) {
      const answer = await secureAsk(proxied, tablet, 'POST', '/api/ledger', { entries }).catch(() => null);
      if (answer?.status === 201) break;
      // What is refused for good would be lost without a word.
      if (answer && answer.status < 500) throw new Error(`${answer.status}: ${answer.text}`);
      if (!running()) return;
      await pause(100);
    }
    for (const one of entries) acknowledged.set(one.id, Date.now());
  }
}

/** The longest time in which nobody was told that an entry is stored, from `since` on, ms. */
function longestGap(acknowledged: ReadonlyMap<string, number>, since: number): number {
  const after = [...acknowledged.values()].filter((time) => time > since).sort((a, b) => a - b);
  return Math.max(...after.map((time, index) => time - (after[index - 1] ?? since)));
}

test('copy, worker and primary killed in turn under 20 clients: nothing acknowledged is lost or doubled, back within 10 s', async () => {
  const acknowledged = new Map<string, number>();
  let running = true;
  const clients = Array.from({ length: 20 }, () => client(acknowledged, () => running));
  const more = async (count: number) => {
    const before = acknowledged.size;
    await until(() => acknowledged.size >= before + count, 60_000);
  };
  await more(200);

  let killed = Date.now();
  proxied.copies[1]!.process.kill('SIGKILL');
  await more(300);
  const copyGap = longestGap(acknowledged, killed);
  await until(() => isReady(proxied.copies[1]!.address));

  killed = Date.now();
  const first = proxied.copies[0]!;
  const drawing = await killWorker(first.address, first.process.pid!);
  await more(200);
  const workerGap = longestGap(acknowledged, killed);

  const lines = [followLine(proxied, tablet, linePath)];
  await until(() => lines[0]!.opened() === 1);
  killed = Date.now();
  await primary.stop('immediate');
  await pause(500);
  await promote(standby);
  await more(300);
  const primaryGap = longestGap(acknowledged, killed);
  const late = broke();
  expect((await secureAsk(proxied, tablet, 'POST', '/api/ledger', { entries: [late] })).status).toBe(201);
  await until(() => lines[0]!.ids.includes(late.id), 10_000);

  // The old one comes back and would take entries again; it has lost its place, and gets none.
  const oldLines = async () => (await count(primary, 'SELECT count(*) FROM ledger'))!;
  primary = await startCluster(`${home}/one`);
  const before = await oldLines();
  await more(300);
  expect(await writableServer(both)).toBe(appUrl(standby, 'vivid'));
  expect(await oldLines()).toBe(before);
  running = false;
  await Promise.all(clients);
  lines.forEach((line) => line.stop());

  expect(drawing.status).toBe(422);
  expect(drawing.text).toMatch(/picture|drawing/i);
  console.log(`Longest without an answer, ms: copy ${copyGap}, worker ${workerGap}, primary ${primaryGap}.`);
  for (const gap of [copyGap, workerGap, primaryGap]) expect(gap).toBeLessThan(10_000);
  const stored = await column(standby, 'SELECT id FROM ledger');
  expect(new Set(stored).size).toBe(stored.length);
  const there = new Set(stored);
  expect([...acknowledged.keys()].filter((id) => !there.has(id))).toEqual([]);
  expect((await column(standby, 'SELECT id FROM event')).sort()).toEqual(stored.sort());
  expect(await count(standby, 'SELECT pieces FROM job_tally')).toBe(
    await count(standby, "SELECT count(*) FROM event WHERE kind = 'piece_finished'"),
  );
}, 180_000);

test('the one that lost its place is made a standby of the other; that one only freezes, and is left as well', async () => {
  await primary.stop('immediate');
  rmSync(join(primary.place, 'data'), { recursive: true });
  primary = await startStandby(standby, `${home}/one`);
  const acknowledged = new Map<string, number>();
  let running = true;
  const clients = Array.from({ length: 6 }, () => client(acknowledged, () => running));
  await until(() => acknowledged.size > 100);
  const frozen = processesOf(standby);
  for (const pid of frozen) signal(pid, 'SIGSTOP');
  try {
    const since = Date.now();
    await promote(primary);
    const before = acknowledged.size;
    await until(() => acknowledged.size > before + 100, 30_000);
    // Its connections stay open and answer nothing: without being cut they would hold every touch for ever.
    expect(longestGap(acknowledged, since)).toBeLessThan(10_000);
    running = false;
    await Promise.all(clients);
  } finally {
    running = false;
    for (const pid of frozen) signal(pid, 'SIGCONT');
  }
  const there = new Set(await column(primary, 'SELECT id FROM ledger'));
  expect([...acknowledged.keys()].filter((id) => !there.has(id))).toEqual([]);
}, 120_000);

/** Signals a process; one that has ended since it was listed needs none. */
function signal(pid: number, which: 'SIGSTOP' | 'SIGCONT'): void {
  try {
    process.kill(pid, which);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'ESRCH') throw error;
  }
}

/** PostgreSQL's own processes of a cluster. */
function processesOf({ place }: Cluster): number[] {
  const main = readFileSync(join(place, 'data', 'postmaster.pid'), 'utf8').split('\n')[0]!;
  return [main, ...execFileSync('pgrep', ['-P', main], { encoding: 'utf8' }).trim().split('\n')].map(Number);
}

/** Has a copy read a picture that takes long, and kills the process that reads it. */
async function killWorker(address: string, pid: number): Promise<{ status: number; text: string }> {
  const turbulent = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 60"><filter id="f"><feTurbulence baseFrequency="0.9" numOctaves="9"/><feGaussianBlur stdDeviation="40"/></filter>${'<rect width="100" height="60" filter="url(#f)"/>'.repeat(400)}</svg>`;
  const reading = fetch(`${address}/api/compute/artwork?widthMm=80`, {
    method: 'POST',
    headers: { 'content-type': 'image/svg+xml' },
    body: turbulent,
  });
  const children = () => {
    try {
      return execFileSync('pgrep', ['-P', String(pid)], { encoding: 'utf8' })
        .trim()
        .split('\n')
        .map(Number);
    } catch {
      return [];
    }
  };
  await until(() => children().length > 0);
  for (const child of children()) process.kill(child, 'SIGKILL');
  const answer = await reading;
  return { status: answer.status, text: await answer.text() };
}

/** The first column of what is asked. */
const column = async (cluster: Cluster, text: string): Promise<string[]> =>
  (await onDatabase(databaseUrl(cluster, 'vivid'), text)).map((row) => String(Object.values(row)[0]));
const count = async (cluster: Cluster, text: string) => Number((await column(cluster, text))[0]);
