import { spawn } from 'node:child_process';
import { chmodSync, existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { networkInterfaces } from 'node:os';
import { join, resolve } from 'node:path';
import { createInterface } from 'node:readline/promises';
import { parseArgs } from 'node:util';
import { appUser, openTo } from './app-user.ts';
import { nightly } from '../ops/backup/nightly.ts';
import { keepBackupState } from '../ops/backup/state.ts';
import { startServer, type Served } from './child.ts';
import { appUrl, databaseUrl, freePort, startCluster, type Cluster } from './cluster.ts';
import { files, type Certified } from '../ops/https/certificate.ts';
import { keepCertified, networkAddresses } from '../ops/https/keep-certified.ts';
import { Keeper } from './keep-running.ts';
import { backupState } from '../src/server/care/backups.ts';
import { writableServer } from '../src/server/base/servers.ts';
import type { Preparation } from './prepare-database.ts';
import { home, pidFile } from './running.mjs';
import { watchAlive } from './watch-alive.ts';

/** ./start from where everything is built: database, migrations, demo, server, and a watch over both, until Ctrl-C. */
const usage =
  './start [--empty] [--fresh [--yes]] [--port N] [--host ADDRESS] [--workshop [--https-port N]] [--open]\n  [--owner-link] [--backup HH:MM|off] [--backup-to FOLDER] [--backup-keep N]';
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
        host: { type: 'string' },
        workshop: { type: 'boolean', default: false },
        open: { type: 'boolean', default: false },
        'owner-link': { type: 'boolean', default: false },
        'https-port': { type: 'string' },
        backup: { type: 'string' },
        'backup-to': { type: 'string' },
        'backup-keep': { type: 'string', default: '14' },
        help: { type: 'boolean', default: false },
      },
    });
    const { workshop } = values;
    const port = portOf(values.port ?? '4321');
    const httpsPort = workshop ? portOf(values['https-port'] ?? String(port + 1)) : null;
    if (values['https-port'] !== undefined && !workshop)
      throw new Error('--https-port goes with --workshop.');
    if (port === httpsPort) throw new Error('http and https need a port each.');
    const backups = backupOptions(values.backup, values['backup-to'], values['backup-keep']);
    return { ...values, port, httpsPort, backups, host: values.host ?? (workshop ? '0.0.0.0' : '127.0.0.1') };
  } catch (error) {
    throw new Error(`${(error as Error).message}\nUsage: ${usage}`);
  }
}

/** When, where else, and how many; null: none. A database that is given is backed up by whoever runs it, unless a time is said. */
function backupOptions(time: string | undefined, second: string | undefined, keep: string) {
  const given = process.env['DATABASE_URL'] !== undefined;
  if ((time ?? (given ? 'off' : '03:00')) === 'off') return null;
  const [, hours, minutes] = /^([01]\d|2[0-3]):([0-5]\d)$/.exec(time ?? '03:00') ?? [];
  if (hours === undefined) throw new Error(`“${time}” is no time: give one like 03:00, or off.`);
  if (!(Number(keep) >= 1 && Number.isInteger(Number(keep))))
    throw new Error(`“${keep}” is no number of backups to keep: give 1 or more.`);
  return {
    at: Number(hours) * 60 + Number(minutes),
    night: { folder: resolve(home, 'backups'), second: second ? resolve(second) : null, keep: Number(keep) },
  };
}

function portOf(text: string): number {
  const port = Number(text);
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new Error(`“${text}” is no port: give a number from 1 to 65535.`);
  return port;
}

let cluster: Cluster | undefined;
let server: Served | undefined;
let watch: ReturnType<typeof setInterval> | undefined;
/** What runs beside the app, and how each is stopped. */
const ends: (() => void)[] = [];
const keepers: Keeper[] = [];
let ending = false;

