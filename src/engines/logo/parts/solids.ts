import type { Part, PartMap } from './parts.ts';
import { distancesToOthers } from './widths.ts';

/** A part with fewer holes than this share of its own area is a solid with something on it, or cut out of it; one with more is a frame. */
const holesUpTo = 0.6;

/** A solid with holes. */
export interface Solid {
  /** Its widest place with the holes filled, working px. */
  widestPx: number;
  /** Whether a pixel of the working picture lies in one of its holes. */
  hasHoleAt: (x: number, y: number) => boolean;
}

/** Which parts are solids with holes, by their id. */
export function solidsOf(parts: readonly Part[], map: PartMap): Map<number, Solid> {
  const found = new Map<number, Solid>();
  for (const part of parts) {
    const solid = solidOf(part, map);
    if (solid) found.set(part.id, solid);
  }
  return found;
}

/** A part within its box and a pixel round it: 1 is the part, 2 what is reached from outside without crossing it, 0 its holes. */
export function maskOf(
  part: Part,
  { of, width }: Pick<PartMap, 'of' | 'width'>,
): { mask: Uint8Array; w: number; h: number } {
  const w = part.right - part.left + 3;
  const h = part.bottom - part.top + 3;
  const mask = new Uint8Array(w * h);
  for (let y = 1; y < h - 1; y++) {
    const row = (part.top + y - 1) * width + part.left - 1;
    for (let x = 1; x < w - 1; x++) if (of[row + x] === part.id) mask[y * w + x] = 1;
  }
  flood(mask, w, 0);
  return { mask, w, h };
}

/** Makes 2 of the zeros that hang together with one of a mask `w` wide, side by side or one above the other; how many they are. */
export function flood(mask: Uint8Array, w: number, from: number): number {
  const open = [from];
  mask[from] = 2;
  let area = 0;
  for (let at = open.pop(); at !== undefined; at = open.pop()) {
    area++;
    const x = at % w;
    for (const there of [x > 0 ? at - 1 : at, x < w - 1 ? at + 1 : at, at - w, at + w])
      if (mask[there] === 0) {
        mask[there] = 2;
        open.push(there);
      }
  }
  return area;
}

function solidOf(part: Part, { of, width }: PartMap): Solid | null {
  const { mask, w, h } = maskOf(part, { of, width });
  if (part.area === (w - 2) * (h - 2) || part.area < 0.2 * w * h) return null;
  let holes = 0;
  for (const value of mask) if (value === 0) holes++;
  if (holes === 0 || holes > holesUpTo * part.area) return null;
  const filled = mask.map((value) => (value === 2 ? 0 : 1));
  const distances = distancesToOthers(filled, w, h);
  let widest = 0;
  for (let at = 0; at < filled.length; at++)
    if (filled[at] && distances[at]! > widest) widest = distances[at]!;
  return {
    widestPx: 2 * widest - 0.5,
    hasHoleAt: (x, y) => {
      const mx = x - part.left + 1;
      const my = y - part.top + 1;
      return mx >= 0 && my >= 0 && mx < w && my < h && mask[my * w + mx] === 0;
    },
  };
}
