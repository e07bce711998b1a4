import { spawnSync } from 'node:child_process';
import { pathToFileURL } from 'node:url';
import { resolve } from 'node:path';
import { runningStart } from './running.mjs';
import { isBuilt } from './source-hash.mjs';

/**
 * ./start. Plain JavaScript, and what it runs is built: with nothing to build, no compiler is loaded, and what watches over
 * server and database all day is small (docs/benchmarks.md).
 */
const running = runningStart();
if (running) {
  const { pid, address } = running;
  console.error(
    `Vivid Eye is running already${address ? ` at ${address}` : ''} (process ${pid}). Stop that one first, with Ctrl-C there or: kill ${pid}`,
  );
  process.exit(1);
}
if (!process.argv.includes('--help') && !isBuilt()) {
  // In a process of its own: its memory goes when it has ended.
  const { status } = spawnSync(process.execPath, ['--import', 'tsx', 'scripts/build.ts'], {
    stdio: 'inherit',
  });
  if (status !== 0) process.exit(1);
}
await import(pathToFileURL(resolve('dist/server/launcher.mjs')).href);
