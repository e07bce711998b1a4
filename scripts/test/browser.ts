import { execFileSync, spawnSync } from 'node:child_process';
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { startServer, type Served } from '../child.ts';
import { appUrl, freePort, type Cluster } from '../cluster.ts';
import { makeDatabase } from '../migrate.ts';
import { count, passedLater } from './tally.ts';
import { testCluster } from './test-cluster.ts';

interface Suite {
  title: string;
  suites?: Suite[];
  specs: { title: string; ok: boolean; tests: { status: string }[] }[];
}
interface Report {
  stats: { expected: number; unexpected: number };
  suites: Suite[];
}

const specsIn = (suites: readonly Suite[]): { name: string; ok: boolean }[] =>
  suites.flatMap((suite) => [
    ...suite.specs.map(({ title, ok }) => ({ name: `${suite.title} › ${title}`, ok })),
    ...specsIn(suite.suites ?? []),
  ]);

/** The browser tests, on a cluster of their own. What fails is tried once more, by itself, and then told as flaky. */
export async function browserTests(files: readonly string[]): Promise<void> {
  const part = 'browser tests';
  const { cluster, template, end } = await testCluster('.test');
  try {
    const demo = `demo_${process.pid}`;
    await makeDatabase(cluster.url, demo, template);
    execFileSync(process.execPath, ['--import', 'tsx', 'tools/demo/main.ts'], {
      env: { ...process.env, DATABASE_URL: appUrl(cluster, demo) },
      stdio: 'inherit',
    });
    const first = await playwright(cluster, demo, template, 1, files);
    if (first === null) return count(part, 0, ['the run itself']);
    let bad = specsIn(first.suites).filter(({ ok }) => !ok);
    let good = first.stats.expected;
    if (bad.length > 0) {
      // With nothing that their first try left behind.
      const second = await playwright(cluster, demo, template, 2, ['--last-failed', '--workers=1']);
      const again = new Map(specsIn(second?.suites ?? []).map(({ name, ok }) => [name, ok]));
      for (const { name } of bad.filter(({ name }) => again.get(name))) passedLater(name);
      const still = bad.filter(({ name }) => !again.get(name));
      good += bad.length - still.length;
      bad = still;
    }
    count(
      part,
      good,
      bad.map(({ name }) => name),
    );
  } finally {
    await end();
  }
}

/** One run on servers and databases of its own: with the demo (several, where one test's doings are seen by others), and with nothing. */
async function playwright(
  cluster: Cluster,
  demo: string,
  template: string,
  attempt: number,
  args: readonly string[],
): Promise<Report | null> {
  const report = '.test/playwright.json';
  rmSync(report, { force: true });
  const started: Served[] = [];
  const serve = async (from: string, name: string) => {
    await makeDatabase(cluster.url, name, from);
    const server = await startServer({
      url: appUrl(cluster, name),
      port: await freePort(),
      env: { VIVID_CHECK_ANSWERS: '1', VIVID_CONNECT_MS: '60000' },
    });
    started.push(server);
    return server.address;
  };
  const name = (of: string) => `${of}_${process.pid}_${attempt}`;
  try {
    const env = {
      VIVID_TEST_URL: await serve(demo, name('e2e')),
      // For another copy of the app on the same ledger.
      VIVID_TEST_DATABASE: appUrl(cluster, name('e2e')),
      // The board shows every machine there is: where others add some meanwhile, nothing on it would stay in its place.
      VIVID_PEOPLE_URL: await serve(demo, name('people')),
      VIVID_BOARD_URL: await serve(demo, name('board')),
      VIVID_DAY_URL: await serve(demo, name('day')),
      VIVID_EMPTY_URL: await serve(template, name('bare')),
    };
    spawnSync('node_modules/.bin/playwright', ['test', ...args], {
      stdio: 'inherit',
      env: { ...process.env, ...env },
    });
    return existsSync(report) ? (JSON.parse(readFileSync(report, 'utf8')) as Report) : null;
  } finally {
    for (const one of started) await one.stop();
  }
}
