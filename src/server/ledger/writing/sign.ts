import type { Entry } from '../../../core/ledger/entry.ts';
import { entryRight } from '../../../core/people/entry-rights.ts';
import { may } from '../../../core/people/roles.ts';
import type { Principal } from '../../../schemas/people.ts';
import { requireMachineScope, refused } from '../../people/principals.ts';
import { wereSignedIn } from '../../people/sessions.ts';

/**
 * Writes to entries who they come from: the server says so, not the page. The person signed in there stands for what names nobody else; what names another was queued while
 * that one was signed in, keeps the name, and is marked as unconfirmed. Throws a problem, 401 or 403, where this kind of entry is not for whoever asks.
 */
export async function signEntries(entries: readonly Entry[], asker: Principal): Promise<void> {
  const late = entries.filter((entry) => isLate(entry, asker));
  const claims = late.map(({ operatorId, at }) => ({ personId: operatorId!, at }));
  if (late.length > 0 && !(await wereSignedIn(asker.device!.id, claims))) throw refused(asker, 'log');
  for (const entry of entries) sign(entry, asker, late.includes(entry));
}

/** Ticked while somebody was signed in, sent when nobody is: kept with the name, in doubt. What takes a technician is not. */
const isLate = (entry: Entry, { role, device }: Principal): boolean =>
  entryRight(entry.kind) === 'log' && role === 'tablet' && device !== null && entry.operatorId !== null;

function sign(entry: Entry, asker: Principal, late: boolean): void {
  requireMachineScope(asker, entry.machineId);
  const writerId = asker.person?.id ?? null;
  const right = entryRight(entry.kind);
  if (!may(asker.role, right) && !late) throw refused(asker, right);
  entry.operatorId ??= writerId;
  entry.writerId = writerId;
  entry.deviceId = asker.device?.id ?? null;
  entry.unconfirmed = entry.operatorId !== writerId;
  entry.writerMay = {
    correctOthers: may(asker.role, 'correctOthers'),
    release: may(asker.role, 'release'),
  };
}

/** With the shift a session ends. */
export const endsShift = (entry: Entry): boolean => entry.kind === 'shift' && entry.data.is === 'ended';
