import type { ColumnRead } from './column.ts';

/** A stripe of so many pixels does not reach the bobbin's colour where the picture is blurred: as much as it lacks it is narrower than it looks. One of the second number reaches it, and lacks what the light takes. */
const blurs = { all: 5, none: 9 } as const;
/** A stripe that reaches less than this has another thread or another light. */
const least = 0.25;

/** A column whose stripe is so narrow that it is lost in the blur: a stripe of half the colour that is two pixels wide is one pixel of all of it. `wide`: of the column, px. Stripes that are wider, or of the bobbin's colour, stay as they are. */
export function deblurred(read: ColumnRead, wide: number): ColumnRead {
  const { share, left, reach } = read;
  const pixels = share * wide;
  if (reach >= 1 || reach < least || pixels >= blurs.none) return read;
  const part = Math.min(1, (blurs.none - pixels) / (blurs.none - blurs.all));
  const less = share * part * (1 - reach);
  return { ...read, share: share - less, left: left + less / 2, takenOff: less };
}
