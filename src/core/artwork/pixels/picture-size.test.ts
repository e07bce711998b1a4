import sharp from 'sharp';
import { describe, expect, test } from 'vitest';
import { pictureSize } from './picture-size.ts';

const drawn = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: '#cf1130' } });

describe('a picture’s size from its first bytes, as an image library writes them', () => {
  test.each([
    [1, 1],
    [640, 480],
    [4080, 3],
    [3, 4080],
  ])('%i × %i as PNG, JPEG, WebP and AVIF', async (width, height) => {
    for (const file of [
      await drawn(width, height).png().toBuffer(),
      await drawn(width, height).jpeg().toBuffer(),
      await drawn(width, height).jpeg({ progressive: true }).toBuffer(),
      await drawn(width, height).webp().toBuffer(),
      await drawn(width, height).webp({ lossless: true }).toBuffer(),
      await drawn(width, height).ensureAlpha(0.5).webp().toBuffer(),
      await drawn(width, height).avif({ effort: 0 }).toBuffer(),
    ])
      expect(pictureSize(new Uint8Array(file))).toEqual({ width, height });
  });
  test('a JPEG with a long comment and a colour profile before its frame', async () => {
    const file = await drawn(70, 50)
      .withMetadata({ exif: { IFD0: { ImageDescription: 'x'.repeat(3000) } } })
      .jpeg()
      .toBuffer();
    expect(pictureSize(new Uint8Array(file))).toEqual({ width: 70, height: 50 });
  });
  test('other files, cut files and empty ones have none', async () => {
    const png = await drawn(9, 9).png().toBuffer();
    const jpeg = await drawn(9, 9).jpeg().toBuffer();
    expect(pictureSize(new Uint8Array(await drawn(9, 9).gif().toBuffer()))).toBeNull();
    expect(pictureSize(new Uint8Array(await drawn(9, 9).webp().toBuffer()).subarray(0, 20))).toBeNull();
    expect(pictureSize(new Uint8Array(png.subarray(0, 20)))).toBeNull();
    expect(pictureSize(new Uint8Array(jpeg.subarray(0, 30)))).toBeNull();
    expect(pictureSize(new Uint8Array(0))).toBeNull();
    expect(pictureSize(new Uint8Array([0xff, 0xd8, 0x00, 0x00, 0, 0, 0, 0, 0, 0, 0, 0]))).toBeNull();
  });
});
