import { readFileSync } from 'node:fs';
import { statfs } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { noBackupYet, type BackupState } from '../../schemas/backup-state.ts';

/** How well the data are kept: for whoever runs the workshop. */
export interface Care {
  /** The nightly backups; null: none are made by this installation. */
  backups: BackupState | null;
  /** The last good one is of more than two nights ago. */
  isOld: boolean;
  /** Bytes free on the disk of the data, if it is nearly full. */
  lowDisk: number | null;
}

/** Less than this is told before it is too late: the ledger grows by megabytes a day, backups by a copy each night. */
const nearlyFull = ({ free, of }: { free: number; of: number }): boolean => free < 2e9 || free < of * 0.05;

/** A good backup older than this is told as old, hours: one night was missed. */
const oldHours = 50;

/** What an owner has to hear on every page, the worst first; null: nothing. Only of an installation that makes its backups itself. */
export async function careTrouble(now: Date): Promise<string | null> {
  if (!process.env['VIVID_BACKUPS']) return null;
  const { backups, isOld, lowDisk } = await careNow(now);
  if (lowDisk !== null) return 'The disk is nearly full.';
  if (backups?.failed) return 'The last backup failed.';
  if (isOld) return 'No backup was made for two nights.';
  return backups?.second?.why ? 'The second copy of the backup could not be made.' : null;
}

export async function careNow(now: Date): Promise<Care> {
  const folder = process.env['VIVID_BACKUPS'];
  const disk = await statfs(folder ? dirname(folder) : '.').then(
    ({ bavail, blocks, bsize }) => ({ free: bavail * bsize, of: blocks * bsize }),
    () => null,
  );
  const backups = folder ? backupState(folder) : null;
  const good = backups?.good ?? null;
  return {
    backups,
    isOld: good !== null && now.getTime() - Date.parse(good.at) > oldHours * 3_600_000,
    lowDisk: disk && nearlyFull(disk) ? disk.free : null,
  };
}

/** What stands in the file beside the backups (ops/backup/state.ts writes it); nothing yet where it cannot be read. */
export function backupState(folder: string): BackupState {
  try {
    const kept = JSON.parse(readFileSync(join(folder, 'state.json'), 'utf8')) as Partial<BackupState>;
    return { ...noBackupYet, ...kept };
  } catch {
    return noBackupYet;
  }
}
