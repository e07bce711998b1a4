import type { ElementKind } from '../../../core/element/elements.ts';
import type { Measures, StopPart } from '../../../core/element/measures.ts';
import { decimalFromText } from '../../../core/units/decimal.ts';
import type { Job } from '../../../schemas/workshop.ts';

/** What may be known of a part of a stop: its heading in the form, unit and range. */
export const measureFields = {
  letterMm: { name: 'letters', unit: 'mm high', from: 0.5, to: 400 },
  strokeMm: { name: 'narrowest', unit: 'mm', from: 0.05, to: 400 },
  widestMm: { name: 'widest', unit: 'mm', from: 0.05, to: 400 },
  areaMm2: { name: 'area', unit: 'mm²', from: 0, to: 1_000_000 },
  spacingMm: { name: 'spacing', unit: 'mm', from: 0.05, to: 20 },
} as const;
export type MeasureField = keyof typeof measureFields;
export const measureKeys = Object.keys(measureFields) as MeasureField[];

/** One part of a stop as its form holds it: text as typed, '' where nothing is known. */
export type PartForm = Record<MeasureField, string> & { element: ElementKind; stitches: number | null };

export interface MeasuresForm {
  by: Measures['by'];
  /** '': not said. */
  stitchesBy: NonNullable<Measures['stitches']> | '';
  parts: PartForm[];
}

export function measuresFormOf({
  element,
  measures,
}: Pick<Job['stops'][number], 'element' | 'measures'>): MeasuresForm {
  return {
    by: measures?.by ?? 'typed',
    stitchesBy: measures?.stitches ?? '',
    parts: (measures?.parts ?? [{ element }]).map((part) => ({
      element: part.element,
      stitches: part.stitches ?? null,
      letterMm: textOf(part.letterMm),
      strokeMm: textOf(part.strokeMm),
      widestMm: textOf(part.widestMm),
      areaMm2: textOf(part.areaMm2),
      spacingMm: textOf(part.spacingMm),
    })),
  };
}
const textOf = (value: number | undefined) =>
  value === undefined ? '' : String(Math.round(value * 100) / 100);

/** What is known; undefined where nothing is. A stop of one part sews what the stop is said to sew. */
export function measuresFrom(
  { by, stitchesBy, parts }: MeasuresForm,
  element: ElementKind,
): Measures | undefined {
  const known = parts.map((part): StopPart => ({
    element: parts.length === 1 ? element : part.element,
    ...(part.stitches !== null && { stitches: part.stitches }),
    ...Object.fromEntries(
      measureKeys.flatMap((key) => {
        const value = decimalFromText(part[key]);
        return value === null ? [] : [[key, value]];
      }),
    ),
  }));
  const isKnown = stitchesBy !== '' || known.some((part) => Object.keys(part).length > 1) || known.length > 1;
  return isKnown ? { by, ...(stitchesBy && { stitches: stitchesBy }), parts: known } : undefined;
}

/** True where the text is a length in range or empty, else the sentence to show. `part`: what is typed beside it; nothing is wider than the widest. */
export function isMeasure(
  field: MeasureField,
  text: string,
  part?: Pick<PartForm, 'strokeMm'>,
): true | string {
  const { name, unit, from, to } = measureFields[field];
  const value = decimalFromText(text);
  const narrowest = decimalFromText(part?.strokeMm ?? '');
  if (field === 'widestMm' && value !== null && narrowest !== null && value < narrowest)
    return `Widest: ${narrowest} mm or more, as wide as the narrowest.`;
  return (
    text.trim() === '' ||
    (value !== null && value >= from && value <= to) ||
    `${name[0]!.toUpperCase()}${name.slice(1)}: a number from ${from} to ${to.toLocaleString('en')} ${unit}, or nothing.`
  );
}
