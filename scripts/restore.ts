import { createReadStream, existsSync, statSync } from 'node:fs';
import { createGunzip } from 'node:zlib';
import { takeIn } from '../src/server/everything/import.ts';
import { makeDatabase, migrate } from './migrate.ts';
import { onOwnDatabase } from './own-database.ts';
import { prepareAppRole } from './roles.ts';

/** npm run restore -- FILE: takes a backup (NDJSON, gzipped or not) into an empty installation. */
const file = process.argv[2];
if (!file || !existsSync(file) || !statSync(file).isFile()) {
  console.error('Say which file: npm run restore -- FILE (as made by npm run backup).');
  process.exit(1);
}
await onOwnDatabase(async ({ url, cluster }) => {
  if (cluster) await makeDatabase(cluster.url, 'vivid');
  await migrate(url);
  if (cluster) await prepareAppRole(url, cluster.appPassword);
  const counts = await takeIn(file.endsWith('.gz') ? unpacked(file) : createReadStream(file));
  if (cluster) await prepareAppRole(url, cluster.appPassword);
  const all = Object.entries(counts).map(([table, count]) => `${count} ${table}`);
  console.log(`Taken in: ${all.join(', ')}.`);
});

async function* unpacked(packed: string): AsyncGenerator<Uint8Array> {
  if (statSync(packed).size === 0) throw new Error(`${packed} is empty. Nothing was taken in.`);
  try {
    yield* createReadStream(packed).pipe(createGunzip()) as AsyncIterable<Uint8Array>;
  } catch {
    throw new Error(`${packed} is damaged or was cut off: it cannot be unpacked. Nothing was taken in.`);
  }
}
