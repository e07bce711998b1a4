import type { DataOf } from '../shape/data-of.ts';
import { among, object } from '../shape/parts.ts';
import { backings, toppings, type Backing } from './backings.ts';
import { cloths } from './cloths.ts';
import { hoopSizes } from './hoops.ts';
import { orders, places, priorities } from './places.ts';

const mm = (least: number, most: number) => ({ type: 'number', minimum: least, maximum: most }) as const;

/** What a job is sewn on. What is left out was not said. Lengths in mm. */
export const garmentShape = object(
  {
    cloth: among(cloths),
    /** Of the cloth, under the needle. */
    layers: { type: 'integer', minimum: 1, maximum: 6 },
    /** The design crosses a seam. */
    seams: { type: 'boolean' },
    backings: { type: 'array', items: among(backings), maxItems: 5, uniqueItems: true },
    backingLayers: { type: 'integer', minimum: 1, maximum: 4 },
    topping: among(toppings),
    hoop: among(hoopSizes),
    /** Inside of the hoop. */
    hoopWidthMm: mm(20, 1500),
    hoopHeightMm: mm(20, 1500),
    place: among(places),
    /** Of the sewn design. */
    widthMm: mm(1, 1500),
    heightMm: mm(1, 1500),
    order: among(orders),
    priority: among(priorities),
  },
  [
    'cloth',
    'layers',
    'seams',
    'backings',
    'backingLayers',
    'topping',
    'hoop',
    'hoopWidthMm',
    'hoopHeightMm',
    'place',
    'widthMm',
    'heightMm',
    'order',
    'priority',
  ],
);
export type Garment = DataOf<typeof garmentShape>;
export type GarmentField = keyof Garment;

/** Everything under and on the cloth, as the rules of advice take it. */
export function backingsOf({ backings: under = [], topping }: Garment): Backing[] {
  const above = topping ? toppings[topping].as : null;
  return above && !under.includes(above) ? [...under, above] : [...under];
}
