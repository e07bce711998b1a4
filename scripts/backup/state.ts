import { readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { noBackupYet, type BackupState } from '../../src/schemas/backup-state.ts';

const fileIn = (folder: string) => join(folder, 'state.json');

export function backupState(folder: string): BackupState {
  try {
    return { ...noBackupYet, ...(JSON.parse(readFileSync(fileIn(folder), 'utf8')) as Partial<BackupState>) };
  } catch {
    return noBackupYet;
  }
}

/** Whole, or as it was. */
export function keepBackupState(folder: string, state: BackupState): void {
  writeFileSync(`${fileIn(folder)}.new`, JSON.stringify(state, null, 2), { mode: 0o600 });
  renameSync(`${fileIn(folder)}.new`, fileIn(folder));
}
