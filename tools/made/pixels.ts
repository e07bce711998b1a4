import type { Sharp } from 'sharp';
import type { Pixels } from '../../src/engines/picture/pixels.ts';

/** An image as the readers take it. */
export async function pixelsOf(image: Sharp): Promise<Pixels> {
  const { data, info } = await image.ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data: new Uint8ClampedArray(data) };
}
