import { openDB, type IDBPDatabase } from 'idb';
import type { Entry } from '../../../core/ledger/entry.ts';

/**
 * An entry as it waits on the device. `clock`: what was added to the device's clock for its time, ms; `settled`: the server's
 * time was known then, or has been put in since, so that its time stays.
 */
export interface KeptEntry {
  entry: Entry;
  clock: number;
  settled?: boolean;
}

const name = 'vivid-eye';
const store = 'outbox';
let opening: Promise<IDBPDatabase> | undefined;

function open(): Promise<IDBPDatabase> {
  opening ??= openDB(name, 1, {
    upgrade: (database) => void database.createObjectStore(store, { keyPath: 'entry.id' }),
    // The browser closed it (its data was cleared, say): opened anew by the next call.
    terminated: () => void (opening = undefined),
  });
  // What failed once may go well later, when there is room again.
  opening.catch(() => (opening = undefined));
  return opening;
}

/**
 * Keeps entries on the device until they are sent. Strictly: when this has ended they are on the disk and survive a
 * browser that is killed, which the browser's local storage does not promise. Rejects where the device has no room.
 */
export async function keepEntries(entries: readonly KeptEntry[]): Promise<void> {
  const transaction = (await open()).transaction(store, 'readwrite', { durability: 'strict' });
  await Promise.all([...entries.map((entry) => transaction.store.put(entry)), transaction.done]);
}

export async function forgetEntries(ids: readonly string[]): Promise<void> {
  const transaction = (await open()).transaction(store, 'readwrite');
  await Promise.all([...ids.map((id) => transaction.store.delete(id)), transaction.done]);
}

/** What waits on this device, oldest first: ids are UUIDv7. */
export async function keptEntries(): Promise<KeptEntry[]> {
  return (await (await open()).getAll(store)) as KeptEntry[];
}
