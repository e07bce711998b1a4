import { colourDifference, distanceFromMixture, sameThread, type Rgb } from '../../../core/thread/colour.ts';
import { coresBeside } from './cores.ts';
import { binOf, nearestTable } from './labels.ts';
import type { Pixels } from '../../picture/index.ts';
import { strokesBeside } from './ridges.ts';
import { noTone, toneMap } from './tone-map.ts';

/** A colour of the picture. `share`: its share of the pixels that are clearly of one colour. */
export interface Tone {
  rgb: Rgb;
  share: number;
}

/** Neighbours that differ by less are one colour: above JPEG's noise, below any edge. */
const flatBelow = 14;
/** A colour this near the line between two others may be their mixture, RGB units. */
const mixtureWithin = 34;
/** JPEG tints the ground round a shape by up to this (CIEDE2000). */
const fringeWithin = 18;
const mostTones = 24;

interface Cluster {
  sum: [number, number, number];
  count: number;
}

const mean = ({ sum, count }: Cluster): Rgb => [sum[0] / count, sum[1] / count, sum[2] / count];

/**
 * The colours a picture was drawn with, most frequent first. Anti-aliased rims and JPEG noise are not colours:
 * what is flat counts first; what is neither near a found colour nor a mixture of two is added (thin lines have
 * no flat inside); what is a mixture and nowhere wider than a rim is dropped; small flat spots of another colour are added, and thin strokes of one.
 */
export function findTones(picture: Pixels, clear: Uint8Array | null): Tone[] {
  const flat = flatBins(picture, clear);
  const least = Math.max(8, flat.total * 0.0002);
  const clusters = merge(flat.bins, least);
  addThinOnes(picture, clear, clusters, Math.max(8, picture.width * picture.height * 0.0001));
  dropRims(picture, clear, clusters);
  for (const [r, g, b] of coresBeside(picture, clear, clusters.map(mean)))
    clusters.push({ sum: [r, g, b], count: 1 });
  for (const [r, g, b] of strokesBeside(picture, clear, clusters.map(mean))) clusters.push({ sum: [r, g, b], count: 1 }); // prettier-ignore
  const total = clusters.reduce((sum, cluster) => sum + cluster.count, 0);
  return clusters
    .sort((a, b) => b.count - a.count)
    .slice(0, mostTones)
    .map((cluster) => ({ rgb: mean(cluster), share: cluster.count / total }));
}

/** Flat pixels counted in bins of 8 × 8 × 8 levels. */
function flatBins({ width, height, data }: Pixels, clear: Uint8Array | null) {
  const bins = new Map<number, Cluster>();
  let total = 0;
  const differs = (a: number, b: number) =>
    Math.abs(data[a]! - data[b]!) > flatBelow ||
    Math.abs(data[a + 1]! - data[b + 1]!) > flatBelow ||
    Math.abs(data[a + 2]! - data[b + 2]!) > flatBelow;
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1; x < width - 1; x++) {
      const pixel = y * width + x;
      if (clear?.[pixel]) continue;
      const at = pixel * 4;
      if (
        differs(at, at - 4) ||
        differs(at, at + 4) ||
        differs(at, at - width * 4) ||
        differs(at, at + width * 4)
      )
        continue;
      total++;
      addTo(bins, binOf(data, at), data, at);
    }
  }
  return { bins, total };
}

function addTo(bins: Map<number, Cluster>, key: number, data: Uint8ClampedArray, at: number): void {
  let bin = bins.get(key);
  if (!bin) bins.set(key, (bin = { sum: [0, 0, 0], count: 0 }));
  bin.sum[0] += data[at]!;
  bin.sum[1] += data[at + 1]!;
  bin.sum[2] += data[at + 2]!;
  bin.count++;
}

/** Joins bins that look alike, the fullest first; drops what stays too small. */
function merge(bins: ReadonlyMap<number, Cluster>, least: number): Cluster[] {
  const clusters: Cluster[] = [];
  for (const bin of [...bins.values()].sort((a, b) => b.count - a.count)) {
    const rgb = mean(bin);
    const near = clusters.find((cluster) => colourDifference(mean(cluster), rgb) < sameThread);
    if (near) {
      // The fullest bin gives the colour; the rest only add to the count, or noise would pull it.
      const [r, g, b] = mean(near);
      near.count += bin.count;
      near.sum = [r * near.count, g * near.count, b * near.count];
    } else if (clusters.length < 64) clusters.push({ sum: [...bin.sum], count: bin.count });
  }
  return clusters.filter((cluster) => cluster.count >= least);
}

/** Colours of lines too thin to have a flat inside: what no tone nearby and no mixture of two nearby explains. */
function addThinOnes(picture: Pixels, clear: Uint8Array | null, clusters: Cluster[], least: number): void {
  for (let round = 0; round < 6; round++) {
    const tones = clusters.map(mean);
    const bins = unexplained(picture, clear, tones);
    const candidates = [...bins.values()];
    const together = candidates.reduce((sum, candidate) => sum + candidate.count, 0);
    if (together < least) return;
    // The colour farthest from all tones is the line's own; those between it and the ground are its rims.
    const far = (cluster: Cluster) =>
      Math.min(Infinity, ...tones.map((tone) => colourDifference(tone, mean(cluster))));
    const best = candidates
      .filter((candidate) => candidate.count >= Math.max(2, together * 0.015))
      .sort((a, b) => far(b) * b.count ** 0.12 - far(a) * a.count ** 0.12)[0];
    if (!best || (tones.length > 0 && far(best) < 1.5 * sameThread)) return;
    const alike = candidates.filter(
      (candidate) => colourDifference(mean(candidate), mean(best)) < sameThread,
    );
    const count = alike.reduce((sum, cluster) => sum + cluster.count, 0);
    if (count < least / 4) return;
    const [r, g, b] = mean(best);
    clusters.push({ sum: [r * count, g * count, b * count], count });
  }
}

