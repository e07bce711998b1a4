import { countsAsBreak } from '../fault/faults.ts';
import { flagsOf, is, kindsWith } from './about-kinds.ts';
import type { EffectiveEntry } from './entry.ts';
import { stitchesEach } from './kinds/sewn.ts';

/** What an entry adds to its job's tally. Whole numbers, so that adding and taking away leave nothing behind. */
export interface JobTally {
  pieces: number;
  stitches: number;
  breaks: number;
  lostMs: number;
}

/** Kinds whose time to their ending counts as lost. */
export const timeLosingKinds = kindsWith('losesTime');

/**
 * The tally of one effective entry: finished pieces (one per head that ran), their stitches over all heads,
 * breaks (a false stop is none), and the time lost by a stop that has ended (`lostMs`, null while it is open). Taken-back: nothing.
 */
export function tallyOf(entry: EffectiveEntry, lostMs: number | null): JobTally {
  const nothing = { pieces: 0, stitches: 0, breaks: 0, lostMs: 0 };
  if (entry.void) return nothing;
  if (is(entry, 'sews')) {
    const heads = entry.data.heads.length;
    return {
      ...nothing,
      pieces: flagsOf(entry.kind).sews === 'piece' ? heads : 0,
      stitches: stitchesEach(entry.data) * heads,
    };
  }
  return {
    ...nothing,
    breaks: is(entry, 'breaks') && countsAsBreak(entry.data.fault) ? 1 : 0,
    lostMs: is(entry, 'losesTime') ? (lostMs ?? 0) : 0,
  };
}
