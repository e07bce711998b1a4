import type { ElementKind } from '../../core/element/elements.ts';
import type { Counted } from '../../core/stitches/stitch-estimate.ts';

export interface Warning {
  kind: 'blurred' | 'coarse' | 'gradient' | 'letters' | 'thin' | 'wide' | 'colours';
  says: string;
  /** The region it is about, or null: the whole picture. */
  region: number | null;
}

/** A tone of the picture, as a thread colour to be. */
export interface ToneFound {
  colour: string;
  /** Share of the design's area; the ground has 0. */
  share: number;
  isGround: boolean;
}

/** One part or line of lettering that can be picked on the picture. All lengths in mm from the design's left top. */
export interface Region {
  id: number;
  tone: number;
  kind: ElementKind;
  areaMm2: number;
  leftMm: number;
  topMm: number;
  widthMm: number;
  heightMm: number;
  /** Of lettering its stems; of the rest the median along its middles. */
  strokeMm: number;
  /** Width of its thinnest strokes, as a serif face's hairlines: what a needle must sew. */
  thinnestMm: number;
  /** Nineteen strokes of twenty are within so much, from the pixels that the picture has for it. */
  plusMinusMm: number;
  widestMm: number;
  /** Of lettering: height of the capitals, of the smallest letters, tilt in degrees, how many letters. */
  letters: {
    heightMm: number;
    /** Of the height, nineteen of twenty. */
    plusMinusMm: number;
    smallestMm: number;
    tiltDegrees: number;
    count: number;
  } | null;
  /** As estimated, and of what. */
  stitches: number;
  lengthMm: number;
  counted: Counted;
}

export interface Reading {
  tones: ToneFound[];
  regions: Region[];
  widthMm: number;
  heightMm: number;
  pxPerMm: number;
  /** Mean width of the rims between colours, px of the picture: about 1 is sharp. */
  rimPx: number;
  /** What else may be the ground, as asked for by `ground`: a tone's colour. Null: nothing else is likely. */
  doubt: string | null;
  warnings: Warning[];
  /** Which region each pixel belongs to (0: none), at working size, for showing and picking. */
  map: { width: number; height: number; of: Uint16Array };
  /** The design in the working picture, px. */
  box: { left: number; top: number; right: number; bottom: number };
}
