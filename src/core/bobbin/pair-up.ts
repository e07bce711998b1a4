import { eyeFit, type EyeFit } from '../needle/eye.ts';
import type { NeedleSpec } from '../needle/label.ts';
import type { Quantity } from '../base/quantity.ts';
import { coverOf, usualSpacingMm, type Cover } from '../thread/cover.ts';
import { threadDiameter, type ThreadBody } from '../thread/diameter.ts';
import type { BobbinClass } from './capacity.ts';
import { pairThreads, type CaseSchool, type Pairing } from './pairing.ts';

export interface PairUpAsked {
  needle: NeedleSpec;
  top: ThreadBody;
  bobbin: ThreadBody;
  size?: BobbinClass | undefined;
  spacingMm?: number | undefined;
  school?: CaseSchool | undefined;
  same?: boolean | undefined;
}

export interface PairUp {
  needle: NeedleSpec;
  fit: EyeFit;
  cover: Cover & { spacingMm: number };
  topDiameter: Quantity;
  bobbinDiameter: Quantity;
  pairing: Pairing;
}

/** Needle, top thread and bobbin thread together: how they fit, cover and weigh. Throws as its parts do. */
export function pairUp({
  needle,
  top,
  bobbin,
  size = 'L',
  spacingMm = usualSpacingMm,
  school = '25-30',
  same = false,
}: PairUpAsked): PairUp {
  return {
    needle,
    fit: eyeFit(needle, top),
    cover: { ...coverOf(top, spacingMm), spacingMm },
    topDiameter: threadDiameter(top),
    bobbinDiameter: threadDiameter(bobbin),
    pairing: pairThreads({ top, bobbin, size, school, same }),
  };
}
