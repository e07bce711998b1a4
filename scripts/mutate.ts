import { spawnSync } from 'node:child_process';

/**
 * npm run mutate [FOLDER …]: plants small faults in core (or in some of its folders), runs the tests that go through each,
 * and tells those that no test saw. The report is in .test/mutation/. A whole run over core takes hours.
 */
const folders = process.argv.slice(2);
const wanted = (folders.length > 0 ? folders : ['src/core']).map((folder) => folder.replace(/\/$/, ''));
const { status } = spawnSync(
  'node_modules/.bin/stryker',
  [
    'run',
    'stryker.config.mjs',
    '--mutate',
    [...wanted.map((path) => (path.endsWith('.ts') ? path : `${path}/**/*.ts`)), '!src/**/*.test.ts'].join(
      ',',
    ),
  ],
  { stdio: 'inherit' },
);
process.exitCode = status ?? 1;
