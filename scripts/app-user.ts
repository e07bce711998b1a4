import { execFileSync, spawnSync } from 'node:child_process';
import { chmodSync, chownSync, existsSync } from 'node:fs';
import { join } from 'node:path';

/** The user that the app runs as where ./start is root: it owns nothing but what it must read. */
const name = 'vivid-eye';

export interface AppUser {
  uid: number;
  gid: number;
}

/**
 * Whom the app runs as; undefined: as whoever started it, who is not root. Makes the user when there is none. Where that user could not run it (the project's folder is closed
 * to others, or a port below 1024 is asked for) it runs as root, and that is said.
 */
export function appUser(ports: readonly number[]): AppUser | undefined {
  if (process.getuid?.() !== 0) return undefined;
  const low = ports.find((port) => port < 1024);
  if (low !== undefined) return asRoot(`port ${low} is for root only`);
  const user = findUser() ?? makeUser();
  if (!user) return asRoot(`there is no user “${name}”, and none could be made`);
  return mayRun(user) ? user : asRoot(`${process.cwd()} is closed to the user “${name}”`);
}

function asRoot(why: string): undefined {
  console.error(`The app runs as root: ${why}.`);
}

function findUser(): AppUser | undefined {
  try {
    const of = (which: string) =>
      Number(execFileSync('id', [which, name], { stdio: ['ignore', 'pipe', 'ignore'] }));
    return { uid: of('-u'), gid: of('-g') };
  } catch {
    return undefined;
  }
}

function makeUser(): AppUser | undefined {
  const settings = ['--system', '--user-group', '--no-create-home', '--home-dir', '/nonexistent'];
  spawnSync('useradd', [...settings, '--shell', '/usr/sbin/nologin', name], { stdio: 'ignore' });
  return findUser();
}

/** Whether the user can run Node and read what the app is made of. */
function mayRun(user: AppUser): boolean {
  const files = ['dist/server/serve.mjs', 'dist/server/entry.mjs', 'node_modules/pg/package.json'];
  const look = `for (const file of ${JSON.stringify(files)}) require('node:fs').readFileSync(file)`;
  return spawnSync(process.execPath, ['-e', look], { ...user, stdio: 'ignore' }).status === 0;
}

/**
 * Lets the app read what the launcher keeps for it: its certificate's files and what stands of the backups. The authority's key, the backups themselves and the database's
 * passwords stay root's.
 */
export function openTo({ uid, gid }: AppUser, folder: string, files: readonly string[]): void {
  if (existsSync(folder)) chmodSync(folder, 0o711);
  for (const file of files.map((each) => join(folder, each))) if (existsSync(file)) chownSync(file, uid, gid);
}
