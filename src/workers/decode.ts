import { checkPicture } from '../engines/logo/index.ts';
import { otherKind, pictureKind, pictureSize } from '../engines/picture/index.ts';
import { UserError } from '../core/base/user-error.ts';

/** A picture file's pixels, in a worker. Throws a Refusal for one that is damaged, too large or too small. */
export async function decode(file: File, widthMm: number): Promise<ImageData> {
  const head = new Uint8Array(await file.slice(0, 1 << 20).arrayBuffer());
  const kind = pictureKind(head);
  if (kind?.way) throw otherKind(kind.name, kind.way);
  const size = pictureSize(head);
  if (!size) throw damaged();
  checkPicture(size.width, size.height, widthMm);
  const bitmap = await createImageBitmap(file).catch(() => {
    throw damaged();
  });
  const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  context.drawImage(bitmap, 0, 0);
  bitmap.close();
  return context.getImageData(0, 0, canvas.width, canvas.height);
}

const damaged = () =>
  new UserError(
    'PictureUnreadable',
    'This picture cannot be read: the file may be damaged, or be of another kind. Save it again as PNG, JPEG, WebP or SVG and drop it again.',
  );
