import { type ElementKind } from '../element/elements.ts';
import { type Fibre } from '../thread/fibres.ts';
import type { Backing } from '../garment/backings.ts';
import type { Cloth } from '../garment/cloths.ts';
import type { Priority } from '../garment/places.ts';
import type { HoopSize } from '../garment/hoops.ts';
import type { Schools } from './schools.ts';

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
