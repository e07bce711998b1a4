import { execFileSync, spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { audit } from './audit.ts';
import { buildIfChanged } from './build.ts';
import { startServer, type Served } from './child.ts';
import { appUrl, databaseUrl, freePort, startCluster } from './cluster.ts';
import { makeDatabase, migrate } from './migrate.ts';
import { prepareAppRole } from './roles.ts';
import { errorsFile } from './vitest-errors.ts';
import pg from 'pg';

/**
 * ./test: every check there is, against a cluster and a port of its own, never the user's data.
 * `./test unit` or `./test e2e` runs one part, `./test unit plans` only its files of that name. Ends with one line:
 * N passed, N failed.
 */
const [, , only, ...files] = process.argv;
const wants = (part: string) => only === undefined || only === part;
let passed = 0;
let failed = 0;

function count(name: string, good: number, bad: number): void {
  passed += good;
  failed += bad;
  console.log(`${bad === 0 ? 'ok  ' : 'FAIL'} ${name}: ${good} passed, ${bad} failed`);
}

/** One command that passes or fails as a whole; what it says is told when it has ended. */
async function check(name: string, command: string, args: string[]): Promise<void> {
  const child = spawn(command, args, { stdio: ['ignore', 'pipe', 'pipe'] });
  const said: Buffer[] = [];
  for (const stream of [child.stdout, child.stderr])
    stream.on('data', (part: Buffer) => void said.push(part));
  const status = await new Promise<number | null>((done) => {
    child.once('error', () => done(null));
    child.once('close', done);
  });
  process.stdout.write(Buffer.concat(said));
  count(name, status === 0 ? 1 : 0, status === 0 ? 0 : 1);
}

/** Checks that need nothing of one another, two at a time: each of them keeps one core busy. The longest first. */
async function checkAll(): Promise<void> {
  const waiting: [name: string, command: string, args: string[]][] = [
    ['types', 'node_modules/.bin/astro', ['check', '--minimumFailingSeverity', 'error']],
    ['eslint', 'node_modules/.bin/eslint', ['.', '--max-warnings', '0']],
    ['prettier', 'node_modules/.bin/prettier', ['--check', '--log-level', 'warn', '.']],
    ['arrows: which way imports point', 'node_modules/.bin/depcruise', ['src', '--output-type', 'err-long']],
  ];
  if (existsSync('.git'))
    waiting.push([
      'package-lock.json unchanged',
      'git',
      ['diff', '--exit-code', '--quiet', 'package-lock.json'],
    ]);
  const lane = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) await check(...next);
  };
  await Promise.all([lane(), lane()]);
  checkPackages();
}

/** Known holes in what ships. Where the registry answers no such question it is said, and counts for nothing. */
function checkPackages(): void {
  const { state, packages } = audit();
  if (state === 'unasked') return console.log('--   packages with known holes: the registry does not say');
  if (packages.length > 0) console.log(`Packages with a severe hole: ${packages.join(', ')}`);
  count('packages with known holes', state === 'clean' ? 1 : 0, state === 'clean' ? 0 : 1);
}

interface UnitReport {
  numPassedTests: number;
  numFailedTests: number;
  testResults: { status: string; assertionResults: unknown[] }[];
}

/**
 * Unit and reference tests, then server tests. Those of core are without state: their files share two processes, and what they import is loaded once,
 * in half the time. Without a report the run itself failed.
 */
function unitTests(env: NodeJS.ProcessEnv): void {
  const name = 'unit, reference and server tests';
  const kinds = [
    ['--project=core', '--no-isolate'],
    ['--project=alone', '--project=server'],
  ];
  const runs = kinds.map((kind) => vitest(kind, env));
  const sum = (of: 'good' | 'bad') => runs.reduce((all, run) => all + run[of], 0);
  // No test at all is no success either.
  count(name, sum('good'), sum('good') + sum('bad') === 0 ? 1 : sum('bad'));
}

/** One run of Vitest: tests that passed, and what failed in and outside of them. */
function vitest(kind: readonly string[], env: NodeJS.ProcessEnv): { good: number; bad: number } {
  const report = '.test/vitest.json';
  rmSync(report, { force: true });
  rmSync(errorsFile, { force: true });
  const reporters = ['default', 'json', './scripts/vitest-errors.ts'].map((one) => `--reporter=${one}`);
  const { status } = spawnSync(
    'node_modules/.bin/vitest',
    ['run', ...kind, ...reporters, '--passWithNoTests', `--outputFile.json=${report}`, ...files],
    { stdio: 'inherit', env: { ...process.env, ...env } },
  );
  if (!existsSync(report) || !existsSync(errorsFile)) return { good: 0, bad: 1 };
  const read = <T>(file: string) => JSON.parse(readFileSync(file, 'utf8')) as T;
  const { numPassedTests, numFailedTests, testResults } = read<UnitReport>(report);
  // A file that could not even be loaded has no tests to fail.
  const unloaded = testResults.filter(
    (file) => file.status === 'failed' && file.assertionResults.length === 0,
  );
  const bad = numFailedTests + unloaded.length + read<string[]>(errorsFile).length;
  return { good: numPassedTests, bad: bad === 0 && status !== 0 && numPassedTests === 0 ? 1 : bad };
}

