import { spawn } from 'node:child_process';
import type { Night } from './night.ts';
import { backupState } from '../../src/server/care/backups.ts';

const lookEveryMs = 30_000;

/**
 * The last moment at which a backup was due, by this computer's clock. `at`: minutes since midnight.
 */
export function dueSince(now: Date, at: number): Date {
  const due = new Date(now);
  due.setHours(Math.floor(at / 60), at % 60, 0, 0);
  if (due > now) due.setDate(due.getDate() - 1);
  return due;
}

/** Whether one is due: none was tried since the last such moment. A new installation waits for its first night. */
export function isDue(triedAt: string | null, startedAt: Date, now: Date, at: number): boolean {
  return Date.parse(triedAt ?? startedAt.toISOString()) < dueSince(now, at).getTime();
}

/** Makes a backup each day at that minute, or as soon as the app runs again after it. Returns how to stop. */
export function nightly(night: Night, ownerUrl: string, at: number): () => void {
  const startedAt = new Date();
  let running: ReturnType<typeof spawn> | undefined;
  const timer = setInterval(() => {
    if (running || !isDue(backupState(night.folder).triedAt, startedAt, new Date(), at)) return;
    running = spawn(process.execPath, ['dist/server/night-backup.mjs'], {
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, DATABASE_URL: ownerUrl, VIVID_NIGHT: JSON.stringify(night) },
    });
    running.once('exit', () => (running = undefined));
  }, lookEveryMs);
  return () => {
    clearInterval(timer);
    running?.kill();
  };
}
