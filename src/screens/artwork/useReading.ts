import { useCallback, useState } from 'react';
import type { ReadOptions, Reading } from '../../engines/logo/index.ts';
import { checkSvg, svgAspect } from '../../engines/picture/index.ts';
import type { ArtworkAsked, ArtworkSaid } from '../../workers/artwork.ts';
import { useOneWorker } from '../useOneWorker.ts';

const newWorker = () => new Worker(new URL('../../workers/artwork.ts', import.meta.url), { type: 'module' });

export type ReadingState =
  | { is: 'none' }
  | { is: 'working'; share: number; doing: string }
  | { is: 'done'; reading: Reading; ms: number }
  | { is: 'refused'; why: string }
  | { is: 'cancelled' };

/** Reads a picture in a worker of its own: with progress, and given up by ending the worker. */
export function useReading() {
  const [state, setState] = useState<ReadingState>({ is: 'none' });
  const { ask, end } = useOneWorker<ArtworkAsked, ArtworkSaid>(newWorker);

  const start = useCallback(
    async (file: File, options: ReadOptions) => {
      end();
      setState({ is: 'working', share: 0, doing: 'opening the picture' });
      try {
        const asked: ArtworkAsked = isSvg(file)
          ? { pixels: await drawSvg(file), options }
          : { file, options };
        ask(asked, (said) => {
          if (said.says === 'progress') {
            setState({ is: 'working', share: said.share, doing: said.doing });
            return 'more';
          }
          setState(
            said.says === 'done'
              ? { is: 'done', reading: said.reading, ms: said.ms }
              : { is: 'refused', why: said.why },
          );
          return 'last';
        });
      } catch (error) {
        setState({ is: 'refused', why: (error as Error).message });
      }
    },
    [ask, end],
  );
  const cancel = useCallback(() => {
    end();
    setState({ is: 'cancelled' });
  }, [end]);
  return { state, start, cancel };
}

export const isSvg = (file: File) => file.type === 'image/svg+xml' || /\.svg$/i.test(file.name);

/** An SVG is drawn as a picture, where no script runs and nothing is fetched; what would need either is refused first. */
async function drawSvg(file: File): Promise<ImageData> {
  const text = await file.text();
  checkSvg(text);
  const aspect = svgAspect(text) ?? 1;
  const [width, height] = aspect >= 1 ? [1600, Math.round(1600 / aspect)] : [Math.round(1600 * aspect), 1600];
  const url = URL.createObjectURL(new Blob([text], { type: 'image/svg+xml' }));
  try {
    const image = new Image(width, height);
    image.src = url;
    await image.decode().catch(() => {
      throw new Error('This SVG cannot be drawn: the file may be damaged. Save it again, or as a PNG.');
    });
    const canvas = new OffscreenCanvas(width, Math.max(1, height));
    const context = canvas.getContext('2d', { willReadFrequently: true })!;
    context.drawImage(image, 0, 0, canvas.width, canvas.height);
    return context.getImageData(0, 0, canvas.width, canvas.height);
  } finally {
    URL.revokeObjectURL(url);
  }
}
