import { Refusal } from '../base/refusal.ts';
import { kindOfShape } from './forms/classify.ts';
import { hexOf, type Rgb } from './pixels/colour.ts';
import { clearLabel, labelPixels } from './pixels/labels.ts';
import { findLines, type TextLine } from './forms/lines.ts';
import { findTones } from './pixels/palette.ts';
import { splitParts, type Part } from './forms/parts.ts';
import { flatten, toWorking, type Pixels } from './pixels/pixels.ts';
import { estimateStitches } from './stitch-estimate.ts';
import type { Reading, Region } from './reading.ts';
import { warningsOf } from './warnings.ts';
import { distancesToOthers } from './forms/widths.ts';

export interface ReadOptions {
  /** Finished width of the design itself, mm, 5–400: not of the picture with its margin. */
  widthMm: number;
  /** Which tone is the ground (not sewn): its colour as found before, 'none', or 'find'. */
  ground?: string;
}

export type Progress = (share: number, doing: string) => void;

/** Smallest and largest picture read, px. A phone's picture has 12 or 48 million. */
export const pictureLimits = { leastSide: 16, mostPixels: 60_000_000 } as const;

/** Throws Refusal `PictureTooSmall`, `PictureTooLarge` or `PictureWidthUnlikely` before any work is done. */
export function checkPicture(width: number, height: number, widthMm: number): void {
  if (!(widthMm >= 5 && widthMm <= 400))
    throw new Refusal('PictureWidthUnlikely', 'Give the finished width of the design, from 5 to 400 mm.');
  if (width < pictureLimits.leastSide || height < pictureLimits.leastSide) {
    throw new Refusal(
      'PictureTooSmall',
      `This picture is ${width} × ${height} pixels: too small to read. Use one at least 300 pixels wide.`,
    );
  }
  if (width * height > pictureLimits.mostPixels) {
    throw new Refusal(
      'PictureTooLarge',
      `This picture has ${Math.round((width * height) / 1e6)} million pixels. Make it smaller (4000 pixels wide is plenty) and drop it again.`,
    );
  }
}

/** Specks below this, in mm², are dirt; by themselves, that is: the dot on an i may be smaller. */
const speckMm2 = { letter: 0.04, alone: 0.4 } as const;

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
  progress(0.02, 'bringing the picture to size');
  const working = toWorking(picture);
  // Colours are looked for in the picture itself: enlarging makes every edge look flat.
  const source = working.scale > 1 ? picture : working;
  const sourceClear = flatten(source);
  const clear = working.scale > 1 ? flatten(working) : sourceClear;
  progress(0.15, 'finding the colours');
  const tones = findTones(source, sourceClear);
  if (tones.length === 0)
    throw new Refusal('PictureEmpty', 'Nothing is drawn on this picture. Check that it is the right one.');
  progress(0.35, 'giving every pixel its colour');
  const rgbs = tones.map((tone) => tone.rgb);
  const { labels, rimPx } = labelPixels(working, rgbs, clear);
  const { width, height } = working;
  const ground = groundOf(labels, width, height, rgbs, options.ground ?? 'find');
  const isGround = (label: number) => label === ground || label === clearLabel;
  progress(0.5, 'measuring widths');
  const distances = distancesToOthers(labels, width, height);
  progress(0.7, 'finding the parts');
  const { parts, of } = splitParts(labels, width, height, distances, isGround, 9);
  const box = boxOf(parts);
  if (!box)
    throw new Refusal(
      'PictureEmpty',
      'Only one colour is on this picture: there is nothing to sew. Check the background.',
    );
  const pxPerMm = (box.right - box.left + 1) / options.widthMm;
  const counted = parts.filter((part) => part.area >= speckMm2.letter * pxPerMm ** 2);
  if (counted.length > 5000) {
    throw new Refusal(
      'PictureNotALogo',
      'This looks like a photograph: it has thousands of parts. Use a drawing with plain colours.',
    );
  }
  progress(0.85, 'telling lettering from the rest');
  const { regions, regionOf } = regionsOf(counted, rgbs.length, pxPerMm, box);
  const map = new Uint16Array(of.length);
  for (let pixel = 0; pixel < of.length; pixel++) map[pixel] = regionOf[of[pixel]!] ?? 0;
  const design = regions.reduce((sum, region) => sum + region.areaMm2, 0);
  const shares = rgbs.map(
    (_, tone) =>
      regions.filter((region) => region.tone === tone).reduce((sum, region) => sum + region.areaMm2, 0) /
      design,
  );
  const heightMm = (box.bottom - box.top + 1) / pxPerMm;
  const reading: Reading = {
    tones: rgbs.map((rgb, tone) => ({
      colour: hexOf(roundRgb(rgb)),
      share: shares[tone]!,
      isGround: tone === ground,
    })),
    regions,
    widthMm: options.widthMm,
    heightMm,
    pxPerMm,
    rimPx,
    warnings: [],
    map: { width, height, of: map },
    box,
  };
  reading.warnings = warningsOf(reading, working.scale);
  progress(1, 'done');
  return reading;
}

