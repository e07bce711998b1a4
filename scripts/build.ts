import { execFileSync } from 'node:child_process';
import { mkdirSync, writeFileSync } from 'node:fs';
import { pathToFileURL } from 'node:url';
import { buildOffline } from './offline.ts';
import { isBuilt, sourceHash, stamp } from './source-hash.mjs';

/** Builds when a source changed since the last build. Returns whether it built. */
export async function buildIfChanged(): Promise<boolean> {
  if (isBuilt()) return false;
  const now = sourceHash();
  console.log('Building (half a minute; only when sources changed) …');
  try {
    execFileSync('node_modules/.bin/astro', ['build', '--silent'], {
      stdio: ['ignore', 'ignore', 'inherit'],
      // Whoever asks for it: the test runner has a NODE_ENV of its own, which would build pages for a development server.
      env: { ...process.env, NODE_ENV: 'production', ASTRO_TELEMETRY_DISABLED: '1' },
    });
  } catch {
    throw new Error('The build failed; its words are above.');
  }
  await buildOffline();
  mkdirSync('dist', { recursive: true });
  writeFileSync(stamp, now);
  return true;
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) {
  await buildIfChanged().catch((error: Error) => {
    console.error(error.message);
    process.exitCode = 1;
  });
}
