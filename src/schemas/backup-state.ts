/** What the nightly backups came to, kept in a file beside them: also when the database is gone. Instants are ISO 8601. */
export interface BackupState {
  /** The newest that was proved by restoring it. */
  good: { at: string; file: string; bytes: number; entries: number; heads: number } | null;
  /** The newest try that failed, if it came after that; `why` can be shown as it is. */
  failed: { at: string; why: string } | null;
  /** The second folder: where the newest copy lies, or why there is none; null: none is wanted. */
  second: { at: string; file: string | null; why: string | null } | null;
  /** When the newest try began. */
  triedAt: string | null;
}

export const noBackupYet: BackupState = { good: null, failed: null, second: null, triedAt: null };
