/** A picture as the reader takes it: RGBA, 8 bits each, not premultiplied, row by row from the top left. */
export interface Pixels {
  width: number;
  height: number;
  data: Uint8ClampedArray;
}

/** Longest side the reader works at, px: a sixteenth of a mm each on a 100 mm logo. */
const mostSide = 1600;
/** Smaller pictures are enlarged towards this, so that edges are found between their pixels. */
const leastSide = 1200;
const mostEnlarged = 4;

/** A picture at working size. `scale`: working px per px of the original. */
export interface Working extends Pixels {
  scale: number;
}

/** Brings a picture to working size: larger ones by averaging areas, smaller ones by linear interpolation. */
export function toWorking(picture: Pixels): Working {
  const premultiplied = premultiply(picture);
  return premultiplied ? unmultiply(scaled(premultiplied)) : scaled(picture);
}

/** A picture's pixels as one number each: red in the lowest eight bits, then green, blue, opacity. Read four times as fast; of what does not lie on a word's limit a copy. */
export function wordsOf({ data }: Pick<Pixels, 'data'>): Uint32Array {
  const { buffer, byteOffset, length } = data.byteOffset % 4 === 0 ? data : new Uint8ClampedArray(data);
  return new Uint32Array(buffer, byteOffset, length >> 2);
}

/** Each colour times its opacity, so that what is clear does not tint what lies beside it; null where nothing is clear. */
function premultiply({ width, height, data }: Pixels): Pixels | null {
  const words = wordsOf({ data });
  let clear = 0;
  for (let at = 0; at < words.length; at++) clear |= ~words[at]!;
  if (clear >>> 24 === 0) return null;
  const out = new Uint8ClampedArray(data);
  for (let at = 0; at < data.length; at += 4) {
    const alpha = data[at + 3]!;
    if (alpha === 255) continue;
    for (let k = 0; k < 3; k++) out[at + k] = (data[at + k]! * alpha) / 255;
  }
  return { width, height, data: out };
}

function unmultiply(picture: Working): Working {
  const { data } = picture;
  for (let at = 0; at < data.length; at += 4) {
    const alpha = data[at + 3]!;
    if (alpha > 0 && alpha < 255) for (let k = 0; k < 3; k++) data[at + k] = (data[at + k]! * 255) / alpha;
  }
  return picture;
}

function scaled(picture: Pixels): Working {
  const { width, height, data } = halvedBelow(picture, 2 * mostSide);
  const long = Math.max(width, height);
  const factor = Math.min(mostEnlarged, Math.ceil(leastSide / long));
  if (factor > 1) return enlarge({ width, height, data }, factor);
  const small = long > mostSide ? shrink({ width, height, data }, mostSide / long) : { width, height, data };
  return { ...small, scale: small.width / picture.width };
}

/** The picture at half its size, at a quarter, and so on, until its longer side is less than `side` px; as it is where that is so already. Opacity is averaged like the colours. */
export function halvedBelow(picture: Pixels, side: number): Working {
  // Field by field: a browser's ImageData keeps its own on its prototype.
  const { width, height, data } = picture;
  if (Math.max(width, height) < side) return { width, height, data, scale: 1 };
  const half = halvedBelow(halve(picture), side);
  // Whatever a last column or row that is over leaves.
  return { ...half, scale: half.scale / 2 };
}

/** Every second number of a word: sums of four have room there. */
const seconds = 0x00ff00ff;

/** Half the size by whole numbers, rounded: most of the way down a large picture, and quick. Two numbers of a pixel are added up at once. */
function halve(picture: Pixels): Pixels {
  const { width } = picture;
  const from = wordsOf(picture);
  const w = width >> 1;
  const h = picture.height >> 1;
  const out = new Uint32Array(w * h);
  for (let y = 0, to = 0; y < h; y++)
    for (let x = 0, at = y * 2 * width; x < w; x++, at += 2, to++) {
      const a = from[at]!;
      const b = from[at + 1]!;
      const c = from[at + width]!;
      const d = from[at + width + 1]!;
      const evens = (a & seconds) + (b & seconds) + (c & seconds) + (d & seconds) + 0x00020002;
      const odds =
        ((a >>> 8) & seconds) +
        ((b >>> 8) & seconds) +
        ((c >>> 8) & seconds) +
        ((d >>> 8) & seconds) +
        0x00020002;
      out[to] = ((evens >>> 2) & seconds) | (((odds >>> 2) & seconds) << 8);
    }
  return { width: w, height: h, data: new Uint8ClampedArray(out.buffer) };
}

