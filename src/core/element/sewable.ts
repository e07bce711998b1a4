import type { StopPart } from './measures.ts';

/** What can be sewn as what, mm. Values from memory; they decide what a part is first taken for. */
export const sewable = {
  /** A stroke narrower than this is sewn as a run. */
  runUnderMm: 0.75,
  /** A column wider than this is sewn as a fill: its stitches would snag. */
  columnUpToMm: 7,
  /** Narrowest column that any thread can be sewn as: of 60 wt. */
  leastColumnMm: 0.7,
  /** Letters lower than this cannot be read in any thread. */
  leastLetterMm: 2.5,
} as const;

/** What is wrong with a part as it is to be sewn, and what to do about it. */
export interface Unsewable {
  kind: 'letters' | 'thin' | 'wide';
  says: string;
}

const mm = (value: number) => `${value.toFixed(value < 1 ? 2 : value < 10 ? 1 : 0)} mm`;

/** What of a part no thread can sew, or will not last: asked of a picture, of a stitch list and of a job's stop alike. Lengths in mm; what is not known is not held against it. */
export function unsewable({
  element,
  letterMm,
  strokeMm,
  widestMm,
}: Pick<StopPart, 'element' | 'letterMm' | 'strokeMm' | 'widestMm'>): Unsewable[] {
  const found: Unsewable[] = [];
  if (letterMm !== undefined && letterMm < sewable.leastLetterMm)
    found.push({
      kind: 'letters',
      says: `Letters of ${mm(letterMm)} are too small for any thread. Make them ${mm(sewable.leastLetterMm)} or more, or leave them out.`,
    });
  if (element !== 'satin') return found;
  if (strokeMm !== undefined && strokeMm < sewable.leastColumnMm)
    found.push({
      kind: 'thin',
      says: `A column of ${mm(strokeMm)} is too thin for satin. Sew it as a run, or widen it.`,
    });
  if (widestMm !== undefined && widestMm > sewable.columnUpToMm)
    found.push({
      kind: 'wide',
      says: `A column up to ${mm(widestMm)} wide will snag as satin. Sew it as a fill, or split it.`,
    });
  return found;
}
