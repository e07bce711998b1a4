import type { ReadOptions, Reading } from '../core/artwork/read.ts';
import type { UndersideAsked, UndersideColumn } from '../core/tension/underside/read.ts';
import { readLimited } from './http/endpoint.ts';
import { ProblemError } from './http/problem.ts';
import { inThread } from './threads-of-work.ts';

const types = ['image/png', 'image/jpeg', 'image/svg+xml'] as const;
type PictureType = (typeof types)[number];
const mostBytes = 30_000_000;
/** What the thread (artwork-thread.ts) is given. */
export type PictureTask = { type: PictureType; bytes: Uint8Array } & (
  { does: 'artwork'; options: ReadOptions } | { does: 'underside'; asked: UndersideAsked }
);
export type ArtworkReading = Omit<Reading, 'map' | 'box'>;
export type PictureResult<Read> = { read: Read } | { refused: string; name: string };

/** Reads a sent logo in a thread of its own; it ends when the sender goes away. */
export const readPictureFile = (request: Request, options: ReadOptions): Promise<ArtworkReading> =>
  readSent(request, types, (picture) => ({ ...picture, does: 'artwork', options }));

/** Reads a sent photo of a test block's back. */
export const readUndersideFile = (request: Request, asked: UndersideAsked): Promise<UndersideColumn[]> =>
  readSent(request, ['image/png', 'image/jpeg'], (picture) => ({ ...picture, does: 'underside', asked }));

async function readSent<Read>(
  request: Request,
  taken: readonly PictureType[],
  taskOf: (picture: { type: PictureType; bytes: Uint8Array }) => PictureTask,
): Promise<Read> {
  const type = taken.find((one) => request.headers.get('content-type')?.toLowerCase().startsWith(one));
  if (!type)
    throw new ProblemError(
      415,
      'Picture wanted',
      `Send the picture as ${new Intl.ListFormat('en-GB', { type: 'disjunction' }).format(taken)}.`,
    );
  const bytes = await readLimited(
    request,
    mostBytes,
    'The picture is over 30 MB. Make it smaller and send it again.',
  );
  const result = await inThread<PictureResult<Read>>(
    'artwork-thread.mjs',
    taskOf({ type, bytes }),
    request.signal,
  );
  if ('refused' in result)
    throw new ProblemError(422, 'Not accepted', result.refused, undefined, `urn:vivid-eye:${result.name}`);
  return result.read;
}
