import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createInterface } from 'node:readline/promises';
import { parseArgs } from 'node:util';
import { databaseUrl, freePort, startCluster, type Cluster } from './cluster.ts';
import { buildIfChanged } from './build.ts';
import { startServer, type Served } from './child.ts';
import { dropEverything, makeDatabase, migrate } from './migrate.ts';

/** ./start: database, migrations, demo, server, until Ctrl-C. */
const usage = './start [--empty] [--fresh [--yes]] [--port N] [--host ADDRESS]';
const home = '.data';
const pidFile = `${home}/start.pid`;

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
let ending = false;

async function end(code: number): Promise<never> {
  if (!ending) {
    ending = true;
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
  mkdirSync(home, { recursive: true });
  refuseSecondStart();
  if (fresh && !yes) await askToDrop();
  writeFileSync(pidFile, `${process.pid}\n`);
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.on(signal, () => void end(0));

  await buildIfChanged();
  let url = process.env['DATABASE_URL'];
  if (!url) {
    cluster = await startCluster(home);
    await makeDatabase(cluster.url, 'vivid');
    url = databaseUrl(cluster, 'vivid');
  }
  if (fresh) await dropEverything(url);
  await migrate(url);
  if (!empty) {
    process.env['DATABASE_URL'] = url;
    // Only now: these modules read DATABASE_URL.
    const { loadDemoIfEmpty } = await import('./demo/load.ts');
    if (await loadDemoIfEmpty()) console.log('Loaded the demo workshop.');
  }
  const port = await freePort(wanted);
  if (port !== wanted) console.log(`Port ${wanted} is taken; using ${port}.`);
  server = await startServer({ url, port, host, onExit: () => void serverDied() });
  writeFileSync(pidFile, `${process.pid}\n${server.address}\n`);
  console.log(`Vivid Eye is at ${server.address}  (Ctrl-C stops it)`);
}

async function serverDied(): Promise<void> {
  if (ending) return;
  console.error('The server stopped by itself. Start again with ./start.');
  await end(1);
}

function refuseSecondStart(): void {
  if (!existsSync(pidFile)) return;
  const [pid, address] = readFileSync(pidFile, 'utf8').split('\n');
  try {
    process.kill(Number(pid), 0);
    if (!readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('start.ts')) return;
  } catch {
    return;
  }
  throw new Error(
    `Vivid Eye is running already${address ? ` at ${address}` : ''} (process ${pid}). Stop that one first, with Ctrl-C there or: kill ${pid}`,
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
