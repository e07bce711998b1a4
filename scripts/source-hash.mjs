import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';

/** What the build is made from. Plain JavaScript: ./start asks it before anything is compiled or loaded. */
const sources = [
  'src',
  'public',
  'scripts',
  'ops',
  'tools/demo',
  'astro.config.ts',
  'tsconfig.json',
  'package-lock.json',
];

/** Where the build keeps the hash that it was made from. */
export const stamp = 'dist/.stamp';

export function sourceHash() {
  const hash = createHash('sha256');
  const add = (path) => {
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

export const isBuilt = () => existsSync(stamp) && readFileSync(stamp, 'utf8') === sourceHash();
