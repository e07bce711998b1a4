import { dropEverything, makeDatabase, migrate } from './migrate.ts';
import { prepareAppRole } from './roles.ts';

/**
 * What ./start does to the database before the app runs, in a process of its own: its memory goes when it has ended.
 * VIVID_PREPARE holds {@link Preparation} as JSON; DATABASE_URL is the app's.
 */
export interface Preparation {
  /** The database as its owner. */
  ownerUrl: string;
  /** For the project's own cluster: the database is made, and the app gets a role of its own. */
  own?: { adminUrl: string; name: string; appPassword: string };
  fresh: boolean;
  demo: boolean;
}

const { ownerUrl, own, fresh, demo } = JSON.parse(process.env['VIVID_PREPARE'] ?? '{}') as Preparation;
try {
  if (own) await makeDatabase(own.adminUrl, own.name);
  if (fresh) await dropEverything(ownerUrl);
  await migrate(ownerUrl);
  if (own) await prepareAppRole(ownerUrl, own.appPassword);
  if (demo) {
    const { loadDemoIfEmpty } = await import('./demo/load.ts');
    const { closeDatabase } = await import('../src/server/base/database.ts');
    if (await loadDemoIfEmpty()) console.log('Loaded the demo workshop.');
    await closeDatabase();
  }
} catch (error) {
  console.error((error as Error).message);
  process.exitCode = 1;
}
