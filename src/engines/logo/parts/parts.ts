import { median } from 'simple-statistics';

/** A connected piece of one tone, all lengths in working px. */
export interface Part {
  /** Its number in the `of` map, from 1. */
  id: number;
  tone: number;
  area: number;
  left: number;
  top: number;
  right: number;
  bottom: number;
  /** Typical width of its strokes: the median along their middles. */
  strokePx: number;
  /** Width of its stems: hairlines between them count for little. */
  stemPx: number;
  /** Widest place. */
  widestPx: number;
  /** Width of its thinnest strokes, as hairlines between stems: a tenth of its level middles are narrower. */
  narrowPx: number;
  /** Left and right end of each of its rows from `top` on, for turning it: x0, x1, x0, x1 … */
  rows: Int32Array;
  /** First row of each of its columns from `left` on. */
  tops: Int32Array;
}

/** Which part each pixel of the working picture belongs to; 0: none. */
export interface PartMap {
  of: Uint32Array;
  width: number;
  height: number;
}

export interface Parts {
  parts: Part[];
  /** Per pixel the id of its part; 0: ground, or too small to count. */
  of: Uint32Array;
}

/** Width of a stroke at a pixel of its middle, finer than pixels; `about`: what whole pixels say. Null: not told there. */
export type WidthAt = (pixel: number, about: number) => number | null;

/**
 * Splits each tone but the ground into connected parts (neighbours at corners too), drops those under `leastArea`
 * px, and measures their strokes with `distances` (to the nearest pixel of another tone), finer with `widthAt`.
 */
export function splitParts(
  labels: Uint8Array,
  width: number,
  height: number,
  distances: Float32Array,
  isGround: (label: number) => boolean,
  leastArea: number,
  widthAt: WidthAt = () => null,
): Parts {
  const { roots, of } = connect(labels, width, height, isGround);
  const found = new Map<number, Part>();
  for (let pixel = 0; pixel < of.length; pixel++) {
    if (of[pixel] === 0) continue;
    const root = find(roots, of[pixel]!);
    of[pixel] = root;
    const x = pixel % width;
    const y = (pixel - x) / width;
    const part = found.get(root);
    if (!part) {
      found.set(root, {
        id: root,
        tone: labels[pixel]!,
        area: 1,
        left: x,
        top: y,
        right: x,
        bottom: y,
        strokePx: 0,
        stemPx: 0,
        widestPx: 0,
        narrowPx: 0,
        rows: new Int32Array(0),
        tops: new Int32Array(0),
      });
      continue;
    }
    part.area++;
    if (x < part.left) part.left = x;
    if (x > part.right) part.right = x;
    part.bottom = y;
  }
  const parts = [...found.values()].filter((part) => part.area >= leastArea);
  const number = new Map(parts.map((part, index) => [part.id, index + 1]));
  for (let pixel = 0; pixel < of.length; pixel++) if (of[pixel]) of[pixel] = number.get(of[pixel]!) ?? 0;
  parts.forEach((part, index) => (part.id = index + 1));
  measure(parts, of, width, height, distances, widthAt);
  return { parts, of };
}

function find(roots: number[], one: number): number {
  while (roots[one] !== one) one = roots[one] = roots[roots[one]!]!;
  return one;
}

/** Union-find over the rows: each pixel takes the number of a neighbour already seen, and unequal ones are joined. */
function connect(labels: Uint8Array, width: number, height: number, isGround: (label: number) => boolean) {
  const of = new Uint32Array(width * height);
  const roots = [0];
  const ground = Array.from({ length: 256 }, (_, label) => isGround(label));
  const join = (mine: number, there: number): number => {
    const other = find(roots, of[there]!);
    if (mine === 0 || mine === other) return other;
    const low = Math.min(mine, other);
    roots[Math.max(mine, other)] = low;
    return low;
  };
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const pixel = y * width + x;
      const label = labels[pixel]!;
      if (ground[label]) continue;
      const up = y > 0 && labels[pixel - width] === label;
      let mine = up ? find(roots, of[pixel - width]!) : 0;
      if (x > 0 && labels[pixel - 1] === label) mine = join(mine, pixel - 1);
      // Corners matter only where the pixel above does not join them already.
      if (!up && y > 0) {
        if (x > 0 && labels[pixel - width - 1] === label) mine = join(mine, pixel - width - 1);
        if (x < width - 1 && labels[pixel - width + 1] === label) mine = join(mine, pixel - width + 1);
      }
      of[pixel] = mine || roots.push(roots.length) - 1;
    }
  }
  return { roots, of };
}

