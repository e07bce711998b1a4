import { createReadStream, statSync } from 'node:fs';
import { createGunzip } from 'node:zlib';

/** The bytes of a gzipped file. Throws a sentence for one that is empty, damaged or cut off. */
export async function* unpacked(packed: string): AsyncGenerator<Uint8Array> {
  if (statSync(packed).size === 0) throw new Error(`${packed} is empty. Nothing was taken in.`);
  try {
    yield* createReadStream(packed).pipe(createGunzip()) as AsyncIterable<Uint8Array>;
  } catch {
    throw new Error(`${packed} is damaged or was cut off: it cannot be unpacked. Nothing was taken in.`);
  }
}
