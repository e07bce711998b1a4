import { faults, type Fault } from '../../fault/faults.ts';
import { needleReasons, type NeedleReason } from '../../needle/reasons.ts';
import { ownProperty } from '../../base/own-property.ts';

/** How a needle went. */
export interface EndOfLife {
  reason: NeedleReason;
  /** The stop it was changed at, as a kind of fault (empty: not said); null: at none. */
  fault: string | null;
  /** Whether the next needle had a break there on the day it was fitted: then the old one was not what was wrong. */
  nextBroke: boolean;
}

/**
 * Whether a needle's life ended by trouble of its own: it broke, it had a burr, or it was changed at a stop of the top thread or the needle that did not
 * come again with the next one. Otherwise it was only taken out, and might have gone on.
 */
export function endedByTrouble({ reason, fault, nextBroke }: EndOfLife): boolean {
  const { says } = needleReasons[reason];
  if (says !== 'maybe') return says === 'trouble';
  if (fault === null || nextBroke) return false;
  const known = ownProperty(faults, fault as Fault);
  return !known || known.side !== 'bobbin';
}
