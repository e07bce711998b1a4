import type { Entry } from '../../../core/ledger/entry.ts';
import { entryRight } from '../../../core/people/entry-rights.ts';
import { may } from '../../../core/people/roles.ts';
import type { Asker } from '../../../schemas/people.ts';
import { mustBeItsMachine, refused } from '../../people/askers.ts';

/**
 * Writes to an entry who it comes from: the server says so, not the page. The person signed in there stands for what names nobody else; what names another was queued while
 * that one was signed in, keeps the name, and is marked as unconfirmed. Throws a problem, 401 or 403, where this kind of entry is not for whoever asks.
 */
export function signEntry(entry: Entry, asker: Asker): void {
  mustBeItsMachine(asker, entry.machineId);
  const writerId = asker.person?.id ?? null;
  const right = entryRight(entry.kind);
  // Ticked while somebody was signed in, sent when nobody is: kept with the name, in doubt. What takes a technician is not.
  const isLate = right === 'log' && asker.role === 'tablet' && entry.operatorId !== null;
  if (!may(asker.role, right) && !isLate) throw refused(asker, right);
  entry.operatorId ??= writerId;
  entry.by = {
    writerId,
    deviceId: asker.device?.id ?? null,
    unconfirmed: entry.operatorId !== writerId,
    ...(may(asker.role, 'correctOthers') && { correctsOthers: true }),
  };
}

/** With the shift a session ends. */
export const endsShift = (entry: Entry): boolean => entry.kind === 'shift' && entry.data.is === 'ended';
