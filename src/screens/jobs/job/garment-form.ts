import { keysOf } from '../../../core/base/keys.ts';
import { backings, type Backing } from '../../../core/garment/backings.ts';
import type { Garment } from '../../../core/garment/garment.ts';
import { decimalFromText } from '../../../core/units/decimal.ts';

/** A job's garment as its form holds it: text as typed or chosen, '' where nothing was said. */
export interface GarmentForm {
  cloth: string;
  layers: string;
  seams: string;
  backings: Backing[];
  backingLayers: string;
  topping: string;
  hoop: string;
  hoopWidthMm: string;
  hoopHeightMm: string;
  place: string;
  widthMm: string;
  heightMm: string;
  order: string;
  priority: string;
}

/** Backings that lie under the cloth. */
export const under = keysOf(backings).filter((key) => !backings[key].onTop);

export function garmentFormOf(garment: Garment = {}): GarmentForm {
  const text = (value: string | number | undefined) => (value === undefined ? '' : String(value));
  return {
    cloth: text(garment.cloth),
    layers: text(garment.layers),
    seams: garment.seams === undefined ? '' : garment.seams ? 'yes' : 'no',
    backings: [...(garment.backings ?? [])],
    backingLayers: text(garment.backingLayers),
    topping: text(garment.topping),
    hoop: text(garment.hoop),
    hoopWidthMm: text(garment.hoopWidthMm),
    hoopHeightMm: text(garment.hoopHeightMm),
    place: text(garment.place),
    widthMm: text(garment.widthMm),
    heightMm: text(garment.heightMm),
    order: text(garment.order),
    priority: text(garment.priority),
  };
}

/** What was said; fields that cannot be read are left out (the form does not send while it shows them as wrong). */
export function garmentFrom(form: GarmentForm): Garment {
  const said = Object.entries({
    ...form,
    backings: form.backings.length > 0 ? form.backings : '',
    seams: form.seams && form.seams === 'yes',
    layers: Number(form.layers) || '',
    backingLayers: Number(form.backingLayers) || '',
    hoopWidthMm: decimalFromText(form.hoopWidthMm) ?? '',
    hoopHeightMm: decimalFromText(form.hoopHeightMm) ?? '',
    widthMm: decimalFromText(form.widthMm) ?? '',
    heightMm: decimalFromText(form.heightMm) ?? '',
  }).filter(([, value]) => value !== '');
  return Object.fromEntries(said) as Garment;
}
