import type { Pixels } from '../../../engines/picture/index.ts';

/** Pixels as a picture file, the way a camera hands them over. */
export async function pictureFile({ width, height, data }: Pixels): Promise<File> {
  const canvas = new OffscreenCanvas(width, height);
  canvas
    .getContext('2d')!
    .putImageData(new ImageData(data as Uint8ClampedArray<ArrayBuffer>, width, height), 0, 0);
  const blob = await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.9 });
  return new File([blob], 'block.jpg', { type: blob.type });
}
