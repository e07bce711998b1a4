import { chromium } from 'playwright-core';
import { drawLogo } from '../tests/support/logo.ts';

/** npm run bench:artwork -- ADDRESS: how long the started app's worker takes for a 12-megapixel picture. */
const address = process.argv[2] ?? 'http://127.0.0.1:4321';
const { file, pixels } = await drawLogo({
  typeface: 'roboto slab',
  word: 'TARNSIDE',
  letterMm: 9,
  tiltDegrees: 6,
  colours: ['#ffffff', '#1a2447', '#12509a', '#1ba3a0', '#c99a2e', '#cf1130'],
  widthMm: 90,
  pictureWidth: 4080,
  jpegQuality: 70,
});
console.log(
  `JPEG of ${pixels.width} × ${pixels.height}: ${((pixels.width * pixels.height) / 1e6).toFixed(1)} million pixels`,
);
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu'],
});
const page = await browser.newPage();
await page.goto(`${address}/heron/jobs/artwork`);
await page.waitForFunction(() => document.documentElement.dataset['awake']);
const times: number[] = [];
for (let run = 0; run < 7; run++) {
  await page
    .getByLabel('Picture of the logo')
    .setInputFiles({ name: `${run}.jpg`, mimeType: 'image/jpeg', buffer: file });
  await page.getByRole('progressbar').waitFor({ state: 'attached' });
  const said = page.getByText(/Read in [\d.]+ s/);
  await said.waitFor();
  times.push(Number(/Read in ([\d.]+) s/.exec((await said.textContent()) ?? '')?.[1]));
}
await browser.close();
times.sort((a, b) => a - b);
console.log(`decoded and read in the worker, seven times: ${times.join(', ')} s; median ${times[3]} s`);