/** Pixels that are of no tone, nor a mixture of two that lie around them, in bins. */
function unexplained(picture: Pixels, clear: Uint8Array | null, tones: readonly Rgb[]): Map<number, Cluster> {
  const { data } = picture;
  const bins = new Map<number, Cluster>();
  const tonesAt = toneMap(picture, clear, tones);
  const known = new Map<number, boolean>();
  for (let pixel = 0; pixel < tonesAt.length; pixel++) {
    if (tonesAt[pixel] !== noTone || clear?.[pixel]) continue;
    const at = pixel * 4;
    const mask = tonesAround(tonesAt, picture, pixel);
    const bin = binOf(data, at);
    const key = mask * 32768 + bin;
    let explained = known.get(key);
    if (explained === undefined) {
      explained = isMixture([data[at]!, data[at + 1]!, data[at + 2]!], tones, mask);
      known.set(key, explained);
    }
    if (!explained) addTo(bins, bin, data, at);
  }
  return bins;
}

/** The tones first met in eight directions, as bits. */
function tonesAround(tonesAt: Uint8Array, { width, height }: Pixels, pixel: number): number {
  const reach = Math.max(5, Math.round(Math.max(width, height) / 250));
  const x = pixel % width;
  const y = (pixel - x) / width;
  let mask = 0;
  for (let dy = -1; dy <= 1; dy++) {
    for (let dx = -1; dx <= 1; dx++) {
      if (dx === 0 && dy === 0) continue;
      const steps = Math.min(
        reach,
        dx > 0 ? width - 1 - x : dx < 0 ? x : reach,
        dy > 0 ? height - 1 - y : dy < 0 ? y : reach,
      );
      for (let step = 1, there = pixel; step <= steps; step++) {
        there += dy * width + dx;
        const tone = tonesAt[there]!;
        if (tone === noTone) continue;
        mask |= 1 << tone;
        break;
      }
    }
  }
  return mask >>> 0;
}

/**
 * Whether a colour lies between two tones, RGB, of which at least one lies around (`mask`): the other may be a
 * thin stroke that nowhere comes to its full colour.
 */
function isMixture(rgb: Rgb, tones: readonly Rgb[], mask: number): boolean {
  return tones.some(
    (tone, index) =>
      mask & (1 << index) &&
      tones.some((other) => other !== tone && distanceFromMixture(rgb, tone, other) < mixtureWithin),
  );
}

/** Drops tones that are mixtures of two that lie around them, or a tint of one, and nowhere wider than a rim. */
function dropRims(picture: Pixels, clear: Uint8Array | null, clusters: Cluster[]): void {
  for (let index = clusters.length - 1; index >= 0; index--) {
    const cluster = clusters[index]!;
    const rgb = mean(cluster);
    const larger = clusters.filter((other) => other !== cluster && other.count > cluster.count).map(mean);
    const all = larger.length >= 31 ? 0x7fffffff : (1 << larger.length) - 1;
    const alike = clusters.map(
      (other) => other.count > cluster.count && colourDifference(mean(other), rgb) < fringeWithin,
    );
    if (!alike.includes(true) && !isMixture(rgb, larger, all)) continue;
    const { inside, between, beside } = whereItLies(picture, clear, clusters.map(mean), index, alike);
    if ((inside < 0.35 && beside > 0.5) || (inside < 0.12 && between > 0.5)) clusters.splice(index, 1);
  }
}

/**
 * Of the pixels of tone `index`: the share whose neighbours a rim's width away are of it too (`inside`); of the
 * others the share that lies between two tones of which it is a mixture, and beside a larger tone that is `alike`.
 */
function whereItLies(
  picture: Pixels,
  clear: Uint8Array | null,
  tones: readonly Rgb[],
  index: number,
  alike: readonly boolean[],
) {
  const alikeMask = alike.reduce((mask, is, at) => (is ? mask | (1 << at) : mask), 0);
  const { width, height, data } = picture;
  const r = Math.max(2, Math.round(Math.max(width, height) / 500));
  const nearest = nearestTable(tones);
  const is = (pixel: number) => !clear?.[pixel] && nearest[binOf(data, pixel * 4)] === index;
  // Without this tone itself: only then is it seen what lies around.
  const without = tones.map((tone, at) => (at === index ? ([1e4, 1e4, 1e4] as const) : tone));
  const others = toneMap(picture, clear, without);
  let all = 0;
  let inside = 0;
  let between = 0;
  let beside = 0;
  // Photographs have many tones, and few different ones around: each is asked about once.
  const mixtures = new Map<number, boolean>();
  const isMixtureOf = (around: number) => {
    let known = mixtures.get(around);
    if (known === undefined) mixtures.set(around, (known = isMixture(tones[index]!, without, around)));
    return known;
  };
  for (let y = r; y < height - r; y++) {
    for (let x = r; x < width - r; x++) {
      const pixel = y * width + x;
      if (!is(pixel)) continue;
      all++;
      if (is(pixel - r) && is(pixel + r) && is(pixel - r * width) && is(pixel + r * width)) {
        inside++;
        continue;
      }
      const around = tonesAround(others, picture, pixel);
      if (isMixtureOf(around)) between++;
      if (around & alikeMask) beside++;
    }
  }
  const rest = Math.max(1, all - inside);
  return all === 0
    ? { inside: 0, between: 1, beside: 1 }
    : { inside: inside / all, between: between / rest, beside: beside / rest };
}
