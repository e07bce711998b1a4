import { configureGlobal } from 'fast-check';

/**
 * Properties are tried with the same draws in every run, so that a failure comes again. `npm run properties` draws others,
 * VIVID_RUNS times as many.
 */
configureGlobal({
  seed: Number(process.env['VIVID_SEED'] ?? 1),
  ...(process.env['VIVID_RUNS'] !== undefined && { numRuns: 100 * Number(process.env['VIVID_RUNS']) }),
});
