import { defineConfig } from 'vitest/config';

/** What these change lasts beyond a test: each gets a process of its own. */
const alone = ['src/parts/live/actions/actions.test.ts', 'src/parts/live/clock.test.ts'];
const shared = {
  // No test's truth hangs on how busy the computer is: this ends only what hangs.
  testTimeout: 300_000,
  hookTimeout: 300_000,
  setupFiles: ['tests/support/seed.ts'],
};

export default defineConfig({
  test: {
    // What two cores bear.
    maxWorkers: 2,
    // A test that computes for a minute on a busy computer cannot tell the runner meanwhile how far it is; that is no error of the test.
    onUnhandledError: ({ message }) => !/\[vitest-worker\]: Timeout calling/.test(message ?? ''),
    projects: [
      {
        test: {
          ...shared,
          name: 'core',
          include: ['src/**/*.test.ts', 'tests/reference/**/*.test.ts'],
          exclude: alone,
          // Core is without state: its files share two processes, and what they import is loaded once, in half the time.
          isolate: false,
        },
      },
      { test: { ...shared, name: 'alone', include: alone } },
      {
        test: {
          ...shared,
          name: 'server',
          // They wait more than they compute: for servers that start, and for limits of time to pass.
          maxWorkers: 3,
          sequence: { groupOrder: 1 },
          include: ['tests/server/**/*.test.ts'],
          globalSetup: ['tests/support/own-cluster.ts'],
        },
      },
    ],
  },
});
