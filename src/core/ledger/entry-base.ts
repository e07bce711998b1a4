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
  /** Who wrote it, where that is asked. Added by the server, never sent. */
  by?: WrittenBy;
}

/** Who wrote a line, as the server knows it: not what the line says of itself. */
export interface WrittenBy {
  /** The person signed in where it came from; null: nobody was. */
  writerId: string | null;
  deviceId: string | null;
  /** It names a person who was not signed in there when it came. */
  unconfirmed: boolean;
  /** Whether a correction may change others' entries. Not kept. */
  correctsOthers?: true;
  /** Whether a correction may change what holds a piece back. Not kept. */
  releases?: true;
}
