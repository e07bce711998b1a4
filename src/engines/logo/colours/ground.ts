import { hexOf, lumaOf, roundRgb, type Rgb } from '../../../core/thread/colour.ts';
import { clearLabel } from './labels.ts';

/** Nothing is the ground: the picture is clear there. */
export const clearTone = -1;

/** What is not sewn, and what else it might be. */
export interface Ground {
  /** A tone's index, or {@link clearTone}. */
  ground: number;
  /** A tone's index; null: nothing else is likely. */
  doubt: number | null;
}

/** A picture this far clear was cut out on purpose: what is clear is the ground, wherever it lies. Share of all pixels. */
const clearFrom = 0.01;
/** A band along the rim that is nowhere wider is a frame, or a margin; a wider one is the ground. Share of the shorter side. */
const thinUpTo = 0.1;
/** What lies within a frame must be so large to be the ground. Share of all pixels. */
const wideFrom = 0.12;
/** What lies in corners holds so much of the rim, at least. */
const cornerFrom = 0.04;
/** What is everywhere narrower may be a halo that a coder made along an edge, two px wide and more in corners. From memory. */
const haloUnder = 3;
/** Margins are left in white and its like; frames are drawn in colour. Luma of 255, and the spread of its three values. */
const paper = { luma: 205, spread: 45 } as const;

/**
 * Which tone is not sewn: what the operator said (`asked`: a colour as found, or 'none'), what is clear, or what holds the rim. A thin
 * band along the whole rim may be a frame, which is sewn, or the margin round a filled badge: decided by what lies within it, and told as
 * doubt. `distances`: of every pixel to another label, px.
 */
export function groundOf(
  labels: Uint8Array,
  width: number,
  height: number,
  distances: Float32Array,
  rgbs: readonly Rgb[],
  asked: string,
): Ground {
  if (asked === 'none') return { ground: clearTone, doubt: null };
  if (asked !== 'find')
    return { ground: rgbs.findIndex((rgb) => hexOf(roundRgb(rgb)) === asked), doubt: null };
  const area = new Uint32Array(256);
  for (const label of labels) area[label]!++;
  if (area[clearLabel]! > clearFrom * labels.length) return { ground: clearTone, doubt: null };
  const rim = rimOf(labels, width, height);
  const most = rim.indexOf(Math.max(...rim));
  if (most === clearLabel) return { ground: clearTone, doubt: null };
  const length = 2 * (width + height);
  // A badge that fills the picture leaves its corners free.
  const corner = cornersOf(labels, width, height, most);
  const wide = thinUpTo * Math.min(width, height);
  const widest = widestOf(labels, distances);
  const isHalo = (label: number) => label !== clearLabel && widest[label]! < haloUnder;
  const bandOf = (tone: number) => bandAtRim(labels, distances, width, tone, wide, isHalo);
  if (corner !== null && rim[corner]! > cornerFrom * length) {
    if (corner === clearLabel) return { ground: clearTone, doubt: null };
    if (bandOf(most)) return { ground: corner, doubt: null };
    if (bandOf(corner)) return { ground: most, doubt: null };
    const isCorner = isPaper(rgbs[corner]!) || !isPaper(rgbs[most]!);
    return isCorner ? { ground: corner, doubt: most } : { ground: most, doubt: corner };
  }
  // A blurred rim may be of another colour along a side.
  const isWhole = rim[most]! > 0.55 * length;
  const band = isWhole ? bandOf(most) : null;
  if (band) {
    const { within } = band;
    // Within a frame lies the ground; within the margin round a badge its border, which is as thin as a frame.
    if (within !== null && widest[within]! >= wide && area[within]! > wideFrom * labels.length) {
      const isMargin = isPaper(rgbs[most]!) && !isPaper(rgbs[within]!);
      if (isMargin) return { ground: most, doubt: within };
      return { ground: within, doubt: isPaper(rgbs[within]!) ? null : most };
    }
  }
  if (rim[most]! > 0.6 * length) return { ground: most, doubt: null };
  // The rim is shared: a frame cut by the picture, or a badge that fills it.
  const second = rim.findIndex((count, tone) => tone !== most && count > 0.5 * rim[most]!);
  return { ground: most, doubt: second >= 0 && second !== clearLabel ? second : null };
}

/** A tone other than `most` that holds two corners or more, or null. */
function cornersOf(labels: Uint8Array, width: number, height: number, most: number): number | null {
  const corners = [0, width - 1, (height - 1) * width, height * width - 1].map((at) => labels[at]!);
  const other = corners.find(
    (tone) => tone !== most && corners.filter((there) => there === tone).length >= 2,
  );
  return other ?? null;
}

/** How many pixels of the rim each label holds. */
function rimOf(labels: Uint8Array, width: number, height: number): Uint32Array {
  const counts = new Uint32Array(256);
  for (let x = 0; x < width; x++) {
    counts[labels[x]!]!++;
    counts[labels[(height - 1) * width + x]!]!++;
  }
  for (let y = 0; y < height; y++) {
    counts[labels[y * width]!]!++;
    counts[labels[y * width + width - 1]!]!++;
  }
  return counts;
}

/** The widest place of each label, px. */
function widestOf(labels: Uint8Array, distances: Float32Array): Float32Array {
  const widest = new Float32Array(256);
  for (let at = 0; at < labels.length; at++)
    if (2 * distances[at]! > widest[labels[at]!]!) widest[labels[at]!] = 2 * distances[at]!;
  return widest;
}

/**
 * What of a tone lies at the rim, pieces within left out, as a band: the tone that it touches most on its inner side; null: none. No band, but null, where it is
 * somewhere `wide` px or wider: most grounds are, and are known by it soon. `isHalo`: what a coder makes beside an edge, which is seen through.
 */
function bandAtRim(
  labels: Uint8Array,
  distances: Float32Array,
  width: number,
  tone: number,
  wide: number,
  isHalo: (label: number) => boolean,
): { within: number | null } | null {
  const seen = new Uint8Array(labels.length);
  const counts = new Uint32Array(256);
  const open: number[] = [];
  let widest = 0;
  const visit = (at: number) => {
    if (seen[at]) return;
    if (labels[at] === tone) widest = Math.max(widest, 2 * distances[at]!);
    else if (!isHalo(labels[at]!)) {
      counts[labels[at]!]!++;
      return;
    }
    seen[at] = 1;
    open.push(at);
  };
  for (let x = 0; x < width; x++)
    for (const at of [x, labels.length - 1 - x]) if (labels[at] === tone) visit(at);
  for (let at = open.pop(); at !== undefined && widest < wide; at = open.pop()) {
    const x = at % width;
    if (x > 0) visit(at - 1);
    if (x < width - 1) visit(at + 1);
    if (at >= width) visit(at - width);
    if (at < labels.length - width) visit(at + width);
  }
  if (widest >= wide) return null;
  counts[clearLabel] = 0;
  const most = counts.indexOf(Math.max(...counts));
  return { within: counts[most] ? most : null };
}

const isPaper = (rgb: Rgb): boolean =>
  lumaOf(rgb) > paper.luma && Math.max(...rgb) - Math.min(...rgb) < paper.spread;
