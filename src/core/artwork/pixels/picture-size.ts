/**
 * Width and height of a PNG or JPEG from its first bytes, so that a picture too large is refused before it is
 * decoded. Null: the head is damaged or is none of the two. Sources: PNG (W3C, IHDR chunk), JPEG (ITU-T T.81, SOF).
 */
export function pictureSize(head: Uint8Array): { width: number; height: number } | null {
  const view = new DataView(head.buffer, head.byteOffset, head.byteLength);
  if (head.length >= 24 && view.getUint32(0) === 0x89504e47)
    return { width: view.getUint32(16), height: view.getUint32(20) };
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
