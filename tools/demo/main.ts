import { closeDatabase } from '../../src/server/base/database.ts';
import { loadDemoIfEmpty } from './load.ts';

/** Loads the demo into DATABASE_URL when it is empty; with --weeks only its last three weeks. */
console.log(
  (await loadDemoIfEmpty(new Date(), { year: !process.argv.includes('--weeks') }))
    ? 'Loaded the demo workshop.'
    : 'The database is not empty: nothing loaded.',
);
await closeDatabase();
