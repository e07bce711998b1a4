import { renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { BackupState } from '../../src/schemas/backup-state.ts';

/** Whole, or as it was. */
export function keepBackupState(folder: string, state: BackupState): void {
  const file = join(folder, 'state.json');
  writeFileSync(`${file}.new`, JSON.stringify(state, null, 2), { mode: 0o600 });
  renameSync(`${file}.new`, file);
}
