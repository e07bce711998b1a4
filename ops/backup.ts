import { onOwnDatabase } from '../scripts/own-database.ts';
import { makeBackup } from './backup/make.ts';

/** npm run backup -- FILE: everything, as gzipped NDJSON. The app may go on running. */
const file = process.argv[2] ?? `vivid-eye-${new Date().toISOString().slice(0, 10)}.ndjson.gz`;
await onOwnDatabase(async () => {
  await makeBackup(file);
  console.log(`Everything is in ${file}. Take it in with: npm run restore -- ${file}`);
});
