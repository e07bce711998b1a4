/** Width and height, px. */
interface Size {
  width: number;
  height: number;
}

/**
 * Width and height of a PNG, JPEG, WebP or AVIF from its first bytes, so that a picture too large is refused before it is decoded. Null: the head is
 * damaged or is none of these. Sources: PNG (W3C, IHDR chunk), JPEG (ITU-T T.81, SOF), WebP (RFC 9649), AVIF (ISO/IEC 23008-12, ispe box).
 */
export function pictureSize(head: Uint8Array): Size | null {
  const view = new DataView(head.buffer, head.byteOffset, head.byteLength);
  if (head.length >= 24 && view.getUint32(0) === 0x89504e47)
    return { width: view.getUint32(16), height: view.getUint32(20) };
  const is = (at: number, text: string) =>
    [...text].every((letter, index) => head[at + index] === letter.charCodeAt(0));
  if (is(0, 'RIFF') && is(8, 'WEBP')) return webpSize(view, is);
  if (is(4, 'ftypavif')) return avifSize(head, view);
  return jpegSize(head, view);
}

function jpegSize(head: Uint8Array, view: DataView): Size | null {
  if (head.length < 4 || view.getUint16(0) !== 0xffd8) return null;
  for (let at = 2; at + 9 < head.length;) {
    if (head[at] !== 0xff) return null;
    const marker = head[at + 1]!;
    const isFrame = marker >= 0xc0 && marker <= 0xcf && marker !== 0xc4 && marker !== 0xc8 && marker !== 0xcc;
    if (isFrame) return { width: view.getUint16(at + 7), height: view.getUint16(at + 5) };
    at += marker === 0xff ? 1 : 2 + view.getUint16(at + 2);
  }
  return null;
}

/** Lossy, lossless and extended files say it in three ways. */
function webpSize(view: DataView, is: (at: number, text: string) => boolean): Size | null {
  if (view.byteLength < 30) return null;
  if (is(12, 'VP8 ')) return { width: view.getUint16(26, true) & 0x3fff, height: view.getUint16(28, true) & 0x3fff };
  if (is(12, 'VP8L')) {
    const bits = view.getUint32(21, true);
    return { width: (bits & 0x3fff) + 1, height: ((bits >> 14) & 0x3fff) + 1 };
  }
  const three = (at: number) => view.getUint16(at, true) + (view.getUint8(at + 2) << 16) + 1;
  return is(12, 'VP8X') ? { width: three(24), height: three(27) } : null;
} // prettier-ignore

/** The largest of the sizes told: that of the picture itself, its tiles and thumbnails being smaller. */
function avifSize(head: Uint8Array, view: DataView): Size | null {
  let best: Size | null = null;
  for (let at = 4; at + 16 <= head.length; at++) {
    if (view.getUint32(at) !== 0x69737065) continue;
    const size = { width: view.getUint32(at + 8), height: view.getUint32(at + 12) };
    if (!best || size.width * size.height > best.width * best.height) best = size;
  }
  return best;
}
