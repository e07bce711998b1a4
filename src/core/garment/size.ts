import type { Garment } from './garment.ts';
import { placeOf, places, type Place } from './places.ts';

/** A finished size may pass what is usual by this much before it is told. From memory. */
const tolerance = 1.05;
/** Wider than this a design is asked where it goes: bags and packs take about 100 mm. Common practice, no published source. */
const askFromMm = 100;

/** A length, mm, to a tenth at most. */
export const mm = (value: number): string => `${Number(value.toFixed(1))} mm`;

/** Where on the garment it is sewn: as was said, else as its cloth or its frame says. */
export const placeOfGarment = ({ place, cloth, hoop }: Garment): Place | undefined =>
  place ?? (cloth === 'cap' || hoop === 'cap-frame' ? 'cap-front' : undefined);

/** What a finished size has against the place where it goes, in a sentence; null: nothing, or no size is known. */
export function sizeRemark(garment: Garment): string | null {
  const { widthMm, heightMm } = garment;
  const place = placeOfGarment(garment);
  if (!place) return null;
  const usual = placeOf(place);
  const isWide = widthMm !== undefined && usual.widthMm !== null && widthMm > usual.widthMm * tolerance;
  const isHigh = heightMm !== undefined && usual.heightMm !== null && heightMm > usual.heightMm * tolerance;
  if (!isWide && !isHigh) return null;
  const size = [isWide && `${mm(widthMm)} wide`, isHigh && `${mm(heightMm)} high`]
    .filter(Boolean)
    .join(' and ');
  return `${size} is large for the ${usual.name}. ${usual.because}`;
}

/** Asks where a wide design goes, of which nothing says it; null: it is not wide, or it was said. */
export function askWhere(garment: Garment): string | null {
  const { widthMm } = garment;
  if (placeOfGarment(garment) || widthMm === undefined || widthMm <= askFromMm) return null;
  const { chest, bag, 'cap-front': cap } = places;
  return `${mm(widthMm)} wide: say where it goes. A shirt’s chest takes about ${chest.widthMm} mm, a bag ${bag.widthMm}, a cap’s front ${cap.widthMm}.`;
}
