import { groupBy } from '../base/group-by.ts';
import { UserError } from '../base/user-error.ts';
import { inLedgerOrder, type EffectiveEntry, type Entry, type EntryOf } from './entry.ts';

/**
 * An entry as it counts, given every correction that hangs on it (corrections of those corrections too).
 *
 * Corrections apply in ledger order, later ones over earlier ones. A correction that was itself taken back
 * (a correction with `void` naming it) does not count. Throws Refusal `CorrectionOfCorrection` when `entry`
 * is a correction: those have no standing of their own.
 */
export function effectiveEntry(
  entry: Entry | EffectiveEntry,
  corrections: readonly EntryOf<'correction'>[],
): EffectiveEntry {
  if (entry.kind === 'correction') {
    throw new UserError(
      'CorrectionOfCorrection',
      'A correction can only be taken back; correct the entry itself.',
    );
  }
  const live = liveCorrections(entry.id, corrections);
  const result = { ...entry, data: { ...entry.data }, void: false, corrections: live.length };
  for (const { data } of live) {
    if (data.void !== undefined) result.void = data.void;
    if (data.head !== undefined) result.head = data.head;
    if (data.position !== undefined) result.position = data.position;
    if (data.jobId !== undefined) result.jobId = data.jobId;
    if (data.operatorId !== undefined) {
      result.operatorId = data.operatorId;
      // Somebody stands for it now.
      if (result.unconfirmed) result.unconfirmed = false;
    }
    if (data.at !== undefined) result.at = data.at;
    if (data.data !== undefined) Object.assign(result.data, data.data);
  }
  return result as EffectiveEntry;
}

/** Corrections naming `id` that were not themselves taken back, in ledger order. */
function liveCorrections(id: string, all: readonly EntryOf<'correction'>[]): EntryOf<'correction'>[] {
  const naming = groupBy(all, (correction) => correction.corrects);
  const live = (named: string): EntryOf<'correction'>[] =>
    (naming.get(named) ?? [])
      .filter(
        (correction) =>
          live(correction.id).findLast((next) => next.data.void !== undefined)?.data.void !== true,
      )
      .sort(inLedgerOrder);
  return live(id);
}

/** Every entry of a ledger as it counts, in ledger order, taken-back ones included (marked `void`). */
export function effectiveEntries(ledger: readonly Entry[]): EffectiveEntry[] {
  const corrections = ledger.filter((entry): entry is EntryOf<'correction'> => entry.kind === 'correction');
  const hanging = groupBy(corrections, rootFinder(corrections));
  return ledger
    .filter((entry) => entry.kind !== 'correction')
    .map((entry) => effectiveEntry(entry, hanging.get(entry.id) ?? []))
    .sort(inLedgerOrder);
}

/** Which non-correction entry a correction hangs on in the end. */
function rootFinder(
  corrections: readonly EntryOf<'correction'>[],
): (correction: EntryOf<'correction'>) => string {
  const byId = new Map(corrections.map((correction) => [correction.id, correction]));
  return (one) => {
    let target = one.corrects!;
    for (let next = byId.get(target); next; next = byId.get(target)) target = next.corrects!;
    return target;
  };
}
