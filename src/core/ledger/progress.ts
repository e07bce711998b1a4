import type { EffectiveEntry, EntryKind } from './entry.ts';

/** What an entry adds to its job's tally. Whole numbers, so that adding and taking away leave nothing behind. */
export interface JobTally {
  pieces: number;
  stitches: number;
  breaks: number;
  lostMs: number;
}

/** Kinds whose time to their ending counts as lost. */
export const timeLosingKinds: readonly EntryKind[] = ['break', 'stop'];

/**
 * The tally of one effective entry: finished pieces (one per head that ran), their stitches over all heads,
 * breaks, and the time lost by a stop that has ended (`lostMs`, null while it is open). Taken-back: nothing.
 */
export function tallyOf(entry: EffectiveEntry, lostMs: number | null): JobTally {
  const nothing = { pieces: 0, stitches: 0, breaks: 0, lostMs: 0 };
  if (entry.void) return nothing;
  if (entry.kind === 'piece_finished') {
    const each = entry.data.stops.reduce((sum, stop) => sum + stop.stitches, 0);
    return { ...nothing, pieces: entry.data.heads.length, stitches: each * entry.data.heads.length };
  }
  if (entry.kind === 'part_sewn') {
    const each = entry.data.stops.reduce((sum, stop) => sum + stop.stitches, 0);
    return { ...nothing, stitches: each * entry.data.heads.length };
  }
  if (!timeLosingKinds.includes(entry.kind)) return nothing;
  return { ...nothing, breaks: entry.kind === 'break' ? 1 : 0, lostMs: lostMs ?? 0 };
}
