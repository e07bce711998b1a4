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
  /** Whether to make a link by which an owner is set: where there is none, in any case (a PIN was forgotten), or not. */
  ownersLink: 'first' | 'always' | 'none';
}

const { ownerUrl, own, fresh, demo, ownersLink } = JSON.parse(
  process.env['VIVID_PREPARE'] ?? '{}',
) as Preparation;
try {
  if (own) await makeDatabase(own.adminUrl, own.name);
  if (fresh) await dropEverything(ownerUrl);
  await migrate(ownerUrl);
  if (own) await prepareAppRole(ownerUrl, own.appPassword);
  if (demo) {
    const { loadDemoIfEmpty } = await import('../tools/demo/load.ts');
    const { closeDatabase } = await import('../src/server/base/database.ts');
    if (await loadDemoIfEmpty()) console.log('Loaded the demo workshop.');
    await closeDatabase();
  }
  if (ownersLink !== 'none') {
    const { makeOwnersLink } = await import('../src/server/people/tokens/owners-link.ts');
    const { closeDatabase } = await import('../src/server/base/database.ts');
    const key = await makeOwnersLink(ownersLink === 'always');
    await closeDatabase();
    if (key) process.send?.(key);
  }
} catch (error) {
  console.error((error as Error).message);
  process.exitCode = 1;
}
