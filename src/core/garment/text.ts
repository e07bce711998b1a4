import { backings, toppings } from './backings.ts';
import { cloths } from './cloths.ts';
import type { Garment } from './garment.ts';
import { hoopSizes } from './hoops.ts';
import { places } from './places.ts';

/** A garment in one line: "structured cap, 2 layers, across a seam · cut-away · cap frame · cap front, 110 × 50 mm". Only what was said. */
export function garmentText(garment: Garment): string {
  const { cloth, layers, seams, topping, hoop, hoopWidthMm, hoopHeightMm, place, widthMm, heightMm } =
    garment;
  const size = (width: number | undefined, height: number | undefined) =>
    width !== undefined && height !== undefined
      ? `${width} × ${height} mm`
      : width !== undefined
        ? `${width} mm wide`
        : height !== undefined
          ? `${height} mm high`
          : '';
  const join = (words: readonly (string | false | undefined)[]) => words.filter(Boolean).join(', ');
  const under = (garment.backings ?? []).map((key) => backings[key].name).join(' and ');
  return [
    join([
      cloth && cloths[cloth].name,
      layers !== undefined && layers > 1 && `${layers} layers`,
      seams && 'across a seam',
    ]),
    join([
      under && `${(garment.backingLayers ?? 1) > 1 ? `${garment.backingLayers} × ` : ''}${under}`,
      topping !== undefined && topping !== 'none' && `${toppings[topping].name} on top`,
    ]),
    join([
      hoop && (hoop === 'cap-frame' ? 'cap frame' : `${hoopSizes[hoop].name} hoop`),
      size(hoopWidthMm, hoopHeightMm),
    ]),
    join([place && places[place].name, size(widthMm, heightMm)]),
  ]
    .filter(Boolean)
    .join(' · ');
}
