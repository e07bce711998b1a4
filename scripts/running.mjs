import { readFileSync, readlinkSync, realpathSync } from 'node:fs';

export const home = '.data';
export const pidFile = `${home}/start.pid`;

/** The ./start that runs in this folder, with the address it serves; undefined: none. Plain JavaScript, as ./start itself. */
export function runningStart() {
  try {
    const [pid, address] = readFileSync(pidFile, 'utf8').split('\n');
    process.kill(Number(pid), 0);
    // The number may be some other program's by now.
    if (!readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('scripts/start.')) return undefined;
    if (readlinkSync(`/proc/${pid}/cwd`) !== realpathSync('.')) return undefined;
    return { pid: Number(pid), address };
  } catch {
    return undefined;
  }
}
