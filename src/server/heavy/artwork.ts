import type { ReadOptions, Reading } from '../../engines/logo/index.ts';
import type { UndersideAsked, UndersideColumn } from '../../engines/underside/index.ts';
import { readLimited } from '../http/endpoint.ts';
import { ProblemError } from '../base/problem.ts';
import { checkRoom, inProcess, type HeavyFor, type ProcessLimits } from './heavy-work.ts';

const types = ['image/png', 'image/jpeg', 'image/webp', 'image/avif', 'image/svg+xml'] as const;
type PictureType = (typeof types)[number];
const mostBytes = 30_000_000;
/** The largest picture that is accepted takes a few seconds and 600 MB (docs/benchmarks.md). */
const limits: ProcessLimits = { withinMs: 20_000, mostBytes: 1_000_000_000 };

/** What the process (picture-process.ts) is given. */
export type PictureTask = { type: PictureType; bytes: Uint8Array } & (
  { does: 'artwork'; options: ReadOptions } | { does: 'underside'; asked: UndersideAsked }
);
export type ArtworkReading = Omit<Reading, 'map' | 'box'>;
export type PictureResult<Read> = { read: Read } | { refused: string; name: string };

/** Reads a sent logo in a process of its own; it ends when the sender goes away. */
export const readPictureFile = (
  request: Request,
  whom: HeavyFor,
  options: ReadOptions,
): Promise<ArtworkReading> =>
  readSent(request, whom, types, (picture) => ({ ...picture, does: 'artwork', options }));

/** Reads a sent photo of a test block's back. */
export const readUndersideFile = (
  request: Request,
  whom: HeavyFor,
  asked: UndersideAsked,
): Promise<UndersideColumn[]> =>
  readSent(request, whom, ['image/png', 'image/jpeg'], (picture) => ({
    ...picture,
    does: 'underside',
    asked,
  }));

async function readSent<Read>(
  request: Request,
  whom: HeavyFor,
  taken: readonly PictureType[],
  taskOf: (picture: { type: PictureType; bytes: Uint8Array }) => PictureTask,
): Promise<Read> {
  const type = taken.find((candidate) =>
    request.headers.get('content-type')?.toLowerCase().startsWith(candidate),
  );
  if (!type)
    throw new ProblemError(
      415,
      'Picture wanted',
      `Send the picture as ${new Intl.ListFormat('en-GB', { type: 'disjunction' }).format(taken)}.`,
    );
  checkRoom(whom);
  const bytes = await readLimited(
    request,
    mostBytes,
    'The picture is over 30 MB. Make it smaller and send it again.',
  );
  const result = await inProcess<PictureResult<Read>>(
    'picture-process.mjs',
    taskOf({ type, bytes }),
    whom,
    limits,
    'This picture takes more time or memory than a picture may. Save it as a plain PNG or JPEG, 4000 pixels wide at most, and send that.',
  );
  if ('refused' in result)
    throw new ProblemError(422, 'Not accepted', result.refused, undefined, `urn:vivid-eye:${result.name}`);
  return result.read;
}
