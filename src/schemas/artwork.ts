import { elements } from '../core/element/elements.ts';
import type { DataOf } from '../core/shape/data-of.ts';
import { among, count, object } from '../core/shape/parts.ts';

const element = among(elements);

/** GET /api/jobs/stitch-factor; see core/artwork/own-factor.ts. */
export const ownFactorMessage = object({
  factor: { type: 'number' },
  low: { type: 'number' },
  high: { type: 'number' },
  designs: count,
});
/** GET /api/readers; see core/artwork/manual-correction.ts. Columns are of test blocks' photos. */
export const putRightMessage = object({
  ...{ logos: count, logosPutRight: count, grounds: count, parts: count, partsPutRight: count },
  ...{ columns: count, columnsPutRight: count },
});
export type PutRightHere = DataOf<typeof putRightMessage>;

const places = '0(\\.\\d+)?|1(\\.0+)?';
const placeText = `(${places}),(${places})`;
/**
 * POST /api/compute/artwork: the picture's bytes as the body; these in the address. Places are parts of the picture's width and height: `joined` lines
 * are parted by | and the places on each by ;, `cut` has places parted by ;.
 */
export const artworkQuery = object(
  {
    widthMm: { type: 'number' },
    ground: { type: 'string', maxLength: 10 },
    joined: { type: 'string', maxLength: 4000, pattern: `^(${placeText})([;|](${placeText}))*$` },
    cut: { type: 'string', maxLength: 4000, pattern: `^(${placeText})(;(${placeText}))*$` },
  },
  ['ground', 'joined', 'cut'],
);
const number = { type: 'number' } as const;
export const artworkAnswer = object({
  tones: {
    type: 'array',
    items: object({ colour: { type: 'string' }, share: number, isGround: { type: 'boolean' } }),
  },
  regions: {
    type: 'array',
    items: object({
      id: count,
      tone: count,
      kind: element,
      areaMm2: number,
      leftMm: number,
      topMm: number,
      widthMm: number,
      heightMm: number,
      strokeMm: number,
      thinnestMm: number,
      /** Of strokes, nineteen of twenty. */
      plusMinusMm: number,
      widestMm: number,
      letters: {
        oneOf: [
          { type: 'null' },
          object({ heightMm: number, plusMinusMm: number, smallestMm: number, tiltDegrees: number, count }),
        ],
      },
      stitches: count,
      lengthMm: number,
      /** What the estimate counts: they sum up to `stitches`. */
      counted: object({ rows: count, ends: count, underlay: count, ties: count }),
    }),
  },
  widthMm: number,
  heightMm: number,
  pxPerMm: number,
  rimPx: number,
  /** What else may be the ground: to be asked again with `ground`. */
  doubt: { type: ['string', 'null'] },
  warnings: {
    type: 'array',
    items: object({
      kind: { type: 'string' },
      says: { type: 'string' },
      region: { type: ['integer', 'null'] },
    }),
  },
});
