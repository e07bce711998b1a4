import { createReadStream, existsSync, renameSync, rmSync } from 'node:fs';
import { open } from 'node:fs/promises';
import { dirname, resolve } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import { everythingNdjson } from '../../src/server/everything/export.ts';
import { numberedLines, type NumberedLine } from '../../src/server/everything/numbered-lines.ts';
import type { Ending } from '../../src/server/everything/tables.ts';

/**
 * Writes everything of the database of DATABASE_URL, as gzipped NDJSON, and reads it back (unless `readBack` is false: who restores it at once reads it then). The
 * app may go on running. Gives the file's last line: how much there was. Throws a sentence, and leaves what was there under that name, when it cannot be made whole.
 */
export async function makeBackup(file: string, { readBack = true } = {}): Promise<Ending> {
  const folder = dirname(resolve(file));
  if (!existsSync(folder)) throw new Error(`There is no folder ${folder}. Make it first, or name another.`);
  const part = `${file}.part`;
  try {
    // Under another name until it is whole, and for nobody else to read: it holds everything.
    // It is there before anything can fail: a stream that opens its file by and by could make it after it was taken away.
    const writing = await open(part, 'w', 0o600);
    let last = '';
    async function* noted(pieces: AsyncGenerator<string>) {
      for await (last of pieces) yield last;
    }
    await pipeline(
      noted(everythingNdjson({ whole: true })),
      createGzip(),
      writing.createWriteStream({ flush: true }),
    );
    const ending = readBack ? await endingOf(part) : (JSON.parse(last) as Ending);
    renameSync(part, file);
    return ending;
  } catch (error) {
    rmSync(part, { force: true });
    throw new Error(`The backup was not made: ${(error as Error).message}`);
  }
}

/** Reads it back: a backup that cannot be read is found now, not on the day when it is needed. */
async function endingOf(packed: string): Promise<Ending> {
  let last: NumberedLine | undefined;
  for await (const line of numberedLines(createReadStream(packed).pipe(createGunzip()))) last = line;
  const ending = JSON.parse(last?.text ?? '{}') as Partial<Ending>;
  if (!last || ending.end !== true || ending.sha256 !== last.hashBefore())
    throw new Error('what was written cannot be read back. Is the disk full?');
  return ending as Ending;
}
