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
  test('a JPEG whose markers are filled up, and one whose frame comes after its tables', () => {
    // ITU-T T.81, B.1.1.2: any marker may be preceded by any number of fill bytes 0xFF; C4 (Huffman), C8 and CC (arithmetic) begin no frame.
    const frame = [0xff, 0xc0, 0, 11, 8, 0, 50, 0, 70, 1, 1, 0x11, 0];
    const tables = [0xff, 0xc4, 0, 5, 1, 2, 3];
    const head = (...parts: number[][]) => pictureSize(new Uint8Array([0xff, 0xd8, ...parts.flat()]));
    expect(head(frame)).toEqual({ width: 70, height: 50 });
    expect(head([0xff, 0xff, 0xff], frame)).toEqual({ width: 70, height: 50 });
    for (const kind of [0xc4, 0xc8, 0xcc])
      expect(head([0xff, kind, ...tables.slice(2)], frame)).toEqual({ width: 70, height: 50 });
    for (const kind of [0xc0, 0xc2, 0xcf])
      expect(head([0xff, kind, ...frame.slice(2)])).toEqual({ width: 70, height: 50 });
    expect(head([0xff, 0xbf, ...frame.slice(2)], [0xff, 0xd0, 0, 2])).toBeNull();
    expect(head(tables, [0], frame)).toBeNull();
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