interface Suite {
  title: string;
  suites?: Suite[];
  specs: { title: string; ok: boolean; tests: { status: string }[] }[];
}
interface BrowserReport {
  stats: { expected: number; unexpected: number };
  suites: Suite[];
}

const specsIn = (suites: readonly Suite[]): { name: string; ok: boolean }[] =>
  suites.flatMap((suite) => [
    ...suite.specs.map(({ title, ok }) => ({ name: `${suite.title} › ${title}`, ok })),
    ...specsIn(suite.suites ?? []),
  ]);

/** The browser tests on servers and databases of their own: one with the demo, one with nothing. */
async function browserTests(
  demo: string,
  template: string,
  attempt: number,
  args: readonly string[],
): Promise<BrowserReport> {
  const report = '.test/playwright.json';
  rmSync(report, { force: true });
  const started: Served[] = [];
  const serve = async (from: string, name: string) => {
    await makeFrom(from, name);
    const server = await startServer({
      url: appUrl(cluster, name),
      port: await freePort(),
      env: { VIVID_CHECK_ANSWERS: '1', VIVID_CONNECT_MS: '60000' },
    });
    started.push(server);
    served.push(server);
    return server.address;
  };
  const env = {
    VIVID_TEST_URL: await serve(demo, `e2e_${process.pid}_${attempt}`),
    // For another copy of the app on the same ledger.
    VIVID_TEST_DATABASE: appUrl(cluster, `e2e_${process.pid}_${attempt}`),
    // The board shows every machine there is: where others add some meanwhile, nothing on it would stay in its place.
    VIVID_PEOPLE_URL: await serve(demo, `people_${process.pid}_${attempt}`),
    VIVID_BOARD_URL: await serve(demo, `board_${process.pid}_${attempt}`),
    VIVID_DAY_URL: await serve(demo, `day_${process.pid}_${attempt}`),
    VIVID_EMPTY_URL: await serve(template, `bare_${process.pid}_${attempt}`),
  };
  spawnSync('node_modules/.bin/playwright', ['test', ...args], {
    stdio: 'inherit',
    env: { ...process.env, ...env },
  });
  for (const one of started) await one.stop();
  if (!existsSync(report)) return { stats: { expected: 0, unexpected: 1 }, suites: [] };
  return JSON.parse(readFileSync(report, 'utf8')) as BrowserReport;
}

/** A database that begins as another one stands. */
async function makeFrom(template: string, name: string): Promise<void> {
  const client = new pg.Client({ connectionString: cluster.url });
  await client.connect();
  await client.query(`CREATE DATABASE ${name} TEMPLATE ${template}`);
  await client.end();
}

mkdirSync('.test', { recursive: true });
if (wants('lint')) await checkAll();

const cluster = await startCluster('.test', { throwaway: true });
const served: Served[] = [];
try {
  await buildIfChanged();
  const admin = cluster.url;
  const run = `${process.pid}`;
  const template = `template_${run}`;
  await makeDatabase(admin, template);
  await migrate(databaseUrl(cluster, template));
  await prepareAppRole(databaseUrl(cluster, template), cluster.appPassword);

  if (wants('unit')) {
    unitTests({
      VIVID_TEST_ADMIN: admin,
      VIVID_TEST_APP: appUrl(cluster, 'postgres'),
      VIVID_TEST_TEMPLATE: template,
    });
  }
  if (wants('e2e')) {
    const demo = `demo_${run}`;
    await makeFrom(template, demo);
    execFileSync(process.execPath, ['--import', 'tsx', 'scripts/demo/main.ts'], {
      env: { ...process.env, DATABASE_URL: appUrl(cluster, demo) },
      stdio: 'inherit',
    });
    const first = await browserTests(demo, template, 1, files);
    let { stats } = first;
    if (first.stats.unexpected > 0) {
      // Once more, by themselves, with nothing that their first try left behind.
      const second = await browserTests(demo, template, 2, ['--last-failed', '--workers=1']);
      for (const { name, ok } of specsIn(second.suites)) if (ok) console.log(`needed a second try: ${name}`);
      // What failed and could not be tried again has failed.
      const unexpected = Math.max(second.stats.unexpected, stats.unexpected - second.stats.expected);
      stats = { expected: stats.expected + second.stats.expected, unexpected };
    }
    count('browser tests', stats.expected, stats.unexpected);
  }
} catch (error) {
  console.error(error);
  count('set-up', 0, 1);
} finally {
  for (const one of served) await one.stop();
  await cluster.stop('immediate');
  // A throwaway cluster is made anew each time: a second is cheaper than a stale state.
  rmSync(cluster.place, { recursive: true, force: true });
}
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
