import { distanceFromMixture, lumaOf, type Rgb } from '../../../core/thread/colour.ts';
import { contactsOf } from './contacts.ts';
import type { Pixels } from '../../picture/index.ts';
import type { Part, Parts } from './parts.ts';

/** Luma of a mixture may lie outside its two by so much, of 255. */
const lumaSlack = 14;
/** Chroma of a mixture lies so near the line between its two, RGB units. */
const chromaWithin = 26;
/** JPEG keeps colour by blocks of sixteen pixels: a tint with its neighbour's luma reaches so far, px of the picture. */
const bleedPx = 9;

/** What is left of a colour without its luma. */
const chromaOf = (rgb: Rgb): Rgb => {
  const luma = lumaOf(rgb);
  return [rgb[0] - luma, rgb[1] - luma, rgb[2] - luma];
};

/**
 * Gives strips of mixed colour between two others to the one of them that they are more like: rims, and the tint that JPEG lays beside them.
 * Changes `labels`; says whether anything was changed. `rimPx`: how wide rims are, `scale`: working px per px of the picture.
 */
export function absorbSlivers(
  { parts, of }: Parts,
  labels: Uint8Array,
  { width, height, data }: Pixels,
  rgbs: readonly Rgb[],
  ground: { label: number; rgb: Rgb },
  { rimPx, scale }: { rimPx: number; scale: number },
): boolean {
  const rim = Math.max(1.5, scale * (1.2 + 0.8 * rimPx));
  const thin = parts.filter((part) => part.widestPx <= Math.max(rim, bleedPx * scale));
  if (thin.length === 0) return false;
  const contacts = contactsOf(of, width, height);
  const byId = new Map(parts.map((part) => [part.id, part]));
  const seen = meansOf(thin, of, data, width);
  const to = new Map<number, number>();
  const besides = (part: Part) => neighbours(contacts.get(part.id), byId, rgbs, ground);
  for (const part of thin) {
    const [one, other] = besides(part);
    if (!one || !other || one.area < part.area || other.area < part.area) continue;
    if (one.label === part.tone || other.label === part.tone) continue;
    const rgb = seen.get(part.id)!;
    if (other.count < 0.15 * one.count) {
      // A stroke too thin to reach its letter's full colour is the letter's.
      const isThinner = part.widestPx <= rim && isMixed(part, rgb, one.rgb, other.rgb, rim);
      if (isThinner || goesOn(part, rgb, other.piece, other.rgb)) to.set(part.id, other.label);
    } else if (isMixed(part, rgb, one.rgb, other.rgb, rim)) {
      to.set(part.id, nearer(rgb, one.rgb, other.rgb) ? one.label : other.label);
    }
  }
  for (const part of restOfMixtures(parts, to, 2 * rim)) {
    const near = besides(part).filter(({ label }) => label !== part.tone);
    const rgb = rgbs[part.tone]!;
    if (near.length > 0) to.set(part.id, near.reduce((best, each) => (nearer(rgb, best.rgb, each.rgb) ? best : each)).label); // prettier-ignore
  }
  if (to.size === 0) return false;
  for (let pixel = 0; pixel < of.length; pixel++) {
    const label = to.get(of[pixel]!);
    if (label !== undefined) labels[pixel] = label;
  }
  return true;
}

/** What lies beside a part: a colour, how much of it, the piece that it touches most, and the largest piece's area. The ground has no piece. */
interface Neighbour {
  label: number;
  rgb: Rgb;
  count: number;
  area: number;
  piece: Part | undefined;
}

/** The colours that a part touches, the most first: pieces of one colour count together. */
function neighbours(
  touched: ReadonlyMap<number, number> | undefined,
  byId: ReadonlyMap<number, Part>,
  rgbs: readonly Rgb[],
  ground: { label: number; rgb: Rgb },
): Neighbour[] {
  const found = new Map<number, Neighbour>();
  for (const [id, count] of [...(touched ?? [])].sort((a, b) => b[1] - a[1])) {
    const piece = byId.get(id);
    const label = piece ? piece.tone : ground.label;
    const rgb = piece ? rgbs[label]! : ground.rgb;
    const area = piece?.area ?? Infinity;
    const known = found.get(label);
    if (!known) found.set(label, { label, rgb, count, area, piece });
    else {
      known.count += count;
      known.area = Math.max(known.area, area);
    }
  }
  return [...found.values()].sort((a, b) => b.count - a.count);
}

/** A colour of which so much proved a mixture is one wherever it is thin. Share of its area. From memory. */
const mostlyMixed = 0.5;

/** What is left of colours that are mixtures for the most part, and nowhere wider than `most`, px. */
function restOfMixtures(parts: readonly Part[], given: ReadonlyMap<number, number>, most: number): Part[] {
  const sums = new Map<number, { all: number; given: number; widest: number }>();
  for (const part of parts) {
    const sum = sums.get(part.tone) ?? { all: 0, given: 0, widest: 0 };
    sum.all += part.area;
    sum.widest = Math.max(sum.widest, part.widestPx);
    if (given.has(part.id)) sum.given += part.area;
    sums.set(part.tone, sum);
  }
  return parts.filter((part) => {
    const sum = sums.get(part.tone)!;
    return !given.has(part.id) && sum.widest <= most && sum.given > mostlyMixed * sum.all;
  });
}

/** Whether a piece goes on a line of another colour, as wide and as dark: JPEG keeps a thin line's light, and loses its colour. */
function goesOn(part: Part, rgb: Rgb, line: Part | undefined, lineRgb: Rgb): boolean {
  if (!line) return false;
  const width = part.strokePx / line.strokePx;
  return width < 1.5 && width > 0.5 && Math.abs(lumaOf(rgb) - lumaOf(lineRgb)) < 2 * lumaSlack;
}

/** The colour that each part really has, by its id. */
function meansOf(
  parts: readonly Part[],
  of: Uint32Array,
  data: Uint8ClampedArray,
  width: number,
): Map<number, Rgb> {
  const found = new Map<number, Rgb>();
  for (const part of parts) {
    let [r, g, b, count] = [0, 0, 0, 0];
    for (let y = part.top; y <= part.bottom; y++) {
      const row = 2 * (y - part.top);
      for (let x = part.rows[row]!; x <= part.rows[row + 1]!; x++) {
        const pixel = y * width + x;
        if (of[pixel] !== part.id) continue;
        r += data[pixel * 4]!;
        g += data[pixel * 4 + 1]!;
        b += data[pixel * 4 + 2]!;
        count++;
      }
    }
    found.set(part.id, [r / count, g / count, b / count]);
  }
  return found;
}

function isMixed(part: Part, rgb: Rgb, one: Rgb, other: Rgb, rim: number): boolean {
  const luma = lumaOf(rgb);
  const [low, high] = [lumaOf(one), lumaOf(other)].sort((a, b) => a - b) as [number, number];
  if (luma < low - lumaSlack || luma > high + lumaSlack) return false;
  if (distanceFromMixture(chromaOf(rgb), chromaOf(one), chromaOf(other)) > chromaWithin) return false;
  if (part.widestPx <= rim) return true;
  return Math.min(luma - low, high - luma) < lumaSlack;
}

const nearer = (rgb: Rgb, one: Rgb, other: Rgb) => {
  const far = (to: Rgb) =>
    2 * Math.abs(lumaOf(rgb) - lumaOf(to)) + Math.hypot(...rgb.map((value, k) => value - to[k]!));
  return far(one) <= far(other);
};
