import { expect, test } from '@playwright/test';
import { gzipSync } from 'node:zlib';
import { noWords, open, position, violationsOn } from './support.ts';

/** A page of each kind: axe looks at it. */
const screens = [
  '/heron/run',
  '/heron/head?position=9',
  '/heron/head',
  '/heron/head/standing',
  '/heron/head/table',
  '/heron/jobs',
  '/heron/jobs/new',
  '/heron/jobs/import',
  '/heron/jobs/artwork',
  '/heron/jobs/share',
  '/heron/jobs/00000000-0000-7005-8000-000000000007',
  '/heron/job-record/00000000-0000-7005-8000-000000000007',
  '/heron/pair',
  '/heron/stores',
  '/heron/ledger',
  '/heron/ledger/findings',
  '/heron/bench',
  '/heron/bench/practise',
  '/heron/check',
  '/heron/trace?position=9',
  '/heron/cards/fit_needle',
  '/heron/shift',
  '/workshop',
  '/people',
  '/sign-in',
];
/** The same kinds with other things on them. */
const others = [
  '/heron/ledger/findings?q=places',
  '/teal/ledger/findings?q=changed',
  '/heron/ledger/findings?q=what-if',
  '/heron/ledger?job=00000000-0000-7005-8000-000000000007',
  '/teal/run',
  '/teal/check',
  '/teal/head',
  '/heron/trace',
  '/heron/trace/practise?fault=7',
  '/heron/cards',
  '/teal/cards/needle_depth',
  '/nothing/here',
];
// axe takes its time on a rail of fifteen positions, more so on a busy machine; on two cores two pages are looked at.
test.describe.configure({ timeout: 240_000, mode: 'parallel' });
const sizes = { desk: [1280, 800], tablet: [820, 1180], phone: [390, 844] } as const;

for (const [path, isAsked] of [
  ...screens.map((one) => [one, true] as const),
  ...others.map((one) => [one, false] as const),
]) {
  test(`${path}: ${isAsked ? 'axe finds nothing in light or dark, ' : ''}nothing is wider than the window, no error in the console`, async ({
    page,
  }) => {
    const problems: string[] = [];
    page.on(
      'console',
      (message) => message.type() === 'error' && !/404/.test(message.text()) && problems.push(message.text()),
    );
    page.on('pageerror', (error) => problems.push(error.message));
    const found = async (rules: Parameters<typeof violationsOn>[1] = {}) =>
      (await violationsOn(page, rules)).map((one) => `${one.id}: ${one.nodes[0]?.html}`);
    const fits = async (name: keyof typeof sizes) => {
      expect(await page.locator('body').innerText(), name).not.toMatch(noWords);
      const over = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
      expect(over, name).toBeLessThanOrEqual(0);
    };
    const resize = async (name: keyof typeof sizes) => {
      const [width, height] = sizes[name];
      await page.setViewportSize({ width, height });
    };
    await page.emulateMedia({ colorScheme: 'dark' });
    await resize('desk');
    await open(page, path);
    await expect(page.locator('html')).toHaveAttribute('data-theme', 'ink');
    if (isAsked) {
      // Dark changes colours, not structure.
      expect(await found({ runOnly: ['color-contrast'] }), 'dark').toEqual([]);
      await page.evaluate(() => void (document.documentElement.dataset.theme = 'paper'));
      expect(await found(), 'light').toEqual([]);
    }
    await fits('desk');
    await resize('tablet');
    await fits('tablet');
    // Opened anew: what is drawn first may hang on the width. Its colours are those of the desk.
    await page.emulateMedia({ colorScheme: 'light' });
    await resize('phone');
    await open(page, path);
    if (isAsked)
      expect(await found({ rules: { 'color-contrast': { enabled: false } } }), 'phone').toEqual([]);
    await fits('phone');
    expect(problems).toEqual([]);
  });
}

test('an opened entry and the forms on Head pass axe too', async ({ page }) => {
  await open(page, '/heron/ledger?kind=break');
  await page.locator('tbody button').first().click();
  await expect(page.getByRole('list', { name: 'History of this entry' })).toBeVisible();
  expect(await violationsOn(page)).toEqual([]);
  await open(page, '/heron/head?position=9');
  for (const name of ['Fit a needle', 'Mount a cone']) {
    await page.getByRole('button', { name }).click();
    expect((await violationsOn(page)).map((violation) => violation.nodes[0]?.html)).toEqual([]);
  }
});

test('on Run every position is at least 64 px each way, at any size', async ({ page }) => {
  for (const [width, height] of Object.values(sizes)) {
    await page.setViewportSize({ width, height });
    await open(page, '/heron/run');
    // On a phone only the job's positions are drawn at first.
    const all = page.getByRole('button', { name: 'All 15 positions' });
    if (await all.isVisible()) await all.click();
    for (const number of [1, 8, 15]) {
      const box = (await position(page, number).boundingBox())!;
      expect(box.width).toBeGreaterThanOrEqual(64);
      expect(box.height).toBeGreaterThanOrEqual(64);
    }
  }
});

test('Run needs less than 136 kB of JavaScript (gzip)', async ({ page }) => {
  const sizes: Promise<number>[] = [];
  page.on('response', (response) => {
    if (/javascript/.test(response.headers()['content-type'] ?? ''))
      sizes.push(response.body().then((body) => gzipSync(body).length));
  });
  await open(page, '/heron/run');
  const bytes = (await Promise.all(sizes)).reduce((sum, one) => sum + one, 0);
  expect(bytes).toBeGreaterThan(20_000);
  expect(bytes).toBeLessThan(136_000);
});

test('every target that can be pressed is at least 24 px, and buttons 44 px', async ({ page }) => {
  await open(page, '/heron/jobs');
  for (const button of await page.locator('.btn:visible').all())
    expect((await button.boundingBox())!.height).toBeGreaterThanOrEqual(44);
});
