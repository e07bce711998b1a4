import { cpus } from 'node:os';
import { chromium } from 'playwright-core';
import { drive, feed, heads, openShop, pace } from './feeding.ts';
import { quantile } from '../measure.ts';
import { onOwnCluster, ownDatabase, withServer } from '../own-cluster.ts';

/**
 * npm run bench:board [-- MINUTES MACHINES]: machines feed at a hundred times the real pace; another one stops and goes on every few seconds. How long until
 * its stop stands on a board in a browser, and until the bell of that page sounds.
 */
const minutes = Number(process.argv[2] ?? 5);
const count = Number(process.argv[3] ?? 40);

/** What the page notes, by its clock, which is this computer's. */
interface Noted {
  stood: number[];
  rang: number[];
}

await onOwnCluster('board', async (cluster) =>
  withServer(await ownDatabase(cluster, 'board'), ({ address }) => run(address)),
);

async function run(address: string): Promise<void> {
  const [probe, ...made] = await openShop(address, count + 1);
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--autoplay-policy=no-user-gesture-required'],
  });
  const page = await browser.newPage({ viewport: { width: 1920, height: 1080 } });
  await page.addInitScript(() => {
    const noted: Noted = { stood: [], rang: [] };
    Object.assign(window, { noted });
    const make = BaseAudioContext.prototype.createOscillator;
    BaseAudioContext.prototype.createOscillator = function (this: BaseAudioContext) {
      noted.rang.push(Date.now());
      return make.call(this);
    };
  });
  await page.goto(`${address}/board`);
  await page.getByRole('button', { name: 'Bell off' }).click();
  await page.evaluate(() => {
    const tile = [...document.querySelectorAll<HTMLElement>('.board-tile')].find((each) =>
      /^Load 1\b/.test(each.innerText),
    )!;
    const { noted } = window as unknown as { noted: Noted };
    new MutationObserver(() => {
      if (tile.dataset['state'] === 'stands') noted.stood.push(Date.now());
    }).observe(tile, { attributes: true, attributeFilter: ['data-state'] });
  });

  const until = Date.now() + minutes * 60_000;
  const posts: number[] = [];
  const stopped: number[] = [];
  const wait = (ms: number) => new Promise((next) => setTimeout(next, ms));
  await Promise.all([
    drive(address, made, until, posts),
    (async () => {
      while (Date.now() < until) {
        await feed(address, probe!.id, [{ event: 'start' }, { event: 'stitches', stitches: 100 }]);
        await wait(1500 + Math.random() * 1000);
        stopped.push(Date.now());
        await feed(address, probe!.id, [{ event: 'break', head: 1, position: 3, fault: 'snap' }]);
        await wait(2500);
      }
    })(),
  ]);
  const noted = await page.evaluate(() => (window as unknown as { noted: Noted }).noted);
  await browser.close();
  report(stopped, noted, posts);
}

function report(stopped: readonly number[], { stood, rang }: Noted, posts: readonly number[]): void {
  const shown: number[] = [];
  const heard: number[] = [];
  let unseen = 0;
  let crowded = 0;
  for (const at of stopped) {
    const seen = stood.find((time) => time >= at && time < at + 4000);
    if (seen === undefined) {
      unseen++;
      continue;
    }
    shown.push(seen - at);
    // Tones of one ring are made in one breath; another ring in this time would be another machine's.
    const tones = rang.filter((time) => time >= at && time <= seen + 100);
    const rings = tones.filter((time, index) => index === 0 || time - tones[index - 1]! > 20);
    if (rings.length === 1) heard.push(rings[0]! - at);
    else crowded++;
  }
  const ms = (sample: readonly number[]) =>
    `p50 ${quantile(sample, 0.5).toFixed(0)} ms, p99 ${quantile(sample, 0.99).toFixed(0)} ms, at most ${Math.max(...sample)} ms (${sample.length})`;
  console.log(`${cpus()[0]?.model}, ${cpus().length} cores, Node ${process.version}`);
  console.log(
    `${count} machines × ${heads} heads feed at ${pace}× for ${minutes} min; posts p99 ${quantile(posts, 0.99).toFixed(0)} ms.`,
  );
  console.log(`From the feed’s line to the tile: ${ms(shown)}; never shown: ${unseen}.`);
  console.log(`To the bell: ${ms(heard)}; with other machines’ rings in between, not counted: ${crowded}.`);
  if (unseen > 0) process.exitCode = 1;
}
