import type { ColumnRead } from './column.ts';

/** A column whose share is not known to within this is refused. */
export const refusedFrom = 0.08;

/** Rows that go together: neighbours err alike. From memory. */
const together = 2.5;
/** Pixels by which the edges of a stripe may lie wrong together; the same of a difference of threads of full brightness. Fitted on made-up photos, see docs/benchmarks.md. */
const pixels = 0.27;
/** Where next to no stripe was seen, so many pixels of it may have been missed: it is as narrow as the blur. */
const unseenPixels = 1.5;
const colours = 0.005;
const always = 0.005;

/**
 * Standard error of a share: how it varies along the column, how many pixels wide the column is, and how well its threads are told from each other
 * and from the cloth. `wide`: width of the column, px of the working picture.
 */
export function errorOf(
  read: Pick<ColumnRead, 'error' | 'share' | 'contrast' | 'fromCloth'>,
  wide: number,
): number {
  const fromCloth = Math.max(0.03, read.fromCloth);
  return Math.hypot(
    read.error * Math.sqrt(together),
    (pixels * (1 + read.share)) / wide,
    (unseenPixels * Math.exp(-((read.share * wide) ** 2) / 2)) / wide,
    colours / read.contrast,
    (colours * read.share) / fromCloth,
    always,
  );
}

/** Why it is refused, and what to do. */
export const notClear =
  'its edges are not clear. Lay it flat and photograph it sharper, with light from the side.';

export const doubtText = (wide: number) =>
  wide < 40 ? 'it is too small on this picture. Go nearer, so that the block fills it.' : notClear;
