import type { ColumnRead } from '../measure/column.ts';

/** A column whose share is not known to within this is refused. */
export const refusedFrom = 0.08;

/** Rows that go together: neighbours err alike. Of columns whose rows differed by more than this lets pass most were misread. These all fitted on made-up photos, see docs/benchmarks.md. */
const together = 6;
/** Pixels by which the edges of a stripe may lie wrong together. */
const pixels = 0.17;
/** Of a column of a few pixels the edges run into each other: wrong by this over its width squared. */
const fewPixels = 2.2;
/** Where next to no stripe was seen, so many pixels of it may have been missed: it is as narrow as the blur. */
const unseenPixels = 1.2;
/** By how much of a difference of colours of full brightness its edges are wrong, from its own thread and from the cloth. */
const colours = { stripe: 0.0025, cloth: 0.0035 } as const;
const always = 0.0035;
/** So much of what was taken off a blurred stripe may be wrong. */
const ofTakenOff = 0.3;
/** So much of what its rims took off its share, put where the others of its row tell, may be wrong. From memory. */
const ofRims = 0.25;
/** Where less of a column than this is its stripe, it may be nothing but stripe: a thread too thin to be seen lies on both sides of it, unless the two threads differ surely. */
export const hardlyAny = 0.03;

/**
 * Standard error of a share: how it varies along the column, how many pixels wide the column is, and how well its threads are told from each other
 * and from the cloth. `wide`: width of the column, px of the working picture.
 */
export function errorOf(
  read: Pick<ColumnRead, 'error' | 'share' | 'contrast' | 'fromCloth' | 'takenOff' | 'rimsOff'>,
  wide: number,
): number {
  const fromCloth = Math.max(0.03, read.fromCloth);
  return Math.hypot(
    read.error * Math.sqrt(together),
    (pixels * (1 + read.share)) / wide,
    fewPixels / wide ** 2,
    (unseenPixels * Math.exp(-((read.share * wide) ** 2) / 2)) / wide,
    colours.stripe / read.contrast,
    (colours.cloth * read.share) / fromCloth,
    ofTakenOff * read.takenOff,
    ofRims * read.rimsOff,
    always,
  );
}

/** Why it is refused, and what to do. */
export const notClear =
  'its edges are not clear. Lay it flat and photograph it sharper, with light from the side.';

export const doubtText = (wide: number) =>
  wide < 40 ? 'it is too small on this picture. Go nearer, so that the block fills it.' : notClear;
