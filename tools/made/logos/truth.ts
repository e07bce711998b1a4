import { distance, rgbOf } from '../../../src/core/thread/colour.ts';
import type { ElementKind } from '../../../src/core/element/elements.ts';

/** One element as it was drawn. All measures in mm of the finished design. */
export interface DrawnElement {
  /** Its number in {@link DrawnLogo.ids}. */
  id: number;
  /** What it may be called: near a bound two kinds are right. */
  kinds: readonly ElementKind[];
  colour: string;
  /** Height of a flat capital H. */
  capMm: number | null;
  /** Width of a straight capital stem, or of a line. */
  stemMm: number | null;
  /** Median width along the middles of all strokes of the lettering. */
  medialMm: number | null;
  /** What it is, for a list of misses. */
  called: string;
  /** Whether the picture has the pixels to tell it. */
  isResolvable: boolean;
}

/** A made-up picture of a logo, and all that is true of it. */
export interface DrawnLogo {
  file: Buffer;
  format: 'png' | 'jpeg' | 'webp';
  widthMm: number;
  /** The ground's colour, or clear. */
  ground: string;
  elements: DrawnElement[];
  /** Which element each place of the upright picture shows; 0: the ground. Not at the picture's own size. */
  ids: { width: number; height: number; of: Uint8Array };
  /** For a list of misses. */
  described: string;
}

/** What a line of that width may be called. */
export function kindsOfLine(mm: number): DrawnElement['kinds'] {
  if (mm < 0.66) return ['run'];
  if (mm < 0.84) return ['run', 'satin'];
  if (mm < 6.2) return ['satin'];
  return mm < 9.6 ? ['satin', 'fill'] : ['fill'];
}

/** How far two colours lie apart, RGB units. */
export const apart = (one: string, other: string): number => distance(rgbOf(one), ...rgbOf(other));

/** What is no lettering and no line. */
export const plain = { capMm: null, stemMm: null, medialMm: null };

/** The widths that a stroke's may be told as: from its middles' to its stems', mm. Null: it has none. */
export function strokesOfElement({ stemMm, medialMm }: DrawnElement): { low: number; high: number } | null {
  if (!stemMm) return null;
  return { low: Math.min(stemMm, medialMm ?? stemMm), high: Math.max(stemMm, medialMm ?? stemMm) };
}

/** How many thread colours there are: at least those of which some element can be told, at most all. */
export const coloursOf = ({ elements }: DrawnLogo): { least: number; most: number } => ({
  least: new Set(elements.filter((element) => element.isResolvable).map(({ colour }) => colour)).size,
  most: new Set(elements.map(({ colour }) => colour)).size,
});
