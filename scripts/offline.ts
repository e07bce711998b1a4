import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import ts from 'typescript';
import { injectManifest } from 'workbox-build';

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

/** Writes dist/client/sw.js: the service worker with the list of this build's files. */
export async function buildOffline(): Promise<void> {
  const source = readFileSync('src/offline/service-worker.ts', 'utf8');
  const { outputText } = ts.transpileModule(source, {
    compilerOptions: { target: ts.ScriptTarget.ES2022, module: ts.ModuleKind.None, removeComments: true },
  });
  const plain = 'dist/service-worker.js';
  writeFileSync(plain, outputText);
  try {
    const { warnings } = await injectManifest({
      swSrc: plain,
      swDest: 'dist/client/sw.js',
      globDirectory: 'dist/client',
      globPatterns: ['_astro/*.{js,css}', '_astro/*latin-standard*.woff2', 'eye.svg', 'first-paint.js'],
      globIgnores: leftOut.map((name) => `_astro/${name}*`),
      // Their names bear a hash already.
      dontCacheBustURLsMatching: /_astro\//,
      maximumFileSizeToCacheInBytes: 1_000_000,
    });
    for (const warning of warnings) console.warn(warning);
  } finally {
    rmSync(plain, { force: true });
  }
}
