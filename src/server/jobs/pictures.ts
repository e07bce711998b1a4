import { database, inTransaction, rows } from '../base/database.ts';
import { readLimited } from '../http/endpoint.ts';
import { invalid, notFound } from '../base/problem.ts';
import { jobById } from './jobs.ts';

/** Bytes of a job's picture at most. */
export const mostPictureBytes = 30_000;

/** First bytes by which a picture's kind is known. Sources: PNG (W3C), JPEG (ITU-T T.81), WebP (RFC 9649). */
const kinds: readonly { type: string; is: (bytes: Buffer) => boolean }[] = [
  { type: 'image/png', is: (bytes) => bytes.readUInt32BE(0) === 0x89504e47 },
  { type: 'image/jpeg', is: (bytes) => bytes.readUInt16BE(0) === 0xffd8 },
  {
    type: 'image/webp',
    is: (bytes) => bytes.toString('latin1', 0, 4) === 'RIFF' && bytes.toString('latin1', 8, 12) === 'WEBP',
  },
];

/** Keeps a small picture of a job, in place of the one before. Refused: what is too large or no picture, with what to do. */
export async function keepPicture(jobId: string, request: Request): Promise<void> {
  const bytes = await readLimited(
    request,
    mostPictureBytes,
    `A job’s picture has at most ${mostPictureBytes / 1000} kB. Send a smaller one, about 320 pixels wide.`,
  );
  const kind = bytes.length >= 12 ? kinds.find(({ is }) => is(bytes)) : undefined;
  if (!kind) throw invalid('This is no picture: send a PNG, a JPEG or a WebP.');
  await writePicture(jobId, kind.type, bytes);
}

/** Stores it; throws a 404 problem where there is no such job. */
export async function writePicture(jobId: string, type: string, bytes: Buffer): Promise<void> {
  await inTransaction(async (sql) => {
    await jobById(jobId, sql);
    await rows(
      sql,
      `INSERT INTO job_picture (job_id, type, bytes) VALUES ($1, $2, $3)
       ON CONFLICT (job_id) DO UPDATE SET type = excluded.type, bytes = excluded.bytes`,
      [jobId, type, bytes],
    );
  });
}

/** A job's picture. Its address bears the picture's own mark, so it may be kept for good. */
export async function pictureOf(jobId: string): Promise<Response> {
  const [row] = await rows<{ type: string; bytes: Buffer }>(
    database(),
    'SELECT type, bytes FROM job_picture WHERE job_id = $1',
    [jobId],
  );
  if (!row) throw notFound('picture');
  return new Response(new Uint8Array(row.bytes), {
    headers: { 'content-type': row.type, 'cache-control': 'private, max-age=31536000, immutable' },
  });
}
