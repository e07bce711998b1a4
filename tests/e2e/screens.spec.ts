import { expect, test } from '@playwright/test';
import { gzipSync } from 'node:zlib';
import { noWords, open, position, violationsOn } from './support.ts';

const screens = [
  '/heron/run',
  '/heron/head?position=9',
  '/heron/jobs',
  '/heron/jobs/new',
  '/heron/jobs/import',
  '/heron/jobs/artwork',
  '/heron/pair',
  '/heron/stores',
  '/heron/jobs/00000000-0000-7005-8000-000000000007',
  '/heron/ledger',
  '/heron/ledger/findings',
  '/heron/ledger/findings?q=places',
  '/teal/ledger/findings?q=changed',
  '/heron/ledger/findings?q=what-if',
  '/teal/run',
  '/heron/head',
  '/heron/head/standing',
  '/heron/head/table',
  '/heron/jobs/share',
  '/heron/bench',
  '/heron/bench/practise',
  '/heron/check',
  '/teal/check',
  '/teal/head',
  '/heron/trace',
  '/heron/trace?position=9',
  '/heron/trace/practise?fault=7',
  '/heron/cards',
  '/heron/cards/fit_needle',
  '/teal/cards/needle_depth',
  '/heron/shift',
  '/heron/ledger?job=00000000-0000-7005-8000-000000000007',
  '/heron/job-record/00000000-0000-7005-8000-000000000007',
  '/workshop',
  '/people',
  '/sign-in',
  '/nothing/here',
];
// axe takes its time on a rail of fifteen positions, more so on a busy machine.
test.describe.configure({ timeout: 240_000 });
const sizes = { desk: [1280, 800], tablet: [820, 1180], phone: [390, 844] } as const;

for (const path of screens) {
  for (const colorScheme of ['light', 'dark'] as const) {
    test(`${path} in ${colorScheme}: axe finds nothing, nothing is wider than the window, no error in the console`, async ({
      browser,
    }) => {
      const context = await browser.newContext({ colorScheme });
      const page = await context.newPage();
      const problems: string[] = [];
      page.on(
        'console',
        (message) =>
          message.type() === 'error' && !/404/.test(message.text()) && problems.push(message.text()),
      );
      page.on('pageerror', (error) => problems.push(error.message));
      for (const [name, [width, height]] of Object.entries(sizes)) {
        await page.setViewportSize({ width, height });
        await open(page, path);
        expect(await page.locator('body').innerText(), name).not.toMatch(noWords);
        // Dark changes colours, not structure: looked at once.
        if (colorScheme === 'light' || name === 'desk') {
          const violations = await violationsOn(page);
          expect(
            violations.map((violation) => `${violation.id}: ${violation.nodes[0]?.html}`),
            name,
          ).toEqual([]);
        }
        expect(
          await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth),
          name,
        ).toBeLessThanOrEqual(0);
      }
      expect(problems).toEqual([]);
      await context.close();
    });
  }
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

test('Run needs less than 135 kB of JavaScript (gzip)', async ({ page }) => {
  const sizes: Promise<number>[] = [];
  page.on('response', (response) => {
    if (/javascript/.test(response.headers()['content-type'] ?? ''))
      sizes.push(response.body().then((body) => gzipSync(body).length));
  });
  await open(page, '/heron/run');
  const bytes = (await Promise.all(sizes)).reduce((sum, one) => sum + one, 0);
  expect(bytes).toBeGreaterThan(20_000);
  expect(bytes).toBeLessThan(135_000);
});

test('every target that can be pressed is at least 24 px, and buttons 44 px', async ({ page }) => {
  await open(page, '/heron/jobs');
  for (const button of await page.locator('.btn:visible').all())
    expect((await button.boundingBox())!.height).toBeGreaterThanOrEqual(44);
});
