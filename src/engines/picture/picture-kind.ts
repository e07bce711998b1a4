import { UserError } from '../../core/base/user-error.ts';

/** A kind of picture file. `way`: what to do with one that is not read. */
interface PictureKind {
  name: string;
  type: string;
  /** What its first bytes hold: latin letters at a place. */
  holds: readonly (readonly [at: number, text: string])[];
  way?: string;
}

const save = 'Open it where it came from and save it as PNG or JPEG.';

/** The kinds of picture files that are known by their first bytes; those without a way out are read. Sources: the formats' own specifications. */
const pictureKinds: readonly PictureKind[] = [
  { name: 'PNG', type: 'image/png', holds: [[0, '\x89PNG']] },
  { name: 'JPEG', type: 'image/jpeg', holds: [[0, '\xff\xd8\xff']] },
  { name: 'WebP', type: 'image/webp', holds: [[0, 'RIFF'], [8, 'WEBP']] },
  { name: 'AVIF', type: 'image/avif', holds: [[4, 'ftypavif']] },
  { name: 'HEIC', type: 'image/heic', holds: [[4, 'ftyphe']], way: 'Set the phone’s camera to “most compatible”, or share the picture as JPEG.' },
  { name: 'HEIC', type: 'image/heic', holds: [[4, 'ftypmif1']], way: 'Set the phone’s camera to “most compatible”, or share the picture as JPEG.' },
  { name: 'GIF', type: 'image/gif', holds: [[0, 'GIF8']], way: save },
  { name: 'TIFF', type: 'image/tiff', holds: [[0, 'II*\x00']], way: save },
  { name: 'TIFF', type: 'image/tiff', holds: [[0, 'MM\x00*']], way: save },
  { name: 'BMP', type: 'image/bmp', holds: [[0, 'BM']], way: save },
  { name: 'PDF', type: 'application/pdf', holds: [[0, '%PDF']], way: 'Save its page as SVG or PNG, at least 2000 pixels wide.' },
  { name: 'PostScript', type: 'application/postscript', holds: [[0, '%!PS']], way: 'Save it as SVG or PNG, at least 2000 pixels wide.' },
]; // prettier-ignore

/** What a file is by its first bytes, at least twelve; null: none of them. */
export function pictureKind(head: Uint8Array): PictureKind | null {
  const text = String.fromCharCode(...head.subarray(0, 32));
  return pictureKinds.find(({ holds }) => holds.every(([at, held]) => text.startsWith(held, at))) ?? null;
}

/** Names a file of a kind that is not read, with the way out. */
export const otherKind = (name: string, way: string) =>
  new UserError('PictureOfOtherKind', `This is a ${name} file, which is not read here. ${way}`);
