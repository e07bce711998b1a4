import { type ElementKind } from '../element/elements.ts';
import { type Fibre } from '../thread/fibres.ts';
import type { Schools } from './schools.ts';

/** What is sewn on. `thicknessMm`: cloth alone under the foot, from memory, to begin a consumption estimate with. */
export const cloths = {
  'knit-light': { name: 'knit, light', thicknessMm: 0.6 },
  'knit-heavy': { name: 'knit, heavy or sweater', thicknessMm: 1.6 },
  'woven-light': { name: 'woven, light', thicknessMm: 0.3 },
  'woven-dense': { name: 'woven, dense', thicknessMm: 0.5 },
  nylon: { name: 'nylon, ripstop or coated', thicknessMm: 0.2 },
  towel: { name: 'towel or fleece', thicknessMm: 2 },
  twill: { name: 'twill, thick', thicknessMm: 0.7 },
  canvas: { name: 'canvas or denim', thicknessMm: 0.9 },
  cap: { name: 'structured cap', thicknessMm: 1.2 },
  softshell: { name: 'softshell', thicknessMm: 1 },
  leather: { name: 'leather-like', thicknessMm: 1.1 },
  felt: { name: 'felt', thicknessMm: 1.5 },
} as const;
export type Cloth = keyof typeof cloths;

/** Backings and toppings. Several may be used at once. */
export const backings = {
  'cut-away': { name: 'cut-away', thicknessMm: 0.35 },
  'tear-away': { name: 'tear-away', thicknessMm: 0.3 },
  soluble: { name: 'water-soluble', thicknessMm: 0.1 },
  sticky: { name: 'sticky', thicknessMm: 0.35 },
  film: { name: 'film on top', thicknessMm: 0.05 },
} as const;
export type Backing = keyof typeof backings;

export const hoopSizes = {
  small: { name: 'small' },
  medium: { name: 'medium' },
  large: { name: 'large' },
} as const;
export type HoopSize = keyof typeof hoopSizes;

/** What matters more where not both can be had. */
export const priorities = { detail: { name: 'detail' }, solidity: { name: 'solidity' } } as const;
export type Priority = keyof typeof priorities;

/** What the operator wants to know about: one element of a design on one cloth. */
export interface Question {
  cloth: Cloth;
  /** Layers of the cloth under the needle, 1–6. */
  layers: number;
  /** The design crosses a seam. */
  seams: boolean;
  backings: readonly Backing[];
  hoop: HoopSize;
  element: ElementKind;
  /** Height of the capitals, mm; null when it is no lettering or not known. */
  letterMm: number | null;
  /** Width of the strokes or columns, mm; null when not known. */
  strokeMm: number | null;
  /** The thread as planned; null: advise one. `weightNo` in km/kg. */
  thread: { weightNo: number; tex: number; fibre: Fibre } | null;
  priority: Priority;
  schools: Schools;
}
