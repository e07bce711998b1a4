/**
 * What every line of the ledger has: something that happened at a machine. Never edited, never deleted.
 *
 * `id` is a UUIDv7 made by the writer, so the same entry sent twice is stored once. `at` is the device's
 * time (ISO 8601, UTC). `head` and `position` are null where the entry is about the whole machine.
 */
export interface EntryBase {
  id: string;
  machineId: string;
  head: number | null;
  position: number | null;
  at: string;
  operatorId: string | null;
  jobId: string | null;
  /** For a correction: the entry it corrects. */
  corrects: string | null;
  /** The device's time, where it lay so far ahead that `at` is the server's instead. Added by the server. */
  claimedAt?: string | null;
}
