import { alphabet, holesOf, plainLetters, type Stroke } from './alphabet.ts';
import { reachOf } from '../letters/reach.ts';
import { flood, maskOf } from '../parts/solids.ts';
import { wholeLetter } from '../letters/letters.ts';
import type { Part, PartMap } from '../parts/parts.ts';

/** Of a part lies at most such a share off a letter's strokes, and of its strokes off the part. This and what follows: from memory, then tried on thirteen typefaces and on pictograms. */
const mostOff = { usual: 0.12, plain: 0.08 } as const;
/** A stroke may be drawn so far from where it is written, heights. */
const looseness = 0.06;
/** Feet and heads may have serifs of such a size, heights. */
const serif = { long: 0.2, high: 0.07 } as const;
/** Widths of letters, in heights. */
const wide = { least: 0.27, most: 1.7 } as const;
/** Letters in serif faces stand on feet wider than they are: how far in the outer stems stand, of the width. */
const footings = [0, 0.15] as const;
/** Half a stroke's width in heights: what is heavier is a shape. */
const heaviest = 0.16;
/** A part's area as a share of what its letter's strokes come to: joints are counted twice, hairlines as if they were stems. */
const fullness = { least: 0.5, most: 1.2, withSerifs: 1.6 } as const;
/** Hairlines are so thin beside the stems. */
const hairline = 0.6;
/** Of each single stroke so much may be missing: without its tail a Q is a ring. */
const mostMissing = 0.25;
/** Holes smaller than this across, in strokes, are dirt. */
const leastHole = 0.3;
/** About so many places of a part are looked at. */
const places = 500;

/** How a letter was recognised: which, and the tilt it stands at, radians. */
interface Recognised {
  letter: string;
  angle: number;
}

/**
 * The letter in the middle of a ring or a field, as a monogram is, or null. `tilts`: at which it may stand, radians. Of pictograms one in four or five is taken
 * for a letter, so it is asked only of what stands where letters do.
 */
export function letterOf(part: Part, map: PartMap, tilts: readonly number[]): Recognised | null {
  let best: Recognised | null = null;
  const holes = holesIn(part, map);
  if (holes > 2) return null;
  let least = 1;
  for (const angle of tilts) {
    const seen = seenAt(part, map, angle);
    if (seen.half > heaviest || seen.aspect < wide.least || seen.aspect > wide.most) continue;
    // Faces of thick stems and hairlines draw their level strokes with hairlines.
    const levels = seen.thin < hairline * seen.half ? [seen.half, seen.thin] : [seen.half];
    for (const written of alphabet) {
      if (!(holesOf[written.letter] ?? [0]).includes(holes)) continue;
      const limit = plainLetters.includes(written.letter) ? mostOff.plain : mostOff.usual;
      for (const level of levels)
        for (const left of footings)
          for (const right of footings) {
            const off = offBy(seen, placed(written.strokes, seen, left, right, level), least * limit) / limit;
            if (off < least) [best, least] = [{ letter: written.letter, angle }, off];
          }
    }
  }
  return best;
}

/** How many holes a part has, dirt apart. */
function holesIn(part: Part, map: PartMap): number {
  const { mask, w } = maskOf(part, map);
  const least = (leastHole * part.stemPx) ** 2;
  let found = 0;
  for (let start = 0; start < mask.length; start++)
    if (mask[start] === 0 && flood(mask, w, start) >= least) found++;
  return found;
}

/** A part in a letter's own frame: heights, from its left and its head. */
interface Seen {
  /** Width in heights. */
  aspect: number;
  /** Half of its stems' width, heights. */
  half: number;
  /** Half of its hairlines' width. */
  thin: number;
  /** Squared heights. */
  area: number;
  xs: Float64Array;
  ys: Float64Array;
  /** Whether the part is at a place, or near it. */
  isNear: (x: number, y: number) => boolean;
}

