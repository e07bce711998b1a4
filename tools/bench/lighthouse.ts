import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import lighthouse, { desktopConfig } from 'lighthouse';
import { chromium } from 'playwright-core';

/** npm run lighthouse -- ADDRESS: accessibility and performance of the started app's screens (desktop settings). */
const base = process.argv[2] ?? 'http://127.0.0.1:4321';
const port = 9333;
const browser = await chromium.launchPersistentContext(mkdtempSync(join(tmpdir(), 'lighthouse-')), {
  executablePath: '/usr/bin/chromium',
  args: [
    `--remote-debugging-port=${port}`,
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
});
console.log(
  '| page | performance | accessibility | best practices | LCP | CLS | TBT |\n|---|---|---|---|---|---|---|',
);
for (const path of [
  '/heron/run',
  '/heron/head',
  '/heron/jobs',
  '/heron/ledger',
  '/teal/run',
  '/workshop',
  '/heron/trace',
  '/heron/cards',
]) {
  const result = await lighthouse(
    base + path,
    { port, onlyCategories: ['performance', 'accessibility', 'best-practices'], logLevel: 'error' },
    desktopConfig,
  );
  const { categories, audits } = result!.lhr;
  const score = (name: string) => Math.round((categories[name]?.score ?? 0) * 100);
  const shown = (name: string) => audits[name]?.displayValue ?? '';
  console.log(
    `| ${path} | ${score('performance')} | ${score('accessibility')} | ${score('best-practices')} | ` +
      `${shown('largest-contentful-paint')} | ${shown('cumulative-layout-shift')} | ${shown('total-blocking-time')} |`,
  );
}
await browser.close();