const roundRgb = (rgb: Rgb): Rgb => [Math.round(rgb[0]), Math.round(rgb[1]), Math.round(rgb[2])];

/** The tone that holds most of the picture's rim is the ground, unless the rim is clear or the operator said. */
function groundOf(
  labels: Uint8Array,
  width: number,
  height: number,
  rgbs: readonly Rgb[],
  asked: string,
): number {
  if (asked === 'none') return -1;
  if (asked !== 'find') return rgbs.findIndex((rgb) => hexOf(roundRgb(rgb)) === asked);
  const counts = new Uint32Array(256);
  for (let x = 0; x < width; x++) {
    counts[labels[x]!]!++;
    counts[labels[(height - 1) * width + x]!]!++;
  }
  for (let y = 0; y < height; y++) {
    counts[labels[y * width]!]!++;
    counts[labels[y * width + width - 1]!]!++;
  }
  const best = counts.indexOf(Math.max(...counts));
  return best === clearLabel ? -1 : best;
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

/** Lines of lettering and single parts as regions; which region each part belongs to, by part id. */
function regionsOf(parts: readonly Part[], toneCount: number, pxPerMm: number, box: Reading['box']) {
  const lines: TextLine[] = [];
  for (let tone = 0; tone < toneCount; tone++)
    lines.push(
      ...findLines(
        parts.filter((part) => part.tone === tone),
        pxPerMm,
      ),
    );
  const inLine = new Map(lines.flatMap((line) => line.parts.map((part) => [part.id, line] as const)));
  const groups: { parts: Part[]; line: TextLine | null }[] = [
    ...lines.map((line) => ({ parts: withDots(line, parts, inLine), line })),
    ...parts
      .filter((part) => !inLine.has(part.id) && part.area >= speckMm2.alone * pxPerMm ** 2)
      .map((part) => ({ parts: [part], line: null })),
  ];
  groups.sort((a, b) => areaOf(b.parts) - areaOf(a.parts));
  const regionOf: number[] = [];
  const regions = groups.map(({ parts: mine, line }, index): Region => {
    for (const part of mine) regionOf[part.id] = index + 1;
    return regionFrom(index + 1, mine, line, pxPerMm, box);
  });
  return { regions, regionOf };
}

const areaOf = (parts: readonly Part[]) => parts.reduce((sum, part) => sum + part.area, 0);

/** Dots and accents belong to the line they stand over: marks them as taken. */
function withDots(line: TextLine, all: readonly Part[], inLine: Map<number, TextLine>): Part[] {
  const left = Math.min(...line.parts.map((part) => part.left));
  const right = Math.max(...line.parts.map((part) => part.right));
  const top = Math.min(...line.parts.map((part) => part.top));
  const bottom = Math.max(...line.parts.map((part) => part.bottom));
  const reach = 0.5 * line.heightPx;
  const dots = all.filter(
    (part) =>
      part.tone === line.parts[0]!.tone &&
      !inLine.has(part.id) &&
      Math.max(part.right - part.left, part.bottom - part.top) < 0.6 * line.heightPx &&
      part.left >= left - reach &&
      part.right <= right + reach &&
      part.top >= top - reach &&
      part.bottom <= bottom + reach,
  );
  for (const dot of dots) inLine.set(dot.id, line);
  return [...line.parts, ...dots];
}

function regionFrom(
  id: number,
  parts: readonly Part[],
  line: TextLine | null,
  pxPerMm: number,
  box: Reading['box'],
): Region {
  const left = Math.min(...parts.map((part) => part.left));
  const top = Math.min(...parts.map((part) => part.top));
  const right = Math.max(...parts.map((part) => part.right));
  const bottom = Math.max(...parts.map((part) => part.bottom));
  const areaMm2 = areaOf(parts) / pxPerMm ** 2;
  const strokeMm = (line?.strokePx ?? parts[0]!.strokePx) / pxPerMm;
  const widestMm = Math.max(...parts.map((part) => part.widestPx)) / pxPerMm;
  const kind = line ? 'lettering' : kindOfShape({ strokeMm, widestMm, areaMm2 });
  const widthMm = (right - left + 1) / pxPerMm;
  const heightMm = (bottom - top + 1) / pxPerMm;
  return {
    id,
    tone: parts[0]!.tone,
    kind,
    areaMm2,
    leftMm: (left - box.left) / pxPerMm,
    topMm: (top - box.top) / pxPerMm,
    widthMm,
    heightMm,
    strokeMm,
    widestMm,
    letters: line && {
      heightMm: line.heightPx / pxPerMm,
      smallestMm: line.smallestPx / pxPerMm,
      tiltDegrees: (-line.angle * 180) / Math.PI,
      count: line.parts.length,
    },
    ...estimateStitches(kind, { areaMm2, strokeMm, widthMm, heightMm, pieces: parts.length }),
  };
}
