/**
 * What every entry has: something that happened at a machine. Never edited, never deleted.
 *
 * `id` is a UUIDv7 made by the writer, so the same entry sent twice is stored once. `at` is the device's
 * time (ISO 8601, UTC). `head` and `position` are null where the entry is about the whole machine.
 */
export interface EntryBase extends Partial<ServerFields> {
  id: string;
  machineId: string;
  head: number | null;
  position: number | null;
  at: string;
  operatorId: string | null;
  jobId: string | null;
  /** What the writer of a correction may change. Set by the server, not kept; left out: everything (the server itself wrote it). */
  writerMay?: { correctOthers: boolean; release: boolean };
}

/** What the server adds to an entry when it takes it in, and keeps: never sent, and not what the entry says of itself. */
export type ServerFields = {
  /** What the device said, where its clock was so far ahead that `at` is the server's time instead. */
  claimedAt: string | null;
  /** The person signed in where it came from; null: nobody was, or nobody was asked. */
  writerId: string | null;
  deviceId: string | null;
  /** It names a person who was not signed in there when it came, and nobody has stood for it since. */
  unconfirmed: boolean;
};
export const noServerFields: ServerFields = {
  claimedAt: null,
  writerId: null,
  deviceId: null,
  unconfirmed: false,
};
