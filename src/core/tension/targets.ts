import { caseSchools, type CaseSchool } from '../bobbin/pairing.ts';

/** What a case reading means, from loosest to tightest. */
export const zones = {
  'far-loose': { says: 'far too loose: nearly all bobbin shows below, and it comes up on top', is: 'loose' },
  loose: { says: 'loose', is: 'loose' },
  right: { says: 'right', is: 'right' },
  tolerable: { says: 'on the tight side, tolerable', is: 'tight' },
  tight: { says: 'tight', is: 'tight' },
  'far-tight': { says: 'far too tight: puckers, hardly any bobbin below', is: 'tight' },
} as const satisfies Record<string, { says: string; is: 'loose' | 'right' | 'tight' }>;
export type Zone = keyof typeof zones;

/** The band of a school, grams at the case gauge. */
export interface Band {
  from: number;
  to: number;
}

/** Limits outside the band that all schools share. Common practice, no published source. */
const farLoose = 15;
const farTight = 40;
/** So many grams above the band a case is on the tight side and left alone. Common practice, no published source. */
const tolerable = 5;

/** The band in which the case should read, g at the case gauge, by the workshop's school. */
export const bandOf = (school: CaseSchool): Band => caseSchools[school];
/** What is aimed at within a band, g. */
export const aimOf = ({ from, to }: Band) => (from + to) / 2;
/** Up to here a case that reads above the band is left alone, g. */
export const tolerableTo = ({ to }: Band) => to + tolerable;

/**
 * The zone of a reading at the case gauge, grams above 0. Around 10 to 15 g nearly all bobbin shows below; 25 to 30 is
 * right (another school: 18 to 25), 35 tolerable; from 40 on it puckers. Common practice, no published source.
 */
export function zoneOf(grams: number, band: Band): Zone {
  if (grams <= Math.min(farLoose, band.from)) return 'far-loose';
  if (grams < band.from) return 'loose';
  if (grams <= band.to) return 'right';
  if (grams >= farTight) return 'far-tight';
  return grams <= tolerableTo(band) ? 'tolerable' : 'tight';
}
