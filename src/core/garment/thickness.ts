import { backings } from './backings.ts';
import { cloths } from './cloths.ts';
import { backingsOf, type Garment } from './garment.ts';

/** Cloth of a kind that is not known, mm. From memory. */
const unknownClothMm = 0.7;

/** What a stitch goes through, mm: cloth by its layers, backing by its; one layer of each, and cut-away, where it was not said. */
export function thicknessMm(garment: Garment): number {
  const cloth = garment.cloth ? cloths[garment.cloth].thicknessMm : unknownClothMm;
  const said = backingsOf(garment);
  const under =
    said.some((key) => !backings[key].onTop) || garment.backings ? said : ['cut-away' as const, ...said];
  return under.reduce(
    (sum, key) => sum + backings[key].thicknessMm * (backings[key].onTop ? 1 : (garment.backingLayers ?? 1)),
    cloth * (garment.layers ?? 1),
  );
}
