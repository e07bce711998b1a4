import { omit } from '../../core/base/omit.ts';
import sharp from 'sharp';
import { checkPicture, pictureLimits, readArtwork } from '../../engines/logo/index.ts';
import {
  otherKind,
  pictureKind,
  checkSvg,
  embeddedPictures,
  svgAspect,
} from '../../engines/picture/index.ts';
import { UserError } from '../../core/base/user-error.ts';
import { readUnderside } from '../../engines/underside/index.ts';
import type { PictureResult, PictureTask } from './artwork.ts';

/**
 * A process that decodes and reads one picture, answers, and ends (heavy-work.ts kills it at its limits). Built as an entry
 * of its own (astro.config.ts).
 */
sharp.concurrency(1);
sharp.cache(false);

/** A block's width does not matter for whether its photo can be read. */
const usualWidthMm = 100;
const svgSide = 1600;

async function decode({ type, bytes, ...task }: PictureTask) {
  const buffer = Buffer.from(bytes);
  const limitInputPixels = pictureLimits.mostPixels;
  let image = sharp(buffer, { limitInputPixels });
  if (type === 'image/svg+xml') {
    const text = buffer.toString('utf8');
    checkSvg(text);
    await checkEmbedded(text);
    const wide = (svgAspect(text) ?? 1) >= 1;
    // As many dots to the inch as make the longer side as long as is read: a drawing 4,000 units wide is no larger than one of 40.
    const { width, height } = await sizeOf(buffer);
    const density = Math.min(2400, Math.max(1, (72 * svgSide) / Math.max(1, width, height)));
    image = sharp(buffer, { density, limitInputPixels }).resize(
      wide ? { width: svgSide } : { height: svgSide },
    );
  } else {
    const kind = pictureKind(buffer);
    if (kind?.way) throw otherKind(kind.name, kind.way);
    const { width, height } = await sizeOf(buffer);
    checkPicture(width, height, task.does === 'artwork' ? task.options.widthMm : usualWidthMm);
  }
  const { data, info } = await image
    .rotate()
    .toColourspace('srgb')
    .ensureAlpha()
    .raw({ depth: 'uchar' })
    .toBuffer({ resolveWithObject: true });
  return {
    width: info.width,
    height: info.height,
    data: new Uint8ClampedArray(data.buffer, data.byteOffset, data.length),
  };
}

/** What a picture says of its size: read from its beginning, and refused in words where it is too much. */
async function sizeOf(buffer: Buffer): Promise<{ width: number; height: number }> {
  const { width = 0, height = 0 } = await sharp(buffer, { limitInputPixels: false }).metadata();
  return { width, height };
}

/** Pictures within a drawing are pictures: together they may be no larger than one by itself. */
async function checkEmbedded(text: string): Promise<void> {
  let pixels = 0;
  for (const picture of embeddedPictures(text)) {
    const { width, height } = await sizeOf(Buffer.from(picture, 'base64'));
    pixels += width * height;
    if (pixels > pictureLimits.mostPixels)
      throw new UserError(
        'PictureTooLarge',
        'This drawing holds pictures of too many pixels. Make them smaller (4000 pixels wide is plenty) and drop it again.',
      );
  }
}

async function work(task: PictureTask): Promise<PictureResult<unknown>> {
  try {
    const picture = await decode(task);
    if (task.does === 'underside') return { read: readUnderside(picture, task.asked) };
    return { read: omit(readArtwork(picture, task.options), 'map', 'box') };
  } catch (error) {
    if (error instanceof UserError) return { refused: error.message, name: error.name };
    return {
      refused:
        'This picture cannot be read: the file may be damaged. Save it again as PNG or JPEG and send that.',
      name: 'PictureUnreadable',
    };
  }
}

process.once('message', (task) => void work(task as PictureTask).then((result) => process.send!(result)));
// Without the server nobody waits for the answer.
process.once('disconnect', () => process.exit(0));