/** Area averaging: each new pixel is the mean of what it covers, parts of pixels counted as parts. */
function shrink({ width, height, data }: Pixels, wanted: number): Working {
  const w = Math.max(1, Math.round(width * wanted));
  const h = Math.max(1, Math.round(height * wanted));
  // Columns first, line by line, then lines: two passes of one dimension each.
  const narrow = new Float32Array(w * height * 4);
  const xs = spans(width, w);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < w; x++) {
      const { first, shares } = xs[x]!;
      let r = 0,
        g = 0,
        b = 0,
        a = 0;
      for (let k = 0; k < shares.length; k++) {
        const at = (y * width + first + k) * 4;
        const share = shares[k]!;
        r += data[at]! * share;
        g += data[at + 1]! * share;
        b += data[at + 2]! * share;
        a += data[at + 3]! * share;
      }
      const to = (y * w + x) * 4;
      narrow[to] = r;
      narrow[to + 1] = g;
      narrow[to + 2] = b;
      narrow[to + 3] = a;
    }
  }
  const out = new Uint8ClampedArray(w * h * 4);
  const ys = spans(height, h);
  const line = new Float32Array(w * 4);
  for (let y = 0; y < h; y++) {
    line.fill(0);
    const { first, shares } = ys[y]!;
    for (let k = 0; k < shares.length; k++) {
      const from = (first + k) * w * 4;
      const share = shares[k]!;
      for (let i = 0; i < w * 4; i++) line[i]! += narrow[from + i]! * share;
    }
    out.set(line, y * w * 4);
  }
  return { width: w, height: h, data: out, scale: w / width };
}

/** For each of `to` cells: the first of the `from` cells it covers and the share of each. */
function spans(from: number, to: number): { first: number; shares: Float32Array }[] {
  const ratio = from / to;
  return Array.from({ length: to }, (_, index) => {
    const start = index * ratio;
    const end = Math.min(from, start + ratio);
    const first = Math.floor(start);
    const last = Math.min(from - 1, Math.ceil(end) - 1);
    const shares = new Float32Array(last - first + 1);
    for (let at = first; at <= last; at++)
      shares[at - first] = (Math.min(end, at + 1) - Math.max(start, at)) / (end - start);
    return { first, shares };
  });
}

function enlarge({ width, height, data }: Pixels, factor: number): Working {
  const w = width * factor;
  const h = height * factor;
  const out = new Uint8ClampedArray(w * h * 4);
  const place = (index: number, size: number) => {
    const at = Math.min(size - 1, Math.max(0, (index + 0.5) / factor - 0.5));
    const low = Math.floor(at);
    return { low, high: Math.min(size - 1, low + 1), share: at - low };
  };
  const columns = Array.from({ length: w }, (_, x) => place(x, width));
  for (let y = 0; y < h; y++) {
    const row = place(y, height);
    for (let x = 0; x < w; x++) {
      const column = columns[x]!;
      const a = (row.low * width + column.low) * 4;
      const b = (row.low * width + column.high) * 4;
      const c = (row.high * width + column.low) * 4;
      const d = (row.high * width + column.high) * 4;
      const to = (y * w + x) * 4;
      for (let k = 0; k < 4; k++) {
        const top = data[a + k]! + (data[b + k]! - data[a + k]!) * column.share;
        const low = data[c + k]! + (data[d + k]! - data[c + k]!) * column.share;
        out[to + k] = top + (low - top) * row.share;
      }
    }
  }
  return { width: w, height: h, data: out, scale: factor };
}

/**
 * Lays half-transparent pixels on white and tells which are clear: on those nothing is sewn.
 * Changes `picture` in place and returns a mark per pixel (1: clear), or null when none is.
 */
export function flatten({ data }: Pixels): Uint8Array | null {
  let clear: Uint8Array | null = null;
  for (let at = 0; at < data.length; at += 4) {
    const alpha = data[at + 3]!;
    if (alpha === 255) continue;
    if (alpha < 128) (clear ??= new Uint8Array(data.length / 4))[at / 4] = 1;
    // A pixel at the rim keeps its own colour where it counts as sewn: mixed with white it would look like another.
    if (alpha < 128) data[at] = data[at + 1] = data[at + 2] = 255;
    data[at + 3] = 255;
  }
  return clear;
}
