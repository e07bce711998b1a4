import sharp from 'sharp';
import { describe, expect, test } from 'vitest';
import { pictureSize } from './picture-size.ts';
import { estimateStitches, usual } from '../stitch-estimate.ts';

const drawn = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: '#cf1130' } });

describe('a picture’s size from its first bytes, as an image library writes them', () => {
  test.each([
    [1, 1],
    [640, 480],
    [4080, 3],
    [3, 4080],
  ])('%i × %i as PNG and JPEG', async (width, height) => {
    for (const file of [
      await drawn(width, height).png().toBuffer(),
      await drawn(width, height).jpeg().toBuffer(),
      await drawn(width, height).jpeg({ progressive: true }).toBuffer(),
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
    expect(pictureSize(new Uint8Array(await drawn(9, 9).webp().toBuffer()))).toBeNull();
    expect(pictureSize(new Uint8Array(png.subarray(0, 20)))).toBeNull();
    expect(pictureSize(new Uint8Array(jpeg.subarray(0, 30)))).toBeNull();
    expect(pictureSize(new Uint8Array(0))).toBeNull();
    expect(pictureSize(new Uint8Array([0xff, 0xd8, 0x00, 0x00, 0, 0, 0, 0, 0, 0, 0, 0]))).toBeNull();
  });
});

describe('stitches estimated from an area (usual settings: common practice, no published source)', () => {
  test('a fill of 10 cm²: area over spacing and length, with underlay', () => {
    const { stitches, lengthMm } = estimateStitches('fill', 1000, 20);
    expect(lengthMm).toBe(usual.fillStitchMm);
    expect(stitches).toBe(Math.round((1000 / (0.4 * 4)) * 1.15));
  });
  test('a column’s stitch is as long as it is wide, within what a machine sews', () => {
    expect(estimateStitches('satin', 90, 3).lengthMm).toBe(3);
    expect(estimateStitches('satin', 90, 0.2).lengthMm).toBe(0.6);
    expect(estimateStitches('satin', 9000, 30).lengthMm).toBe(12);
  });
  test('a run is its length, not its area', () =>
    expect(estimateStitches('run', 50, 0.5)).toEqual({ stitches: 40, lengthMm: 2.5 }));
  test('the smallest dot is one stitch', () => expect(estimateStitches('fill', 0, 1).stitches).toBe(1));
  test('twice the area takes about twice the stitches', () => {
    for (const kind of ['fill', 'satin', 'lettering'] as const) {
      const [one, two] = [400, 800].map((area) => estimateStitches(kind, area, 2).stitches);
      expect(two! / one!).toBeCloseTo(2, 1);
    }
  });
});
