import { copyFileSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import type { BackupState } from '../../src/schemas/backup-state.ts';
import { closeDatabase } from '../../src/server/base/database.ts';
import { writableServer } from '../../src/server/base/servers.ts';
import { makeBackup } from './make.ts';
import { headFacts, proveBackup } from './prove.ts';
import { backupState } from '../../src/server/care/backups.ts';
import { keepBackupState } from './state.ts';

/** One nightly backup, in a process of its own. VIVID_NIGHT holds {@link Night} as JSON; DATABASE_URL is the database's owner. */
export interface Night {
  folder: string;
  /** Another disk or share; null: none. */
  second: string | null;
  /** So many are kept in each. */
  keep: number;
  /** Where a database for the proof may be made. */
  adminUrl: string;
}

const night = JSON.parse(process.env['VIVID_NIGHT']!) as Night;
const { folder, second, keep } = night;
const at = new Date().toISOString();
const isBackup = /^vivid-eye-\d{8}T\d{6}Z\.ndjson\.gz$/;
const name = `vivid-eye-${at.replace(/[-:]/g, '').slice(0, 15)}Z.ndjson.gz`;
const before = backupState(folder);
try {
  process.env['DATABASE_URL'] = await writableServer(process.env['DATABASE_URL']!);
  const adminUrl = await writableServer(night.adminUrl);
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const file = join(folder, name);
  const ending = await makeBackup(file, { readBack: false });
  let heads: number;
  try {
    heads = await proveBackup(file, ending, await headFacts(), adminUrl);
  } catch (error) {
    // The newest such is kept to be looked at, under a name that nobody takes for a good one.
    for (const old of readdirSync(folder).filter((each) => each.endsWith('.unproved')))
      rmSync(join(folder, old));
    renameSync(file, `${file}.unproved`);
    throw new Error(`The backup was made, and is not good: ${(error as Error).message}`);
  }
  keepNewest(folder);
  const good = { at, file, bytes: statSync(file).size, entries: ending.rows.ledger ?? 0, heads };
  keepBackupState(folder, { good, failed: null, second: copyTo(second, file), triedAt: at });
  console.log(`Backup made and proved: ${file}, ${good.entries} ledger lines.`);
} catch (error) {
  const why = (error as Error).message;
  console.error(why);
  try {
    keepBackupState(folder, { ...before, failed: { at, why }, triedAt: at });
  } catch {
    // Not even that can be written: what was said above is all there is.
  }
  process.exitCode = 1;
} finally {
  await closeDatabase();
}

function copyTo(where: string | null, file: string): BackupState['second'] {
  if (where === null) return null;
  try {
    // A stick that is not in must not be written beside: its folder is there, or nothing is.
    if (!existsSync(where)) throw new Error(`There is no folder ${where}. Is the stick in, the share there?`);
    const copy = join(where, name);
    copyFileSync(file, `${copy}.part`);
    if (statSync(`${copy}.part`).size !== statSync(file).size) throw new Error('the copy is not whole.');
    renameSync(`${copy}.part`, copy);
    keepNewest(where);
    return { at, file: copy, why: null };
  } catch (error) {
    return { at, file: null, why: (error as Error).message };
  }
}

/** Older ones than the newest `keep` go, and what was cut off. Names hold their time. */
function keepNewest(where: string): void {
  for (const cut of readdirSync(where).filter((each) => /^vivid-eye-.*\.ndjson\.gz\.part$/.test(each)))
    rmSync(join(where, cut));
  const all = readdirSync(where)
    .filter((each) => isBackup.test(each))
    .sort();
  for (const old of all.slice(0, Math.max(0, all.length - keep))) rmSync(join(where, old));
}