async function end(code: number): Promise<never> {
  if (!ending) {
    ending = true;
    clearInterval(watch);
    for (const stop of ends) stop();
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
  const asked = options();
  const { empty, fresh, yes, port: wanted, httpsPort, backups, host, open, help } = asked;
  if (help) return console.log(usage);
  closeFolders();
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
  const ownerUrl = given ? await writableServer(given) : databaseUrl(cluster!, databaseName);
  // Who is let in is asked for the network; without an owner nobody could let anybody in.
  const isNetwork = httpsPort !== null || !isLoopback(host);
  const ownersLink = open ? 'none' : asked['owner-link'] ? 'always' : isNetwork ? 'first' : 'none';
  const key = await prepare(
    { ownerUrl, ...(own && { own }), fresh, demo: !empty, ownersLink },
    await writableServer(url),
  );

  const port = await freePort(wanted, host);
  // Tablets know the workshop's address: it does not move by itself.
  if (port !== wanted && httpsPort !== null)
    throw new Error(`Port ${wanted} is taken. Stop what uses it, or choose another with --port N.`);
  if (port !== wanted) console.log(`Port ${wanted} is taken; using ${port}.`);
  const https = httpsPort === null ? undefined : serveWorkshop(port, httpsPort, () => openFiles());
  const user = appUser(httpsPort === null ? [port] : [port, httpsPort]);
  const openFiles = () => {
    if (user && https) openTo(user, https.folder, [files.key, files.certificate, files.authority]);
    if (user && backups) {
      const { folder } = backups.night;
      // There before the first backup: whoever writes it anew leaves it with the user who reads it.
      mkdirSync(folder, { recursive: true, mode: 0o711 });
      keepBackupState(folder, backupState(folder));
      openTo(user, folder, ['state.json']);
    }
  };
  const serverKeeper = new Keeper('The app', serve);
  keepers.push(serverKeeper);
  async function serve(): Promise<void> {
    const env = {
      ...(backups && { VIVID_BACKUPS: backups.night.folder }),
      ...(open && { VIVID_OPEN: '1' }),
    };
    openFiles();
    server = await startServer({
      url,
      port,
      host,
      https,
      env,
      user,
      onExit: (why) => serverKeeper.died(why),
    });
    watchAlive(server);
  }
  await serve();
  if (cluster) watchCluster();
  if (backups)
    ends.push(nightly({ ...backups.night, adminUrl: cluster?.url ?? given! }, given ?? ownerUrl, backups.at));
  writeFileSync(pidFile, `${process.pid}\n${server!.address}\n`, { mode: 0o600 });
  console.log(`Vivid Eye is at ${server!.address}  (Ctrl-C stops it)`);
  if (!https && !isLoopback(host)) tellOfNetwork(host, port);
  if (open && isNetwork) console.log(openWarning);
  if (key)
    console.log(
      `The owner’s link, for this once and a day: ${server!.address}/owner#${key}\n` +
        'Whoever opens it sets the owner’s name and PIN, lets tablets in and adds people.',
    );
}

/** Folders that an older version made are closed as one made today: others may pass through to what is theirs, and look into nothing. */
function closeFolders(): void {
  mkdirSync(home, { recursive: true, mode: 0o711 });
  for (const [folder, mode] of [
    [home, 0o711],
    [join(home, 'backups'), 0o711],
    [join(home, 'https'), 0o711],
  ] as const)
    if (existsSync(folder)) chmodSync(folder, mode);
}

/** Makes the workshop's https ready, and says where tablets begin. */
function serveWorkshop(port: number, httpsPort: number, onNew: () => void): { port: number; folder: string } {
  const folder = join(home, 'https');
  const kept = keepCertified(folder, (made) => {
    onNew();
    server?.process.send('certificate');
    tellOfTablets(made, port);
  });
  ends.push(kept.stop);
  tellOfTablets(kept.now, port);
  return { port: httpsPort, folder };
}

function tellOfTablets(made: Certified, port: number): void {
  const at = networkAddresses(made, 'http', port);
  console.log(
    `Tablets begin at ${at.map((address) => `${address}/trust`).join('  or  ')}\n` +
      `They are asked to trust this computer’s certificate. Its fingerprint (SHA-256): ${made.fingerprint}`,
  );
  if (made.leftOut.length > 0)
    console.log(
      `Not over https: ${made.leftOut.join(', ')}, no address of a private network. The authority may not vouch for it.`,
    );
}

/** PostgreSQL killed or crashed is started again, on its port: the app finds it there by itself. */
function watchCluster(): void {
  const keeper = new Keeper('The database', async () => void (cluster = await startCluster(home)));
  keepers.push(keeper);
  watch = setInterval(() => {
    if (!cluster!.isAlive()) keeper.died('its process has gone');
  }, lookEveryMs);
}

/** Gives the owner's key, where one was made. */
async function prepare(what: Preparation, url: string): Promise<string | null> {
  const child = spawn(process.execPath, ['dist/server/prepare-database.mjs'], {
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    env: { ...process.env, DATABASE_URL: url, VIVID_PREPARE: JSON.stringify(what) },
  });
  let key: string | null = null;
  child.on('message', (made) => (key = String(made)));
  const code = await new Promise((done) => child.once('exit', done));
  if (code !== 0) throw new Error('The database could not be prepared; its words are above.');
  return key;
}

const isLoopback = (host: string) => /^(127\.|::1$|localhost$)/.test(host);

const openWarning =
  'Open: nothing is asked of anybody. Whoever is in that network can read and write everything; use it only in a network you trust.';

/** Over plain http: what is sent can be read by others in the network, PINs too. */
function tellOfNetwork(host: string, port: number): void {
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
      'Over plain http others in that network can read along, PINs too: --workshop serves https.',
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
