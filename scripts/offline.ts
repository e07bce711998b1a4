import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'esbuild';

/** Files that are not needed at the machine: charts, the camera's reader, pictures and plans. */
const leftOut = [
  'CaseChart',
  'jsQR',
  'Artwork',
  'artwork',
  'underside',
  'head-plan',
  'share-out',
  'stitch-list',
  'papaparse',
];
const isKept = (name: string) =>
  /\.(js|css)$|latin-standard.*\.woff2$/.test(name) && !leftOut.some((part) => name.startsWith(part));

/** Builds dist/client/sw.js: the service worker with the list of this build's files, and a name for them that another build has not. */
export async function buildOffline(): Promise<void> {
  const root = 'dist/client';
  const files = [
    ...readdirSync(join(root, '_astro'))
      .filter(isKept)
      .sort()
      .map((name) => `_astro/${name}`),
    'eye.svg',
    'first-paint.js',
  ];
  const hash = createHash('sha256');
  // The names of built files bear a hash already; those that are copied do not.
  for (const file of files) hash.update(file.startsWith('_astro/') ? file : readFileSync(join(root, file)));
  await build({
    entryPoints: ['src/offline/service-worker.ts'],
    outfile: join(root, 'sw.js'),
    bundle: true,
    format: 'iife',
    target: 'es2022',
    define: {
      buildFiles: JSON.stringify(files),
      buildVersion: JSON.stringify(hash.digest('hex').slice(0, 12)),
    },
    logLevel: 'error',
  });
}
