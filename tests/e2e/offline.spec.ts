import { chromium, expect, test, type BrowserContext, type Page } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chance } from '../../src/core/base/chance.ts';
import { awake, eventsOf, newMachine, open, position } from './support.ts';

test.use({ serviceWorkers: 'allow' });
test.describe.configure({ timeout: 180_000 });

/** Waits until the worker has kept the screens and the last of the stories. */
async function kept(page: Page, slug: string): Promise<void> {
  const urls = () =>
    page.evaluate(async () => {
      const opened = await Promise.all((await caches.keys()).map((name) => caches.open(name)));
      const keys = await Promise.all(opened.map((cache) => cache.keys()));
      return keys.flat().map((key) => key.url);
    });
  await expect
    .poll(async () => (await urls()).some((url) => url.endsWith(`/${slug}/shift`)), { timeout: 60_000 })
    .toBe(true);
  await expect
    .poll(async () => (await urls()).some((url) => url.includes('/positions/15?')), { timeout: 60_000 })
    .toBe(true);
}

const write = async (page: Page, text: string) => {
  const line = page.getByRole('combobox', { name: 'Quick line' }).or(page.getByLabel('Quick line'));
  await line.first().fill(text);
  await line.first().press('Enter');
};

test('after one visit Run, Check and a position’s story open without a network; what is logged waits and is sent in order, once', async ({
  page,
  context,
  request,
}) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/run`);
  await kept(page, machine.slug);
  await context.setOffline(true);
  await page.reload();
  await awake(page);
  await position(page, 7).click();
  await page.getByRole('button', { name: 'Snap', exact: true }).click();
  await page.getByRole('button', { name: 'Sewing again', exact: true }).click();
  await expect(page.getByText('3 entries waiting on this device.')).toBeVisible();
  await open(page, `/${machine.slug}/check`);
  await page.getByRole('button', { name: 'Oil the hook: one drop: open' }).click();
  await expect(page.getByText('4 entries waiting on this device.')).toBeVisible();
  await open(page, `/${machine.slug}/head?position=7`);
  await expect(page.getByText('4 entries waiting on this device.')).toBeVisible();
  await expect(page.getByText(/75\/11/).first()).toBeVisible();
  // A screen that was never kept says so instead of the browser's own error.
  await page.goto(`/${machine.slug}/stores`);
  await expect(page.getByRole('heading', { name: 'No network' })).toBeVisible();
  await open(page, `/${machine.slug}/run`);
  await context.setOffline(false);
  await expect(page.getByText(/waiting on this device/)).toBeHidden({ timeout: 30_000 });
  const events = await eventsOf(request, machine);
  const own = events.filter((event) => ['break', 'sewing_again', 'check_done'].includes(event.kind));
  expect(own.map((event) => event.kind)).toEqual(['check_done', 'sewing_again', 'break']);
  expect(own[2]).toMatchObject({ data: { fault: 'snap' }, closedBy: own[1]!.id });
});

test('the network cut twenty times at random while logging: every entry there once, in the order it was made', async ({
  page,
  context,
  request,
}) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/run`);
  const luck = chance(20);
  for (let cut = 0; cut < 20; cut++) {
    await context.setOffline(true);
    for (let entry = 0; entry < 1 + Math.floor(luck.next() * 3); entry++)
      await write(page, `${1 + Math.floor(luck.next() * 15)}b ${luck.pick(['snap', 'shred', 'loops'])}`);
    await page.waitForTimeout(luck.between(0, 150));
    await context.setOffline(false);
    await write(page, `${1 + Math.floor(luck.next() * 15)}b nest`);
    await page.waitForTimeout(luck.between(0, 250));
  }
  const made = await page.evaluate(() => document.querySelectorAll('ol li').length);
  expect(made).toBeGreaterThan(0);
  await expect(page.getByText(/waiting on this device/)).toBeHidden({ timeout: 60_000 });
  await expect
    .poll(
      async () =>
        (await eventsOf(request, machine, '&kind=break')).filter((event) => event.data['fault'] === 'nest')
          .length,
      {
        timeout: 30_000,
      },
    )
    .toBe(20);
  const again = chance(20);
  const expected: string[] = [];
  for (let cut = 0; cut < 20; cut++) {
    for (let entry = 0; entry < 1 + Math.floor(again.next() * 3); entry++)
      expected.push(`${1 + Math.floor(again.next() * 15)} ${again.pick(['snap', 'shred', 'loops'])}`);
    again.between(0, 150);
    expected.push(`${1 + Math.floor(again.next() * 15)} nest`);
    again.between(0, 250);
  }
  const stored = (await eventsOf(request, machine, '&kind=break')).reverse();
  expect(stored.map((one) => `${one.position} ${String(one.data['fault'])}`)).toEqual(expected);
});

