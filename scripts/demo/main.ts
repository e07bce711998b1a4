import { closeDatabase } from '../../src/server/base/database.ts';
import { loadDemoIfEmpty } from './load.ts';

/** Loads the demo into DATABASE_URL when it is empty. */
console.log(
  (await loadDemoIfEmpty()) ? 'Loaded the demo workshop.' : 'The database is not empty: nothing loaded.',
);
await closeDatabase();
