import { mkdirSync } from 'node:fs';
import { browserTests } from './browser.ts';
import { checkAll, checkQuickly } from './checks.ts';
import { count, tell } from './tally.ts';
import { unitTests } from './unit.ts';

/**
 * ./test: every check there is, against clusters and ports of its own, never the user's data.
 * `./test lint`, `./test core`, `./test server` or `./test e2e` runs one part, `./test server plans` only its files of that name;
 * `./test unit` is core and server. `./test quick` is what one waits for: types, lint, arrows and
 * core without the engines, with few cases each.
 * Ends with one line: N passed, N failed.
 */
const [, , only, ...files] = process.argv;
const parts: Record<string, (() => void | Promise<void>)[]> = {
  lint: [checkAll],
  core: [core],
  server: [server],
  unit: [core, server],
  e2e: [() => browserTests(files)],
  quick: [checkQuickly, () => unitTests('tests of core', ['core'], ['src/core'])],
};
function core(): void {
  unitTests('unit and reference tests', ['core', 'alone'], files);
}
function server(): void {
  unitTests('server tests', ['server'], files);
}

mkdirSync('.test', { recursive: true });
if (only === 'quick') process.env['VIVID_CASES'] ??= '0.1';
const asked = only === undefined ? [checkAll, core, server, () => browserTests(files)] : parts[only];
if (asked === undefined) {
  console.error(`There is no part “${only}”. There are: ${Object.keys(parts).join(', ')}.`);
  process.exit(2);
}
for (const part of asked) {
  try {
    await part();
  } catch (error) {
    console.error(error);
    count('set-up', 0, [(error as Error).message]);
  }
}
process.exit(tell() ? 0 : 1);
