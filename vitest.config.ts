import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    // Server tests start servers and databases of their own; two at a time is what two cores bear.
    poolOptions: { forks: { maxForks: 2 } },
    projects: [
      {
        test: {
          name: 'core',
          include: ['src/**/*.test.ts', 'tests/reference/**/*.test.ts'],
          // No test's truth hangs on how busy the computer is: this ends only what hangs.
          testTimeout: 300_000,
          hookTimeout: 300_000,
        },
      },
      {
        test: {
          name: 'server',
          include: ['tests/server/**/*.test.ts'],
          testTimeout: 300_000,
          hookTimeout: 300_000,
        },
      },
    ],
  },
});
