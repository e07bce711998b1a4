import { execFileSync, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { buildIfChanged } from './build.ts';
import { startServer, type Served } from './child.ts';
import { databaseUrl, freePort, startCluster } from './cluster.ts';
import { makeDatabase, migrate } from './migrate.ts';

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

/** One command that passes or fails as a whole. */
function check(name: string, command: string, args: string[]): void {
  const { status } = spawnSync(command, args, { stdio: 'inherit' });
  count(name, status === 0 ? 1 : 0, status === 0 ? 0 : 1);
}

/** A test runner that leaves a JSON report; without a report the run itself failed. */
function runner(
  name: string,
  args: string[],
  env: NodeJS.ProcessEnv,
  report: string,
  read: (json: never) => [number, number],
): void {
  rmSync(report, { force: true });
  const { status } = spawnSync('node_modules/.bin/' + args[0]!, args.slice(1), {
    stdio: 'inherit',
    env: { ...process.env, ...env },
  });
  if (!existsSync(report)) return count(name, 0, 1);
  const [good, bad] = read(JSON.parse(readFileSync(report, 'utf8')) as never);
  // A runner that fails with no failed test (a broken set-up, say) is a failure too.
  count(name, good, bad === 0 && status !== 0 ? 1 : bad);
}

interface Stats {
  expected: number;
  flaky: number;
  unexpected: number;
}
interface Suite {
  title: string;
  suites?: Suite[];
  specs: { title: string; tests: { status: string }[] }[];
}

/** Browser tests that failed once and passed when tried again: counted as passed, and named. */
function flakyIn(suites: readonly Suite[]): string[] {
  return suites.flatMap((suite) => [
    ...suite.specs
      .filter((spec) => spec.tests.some((test) => test.status === 'flaky'))
      .map((spec) => `${suite.title} › ${spec.title}`),
    ...flakyIn(suite.suites ?? []),
  ]);
}

mkdirSync('.test', { recursive: true });
if (wants('lint')) {
  if (existsSync('.git'))
    check('package-lock.json unchanged', 'git', ['diff', '--exit-code', '--quiet', 'package-lock.json']);
  check('prettier', 'node_modules/.bin/prettier', ['--check', '--log-level', 'warn', '.']);
  check('eslint', 'node_modules/.bin/eslint', ['.', '--max-warnings', '0']);
  check('types', 'node_modules/.bin/astro', ['check', '--minimumFailingSeverity', 'error']);
}

const cluster = await startCluster('.test', { throwaway: true });
const served: Served[] = [];
try {
  await buildIfChanged();
  const admin = cluster.url;
  const run = `${process.pid}`;
  const template = `template_${run}`;
  await makeDatabase(admin, template);
  await migrate(databaseUrl(cluster, template));

  if (wants('unit')) {
    runner(
      'unit, reference and server tests',
      ['vitest', 'run', '--reporter=default', '--reporter=json', '--outputFile=.test/vitest.json', ...files],
      { VIVID_TEST_ADMIN: admin, VIVID_TEST_TEMPLATE: template },
      '.test/vitest.json',
      (json: {
        numPassedTests: number;
        numFailedTests: number;
        testResults: { status: string; assertionResults: unknown[] }[];
      }) => [
        json.numPassedTests,
        // A file that could not even be loaded has no tests to fail.
        json.numFailedTests +
          json.testResults.filter((file) => file.status === 'failed' && file.assertionResults.length === 0)
            .length,
      ],
    );
  }
  if (wants('e2e')) {
    const name = `e2e_${run}`;
    await makeDatabase(admin, name);
    const url = databaseUrl(cluster, name);
    await migrate(url);
    execFileSync(process.execPath, ['--import', 'tsx', 'scripts/demo/main.ts'], {
      env: { ...process.env, DATABASE_URL: url },
      stdio: 'inherit',
    });
    const server = await startServer({ url, port: await freePort(), env: { VIVID_CHECK_ANSWERS: '1' } });
    served.push(server);
    const bare = databaseUrl(cluster, `bare_${run}`);
    await makeDatabase(admin, `bare_${run}`);
    await migrate(bare);
    const empty = await startServer({ url: bare, port: await freePort(), env: { VIVID_CHECK_ANSWERS: '1' } });
    served.push(empty);
    runner(
      'browser tests',
      ['playwright', 'test', ...files],
      { VIVID_TEST_URL: server.address, VIVID_EMPTY_URL: empty.address },
      '.test/playwright.json',
      ({ stats, suites }: { stats: Stats; suites: Suite[] }) => {
        for (const title of flakyIn(suites)) console.log(`needed a second try: ${title}`);
        return [stats.expected + stats.flaky, stats.unexpected];
      },
    );
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