function seenAt(part: Part, { of, width, height }: PartMap, angle: number): Seen {
  const whole = wholeLetter(part);
  const down = reachOf(whole, { is: 'straight', angle });
  const along = reachOf(whole, { is: 'straight', angle: angle - Math.PI / 2 });
  const high = down.low - down.high;
  const [sin, cos] = [Math.sin(angle), Math.cos(angle)];
  const step = Math.max(1, Math.floor(Math.sqrt(part.area / places)));
  const xs: number[] = [];
  const ys: number[] = [];
  for (let y = part.top + (step >> 1); y <= part.bottom; y += step)
    for (let x = part.left + (step >> 1); x <= part.right; x += step) {
      if (of[y * width + x] !== part.id) continue;
      xs.push(((x + 0.5) * cos + (y + 0.5) * sin - along.high) / high);
      ys.push(((y + 0.5) * cos - (x + 0.5) * sin - down.high) / high);
    }
  const isAt = (u: number, v: number): boolean => {
    const [a, b] = [u * high + along.high, v * high + down.high];
    const [x, y] = [Math.floor(a * cos - b * sin), Math.floor(a * sin + b * cos)];
    return x >= 0 && y >= 0 && x < width && y < height && of[y * width + x] === part.id;
  };
  const around = [0, looseness / 2, looseness].flatMap((far) =>
    [0, 1, 2, 3, 4, 5, 6, 7].map(
      (k) => [far * Math.cos((k * Math.PI) / 4), far * Math.sin((k * Math.PI) / 4)] as const,
    ),
  );
  return {
    aspect: (along.low - along.high) / high,
    half: part.stemPx / 2 / high,
    thin: Math.min(part.narrowPx, part.stemPx) / 2 / high,
    area: part.area / high ** 2,
    xs: Float64Array.from(xs),
    ys: Float64Array.from(ys),
    isNear: (x, y) => around.some(([dx, dy]) => isAt(x + dx, y + dy)),
  };
}

/** A letter's strokes in the frame of what is seen: pieces as x, y, x, y; and where serifs may be. */
type Piece = readonly [number, number, number, number];
interface Placed {
  strokes: readonly (readonly Piece[])[];
  ends: readonly (readonly [number, number])[];
}

function placed(
  strokes: readonly Stroke[],
  { aspect, half }: Seen,
  left: number,
  right: number,
  level: number,
): Placed {
  // What is thicker than the letter is wide leaves its strokes no way across.
  const inX = Math.min(half, 0.4 * aspect);
  const inY = Math.min(level, 0.4);
  const from = inX + left * aspect;
  const across = Math.max(0.01, aspect - 2 * inX - (left + right) * aspect);
  const at = ([x, y]: readonly [number, number]) => [from + x * across, inY + y * (1 - 2 * inY)] as const;
  const pieces = strokes.map((stroke) =>
    stroke.slice(1).map((point, k) => [...at(stroke[k]!), ...at(point)] as const),
  );
  const ends = strokes.flatMap((stroke) =>
    stroke
      .filter((point, k) => k === 0 || k === stroke.length - 1 || point[1] === 0 || point[1] === 1)
      .map(at),
  );
  return { strokes: pieces, ends };
}

/** How far a part and a letter's strokes are apart: the share of the part that lies off them, and of them off the part. */
function offBy({ xs, ys, half, area, isNear }: Seen, { strokes, ends }: Placed, most: number): number {
  const pieces = strokes.flat();
  const long = pieces.reduce((sum, [x0, y0, x1, y1]) => sum + Math.hypot(x1 - x0, y1 - y0), 0);
  // Each stroke goes on by half its width beyond its ends.
  const whole = (long + 2 * half * strokes.length) * 2 * half;
  if (area < fullness.least * whole || area > fullness.withSerifs * whole) return 1;
  let bare = 0;
  let points = 0;
  for (const stroke of strokes) {
    const seen = stroke.flatMap(([x0, y0, x1, y1]) => {
      const count = Math.max(1, Math.round(Math.hypot(x1 - x0, y1 - y0) / 0.05));
      return Array.from({ length: count }, (_, k) =>
        isNear(x0 + ((k + 0.5) / count) * (x1 - x0), y0 + ((k + 0.5) / count) * (y1 - y0)),
      );
    });
    const missing = seen.filter((is) => !is).length;
    if (missing > mostMissing * seen.length) return 1;
    bare += missing;
    points += seen.length;
  }
  const unseen = bare / points;
  if (unseen >= most) return unseen;
  let [off, serifs] = [0, 0];
  for (let k = 0; k < xs.length; k++) {
    const [x, y] = [xs[k]!, ys[k]!];
    const away = pieces.reduce((least, piece) => Math.min(least, squaredTo(piece, x, y)), Infinity);
    if (away < half ** 2) continue;
    const isSerif = ends.some(
      ([ex, ey]) => Math.abs(x - ex) < half + serif.long && Math.abs(y - ey) < half + serif.high,
    );
    if (isSerif) serifs++;
    else if (away >= (half + looseness) ** 2) off++;
    if (off / xs.length + unseen >= most) return 1;
  }
  if (area * (1 - serifs / xs.length) > fullness.most * whole) return 1;
  return unseen + off / xs.length;
}

function squaredTo([x0, y0, x1, y1]: Piece, x: number, y: number): number {
  const [dx, dy] = [x1 - x0, y1 - y0];
  const long = dx * dx + dy * dy;
  const share = long === 0 ? 0 : Math.max(0, Math.min(1, ((x - x0) * dx + (y - y0) * dy) / long));
  return (x - x0 - share * dx) ** 2 + (y - y0 - share * dy) ** 2;
}
