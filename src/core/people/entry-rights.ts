import { flagsOf } from '../ledger/about-kinds.ts';
import type { EntryKind } from '../ledger/entry.ts';
import type { Right } from './rights.ts';

/** Own entries may be corrected for this long after they were made, ms. */
export const ownCorrectionMs = 12 * 3_600_000;

/**
 * The right that writing an entry of this kind takes: as its flags say, and what happens at a machine while it runs is anyone's who stands there.
 * Whose entry a correction may change is asked by {@link mayCorrect}.
 */
export function entryRight(kind: EntryKind): Right {
  const { needs, corrects, unnamed, stops, endsStop, sews, holds, fits } = flagsOf(kind);
  if (needs) return needs;
  if (corrects) return 'correctOwn';
  return unnamed || stops || endsStop || sews || holds || fits ? 'logUnnamed' : 'log';
}

/** Whose an entry is, where it came from, and when it happened. */
export interface Writing {
  kind: EntryKind;
  operatorId: string | null;
  deviceId: string | null;
  /** ISO 8601. */
  at: string;
}

/**
 * Whether an entry holds a piece back: a hold, or a broken needle of which a fragment is missing. Changing it takes the right to release. `said`: a field of its data as
 * it stands.
 */
export const holdsAPiece = (kind: EntryKind, said: (field: string) => unknown): boolean =>
  flagsOf(kind).holds === true || (flagsOf(kind).breaks === true && said('fragments') === 'missing');

/** Who would correct it. */
export interface Corrector {
  personId: string | null;
  deviceId: string | null;
  mayOthers: boolean;
}

/**
 * Whether the entry may be corrected by who asks: others' by whom has that right; for 12 hours one's own, what a device logged without a name on that device, what the machine told
 * by itself by whoever is signed in, and what several do together (a trace). `onlyAdds`: it says only what was not said before (the fragments of a broken needle, the kind of a
 * break): that is anyone's. `now`: ISO 8601.
 */
export function mayCorrect(entry: Writing, who: Corrector, now: string, onlyAdds = false): boolean {
  if (who.mayOthers) return true;
  if (Date.parse(now) - Date.parse(entry.at) > ownCorrectionMs) return false;
  if (onlyAdds || flagsOf(entry.kind).shared) return true;
  if (entry.operatorId !== null) return entry.operatorId === who.personId;
  return entry.deviceId === null ? who.personId !== null : entry.deviceId === who.deviceId;
}
