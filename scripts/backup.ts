import { createReadStream, existsSync, renameSync, rmSync } from 'node:fs';
import { open } from 'node:fs/promises';
import { dirname, resolve } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import { everythingNdjson } from '../src/server/everything/export.ts';
import { numberedLines, type NumberedLine } from '../src/server/everything/numbered-lines.ts';
import type { Ending } from '../src/server/everything/tables.ts';
import { onOwnDatabase } from './own-database.ts';

/** npm run backup -- FILE: everything, as gzipped NDJSON. The app may go on running. */
const file = process.argv[2] ?? `vivid-eye-${new Date().toISOString().slice(0, 10)}.ndjson.gz`;
const part = `${file}.part`;
await onOwnDatabase(async () => {
  const folder = dirname(resolve(file));
  if (!existsSync(folder)) throw new Error(`There is no folder ${folder}. Make it first, or name another.`);
  try {
    // Under another name until it is whole, and for nobody else to read: it holds everything.
    // It is there before anything can fail: a stream that opens its file by and by could make it after it was taken away.
    const writing = await open(part, 'w', 0o600);
    await pipeline(everythingNdjson(), createGzip(), writing.createWriteStream({ flush: true }));
    await checkWhole(part);
    renameSync(part, file);
  } catch (error) {
    rmSync(part, { force: true });
    throw new Error(`The backup was not made: ${(error as Error).message}`);
  }
  console.log(`Everything is in ${file}. Take it in with: npm run restore -- ${file}`);
});

/** Reads it back: a backup that cannot be read is found now, not on the day when it is needed. */
async function checkWhole(packed: string): Promise<void> {
  let last: NumberedLine | undefined;
  for await (const line of numberedLines(createReadStream(packed).pipe(createGunzip()))) last = line;
  const ending = JSON.parse(last?.text ?? '{}') as Partial<Ending>;
  if (!last || ending.end !== true || ending.sha256 !== last.hashBefore())
    throw new Error('what was written cannot be read back. Is the disk full?');
}
