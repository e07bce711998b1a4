import type { BlockColumn } from '../../../core/tension/block/block.ts';

export const parts = ['left', 'bobbin', 'right'] as const;
export type Part = (typeof parts)[number];
/** Widths so far; of a column taken from a photo also what only a photo tells. */
export type Widths = Readonly<
  Record<number, Partial<Record<Part, number>> & Pick<BlockColumn, 'unevenness' | 'corrected'>>
>;
export interface Place {
  position: number;
  part: Part;
}

/** One number after another along the rail: left, bobbin, right, then the next position. Null behind the last. */
export function nextPlace({ position, part }: Place, order: readonly number[]): Place | null {
  if (part !== 'right') return { position, part: parts[parts.indexOf(part) + 1]! };
  const next = order[order.indexOf(position) + 1];
  return next === undefined ? null : { position: next, part: 'left' };
}

export function placeBefore({ position, part }: Place, order: readonly number[]): Place | null {
  if (part !== 'left') return { position, part: parts[parts.indexOf(part) - 1]! };
  const before = order[order.indexOf(position) - 1];
  return before === undefined ? null : { position: before, part: 'right' };
}

/**
 * Where the cursor goes from a place: on through its own column; from there to what is missing along the rail, and to what was left
 * out before. Null when nothing is missing.
 */
export function missingAfter(place: Place, widths: Widths, order: readonly number[]): Place | null {
  const next = nextPlace(place, order);
  if (next?.position === place.position) return next;
  const places = order.flatMap((position) => parts.map((part) => ({ position, part })));
  const isMissing = ({ position, part }: Place) => widths[position]?.[part] === undefined;
  const behind = places.slice(
    places.findIndex(({ position, part }) => position === place.position && part === place.part) + 1,
  );
  return behind.find(isMissing) ?? places.find(isMissing) ?? null;
}

/** A block's columns are about 10 mm wide: no part of one is wider, mm. From memory. */
export const mostMm = 15;

/**
 * What was typed at a place: one width, or several in a row with spaces between (“3.4 3.2 3.4” for a whole column). A
 * comma is a decimal point. Null when it is no width from 0 to {@link mostMm}.
 */
export function typedWidths(text: string): number[] | null {
  const numbers = text
    .trim()
    .split(/\s+/)
    .map((word) => Number(word.replace(',', '.')));
  return text.trim() !== '' && numbers.every((number) => number >= 0 && number <= mostMm) ? numbers : null;
}

/** Columns of which all three widths are known and not all 0, in the order of the rail. */
export function wholeColumns(widths: Widths, order: readonly number[]): BlockColumn[] {
  return order.flatMap((position) => {
    const { left, bobbin, right, ...photo } = widths[position] ?? {};
    if (left === undefined || bobbin === undefined || right === undefined) return [];
    return left + bobbin + right > 0 ? [{ position, left, bobbin, right, ...photo }] : [];
  });
}
