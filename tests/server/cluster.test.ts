import { execFileSync, spawn, spawnSync, type ChildProcess } from 'node:child_process';
import {
  chmodSync,
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  statSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import pg from 'pg';
import { afterEach, describe, expect, test } from 'vitest';
import { databaseUrl, freePort, startCluster } from '../../scripts/cluster.ts';

const asRoot = process.getuid?.() === 0;
const left: (() => void | Promise<void>)[] = [];
afterEach(async () => {
  for (const end of left.splice(0).reverse()) await end();
});

/** A folder that PostgreSQL's user may enter, gone when the test ends. */
function folder(): string {
  const path = mkdtempSync(join(tmpdir(), 'vivid-cluster-'));
  chmodSync(path, 0o755);
  left.push(() => rmSync(path, { recursive: true, force: true }));
  process.env['VIVID_CLUSTERS'] = join(path, 'elsewhere');
  left.push(() => void delete process.env['VIVID_CLUSTERS']);
  return path;
}

describe('the cluster’s folder', () => {
  test.runIf(asRoot)(
    'data that cannot be reached any more stops the start with what to do, and stays',
    async () => {
      const path = folder();
      const home = join(path, 'project', '.data');
      mkdirSync(home, { recursive: true });
      const first = await startCluster(home);
      await first.stop();
      chmodSync(join(path, 'project'), 0o700);
      await expect(startCluster(home)).rejects.toThrow(
        /Your data is in .*project.*closed to it\. Nothing was changed\..*chmod o\+x/,
      );
      expect(existsSync(join(home, 'cluster', 'data', 'PG_VERSION'))).toBe(true);
      expect(existsSync(join(path, 'elsewhere'))).toBe(false);
      chmodSync(join(path, 'project'), 0o755);
      const again = await startCluster(home);
      expect(again.place).toBe(first.place);
      await again.stop();
    },
  );

  test.runIf(asRoot)(
    'a closed project begins elsewhere, and leaves what it found in its own folder',
    async () => {
      const path = folder();
      const home = join(path, 'closed', '.data');
      mkdirSync(join(home, 'cluster'), { recursive: true });
      writeFileSync(join(home, 'cluster', 'mine.txt'), 'keep');
      chmodSync(join(path, 'closed'), 0o700);
      const cluster = await startCluster(home);
      expect(cluster.place).toContain('elsewhere');
      await cluster.stop();
      expect(readFileSync(join(home, 'cluster', 'mine.txt'), 'utf8')).toBe('keep');
    },
  );

  test('data of another version is not touched: the version that made it is named', async () => {
    const home = folder();
    const cluster = await startCluster(home);
    await cluster.stop();
    writeFileSync(join(cluster.place, 'data', 'PG_VERSION'), '9\n');
    await expect(startCluster(home)).rejects.toThrow(
      /made by PostgreSQL 9.*Install the one that fits: .*postgresql-9/,
    );
  });

  test('a first start that was cut off while the cluster was made is begun again', async () => {
    const home = join(folder(), '.data');
    const place = join(home, 'cluster');
    mkdirSync(join(place, 'data.making'), { recursive: true });
    chmodSync(home, 0o711);
    writeFileSync(join(place, 'data.making', 'PG_VERSION'), '15\n');
    const cluster = await startCluster(home, { throwaway: true });
    left.push(() => cluster.stop('immediate'));
    expect(existsSync(join(place, 'data', 'global', 'pg_control'))).toBe(true);
    expect(existsSync(join(place, 'data.making'))).toBe(false);
  });

  test('a pid file that names some other program does not pass for a running cluster', async () => {
    const home = folder();
    const cluster = await startCluster(home);
    const pidFile = join(cluster.place, 'data', 'postmaster.pid');
    const lines = readFileSync(pidFile, 'utf8').split('\n');
    await cluster.stop('immediate');
    // As after a crash: this test's own process has the number now.
    writeFileSync(pidFile, [String(process.pid), ...lines.slice(1)].join('\n'));
    if (asRoot) execFileSync('chown', ['postgres:postgres', pidFile]);
    const again = await startCluster(home);
    left.push(() => again.stop());
    const client = new pg.Client({ connectionString: databaseUrl(again, 'postgres') });
    await client.connect();
    expect((await client.query<{ one: number }>('SELECT 1 AS one')).rows[0]!.one).toBe(1);
    await client.end();
  });

  test('pages are checksummed, files are the owner’s alone, and the port stays the same', async () => {
    const home = folder();
    const cluster = await startCluster(home);
    const client = new pg.Client({ connectionString: databaseUrl(cluster, 'postgres') });
    await client.connect();
    expect((await client.query('SHOW data_checksums')).rows[0]).toEqual({ data_checksums: 'on' });
    await client.end();
    const mode = (name: string) => (statSync(join(cluster.place, name)).mode & 0o777).toString(8);
    expect([mode('password'), mode('app-password'), mode('port'), mode('server.log'), mode('data')]).toEqual([
      '600',
      '600',
      '600',
      '600',
      '700',
    ]);
    await cluster.stop('immediate');
    const again = await startCluster(home);
    expect(again.url).toBe(cluster.url);
    await again.stop();
  });
});

/** A folder that shares the project's code and build, with no data yet. */
function project(): string {
  const path = folder();
  const shared = [
    'dist',
    'node_modules',
    'db',
    'src',
    'public',
    'scripts',
    'ops',
    'tools',
    'astro.config.ts',
  ];
  for (const name of [...shared, 'tsconfig.json', 'package-lock.json', 'package.json'])
    symlinkSync(resolve(name), join(path, name));
  return path;
}

/** ./start in a folder of its own that shares the project's build. */
async function started(path = project()): Promise<{
  path: string;
  address: string;
  said: () => string;
  launcher: ChildProcess;
}> {
  cpSync(resolve('start'), join(path, 'start'));
  const port = await freePort();
  const launcher = spawn(
    process.execPath,
    ['--preserve-symlinks-main', 'scripts/start.mjs', '--empty', '--port', String(port)],
    {
      cwd: path,
      stdio: ['ignore', 'pipe', 'pipe'],
      env: { ...process.env, DATABASE_URL: undefined, VIVID_LOG: 'silent' },
    },
  );
  let said = '';
  launcher.stdout.on('data', (part: Buffer) => (said += part.toString()));
  launcher.stderr.on('data', (part: Buffer) => (said += part.toString()));
  left.push(async () => {
    if (launcher.exitCode !== null || launcher.signalCode !== null) return;
    const gone = new Promise((done) => launcher.once('exit', done));
    launcher.kill('SIGTERM');
    await gone;
  });
  await expect.poll(() => said, { timeout: 120_000 }).toContain('Vivid Eye is at');
  return { path, address: `http://127.0.0.1:${port}`, said: () => said, launcher };
}
const isUp = async (address: string) => {
  try {
    return (await fetch(`${address}/api/health`)).status;
  } catch {
    return 0;
  }
};

describe('./start watches over what it started', () => {
  test('the app killed, the database killed: each is started again and said, at the same address', async () => {
    const { path, address, said, launcher } = await started();
    const server = () =>
      execFileSync('pgrep', ['-P', String(launcher.pid), '-f', 'serve.mjs'], { encoding: 'utf8' }).trim();
    const first = server();
    process.kill(Number(first), 'SIGKILL');
    await expect
      .poll(said, { timeout: 60_000 })
      .toMatch(/The app stopped by itself \(SIGKILL\).*\n(.*\n)*The app runs again/);
    await expect.poll(() => isUp(address), { timeout: 60_000 }).toBe(200);
    expect(server()).not.toBe(first);
    // One that hangs has not died: it is asked, ended, and started again as well.
    const second = server();
    process.kill(Number(second), 'SIGSTOP');
    await expect.poll(said, { timeout: 60_000 }).toContain('The app does not answer');
    await expect.poll(() => isUp(address), { timeout: 60_000 }).toBe(200);
    expect(server()).not.toBe(second);
    const data = join(path, '.data', 'cluster', 'data');
    const port = readFileSync(join(path, '.data', 'cluster', 'port'), 'utf8');
    process.kill(Number(readFileSync(join(data, 'postmaster.pid'), 'utf8').split('\n')[0]), 'SIGKILL');
    await expect.poll(said, { timeout: 120_000 }).toContain('The database runs again');
    await expect.poll(() => isUp(address), { timeout: 60_000 }).toBe(200);
    expect(readFileSync(join(path, '.data', 'cluster', 'port'), 'utf8')).toBe(port);
  });

  test('started by root it runs the app as a user of its own, who reads neither the database’s password nor the backups', async () => {
    if (process.getuid?.() !== 0) return;
    // Folders of an older version were open to all.
    const path = project();
    for (const name of ['', 'backups', 'https']) mkdirSync(join(path, '.data', name), { mode: 0o755 });
    const { launcher, said } = await started(path);
    for (const name of ['', 'backups', 'https'])
      expect((statSync(join(path, '.data', name)).mode & 0o777).toString(8)).toBe('711');
    const pid = execFileSync('pgrep', ['-P', String(launcher.pid), '-f', 'serve.mjs'], {
      encoding: 'utf8',
    }).trim();
    const uid = Number(/^Uid:\s+(\d+)/m.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))![1]);
    // Where the project's folder is closed to others it cannot, and says so.
    if (uid === 0) return expect(said()).toMatch(/The app runs as root: .+ is closed to the user/);
    expect(uid).toBe(Number(execFileSync('id', ['-u', 'vivid-eye'])));
    // How the backups went it may read, also before the first was made.
    const state = join(path, '.data', 'backups', 'state.json');
    expect(spawnSync('runuser', ['-u', 'vivid-eye', '--', 'test', '-r', state]).status).toBe(0);
    for (const file of ['cluster/password', 'cluster/app-password', 'cluster/data', 'backups'])
      expect(
        spawnSync('runuser', ['-u', 'vivid-eye', '--', 'test', '-r', join(path, '.data', file)]).status,
        file,
      ).not.toBe(0);
  });

  test('the launcher killed: the next start takes over the database that still runs', async () => {
    const { path, launcher } = await started();
    const data = join(path, '.data', 'cluster', 'data');
    const postmaster = readFileSync(join(data, 'postmaster.pid'), 'utf8').split('\n')[0];
    launcher.kill('SIGKILL');
    await new Promise((done) => setTimeout(done, 500));
    const cluster = await startCluster(join(path, '.data'));
    left.push(() => cluster.stop());
    expect(cluster.wasRunning).toBe(true);
    expect(readFileSync(join(data, 'postmaster.pid'), 'utf8').split('\n')[0]).toBe(postmaster);
  });
});

test('a restore that is ended leaves no database running', async () => {
  const path = project();
  writeFileSync(join(path, 'empty.ndjson'), '');
  const restore = spawn(process.execPath, ['--import', 'tsx', 'ops/restore.ts', 'empty.ndjson'], {
    cwd: path,
    stdio: 'ignore',
    env: { ...process.env, DATABASE_URL: undefined },
  });
  const gone = new Promise<number | null>((done) => restore.once('exit', done));
  const pidFile = join(path, '.data', 'cluster', 'data', 'postmaster.pid');
  await expect.poll(() => existsSync(pidFile), { timeout: 60_000, interval: 20 }).toBe(true);
  restore.kill('SIGTERM');
  expect(await gone).toBe(1);
  await expect.poll(() => existsSync(pidFile), { timeout: 30_000 }).toBe(false);
});
