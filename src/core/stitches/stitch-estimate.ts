import { type ElementKind } from '../element/elements.ts';
import { lineDistance, usualSpacingMm } from '../thread/cover.ts';

/** From one line of thread to the next at the usual spacing, mm. */
const lineMm = lineDistance(usualSpacingMm);

/** Usual settings of a digitiser, mm; `ties`: stitches that tie one shape in and off. From memory, no published source. */
export const usual = {
  spacingMm: usualSpacingMm,
  fillStitchMm: 4,
  runStitchMm: 2.5,
  /** A fill's underlay: a run round its edge and rows so far apart. */
  underlaySpacingMm: 3,
  /** A column narrower than this has no underlay, a wider one a run along its middle, one from the second on along both edges. */
  underlayFromMm: 0.8,
  edgesFromMm: 3,
  ties: 6,
} as const;

/** What an estimate counts, in stitches. Travel between shapes, trims and pull compensation are not counted. */
export interface Counted {
  /** Area over the distance between lines and the stitch’s length; of a run its length over its stitch. */
  rows: number;
  /** The part of a stitch that each row of a fill ends with. */
  ends: number;
  underlay: number;
  ties: number;
}

/** The words for {@link Counted}, as they are shown. */
export const countedSays = {
  rows: 'in rows',
  ends: 'at their ends',
  underlay: 'of underlay',
  ties: 'tying in and off',
} as const satisfies Record<keyof Counted, string>;

export interface Estimate {
  stitches: number;
  /** Stitch length of fill and run, width of a column: what the thread consumption is reckoned with. */
  lengthMm: number;
  counted: Counted;
}

/** A shape as far as its stitches depend on it, mm. */
export interface Shape {
  areaMm2: number;
  strokeMm: number;
  widthMm: number;
  heightMm: number;
  /** Shapes that are tied in and off by themselves: the letters of a line. */
  pieces: number;
}

/**
 * Stitches of a shape at {@link usual} settings. Valid: area and sides ≥ 0, stroke > 0, one piece or more. An estimate: a stitch list
 * measures, and a workshop's own files differ by {@link ownFactor}.
 */
export function estimateStitches(kind: ElementKind, shape: Shape): Estimate {
  const { areaMm2, strokeMm } = shape;
  const along = areaMm2 / strokeMm;
  const lengthMm =
    kind === 'run'
      ? usual.runStitchMm
      : kind === 'fill'
        ? usual.fillStitchMm
        : Math.min(12, Math.max(0.6, strokeMm));
  const counted: Counted = {
    rows: Math.round(kind === 'run' ? along / usual.runStitchMm : areaMm2 / (lineMm * lengthMm)),
    ends: Math.round(kind === 'fill' ? (0.5 * shape.heightMm) / lineMm : 0),
    underlay: Math.round(
      kind === 'run' ? 0 : kind === 'fill' ? underFill(shape) : underColumn(strokeMm, along),
    ),
    ties: usual.ties * shape.pieces,
  };
  const stitches = counted.rows + counted.ends + counted.underlay + counted.ties;
  return { stitches, lengthMm, counted };
}

/** A run round the edge, as long as that of a rectangle of this area in the same proportion, and rows far apart. */
function underFill({ areaMm2, widthMm, heightMm }: Shape): number {
  const share = widthMm * heightMm > 0 ? areaMm2 / (widthMm * heightMm) : 0;
  const round = 2 * (widthMm + heightMm) * Math.sqrt(Math.min(1, share));
  return round / usual.runStitchMm + areaMm2 / (usual.underlaySpacingMm * usual.fillStitchMm);
}

function underColumn(strokeMm: number, along: number): number {
  const runs = strokeMm < usual.underlayFromMm ? 0 : strokeMm < usual.edgesFromMm ? 1 : 2;
  return (runs * along) / usual.runStitchMm;
}
