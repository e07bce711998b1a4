import { defineConfig } from 'vitest/config';

/** What `npm run mutate` runs for every fault it plants: core's own tests and the references that take seconds, not minutes. */
export default defineConfig({
  test: {
    include: ['src/core/**/*.test.ts', 'tests/reference/**/*.test.ts'],
    exclude: [
      'tests/reference/plan-*.test.ts',
      'tests/reference/artwork*.test.ts',
      'tests/reference/underside*.test.ts',
    ],
    testTimeout: 60_000,
  },
});
