import { elementKinds, type ElementKind } from '../element/elements.ts';
import type { DataOf } from '../shape/data-of.ts';
import { count, object, part } from '../shape/parts.ts';
import type { Place, Reading, Region } from '../../engines/logo/index.ts';

const place = object({ x: part, y: part });
const most = 100;

/**
 * What a person put right of a reading, by places on the picture (parts of its width and height), so that it holds when the picture is read again;
 * and how many parts were read. `ground`: the colour that is not sewn, as chosen; null: as it was read.
 */
export const manualCorrectionShape = object({
  parts: count,
  ground: { type: ['string', 'null'], maxLength: 10 },
  kinds: { type: 'array', maxItems: most, items: object({ at: place, kind: { enum: elementKinds } }) },
  joined: {
    type: 'array',
    maxItems: most,
    items: { type: 'array', minItems: 2, maxItems: 20, items: place },
  },
  cut: { type: 'array', maxItems: most, items: place },
});
export type ManualCorrection = DataOf<typeof manualCorrectionShape>;
/** The same, while nothing is counted yet. */
export type CorrectionSet = Omit<ManualCorrection, 'parts'>;

export const noCorrections: CorrectionSet = { ground: null, kinds: [], joined: [], cut: [] };
export const isCorrected = ({ ground, kinds, joined, cut }: CorrectionSet): boolean =>
  ground !== null || kinds.length + joined.length + cut.length > 0;

/** A place that lies in a region: the middle one of its pixels, counted row by row. */
export function placeIn({ map }: Reading, region: number): Place {
  const pixels: number[] = [];
  for (let pixel = 0; pixel < map.of.length; pixel++) if (map.of[pixel] === region) pixels.push(pixel);
  const middle = pixels[Math.floor(pixels.length / 2)] ?? 0;
  return {
    x: ((middle % map.width) + 0.5) / map.width,
    y: (Math.floor(middle / map.width) + 0.5) / map.height,
  };
}

/** The region in which a place lies now; 0: none. */
export const regionAt = ({ map }: Reading, { x, y }: Place): number =>
  map.of[Math.floor(y * map.height) * map.width + Math.floor(x * map.width)] ?? 0;

/** The kinds that were said, by the regions in which their places lie now; of two for one region the newer. */
export function kindsSaid(reading: Reading, { kinds }: CorrectionSet): Map<number, ElementKind> {
  const found = new Map<number, ElementKind>();
  for (const { at, kind } of kinds) {
    const region = regionAt(reading, at);
    if (region) found.set(region, kind);
  }
  return found;
}

/** Where a line of lettering has its widest gap: between letters that stand side by side; null: it has none. */
export function widestGap({ map }: Reading, region: Region): Place | null {
  const inked = new Uint8Array(map.width);
  let [top, bottom] = [map.height, 0];
  for (let pixel = 0; pixel < map.of.length; pixel++) {
    if (map.of[pixel] !== region.id) continue;
    inked[pixel % map.width] = 1;
    top = Math.min(top, Math.floor(pixel / map.width));
    bottom = Math.floor(pixel / map.width);
  }
  let best = { from: 0, wide: 0 };
  for (let x = 1, end = -1; x < map.width; x++) {
    if (!inked[x - 1] && inked[x] && end >= 0 && x - end > best.wide) best = { from: end, wide: x - end };
    if (inked[x - 1] && !inked[x]) end = x;
  }
  if (best.wide === 0) return null;
  return { x: (best.from + best.wide / 2) / map.width, y: (top + bottom + 1) / 2 / map.height };
}

/** How often the reader was put right, of the newest jobs that were read from a picture. */
export interface HowOften {
  logos: number;
  /** Logos of which anything was put right, and of which the ground was. */
  logosPutRight: number;
  grounds: number;
  parts: number;
  partsPutRight: number;
}

/** Counts what was put right: a kind is one part, a line joined or cut another. */
export function howOften(read: readonly ManualCorrection[]): HowOften {
  const sum = (of: (one: ManualCorrection) => number) => read.reduce((all, one) => all + of(one), 0);
  return {
    logos: read.length,
    logosPutRight: read.filter(isCorrected).length,
    grounds: read.filter(({ ground }) => ground !== null).length,
    parts: sum(({ parts }) => parts),
    partsPutRight: sum(({ parts, kinds, joined, cut }) =>
      Math.min(parts, kinds.length + joined.length + cut.length),
    ),
  };
}
