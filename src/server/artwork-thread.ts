import { parentPort, workerData } from 'node:worker_threads';
import sharp from 'sharp';
import { checkPicture, readArtwork } from '../core/artwork/read.ts';
import { checkSvg, svgAspect } from '../core/artwork/svg.ts';
import { Refusal } from '../core/refusal.ts';
import { readUnderside } from '../core/tension/underside/read.ts';
import type { PictureResult, PictureTask } from './artwork.ts';

/** A thread that decodes and reads one picture, answers, and ends. Built as an entry of its own (astro.config.ts). */
const task = workerData as PictureTask;

/** A block's width does not matter for whether its photo can be read. */
const usualWidthMm = 100;

async function decode({ type, bytes, ...task }: PictureTask) {
  const buffer = Buffer.from(bytes);
  let image = sharp(buffer, { limitInputPixels: false });
  if (type === 'image/svg+xml') {
    const text = buffer.toString('utf8');
    checkSvg(text);
    const wide = (svgAspect(text) ?? 1) >= 1;
    image = sharp(buffer, { density: 300 }).resize(wide ? { width: 1600 } : { height: 1600 });
  } else {
    const { width = 0, height = 0 } = await image.metadata();
    checkPicture(width, height, task.does === 'artwork' ? task.options.widthMm : usualWidthMm);
  }
  const { data, info } = await image
    .rotate()
    .toColourspace('srgb')
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data: new Uint8ClampedArray(data) };
}

async function work(): Promise<PictureResult<unknown>> {
  try {
    const picture = await decode(task);
    if (task.does === 'underside') return { read: readUnderside(picture, task.asked) };
    const { map: _map, box: _box, ...reading } = readArtwork(picture, task.options);
    void [_map, _box];
    return { read: reading };
  } catch (error) {
    if (error instanceof Refusal) return { refused: error.message, name: error.name };
    return {
      refused:
        'This picture cannot be read: the file may be damaged. Save it again as PNG or JPEG and send that.',
      name: 'PictureUnreadable',
    };
  }
}

parentPort?.postMessage(await work());