test('the browser killed with a full queue: opened again without a network it shows what waits, and sends it when it can', async ({
  request,
  baseURL,
}) => {
  const machine = await newMachine(request);
  const folder = mkdtempSync(join(tmpdir(), 'vivid-kill-'));
  const launch = (): Promise<BrowserContext> =>
    chromium.launchPersistentContext(folder, {
      executablePath: '/usr/bin/chromium',
      args: ['--no-sandbox', '--disable-gpu'],
      serviceWorkers: 'allow',
      baseURL,
      viewport: { width: 1280, height: 800 },
    });
  let context = await launch();
  try {
    let page = context.pages()[0]!;
    await open(page, `/${machine.slug}/run`);
    await kept(page, machine.slug);
    await context.setOffline(true);
    for (let entry = 0; entry < 40; entry++) await write(page, `${1 + (entry % 15)}b shred`);
    await expect(page.getByText('40 entries waiting on this device.')).toBeVisible({ timeout: 30_000 });
    // Killed, not closed: no chance to tidy up.
    execFileSync('pkill', ['-9', '-f', folder]);
    await context.close().catch(() => undefined);
    context = await launch();
    page = context.pages()[0]!;
    await context.setOffline(true);
    await open(page, `/${machine.slug}/run`);
    await expect(page.getByText('40 entries waiting on this device.')).toBeVisible({ timeout: 30_000 });
    await context.setOffline(false);
    await expect(page.getByText(/waiting on this device/)).toBeHidden({ timeout: 60_000 });
    const stored = (await eventsOf(request, machine, '&kind=break')).reverse();
    expect(stored.map((one) => one.position)).toEqual(
      Array.from({ length: 40 }, (_, entry) => 1 + (entry % 15)),
    );
  } finally {
    await context.close().catch(() => undefined);
    rmSync(folder, { recursive: true, force: true });
  }
});

test('a device whose clock is three hours wrong writes the server’s time, also for what waited', async ({
  page,
  context,
  request,
}) => {
  const machine = await newMachine(request);
  await page.clock.install({ time: Date.now() + 3 * 3_600_000 });
  // Its first entry is made before the server's time can be known.
  await page.route('**/api/health', (route) => route.abort());
  await open(page, `/${machine.slug}/run`);
  await write(page, '7b snap');
  await expect(page.getByText('1 entry waiting on this device.')).toBeVisible();
  await page.unroute('**/api/health');
  await expect(page.getByText(/waiting on this device/)).toBeHidden({ timeout: 30_000 });
  await context.setOffline(true);
  await write(page, '9b loops');
  await context.setOffline(false);
  await expect
    .poll(async () => (await eventsOf(request, machine, '&kind=break')).length, { timeout: 30_000 })
    .toBe(2);
  const breaks = (await eventsOf(request, machine, '&kind=break')).reverse();
  expect(breaks.map((one) => one.position)).toEqual([7, 9]);
  for (const { at, receivedAt } of breaks) {
    expect(Date.parse(receivedAt) - Date.parse(at)).toBeGreaterThan(-5_000);
    expect(Date.parse(receivedAt) - Date.parse(at)).toBeLessThan(60_000);
  }
});

test('a needle changed on two devices, one without a network: both are shown, a person settles it, nothing is dropped', async ({
  page,
  browser,
  request,
}) => {
  const machine = await newMachine(request);
  const other = await browser.newContext();
  const away = await other.newPage();
  await open(away, `/${machine.slug}/run`);
  await open(page, `/${machine.slug}/run`);
  await other.setOffline(true);
  await write(away, '7n 80/12 sharp');
  await write(page, '7n 65/9 sharp');
  await expect.poll(async () => (await eventsOf(request, machine, '&kind=needle_fitted')).length).toBe(4);
  await other.setOffline(false);
  const clash = page.getByText('Two devices changed the needle at position 7. Which is true?');
  await expect(clash).toBeVisible({ timeout: 30_000 });
  await page
    .getByRole('listitem')
    .filter({ hasText: '65/9' })
    .getByRole('button', { name: 'Only this one' })
    .click();
  await expect(clash).toBeHidden();
  await expect(away.getByText(/Which is true/)).toBeHidden({ timeout: 30_000 });
  const fitted = await eventsOf(request, machine, '&kind=needle_fitted&position=7');
  expect(fitted.map((one) => one.void).sort()).toEqual([false, false, true]);
  await expect(page.getByRole('button', { name: /^Break at Position 7:.*65\/9/ })).toBeVisible();
  await other.close();
});

test('a piece logged without a network is counted before and after the page is loaded anew, and when it is stored', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await page.route('**/api/ledger', (route) =>
    route.request().method() === 'POST' ? route.abort() : route.continue(),
  );
  await open(page, `/${machine.slug}/run`);
  await page.getByRole('button', { name: /^Piece finished/ }).click();
  await expect(page.getByText('1 of 5', { exact: true })).toBeVisible();
  await open(page, `/${machine.slug}/run`);
  await expect(page.getByText('1 entry waiting on this device.')).toBeVisible();
  await expect(page.getByText('1 of 5', { exact: true })).toBeVisible();
  await page.unroute('**/api/ledger');
  await expect(page.getByText(/waiting on this device/)).toBeHidden();
  await expect(page.getByText('1 of 5', { exact: true })).toBeVisible();
  expect(await eventsOf(request, machine, '&kind=piece_finished')).toHaveLength(1);
});
