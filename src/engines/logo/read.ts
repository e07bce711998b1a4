import { UserError } from '../../core/base/user-error.ts';
import { hexOf, roundRgb, type Rgb } from '../../core/thread/colour.ts';
import { clearTone, groundOf } from './colours/ground.ts';
import { clearLabel, labelPixels } from './colours/labels.ts';
import { regionsOf, speckMm2 } from './regions/regions.ts';
import { findTones } from './colours/palette.ts';
import { absorbSlivers } from './parts/slivers.ts';
import { widthAcross } from './parts/across.ts';
import { splitParts, type Part } from './parts/parts.ts';
import { natureOf } from './colours/nature.ts';
import { flatten, toWorking, type Pixels } from '../picture/index.ts';
import type { Reading, Region, ToneFound } from './reading.ts';
import { warningsOf } from './regions/warnings.ts';
import type { LinesSaid } from './lettering/by-hand.ts';
import { distancesToOthers } from './parts/widths.ts';

export interface ReadOptions {
  /** Finished width of the design itself, mm, 5–400: not of the picture with its margin. */
  widthMm: number;
  /** Which tone is the ground (not sewn): its colour as found before, 'none', or 'find'. */
  ground?: string;
  /** Lines of lettering as a person put them right. */
  lines?: LinesSaid;
}

export type Progress = (share: number, doing: string) => void;

/** Smallest and largest picture read, px. A phone's picture has 12 or 48 million. */
export const pictureLimits = { leastSide: 16, mostPixels: 60_000_000 } as const;

/** Throws Refusal `PictureTooSmall`, `PictureTooLarge` or `PictureWidthUnlikely` before any work is done. */
export function checkPicture(width: number, height: number, widthMm: number): void {
  if (!(widthMm >= 5 && widthMm <= 400))
    throw new UserError('PictureWidthUnlikely', 'Give the finished width of the design, from 5 to 400 mm.');
  if (width < pictureLimits.leastSide || height < pictureLimits.leastSide) {
    throw new UserError(
      'PictureTooSmall',
      `This picture is ${width} × ${height} pixels: too small to read. Use one at least 300 pixels wide.`,
    );
  }
  if (width * height > pictureLimits.mostPixels) {
    throw new UserError(
      'PictureTooLarge',
      `This picture has ${Math.round((width * height) / 1e6)} million pixels. Make it smaller (4000 pixels wide is plenty) and drop it again.`,
    );
  }
}

/** A width between two edges is off by so much in one case of twenty, px of the picture, the more the wider its rims. Fitted on made-up logos. */
const edgePx = { sharp: 0.35, ofRim: 0.12 } as const;

const photograph = () =>
  new UserError(
    'PictureNotALogo',
    'This picture is a photograph. Ask the customer for the artwork itself: a drawing in plain colours, as SVG or PNG.',
  );

/** What lies behind a clear picture. */
const white = [255, 255, 255] as const;

/**
 * Reads a logo's picture: its thread colours, its parts, their kinds and sizes. Deterministic; the pixels of
 * `picture` may be changed. Throws the refusals of {@link checkPicture}, `PictureEmpty` when nothing but ground is
 * there, `PictureNotALogo` when it is too busy to be one.
 */
export function readArtwork(
  picture: Pixels,
  options: ReadOptions,
  progress: Progress = () => undefined,
): Reading {
  checkPicture(picture.width, picture.height, options.widthMm);
  const painted = paintedOf(picture, progress);
  const { working, rgbs, labels, rimPx } = painted;
  progress(0.5, 'measuring widths');
  const distances = distancesToOthers(labels, working.width, working.height);
  const { width, height, scale } = working;
  const { ground, doubt } = groundOf(labels, width, height, distances, rgbs, options.ground ?? 'find');
  progress(0.7, 'finding the parts');
  const { parts, of } = partsOf(painted, distances, ground);
  const box = boxOf(parts);
  if (!box)
    throw new UserError(
      'PictureEmpty',
      'Only one colour is on this picture: there is nothing to sew. Check the background.',
    );
  const pxPerMm = (box.right - box.left + 1) / options.widthMm;
  const counted = parts.filter((part) => part.area >= speckMm2.letter * pxPerMm ** 2);
  if (counted.length > 5000) throw photograph();
  progress(0.85, 'telling lettering from the rest');
  const edgeMm = (edgePx.sharp + edgePx.ofRim * rimPx) / (pxPerMm / scale);
  const found = regionsOf(counted, { of, width, height }, { pxPerMm, edgeMm }, box, options.lines);
  const { regions, regionOf } = found;
  const map = new Uint16Array(of.length);
  for (let pixel = 0; pixel < of.length; pixel++) map[pixel] = regionOf[of[pixel]!] ?? 0;
  const reading: Reading = {
    ...inUse(tonesFound(rgbs, regions, ground), regions),
    ...{ widthMm: options.widthMm, heightMm: (box.bottom - box.top + 1) / pxPerMm, pxPerMm, rimPx },
    ...{ doubt: doubt === null ? null : hexOf(roundRgb(rgbs[doubt]!)), warnings: [] },
    ...{ map: { width, height, of: map }, box },
  };
  reading.warnings = warningsOf(reading, scale, painted.nature === 'gradient');
  progress(1, 'done');
  return reading;
}

