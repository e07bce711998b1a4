import { readdirSync, readFileSync } from 'node:fs';
import { chromium } from 'playwright-core';
import { drawLogo } from '../../made/logos/logo.ts';
import { residentMb } from '../measure.ts';

/**
 * npm run bench:artwork -- ADDRESS: how long the started app's worker takes for a 12-megapixel picture, how much memory the page's process has meanwhile, and how soon it
 * is given up. Linux alone tells the memory.
 */
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
const before = memoryMb();
let most = before;
let first = before;
const watch = setInterval(() => (most = Math.max(most, memoryMb())), 10);
const times: number[] = [];
for (let run = 0; run < 7; run++) {
  await page
    .getByLabel('Picture of the logo')
    .setInputFiles({ name: `${run}.jpg`, mimeType: 'image/jpeg', buffer: file });
  await page.getByRole('progressbar').waitFor({ state: 'attached' });
  const said = page.getByText(/Read in [\d.]+ s/);
  await said.waitFor();
  times.push(Number(/Read in ([\d.]+) s/.exec((await said.textContent()) ?? '')?.[1]));
  if (run === 0) first = most;
}
times.sort((a, b) => a - b);
console.log(`decoded and read in the worker, seven times: ${times.join(', ')} s; median ${times[3]} s`);
clearInterval(watch);
console.log(
  `memory of the page's process, worker and all: ${before.toFixed(0)} MB before, at most ${first.toFixed(0)} MB while it read the first, ${most.toFixed(0)} MB while it read seven of them`,
);

const gaveUp: number[] = [];
for (let run = 0; run < 7; run++) {
  await page
    .getByLabel('Picture of the logo')
    .setInputFiles({ name: `given up ${run}.jpg`, mimeType: 'image/jpeg', buffer: file });
  await page.waitForFunction((from) => document.querySelector('progress')!.value > from, 0.1 + 0.1 * run);
  gaveUp.push(
    await page.getByRole('button', { name: 'Cancel' }).evaluate(async (button: HTMLButtonElement) => {
      const began = performance.now();
      const gone = new Promise<void>((done) => {
        new MutationObserver((_, watching) => {
          if (document.querySelector('progress')) return;
          watching.disconnect();
          done();
        }).observe(document.body, { childList: true, subtree: true });
      });
      button.click();
      await gone;
      return performance.now() - began;
    }),
  );
}
const used = processorMs();
await new Promise((done) => setTimeout(done, 1000));
console.log(
  `given up at a tenth to seven tenths of the way: told after ${gaveUp.map((ms) => ms.toFixed(0)).join(', ')} ms; in the second after the last the page's process worked ${processorMs() - used} ms`,
);
await browser.close();

/** The page processes of all browsers that run: nothing else may be open. */
function pages(): string[] {
  return readdirSync('/proc').filter(
    (pid) =>
      /^\d+$/.test(pid) &&
      orEnded(() => readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('--type=renderer'), false),
  );
}

/** What the page processes hold, MB: the largest. */
function memoryMb(): number {
  return Math.max(0, ...pages().map((pid) => orEnded(() => residentMb(pid), 0)));
}

/** Time on the processor of all page processes together, ms: the kernel counts in hundredths of a second. */
function processorMs(): number {
  return pages().reduce((sum, pid) => {
    const stat = orEnded(() => readFileSync(`/proc/${pid}/stat`, 'utf8'), '');
    const [user = 0, system = 0] = stat.split(' ').slice(13, 15).map(Number);
    return sum + 10 * (user + system);
  }, 0);
}

/** What is told of a process, or this where it ended meanwhile. */
function orEnded<Told>(told: () => Told, ended: Told): Told {
  try {
    return told();
  } catch {
    return ended;
  }
}
