import { keysOf } from '../base/keys.ts';
import type { ElementKind } from '../element/elements.ts';
import { measuredBy, stitchesBy, type Measures, type StopPart } from '../element/measures.ts';
import { decimalFromText } from '../units/decimal.ts';

type Length = Exclude<keyof StopPart, 'element' | 'stitches'>;

/** Columns of a jobs file that say what is known of what a stop sews: heading, field, range in mm (the area in mm²). */
const lengthCells: readonly { heading: string; field: Length; from: number; to: number }[] = [
  { heading: 'letters mm', field: 'letterMm', from: 0.5, to: 400 },
  { heading: 'narrowest mm', field: 'strokeMm', from: 0.05, to: 400 },
  { heading: 'widest mm', field: 'widestMm', from: 0.05, to: 400 },
  { heading: 'area mm2', field: 'areaMm2', from: 0, to: 1_000_000 },
  { heading: 'lines mm', field: 'spacingMm', from: 0.05, to: 20 },
];
/** Headings of the measures' columns in a jobs file, in the order in which they are written. */
export const measureHeadings: readonly string[] = [
  'part',
  ...lengthCells.map(({ heading }) => heading),
  'measured by',
  'stitches are',
];

type Cell = (heading: string) => string;

/** The lengths that a line says of its part; a sentence for each that is out of range. */
export function readPart(element: ElementKind, cell: Cell): { part: StopPart; faults: string[] } {
  const faults: string[] = [];
  const known = lengthCells.flatMap(({ heading, field, from, to }) => {
    const text = cell(heading).trim();
    if (!text) return [];
    const value = decimalFromText(text);
    if (value !== null && value >= from && value <= to) return [[field, value] as const];
    faults.push(`“${heading}” must be a number from ${from} to ${to}, or empty, not “${text}”.`);
    return [];
  });
  return { part: { element, ...Object.fromEntries(known) }, faults };
}

/** How a stop's measures came to be known; undefined: the file does not say. */
export function readBy(cell: Cell): {
  by?: Measures['by'];
  stitches?: NonNullable<Measures['stitches']>;
  faults: string[];
} {
  const faults: string[] = [];
  const among = <Key extends string>(heading: string, keys: readonly Key[]) => {
    const text = cell(heading).trim().toLowerCase();
    const key = keys.find((candidate) => candidate === text);
    if (text && !key) faults.push(`“${heading}” must be one of ${keys.join(', ')}, or empty, not “${text}”.`);
    return key;
  };
  const by = among('measured by', keysOf(measuredBy));
  const stitches = among('stitches are', keysOf(stitchesBy));
  return { ...(by && { by }), ...(stitches && { stitches }), faults };
}

/**
 * The cells of a stop's measures: one line where it has one part, else a line for the stop and one for each part, numbered, with that
 * part's element and stitches.
 */
export function writeMeasureCells(measures: Measures | undefined): Record<string, string>[] {
  const lengths = (part: StopPart | undefined) =>
    Object.fromEntries(
      lengthCells.map(({ heading, field }) => [
        heading,
        part?.[field] === undefined ? '' : String(part[field]),
      ]),
    );
  const parts = measures?.parts ?? [];
  const own = {
    part: '',
    ...lengths(parts.length === 1 ? parts[0] : undefined),
    'measured by': measures?.by ?? '',
    'stitches are': measures?.stitches ?? '',
  };
  if (parts.length < 2) return [own];
  return [
    own,
    ...parts.map((part, index) => ({
      part: String(index + 1),
      ...lengths(part),
      'measured by': '',
      'stitches are': '',
      element: part.element,
      stitches: part.stitches === undefined ? '' : String(part.stitches),
    })),
  ];
}
