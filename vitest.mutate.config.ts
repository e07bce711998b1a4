import { defineConfig } from 'vitest/config';

/** What `npm run mutate` runs for every fault it plants: core's own tests and the references that take seconds, not minutes. */
export default defineConfig({
  test: {
    include: ['src/core/**/*.test.ts', 'tests/reference/**/*.test.ts'],
    exclude: [
      'tests/reference/plan-*.test.ts',
      'tests/reference/artwork*.test.ts',
      'tests/reference/underside*.test.ts',
      // 140,000 questions at each fault: its properties are of the whole, the faults are told by examples.
      'src/core/advice/space.test.ts',
    ],
    // Few random days a fault: what they are for is told by examples too.
    env: { ONE_RECORD_RUNS: '10' },
    testTimeout: 60_000,
  },
});
