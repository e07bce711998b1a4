import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { networkInterfaces } from 'node:os';
import { createInterface } from 'node:readline/promises';
import { parseArgs } from 'node:util';
import { startServer, type Served } from './child.ts';
import { appUrl, databaseUrl, freePort, startCluster, type Cluster } from './cluster.ts';
import { Keeper } from './keep-running.ts';
import type { Preparation } from './prepare-database.ts';
import { home, pidFile } from './running.mjs';

/** ./start from where everything is built: database, migrations, demo, server, and a watch over both, until Ctrl-C. */
const usage = './start [--empty] [--fresh [--yes]] [--port N] [--host ADDRESS]';
const databaseName = 'vivid';
const lookEveryMs = 1000;

function options() {
  try {
    const { values } = parseArgs({
      options: {
        empty: { type: 'boolean', default: false },
        fresh: { type: 'boolean', default: false },
        yes: { type: 'boolean', default: false },
        port: { type: 'string' },
        host: { type: 'string', default: '127.0.0.1' },
        help: { type: 'boolean', default: false },
      },
    });
    const port = Number(values.port ?? 4321);
    if (!Number.isInteger(port) || port < 1 || port > 65535)
      throw new Error(`“${values.port}” is no port: give a number from 1 to 65535.`);
    return { ...values, port };
  } catch (error) {
    throw new Error(`${(error as Error).message}\nUsage: ${usage}`);
  }
}

let cluster: Cluster | undefined;
let server: Served | undefined;
let watch: ReturnType<typeof setInterval> | undefined;
const keepers: Keeper[] = [];
let ending = false;

async function end(code: number): Promise<never> {
  if (!ending) {
    ending = true;
    clearInterval(watch);
    for (const keeper of keepers) keeper.stop();
    await server?.stop();
    await cluster?.stop();
    if (existsSync(pidFile) && readFileSync(pidFile, 'utf8').startsWith(`${process.pid}\n`)) rmSync(pidFile);
    if (code === 0) console.log('Stopped.');
    process.exit(code);
  }
  return new Promise(() => undefined);
}

async function main(): Promise<void> {
  const { empty, fresh, yes, port: wanted, host, help } = options();
  if (help) return console.log(usage);
  mkdirSync(home, { recursive: true, mode: 0o711 });
  if (fresh && !yes) await askToDrop();
  writeFileSync(pidFile, `${process.pid}\n`, { mode: 0o600 });
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.on(signal, () => void end(0));

  const given = process.env['DATABASE_URL'];
  let url = process.env['VIVID_APP_DATABASE_URL'] ?? given ?? '';
  let own: Preparation['own'];
  if (!given) {
    cluster = await startCluster(home);
    url = appUrl(cluster, databaseName);
    own = { adminUrl: cluster.url, name: databaseName, appPassword: cluster.appPassword };
  }
  const ownerUrl = given ?? databaseUrl(cluster!, databaseName);
  await prepare({ ownerUrl, ...(own && { own }), fresh, demo: !empty }, url);

  const port = await freePort(wanted, host);
  if (port !== wanted) console.log(`Port ${wanted} is taken; using ${port}.`);
  const serverKeeper = new Keeper('The app', serve);
  keepers.push(serverKeeper);
  async function serve(): Promise<void> {
    server = await startServer({ url, port, host, onExit: (why) => serverKeeper.died(why) });
  }
  await serve();
  if (cluster) watchCluster();
  writeFileSync(pidFile, `${process.pid}\n${server!.address}\n`, { mode: 0o600 });
  console.log(`Vivid Eye is at ${server!.address}  (Ctrl-C stops it)`);
  if (!isLoopback(host)) warnOfNetwork(host, port);
}

/** PostgreSQL killed or crashed is started again, on its port: the app finds it there by itself. */
function watchCluster(): void {
  const keeper = new Keeper('The database', async () => void (cluster = await startCluster(home)));
  keepers.push(keeper);
  watch = setInterval(() => {
    if (!cluster!.isAlive()) keeper.died('its process has gone');
  }, lookEveryMs);
}

async function prepare(what: Preparation, url: string): Promise<void> {
  const child = spawn(process.execPath, ['dist/server/prepare-database.mjs'], {
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, DATABASE_URL: url, VIVID_PREPARE: JSON.stringify(what) },
  });
  const code = await new Promise((done) => child.once('exit', done));
  if (code !== 0) throw new Error('The database could not be prepared; its words are above.');
}

const isLoopback = (host: string) => /^(127\.|::1$|localhost$)/.test(host);

/** There are no passwords yet, so that it must be plain who is let in, and where. */
function warnOfNetwork(host: string, port: number): void {
  const everywhere = host === '0.0.0.0' || host === '::';
  const addresses = everywhere
    ? Object.values(networkInterfaces())
        .flat()
        .filter((one) => one && !one.internal && one.family === 'IPv4')
        .map((one) => one!.address)
    : [host];
  const at = addresses.map((address) => `http://${address}:${port}`).join('  or  ');
  console.log(
    `Tablets reach it at ${at || 'no address: this computer is in no network'}.\n` +
      'There are no passwords: whoever is in that network can read and write everything. Use it only in a network you trust.',
  );
}

async function askToDrop(): Promise<void> {
  if (!process.stdin.isTTY)
    throw new Error('--fresh drops all data. Without a keyboard to ask at, say --fresh --yes.');
  const line = createInterface({ input: process.stdin, output: process.stdout });
  const answer = await line.question('This drops the whole ledger, all jobs and stores. Type yes to go on: ');
  line.close();
  if (answer.trim().toLowerCase() !== 'yes') throw new Error('Nothing was dropped.');
}

main().catch(async (error: unknown) => {
  console.error((error as Error).message);
  await end(1);
});
