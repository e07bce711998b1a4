import { createReadStream, existsSync, statSync } from 'node:fs';
import { takeIn } from '../src/server/everything/import.ts';
import { makeDatabase, migrate } from '../scripts/migrate.ts';
import { onOwnDatabase } from '../scripts/own-database.ts';
import { prepareAppRole } from '../scripts/roles.ts';
import { unpacked } from './backup/unpacked.ts';

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
  const counts = await takeIn(file.endsWith('.gz') ? unpacked(file) : createReadStream(file), {
    access: true,
  });
  if (cluster) await prepareAppRole(url, cluster.appPassword);
  const all = Object.entries(counts).map(([table, count]) => `${count} ${table}`);
  console.log(`Taken in: ${all.join(', ')}.`);
});
