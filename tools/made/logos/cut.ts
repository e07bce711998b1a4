import sharp from 'sharp';
import type { DrawnElement, DrawnLogo } from './truth.ts';

/** A picture as it was painted, and each element's own, all of one size. */
export interface Painted {
  /** Any picture file with clear ground; made to `width` × `rows`. */
  whole: Buffer;
  /** For each element, in the order in which they were painted, a picture file of it alone, `width` × `rows`. */
  alone: readonly Buffer[];
  width: number;
  rows: number;
  mmPerPx: number;
  elements: readonly (Omit<DrawnElement, 'id' | 'isResolvable'> & {
    /** Its thinnest stroke, px. */ thinPx: number;
  })[];
  ground: string;
  isClear: boolean;
  /** Part of the width left around what was painted. */
  margin: number;
  format: DrawnLogo['format'];
  quality: number;
  called: string;
}

/** Cuts a painted picture to what is on it, writes its file, and tells which place shows which element. */
export async function cutOut({ whole, alone, width, rows, mmPerPx, elements, ground, isClear, margin, format, quality, called }: Painted): Promise<DrawnLogo> {
  const ids = new Uint8Array(width * rows);
  const counts = new Uint32Array(256);
  let [left, right, top, bottom] = [width, 0, rows, 0];
  for (const [at, one] of alone.entries()) {
    const data = await sharp(one).ensureAlpha().raw().toBuffer();
    for (let pixel = 0; pixel < ids.length; pixel++) if (data[pixel * 4 + 3]! >= 128) ids[pixel] = at + 1;
  }
  ids.forEach((id, pixel) => {
    counts[id]!++;
    if (!id) return;
    const x = pixel % width;
    const y = (pixel - x) / width;
    [left, right, top, bottom] = [Math.min(left, x), Math.max(right, x), Math.min(top, y), Math.max(bottom, y)];
  });
  const around = Math.round(width * margin);
  const from = { x: Math.max(0, left - around), y: Math.max(0, top - around) };
  const size = { w: Math.min(width, right + 1 + around) - from.x, h: Math.min(rows, bottom + 1 + around) - from.y };
  const isSeen = !isClear || format === 'jpeg';
  let image = sharp(whole).extract({ left: from.x, top: from.y, width: size.w, height: size.h });
  if (isSeen) image = image.flatten({ background: ground });
  const file = await (format === 'png' ? image.png() : format === 'jpeg' ? image.jpeg({ quality }) : image.webp({ quality })).toBuffer();
  const of = new Uint8Array(size.w * size.h);
  for (let y = 0; y < size.h; y++) of.set(ids.subarray((from.y + y) * width + from.x, (from.y + y) * width + from.x + size.w), y * size.w);
  const widthMm = (right - left + 1) * mmPerPx;
  return {
    file, format, widthMm,
    ground: isSeen ? ground : 'clear',
    elements: elements.map(({ thinPx, ...element }, index): DrawnElement => ({
      ...element,
      id: index + 1,
      isResolvable: thinPx >= (format === 'png' ? 2 : 3) && counts[index + 1]! > 60 && counts[index + 1]! * mmPerPx ** 2 > 0.5,
    })),
    ids: { width: size.w, height: size.h, of },
    described: `${called}: ${size.w} × ${size.h} ${format}${format === 'png' ? '' : ` ${quality}`}, ${widthMm.toFixed(0)} mm, ground ${ground}`,
  };
} // prettier-ignore
