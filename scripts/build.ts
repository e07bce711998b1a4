import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { buildOffline } from './offline.ts';

const sources = [
  'src',
  'public',
  'scripts/offline.ts',
  'astro.config.ts',
  'tsconfig.json',
  'package-lock.json',
];
const stamp = 'dist/.stamp';

/** Builds when a source changed since the last build. Returns whether it built. */
export async function buildIfChanged(): Promise<boolean> {
  const now = sourceHash();
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === now) return false;
  console.log('Building (half a minute; only when sources changed) …');
  try {
    execFileSync('node_modules/.bin/astro', ['build', '--silent'], {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, ASTRO_TELEMETRY_DISABLED: '1' },
    });
  } catch {
    throw new Error('The build failed; its words are above.');
  }
  await buildOffline();
  mkdirSync('dist', { recursive: true });
  writeFileSync(stamp, now);
  return true;
}

function sourceHash(): string {
  const hash = createHash('sha256');
  const add = (path: string) => {
    if (!existsSync(path)) return;
    if (statSync(path).isDirectory())
      return readdirSync(path)
        .sort()
        .forEach((name) => add(join(path, name)));
    hash.update(path).update('\0').update(readFileSync(path)).update('\0');
  };
  sources.forEach(add);
  return hash.digest('hex');
}
