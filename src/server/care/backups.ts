import { readFileSync } from 'node:fs';
import { statfs } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { noBackupYet, type BackupState } from '../../schemas/backup-state.ts';

/** How well the data are kept: for whoever runs the workshop. */
export interface Care {
  /** The nightly backups; null: none are made by this installation. */
  backups: BackupState | null;
  /** Bytes free on the disk of the data, and of how many; null: it cannot be told. */
  disk: { free: number; of: number } | null;
}

/** Less than this is told before it is too late: the ledger grows by megabytes a day, backups by a copy each night. */
export const nearlyFull = ({ free, of }: { free: number; of: number }): boolean =>
  free < 2e9 || free < of * 0.05;

export async function careNow(): Promise<Care> {
  const folder = process.env['VIVID_BACKUPS'];
  const disk = await statfs(folder ? dirname(folder) : '.').then(
    ({ bavail, blocks, bsize }) => ({ free: bavail * bsize, of: blocks * bsize }),
    () => null,
  );
  return { backups: folder ? backupState(folder) : null, disk };
}

/** What stands in the file beside the backups (scripts/backup/state.ts writes it); nothing yet where it cannot be read. */
export function backupState(folder: string): BackupState {
  try {
    const kept = JSON.parse(readFileSync(join(folder, 'state.json'), 'utf8')) as Partial<BackupState>;
    return { ...noBackupYet, ...kept };
  } catch {
    return noBackupYet;
  }
}
