import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { count } from './tally.ts';

interface Report {
  numPassedTests: number;
  testResults: {
    name: string;
    status: string;
    assertionResults: { fullName: string; status: string }[];
  }[];
}

/** Tests by Vitest of some projects (vitest.config.ts): core and alone need no database, server tests start their own. */
export function unitTests(part: string, projects: readonly string[], files: readonly string[]): void {
  const report = '.test/vitest.json';
  rmSync(report, { force: true });
  const { status } = spawnSync(
    'node_modules/.bin/vitest',
    [
      'run',
      ...projects.map((project) => `--project=${project}`),
      '--reporter=default',
      '--reporter=json',
      '--passWithNoTests',
      `--outputFile.json=${report}`,
      ...files,
    ],
    { stdio: 'inherit' },
  );
  if (!existsSync(report)) return count(part, 0, ['the run itself']);
  const { numPassedTests, testResults } = JSON.parse(readFileSync(report, 'utf8')) as Report;
  const bad = testResults.flatMap(({ name, status, assertionResults }) => {
    const failed = assertionResults.filter((one) => one.status === 'failed');
    // A file that could not even be loaded has no tests to fail.
    if (status === 'failed' && failed.length === 0) return [name];
    return failed.map(({ fullName }) => fullName);
  });
  // What went wrong outside of any test fails the run.
  if (status !== 0 && bad.length === 0) bad.push('an error outside of the tests, see above');
  count(part, numPassedTests, bad);
}
