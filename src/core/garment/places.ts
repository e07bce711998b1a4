interface PlaceRecord {
  name: string;
  /** What a logo there stays within, mm; null: nothing usual. */
  widthMm: number | null;
  heightMm: number | null;
  /** What to say of it. */
  because: string;
}

/** Where on the garment it is sewn. Chest and bag: common practice, no published source; cap front and sleeve: from memory. */
export const places = {
  chest: {
    name: 'chest',
    widthMm: 75,
    heightMm: null,
    because: 'Logos on a shirt’s front stay around 75 mm.',
  },
  'full-front': { name: 'full front', widthMm: null, heightMm: null, because: '' },
  back: { name: 'back', widthMm: null, heightMm: null, because: '' },
  sleeve: {
    name: 'sleeve',
    widthMm: 80,
    heightMm: null,
    because: 'A sleeve shows about 80 mm before it turns away.',
  },
  'cap-front': {
    name: 'cap front',
    widthMm: 120,
    heightMm: 58,
    because: 'A cap’s front takes about 120 by 58 mm before the seams and the brim.',
  },
  'cap-side': {
    name: 'cap side or back',
    widthMm: 60,
    heightMm: 40,
    because: 'The side of a cap takes about 60 by 40 mm.',
  },
  bag: { name: 'bag or pack', widthMm: 100, heightMm: null, because: 'Bags and packs take about 100 mm.' },
  towel: { name: 'towel’s border', widthMm: null, heightMm: null, because: '' },
  other: { name: 'elsewhere', widthMm: null, heightMm: null, because: '' },
} as const satisfies Record<string, PlaceRecord>;
export type Place = keyof typeof places;
/** What is known of a place. */
export const placeOf = (key: Place): PlaceRecord => places[key];

/** In which order a design's colours were laid out. */
export const orders = {
  flat: { name: 'for a flat' },
  cap: { name: 'for a cap: centre out, bottom up' },
} as const;

/** What matters more where not both can be had. */
export const priorities = { detail: { name: 'fine detail' }, solidity: { name: 'solid colour' } } as const;
export type Priority = keyof typeof priorities;
