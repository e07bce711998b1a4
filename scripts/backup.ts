import { createWriteStream, renameSync } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { createGzip } from 'node:zlib';
import { everythingNdjson } from '../src/server/everything/export.ts';
import { onOwnDatabase } from './own-database.ts';

/** npm run backup -- FILE: everything, as gzipped NDJSON. The app may go on running. */
const file = process.argv[2] ?? `vivid-eye-${new Date().toISOString().slice(0, 10)}.ndjson.gz`;
await onOwnDatabase(async () => {
  // Under another name until it is whole: a backup that broke off must not look like one.
  await pipeline(everythingNdjson(), createGzip(), createWriteStream(`${file}.part`));
  renameSync(`${file}.part`, file);
  console.log(`Everything is in ${file}. Take it in with: npm run restore -- ${file}`);
});
