import { resolve } from 'node:path';

/** Which faults were drawn: written by tools/mutate/run.ts, read by the process that keeps the others from being run. */
export const drawnFile = resolve('.test/mutation/drawn.json');
process.env.DRAWN_FAULTS = drawnFile;

/** @satisfies {import('@stryker-mutator/api/core').PartialStrykerOptions} */
export default {
  testRunner: 'vitest',
  plugins: ['@stryker-mutator/vitest-runner', './tools/mutate/drawn-only.mjs'],
  checkers: ['drawn-only'],
  vitest: { configFile: 'vitest.mutate.config.ts' },
  coverageAnalysis: /** @type {const} */ ('perTest'),
  reporters: ['clear-text', 'progress-append-only', 'json', 'html'],
  clearTextReporter: { allowColor: false, logTests: false },
  jsonReporter: { fileName: '.test/mutation/report.json' },
  htmlReporter: { fileName: '.test/mutation/report.html' },
  tempDirName: '.test/mutation/work',
  ignorePatterns: ['/.data', '/.test', '/dist', '/.astro', '/docs/screenshots', '/test-results', '/public'],
  // Words shown to people are not what a test of the arithmetic is about: faults in text are told apart.
  mutator: { excludedMutations: ['StringLiteral'] },
  concurrency: 2,
  // Going through all tests once takes longer than the five minutes it would wait, beside other work.
  dryRunTimeoutMinutes: 30,
  // A fault in a table made when the file is loaded would have every test run again: tables are held by tests of their own.
  ignoreStatic: true,
  timeoutMS: 8_000,
  disableTypeChecks: false,
  allowConsoleColors: false,
};
