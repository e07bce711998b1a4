import { readArtwork, type ReadOptions, type Reading } from '../engines/logo/index.ts';
import { UserError } from '../core/base/user-error.ts';
import { decode } from './decode.ts';

/** Asks for a reading of a picture file, or of pixels that the page has drawn (an SVG needs the page for that). */
export interface ArtworkAsked {
  file?: File;
  pixels?: { width: number; height: number; data: Uint8ClampedArray };
  options: ReadOptions;
}
export type ArtworkSaid =
  | { says: 'progress'; share: number; doing: string }
  | { says: 'done'; reading: Reading; ms: number }
  | { says: 'refused'; why: string };

const say = (said: ArtworkSaid, transfer: Transferable[] = []) => postMessage(said, { transfer });

addEventListener('message', async ({ data }: MessageEvent<ArtworkAsked>) => {
  const began = performance.now();
  try {
    say({ says: 'progress', share: 0.01, doing: 'opening the picture' });
    const pixels = data.pixels ?? (await decode(data.file!, data.options.widthMm));
    const reading = readArtwork(pixels, data.options, (share, doing) =>
      say({ says: 'progress', share, doing }),
    );
    say({ says: 'done', reading, ms: performance.now() - began }, [reading.map.of.buffer]);
  } catch (error) {
    const why =
      error instanceof UserError
        ? error.message
        : 'This picture could not be read. Try it as a PNG of about 2000 pixels.';
    say({ says: 'refused', why });
  }
});
