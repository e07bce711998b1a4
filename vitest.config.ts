import { defineConfig } from 'vitest/config';

/** What these change lasts beyond a test: each gets a process of its own. */
const alone = ['src/parts/live/actions/actions.test.ts', 'src/parts/live/clock.test.ts'];
// No test's truth hangs on how busy the computer is: this ends only what hangs.
const limits = { testTimeout: 300_000, hookTimeout: 300_000 };

export default defineConfig({
  test: {
    // Server tests start servers and databases of their own; two at a time is what two cores bear.
    poolOptions: { forks: { maxForks: 2 } },
    projects: [
      {
        test: {
          name: 'core',
          include: ['src/**/*.test.ts', 'tests/reference/**/*.test.ts'],
          exclude: alone,
          ...limits,
        },
      },
      { test: { name: 'alone', include: alone, ...limits } },
      { test: { name: 'server', include: ['tests/server/**/*.test.ts'], ...limits } },
    ],
  },
});
