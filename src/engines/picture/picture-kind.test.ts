import sharp from 'sharp';
import { describe, expect, test } from 'vitest';
import { otherKind, pictureKind } from './picture-kind.ts';

const drawn = () => sharp({ create: { width: 9, height: 9, channels: 3, background: '#cf1130' } });
const kindOf = async (file: Promise<Buffer> | Buffer) => pictureKind(new Uint8Array(await file));

describe('a file’s kind by its first bytes, as an image library writes them', () => {
  test('what is read has no way out', async () => {
    for (const [name, file] of [
      ['PNG', drawn().png().toBuffer()],
      ['JPEG', drawn().jpeg().toBuffer()],
      ['WebP', drawn().webp().toBuffer()],
      ['AVIF', drawn().avif({ effort: 0 }).toBuffer()],
    ] as const) {
      const kind = await kindOf(file);
      expect(kind).toMatchObject({ name });
      expect(kind!.way).toBeUndefined();
    }
  });
  test('what is not read is named, with the way out', async () => {
    expect(await kindOf(drawn().gif().toBuffer())).toMatchObject({ name: 'GIF' });
    expect(await kindOf(drawn().tiff().toBuffer())).toMatchObject({ name: 'TIFF' });
    // From the formats' specifications, from memory: ISO/IEC 23008-12 (heic, heix, mif1), BMP, PDF, PostScript.
    for (const [name, head] of [
      ['HEIC', '\0\0\0\x18ftypheic\0\0\0\0'],
      ['HEIC', '\0\0\0\x18ftypmif1\0\0\0\0'],
      ['BMP', 'BM\x36\0\0\0\0\0\0\0\0\0'],
      ['PDF', '%PDF-1.7 .....'],
      ['PostScript', '%!PS-Adobe-3.0 EPSF'],
    ] as const) {
      const kind = await kindOf(Buffer.from(head, 'latin1'));
      expect(kind).toMatchObject({ name });
      expect(otherKind(kind!.name, kind!.way!).message).toContain(`This is a ${name} file`);
    }
  });
  test('anything else is no picture', async () => {
    expect(await kindOf(Buffer.from('no picture at all'))).toBeNull();
    expect(await kindOf(Buffer.alloc(0))).toBeNull();
    // A RIFF that is sound.
    expect(await kindOf(Buffer.from('RIFF\0\0\0\0WAVE'))).toBeNull();
  });
});