/** A picture brought to size, with its thread colours and the colour of every pixel. */
interface Painted {
  working: ReturnType<typeof toWorking>;
  rgbs: Rgb[];
  nature: ReturnType<typeof natureOf>;
  labels: Uint8Array;
  rimPx: number;
}

function paintedOf(picture: Pixels, progress: Progress): Painted {
  progress(0.02, 'bringing the picture to size');
  const working = toWorking(picture);
  // Colours are looked for in the picture itself: enlarging makes every edge look flat.
  const source = working.scale > 1 ? picture : working;
  const sourceClear = flatten(source);
  const clear = working.scale > 1 ? flatten(working) : sourceClear;
  progress(0.15, 'finding the colours');
  const tones = findTones(source, sourceClear);
  if (tones.length === 0)
    throw new UserError('PictureEmpty', 'Nothing is drawn on this picture. Check that it is the right one.');
  progress(0.35, 'giving every pixel its colour');
  const rgbs = tones.map((tone) => tone.rgb);
  const nature = natureOf(source, sourceClear, rgbs);
  if (nature === 'photograph') throw photograph();
  return { working, rgbs, nature, ...labelPixels(working, rgbs, clear) };
}

/** The parts that are sewn, with slivers between them given to their neighbours. */
function partsOf({ working, rgbs, labels, rimPx }: Painted, distances: Float32Array, ground: number) {
  const { width, height, scale } = working;
  const isGround = (label: number) => label === ground || label === clearLabel;
  const coloured = { width, height, data: working.data, labels, tones: rgbs };
  const split = (to: Float32Array) =>
    splitParts(labels, width, height, to, isGround, 9, (pixel, about) => widthAcross(coloured, pixel, about));
  const found = split(distances);
  const groundAs = { label: ground === clearTone ? clearLabel : ground, rgb: rgbs[ground] ?? white };
  const isChanged = absorbSlivers(found, labels, working, rgbs, groundAs, { rimPx, scale });
  return isChanged ? split(distancesToOthers(labels, width, height)) : found;
}

/** Each colour with its share of what is sewn, 0 to 1. */
function tonesFound(rgbs: readonly Rgb[], regions: readonly Region[], ground: number): ToneFound[] {
  const areaOf = (some: readonly Region[]) => some.reduce((sum, region) => sum + region.areaMm2, 0);
  const design = areaOf(regions);
  return rgbs.map((rgb, tone) => ({
    colour: hexOf(roundRgb(rgb)),
    share: areaOf(regions.filter((region) => region.tone === tone)) / design,
    isGround: tone === ground,
  }));
}

/** Without the tones of which nothing was left. */
function inUse(tones: readonly ToneFound[], regions: readonly Region[]): Pick<Reading, 'tones' | 'regions'> {
  const kept = tones.filter((tone) => tone.share > 0 || tone.isGround);
  return {
    tones: kept,
    regions: regions.map((region) => ({ ...region, tone: kept.indexOf(tones[region.tone]!) })),
  };
}

function boxOf(parts: readonly Part[]): Reading['box'] | null {
  // Dirt in the margin must not widen the design.
  const least = Math.max(9, 0.0003 * parts.reduce((sum, part) => sum + part.area, 0));
  const real = parts.filter((part) => part.area >= least);
  if (real.length === 0) return null;
  return {
    left: Math.min(...real.map((part) => part.left)),
    top: Math.min(...real.map((part) => part.top)),
    right: Math.max(...real.map((part) => part.right)),
    bottom: Math.max(...real.map((part) => part.bottom)),
  };
}