function measure(
  parts: Part[],
  of: Uint32Array,
  width: number,
  height: number,
  distances: Float32Array,
  widthAt: WidthAt,
): void {
  const middles: number[][] = parts.map(() => []);
  const isMiddleAt = new Uint8Array(width * height);
  for (const part of parts) {
    part.tops = new Int32Array(part.right - part.left + 1).fill(-1);
    part.rows = new Int32Array((part.bottom - part.top + 1) * 2);
    for (let row = 0; row < part.rows.length; row += 2) {
      part.rows[row] = 1 << 30;
      part.rows[row + 1] = -1;
    }
  }
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const pixel = y * width + x;
      if (of[pixel] === 0) continue;
      const part = parts[of[pixel]! - 1]!;
      const row = (y - part.top) * 2;
      if (part.tops[x - part.left] === -1) part.tops[x - part.left] = y;
      if (x < part.rows[row]!) part.rows[row] = x;
      if (x > part.rows[row + 1]!) part.rows[row + 1] = x;
      const d = distances[pixel]!;
      if (d * 2 > part.widestPx) part.widestPx = d * 2;
      const isMiddle =
        (x === 0 || d >= distances[pixel - 1]!) &&
        (x === width - 1 || d >= distances[pixel + 1]!) &&
        (y === 0 || d >= distances[pixel - width]!) &&
        (y === height - 1 || d >= distances[pixel + width]!);
      if (!isMiddle) continue;
      middles[part.id - 1]!.push(pixel);
      isMiddleAt[pixel] = 1;
    }
  }
  const level = levelMiddles(parts, of, width, height, distances, isMiddleAt);
  for (const part of parts) {
    const mine = middles[part.id - 1]!;
    const sorted = Float32Array.from(mine, (pixel) => distances[pixel]!).sort();
    // From centre to the centre of the first other pixel, both ways: one px too much when the width is odd, none
    // when it is even; half a px on average.
    const wide = (d: number) => Math.max(0.5, 2 * d - 0.5);
    part.widestPx = wide(part.widestPx / 2);
    // The middle of a compact part is a point; its corners would make up most of the "middles".
    const compact = part.area < 2.5 * part.widestPx ** 2;
    const finer = (d: number) => finerWidth(mine, distances, d, wide, widthAt);
    const [usual, stem] = [sorted[Math.floor(sorted.length / 2)] ?? 0.5, byWidth(sorted, 0.5)];
    part.strokePx = compact ? part.widestPx : finer(usual);
    part.stemPx = compact || stem === usual ? part.strokePx : finer(stem);
    const strokes = Float32Array.from(level[part.id - 1]!).sort();
    const thinnest = strokes[Math.floor(strokes.length / 10)];
    const isOfStems = compact || thinnest === undefined || thinnest === stem;
    part.narrowPx = isOfStems ? part.stemPx : Math.min(part.stemPx, finer(thinnest));
  }
}

/** A width is measured anew at so many middles of a part, which by whole pixels are as wide to within so much, px. */
const placesAnew = 24;
const asWidePx = 0.6;

/** A width by whole pixels, and what finer ones differ from theirs at places that are about as far as `d` from the edge, in their middle. */
function finerWidth(middles: readonly number[], distances: Float32Array, d: number, wide: (d: number) => number, widthAt: WidthAt): number {
  const alike = middles.filter((pixel) => Math.abs(distances[pixel]! - d) <= asWidePx);
  const every = Math.max(1, Math.floor(alike.length / placesAnew));
  const differ = alike.filter((_, at) => at % every === 0).flatMap((pixel) => {
    const about = wide(distances[pixel]!);
    const finer = widthAt(pixel, about);
    return finer === null ? [] : finer - about;
  });
  return differ.length < 3 ? wide(d) : Math.max(0.5, wide(d) + median(differ));
} // prettier-ignore

/** From one middle to the next a stroke's width changes by less, px; towards a corner it runs out to nothing. */
const levelWithin = 0.3;

/** The middles of strokes that keep their width, by part. */
function levelMiddles(
  parts: readonly Part[],
  of: Uint32Array,
  width: number,
  height: number,
  distances: Float32Array,
  isMiddleAt: Uint8Array,
): number[][] {
  const found: number[][] = parts.map(() => []);
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1; x < width - 1; x++) {
      const pixel = y * width + x;
      if (!isMiddleAt[pixel]) continue;
      let level = 0;
      for (let dy = -width; dy <= width; dy += width)
        for (let dx = -1; dx <= 1; dx++) {
          const there = pixel + dy + dx;
          if (
            there !== pixel &&
            isMiddleAt[there] &&
            Math.abs(distances[there]! - distances[pixel]!) < levelWithin
          )
            level++;
        }
      if (level >= 2) found[of[pixel]! - 1]!.push(distances[pixel]!);
    }
  }
  return found;
}

/** The value at a share of sorted ones, each counting as much as it is large. */
function byWidth(sorted: Float32Array, share: number): number {
  const total = sorted.reduce((sum, value) => sum + value, 0);
  let below = 0;
  for (const value of sorted) {
    below += value;
    if (below >= share * total) return value;
  }
  return 0.5;
}
