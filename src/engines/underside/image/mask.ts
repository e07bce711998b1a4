/** Which pixels of a picture are of something, 32 to a word: large pictures are gone through in a thirtieth of the time. */
export interface Mask {
  width: number;
  height: number;
  /** Words to a row. */
  stride: number;
  /** Pixel x of row y is bit x % 32, from the lowest, of [y * stride + (x >> 5)]; bits beyond the width are 0. */
  words: Uint32Array;
}

export function emptyMask(width: number, height: number): Mask {
  const stride = (width + 31) >> 5;
  return { width, height, stride, words: new Uint32Array(stride * height) };
}

/** The pixels, row by row, whose value is less than a limit. */
export function below(values: Float32Array, limit: number, width: number): Mask {
  const mask = emptyMask(width, values.length / width);
  const { stride, words, height } = mask;
  for (let y = 0; y < height; y++)
    for (let word = 0; word < stride; word++) {
      const start = y * width + 32 * word;
      const end = Math.min(start + 32, (y + 1) * width);
      let bits = 0;
      for (let at = start; at < end; at++) if (values[at]! < limit) bits |= 1 << (at - start);
      words[y * stride + word] = bits;
    }
  return mask;
}

/** Those of a row's last word that are of the picture. */
const lastWord = (width: number) => (width % 32 === 0 ? 0xffffffff : (1 << (width % 32)) - 1);

/** All pixels that are of none of some masks of one size. */
export function noneOf(masks: readonly [Mask, ...Mask[]]): Mask {
  const { width, height, stride } = masks[0];
  const none = emptyMask(width, height);
  const own = none.words;
  for (const { words } of masks) for (let at = 0; at < own.length; at++) own[at]! |= words[at]!;
  for (let at = 0; at < own.length; at++) own[at] = ~own[at]!;
  clip(own, stride, width);
  return none;
}

function clip(words: Uint32Array, stride: number, width: number): void {
  const last = lastWord(width);
  for (let at = stride - 1; at < words.length; at += stride) words[at]! &= last;
}

/** Sets pixels `from` to `to` of a row, the last one left out. */
export function fill({ stride, words }: Mask, row: number, from: number, to: number): void {
  const [first, last] = [from >> 5, (to - 1) >> 5];
  for (let word = first; word <= last; word++) {
    const low = word === first ? 0xffffffff << (from & 31) : 0xffffffff;
    const high = word === last ? 0xffffffff >>> (31 - ((to - 1) & 31)) : 0xffffffff;
    words[row * stride + word]! |= low & high;
  }
}

/** Where a value comes next in a row, from pixel `x` on; the width where it does not. */
export function nextOf({ width, stride, words }: Mask, row: number, value: 0 | 1, x: number): number {
  if (x >= width) return width;
  const flip = value === 1 ? 0 : 0xffffffff;
  const base = row * stride;
  let word = x >> 5;
  let bits = (words[base + word]! ^ flip) & (0xffffffff << (x & 31));
  while (bits === 0) {
    if (++word === stride) return width;
    bits = words[base + word]! ^ flip;
  }
  return Math.min(width, word * 32 + 31 - Math.clz32(bits & -bits));
}

/** The mask and all within `radius` px of it, up, down and to both sides: a square about each of its pixels. */
export function spread(mask: Mask, radius: number): Mask {
  const { width, height, stride } = mask;
  let words = mask.words;
  // What is spread by n already is spread by n + 1 more in one step: at the picture's rim, where half of it is cut off, further would leave a gap.
  for (let by = 0; by < radius;) {
    const step = Math.min(radius - by, by + 1, 31);
    words = spreadDown(spreadAcross(words, stride, step), stride, step);
    clip(words, stride, width);
    by += step;
  }
  return { width, height, stride, words };
}

function spreadAcross(words: Uint32Array, stride: number, step: number): Uint32Array {
  const out = new Uint32Array(words.length);
  const rest = 32 - step;
  for (let start = 0; start < words.length; start += stride) {
    let before = 0;
    let own = words[start]!;
    for (let at = start; at < start + stride; at++) {
      const after = at + 1 < start + stride ? words[at + 1]! : 0;
      out[at] = own | (own << step) | (before >>> rest) | (own >>> step) | (after << rest);
      before = own;
      own = after;
    }
  }
  return out;
}

function spreadDown(words: Uint32Array, stride: number, step: number): Uint32Array {
  const out = Uint32Array.from(words);
  const far = step * stride;
  for (let at = far; at < words.length; at++) {
    out[at]! |= words[at - far]!;
    out[at - far]! |= words[at]!;
  }
  return out;
}

/** The mask without what is thinner than `radius` on each side: threads that hang from a column are cut off it. Beyond the picture it goes on. */
export const opened = (mask: Mask, radius: number): Mask =>
  spread(noneOf([spread(noneOf([mask]), radius)]), radius);
