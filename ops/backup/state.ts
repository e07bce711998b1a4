import { chownSync, existsSync, renameSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { BackupState } from '../../src/schemas/backup-state.ts';

/** Whole, or as it was. */
export function keepBackupState(folder: string, state: BackupState): void {
  const file = join(folder, 'state.json');
  writeFileSync(`${file}.new`, JSON.stringify(state, null, 2), { mode: 0o600 });
  // Whose it was: the app reads it, as a user of its own.
  if (process.getuid?.() === 0 && existsSync(file)) {
    const { uid, gid } = statSync(file);
    chownSync(`${file}.new`, uid, gid);
  }
  renameSync(`${file}.new`, file);
}
