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

/** A good backup older than this is told as old, hours: one night was missed. */
const oldHours = 50;
export const isOld = (good: BackupState['good'], now: Date): boolean =>
  good !== null && now.getTime() - Date.parse(good.at) > oldHours * 3_600_000;

/** What an owner has to hear on every page, the worst first; null: nothing. Only of an installation that makes its backups itself. */
export async function careTrouble(now: Date): Promise<string | null> {
  if (!process.env['VIVID_BACKUPS']) return null;
  const { backups, disk } = await careNow();
  if (disk && nearlyFull(disk)) return 'The disk is nearly full.';
  if (backups?.failed) return 'The last backup failed.';
  if (isOld(backups?.good ?? null, now)) return 'No backup was made for two nights.';
  return backups?.second?.why ? 'The second copy of the backup could not be made.' : null;
}

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
