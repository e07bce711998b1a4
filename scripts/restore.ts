import { createReadStream, existsSync } from 'node:fs';
import { createGunzip } from 'node:zlib';
import { takeIn } from '../src/server/everything/import.ts';
import { makeDatabase, migrate } from './migrate.ts';
import { onOwnDatabase } from './own-database.ts';

/** npm run restore -- FILE: takes a backup (NDJSON, gzipped or not) into an empty installation. */
const file = process.argv[2];
if (!file || !existsSync(file)) {
  console.error('Say which file: npm run restore -- FILE (as made by npm run backup).');
  process.exit(1);
}
await onOwnDatabase(async () => {
  const url = process.env['DATABASE_URL']!;
  await makeDatabase(url.replace(/\/[^/]*$/, '/postgres'), url.split('/').at(-1)!).catch(() => undefined);
  await migrate(url);
  const read = createReadStream(file);
  const text = file.endsWith('.gz') ? read.pipe(createGunzip()) : read;
  const counts = await takeIn(text.setEncoding('utf8') as AsyncIterable<string>);
  const all = Object.entries(counts).map(([table, count]) => `${count} ${table}`);
  console.log(`Taken in: ${all.join(', ')}.`);
}).catch((error: Error) => {
  console.error(error.message);
  process.exitCode = 1;
});
