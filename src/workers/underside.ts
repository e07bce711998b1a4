import { UserError } from '../core/base/user-error.ts';
import { readUnderside, type UndersideAsked, type UndersideColumn } from '../engines/underside/index.ts';
import { decode } from './decode.ts';

export interface UndersideFile {
  file: File;
  asked: UndersideAsked;
}
export type UndersideSaid =
  | { says: 'read'; columns: UndersideColumn[]; width: number; height: number; ms: number }
  | { says: 'refused'; why: string };
const say = (said: UndersideSaid) => postMessage(said);

/** Reads a photo of a test block's back away from the page. */
addEventListener('message', async ({ data: { file, asked } }: MessageEvent<UndersideFile>) => {
  const began = performance.now();
  try {
    const picture = await decode(file, asked.columnMm * (asked.count ?? 12));
    const columns = readUnderside(picture, asked);
    say({
      says: 'read',
      columns,
      width: picture.width,
      height: picture.height,
      ms: performance.now() - began,
    });
  } catch (error) {
    const why =
      error instanceof UserError ? error.message : 'This photo could not be read. Take it again, and larger.';
    say({ says: 'refused', why });
  }
});
