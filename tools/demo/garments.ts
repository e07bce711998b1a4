import type { Garment } from '../../src/core/garment/garment.ts';

const flap: Garment = {
  ...{ cloth: 'canvas', layers: 2, seams: false, backings: ['cut-away'], backingLayers: 1 },
  ...{ hoop: 'medium', place: 'bag', widthMm: 96, heightMm: 72 },
};
const apron: Garment = {
  ...{ cloth: 'canvas', layers: 1, seams: false, backings: ['tear-away'], backingLayers: 1 },
  ...{ hoop: 'medium', place: 'chest', widthMm: 74, heightMm: 60 },
};
const softshell: Garment = {
  ...{ cloth: 'softshell', layers: 1, seams: false, backings: ['cut-away'], topping: 'film' },
  ...{ hoop: 'medium', place: 'chest', widthMm: 75, heightMm: 48 },
};
const cap: Garment = {
  ...{ cloth: 'cap', layers: 1, seams: false, backings: ['tear-away'], hoop: 'cap-frame' },
  ...{ place: 'cap-front', widthMm: 104, heightMm: 52, order: 'cap' },
};

/** What was said of the demo's garments, by the job's name; of the others only their own words are known. */
export const garments: Readonly<Record<string, Garment>> = {
  'Rescue pack flaps, second lot': flap,
  'Rescue pack flaps, third lot': flap,
  'Garden aprons': apron,
  'Steamer softshells': softshell,
  'Crew softshells, winter': softshell,
  'Bandsmen’s caps': cap,
  'Bandsmen’s caps, juniors': cap,
  'Curling knits': { cloth: 'knit-heavy', backings: ['cut-away'], place: 'chest', widthMm: 70, heightMm: 70 },
  'Regatta banner': {
    ...{ cloth: 'woven-dense', hoop: 'large', backings: ['cut-away'], backingLayers: 2 },
    ...{ place: 'other', widthMm: 260, heightMm: 180 },
  },
};
