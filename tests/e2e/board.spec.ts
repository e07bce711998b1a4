import { expect, test, type APIRequestContext, type Page } from '@playwright/test';
import { gzipSync } from 'node:zlib';
import { v7 as uuid7 } from 'uuid';
import { newMachine, noWords, open, post, type TestMachine, violationsOn } from './support.ts';

/** An app of its own: what other tests leave standing would stand on the board too. */
test.use({ baseURL: process.env['VIVID_BOARD_URL'] });

/** Notes which tones the page sounds, what it vibrates and notifies: a test has no ears. */
async function listen(page: Page): Promise<() => Promise<number[]>> {
  await page.addInitScript(() => {
    const rung: number[] = [];
    Object.assign(window, { rung });
    const make = BaseAudioContext.prototype.createOscillator;
    BaseAudioContext.prototype.createOscillator = function (this: BaseAudioContext) {
      const made = make.call(this);
      const begin = made.start.bind(made);
      made.start = (when) => {
        rung.push(made.frequency.value);
        begin(when);
      };
      return made;
    };
  });
  return () =>
    page.evaluate(() => {
      const rung = (window as unknown as { rung: number[] }).rung;
      return rung.splice(0);
    });
}

const feedSays = async (request: APIRequestContext, machine: TestMachine, ...lines: object[]) => {
  const answer = await request.post(`/api/machines/${machine.id}/feed`, {
    headers: { 'content-type': 'application/x-ndjson' },
    data: lines
      .map((line) => JSON.stringify({ id: uuid7(), at: new Date().toISOString(), ...line }))
      .join('\n'),
  });
  expect(answer.status(), await answer.text()).toBe(201);
};
const sews = { event: 'start' };
const breaks = { event: 'break', head: 1, position: 7, fault: 'snap' };
const tile = (page: Page, machine: TestMachine) =>
  page.getByRole('list', { name: 'Machines' }).getByRole('listitem').filter({ hasText: machine.name });
const card = (page: Page, machine: TestMachine) =>
  page.getByRole('region', { name: 'Wants a hand' }).getByRole('listitem').filter({ hasText: machine.name });
/** Two tones of a stop, as the ear tells them: a high one and a lower. */
const aStop = [1175, 784];

test('a stop that the feed tells is on the board and rings until somebody says that he is on it; then it says who', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await feedSays(request, machine, sews, { event: 'stitches', stitches: 100 });
  const rung = await listen(page);
  await open(page, '/board');
  await expect(tile(page, machine)).toContainText('sews');
  await page.getByRole('button', { name: 'Bell off' }).click();
  await expect(page.getByRole('button', { name: 'Bell on' })).toBeVisible();
  await rung();

  await feedSays(request, machine, breaks);
  await expect(tile(page, machine)).toContainText(/stands 0:\d\d/);
  await expect.poll(async () => (await rung()).slice(0, 2)).toEqual(aStop);
  expect(await page.title()).toMatch(/^\(\d+\) standing · Board/);
  await expect(card(page, machine)).toContainText('position 7: clean snap');
  // And again, as nobody has gone there.
  await expect.poll(async () => (await rung()).slice(0, 2), { timeout: 40_000 }).toEqual(aStop);

  await card(page, machine).getByRole('button', { name: 'I am on it' }).click();
  await expect(card(page, machine)).toContainText('Somebody is on it');
  await rung();
  // Longer than it takes to ring again.
  await page.waitForTimeout(24_000);
  expect(await rung()).toEqual([]);

  await feedSays(request, machine, sews);
  await expect(tile(page, machine)).toContainText('sews');
  await expect(card(page, machine)).toHaveCount(0);
});

test('a touch at the machine’s own page quiets the bells; the page of another machine rings too where the bell was switched on', async ({
  page,
  context,
  request,
}) => {
  const [here, there] = [await newMachine(request), await newMachine(request)];
  await feedSays(request, there, sews, { event: 'stitches', stitches: 100 });
  await context.addCookies([
    {
      name: 'operator',
      value: (
        (await (await request.get('/api/operators?limit=50')).json()) as {
          items: { id: string; name: string }[];
        }
      ).items.find(({ name }) => name === 'Ines R.')!.id,
      url: process.env['VIVID_BOARD_URL']!,
    },
  ]);
  const rung = await listen(page);
  await open(page, '/board');
  await page.getByRole('button', { name: 'Bell off' }).click();
  await open(page, `/${here.slug}/run`);
  // Browsers let a page sound after a touch.
  await page.getByRole('heading', { name: `Job of ${here.name}` }).click();
  await page.waitForTimeout(1500);
  await rung();
  await feedSays(request, there, breaks);
  await expect.poll(async () => (await rung()).slice(0, 2)).toEqual(aStop);

  const other = await context.newPage();
  await open(other, `/${there.slug}/run`);
  await other.getByRole('button', { name: 'Shred', exact: true }).click();
  const board = await context.newPage();
  await open(board, '/board');
  await expect(card(board, there)).toContainText('Ines R. is on it');
  await expect(card(board, there)).toContainText('shred');
});

test('quiet hours keep the bell quiet; three sounds that differ; settings stay on the device', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await feedSays(request, machine, sews);
  const rung = await listen(page);
  await open(page, '/board');
  await page.getByRole('button', { name: 'Bell off' }).click();
  await page.getByRole('button', { name: 'What the bell does' }).click();
  const sounds: string[] = [];
  for (const name of ['A machine stands', 'Something to act on', 'A job is finished']) {
    await rung();
    await page.getByRole('button', { name: `Hear it: ${name}` }).click();
    const tones = await rung();
    expect(tones.length).toBeGreaterThan(1);
    sounds.push(tones.join(' '));
  }
  expect(new Set(sounds).size).toBe(3);
  await page.getByLabel('Quiet hours').check();
  await page.getByLabel('from').fill('00:00');
  await page.getByLabel('to', { exact: true }).fill('23:59');
  await rung();
  await feedSays(request, machine, breaks);
  await expect(tile(page, machine)).toContainText('stands');
  await page.waitForTimeout(2500);
  expect(await rung()).toEqual([]);
  await page.reload();
  await expect(page.getByText('Tap once to enable sound')).toBeVisible();
  await page.getByRole('button', { name: 'What the bell does' }).click();
  await expect(page.getByLabel('from')).toHaveValue('00:00');
  await page.getByLabel('Quiet hours').uncheck();
  await expect.poll(async () => (await rung()).slice(0, 2)).toEqual(aStop);
});

test('it vibrates, and notifies while another page is looked at: leave is asked once, and a refusal says what to do', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await feedSays(request, machine, sews);
  // What the device and its person would do: a test has no motor, no tray of messages, and nobody to press Allow.
  await page.addInitScript(() => {
    const seen = { asked: 0, vibrated: [] as number[][], told: [] as string[], hidden: false };
    Object.assign(window, { seen });
    let leave: NotificationPermission = 'default';
    const answers: NotificationPermission[] = ['denied', 'granted'];
    const show = function (says: string) {
      seen.told.push(says);
    };
    const Told = Object.assign(show, {
      requestPermission() {
        seen.asked++;
        const said = answers.shift() ?? leave;
        // Refused for now: a browser asks again when its person has taken that back.
        leave = said === 'denied' ? 'default' : said;
        return Promise.resolve(said);
      },
    });
    Object.defineProperty(Told, 'permission', { get: () => leave });
    Object.assign(window, { Notification: Told });
    if (globalThis.ServiceWorkerRegistration)
      ServiceWorkerRegistration.prototype.showNotification = (says) =>
        Promise.resolve(void seen.told.push(says));
    navigator.vibrate = (pattern) => (seen.vibrated.push([pattern].flat() as number[]), true);
    Object.defineProperty(document, 'visibilityState', { get: () => (seen.hidden ? 'hidden' : 'visible') });
  });
  interface Seen {
    asked: number;
    vibrated: number[][];
    told: string[];
    hidden: boolean;
  }
  const seen = () => page.evaluate(() => (window as unknown as { seen: Seen }).seen);
  const hide = (hidden: boolean) =>
    page.evaluate((now) => void ((window as unknown as { seen: Seen }).seen.hidden = now), hidden);
  await open(page, '/board');
  await page.getByRole('button', { name: 'Bell off' }).click();
  await page.getByRole('button', { name: 'What the bell does' }).click();
  const box = page.getByLabel('Notification while another page is looked at');
  await box.click();
  await expect(page.getByRole('alert')).toContainText('Allow them in its settings for this page');
  await expect(box).not.toBeChecked();
  await box.click();
  await expect(box).toBeChecked();
  await expect(page.getByRole('alert')).toBeHidden();
  // Leave that was given is not asked for again.
  await box.click();
  await box.click();
  expect((await seen()).asked).toBe(2);

  // Whoever looks at the page is shown nothing more than the page.
  await feedSays(request, machine, breaks);
  await expect.poll(async () => (await seen()).vibrated.length).toBeGreaterThan(0);
  expect((await seen()).told).toEqual([]);
  const buzz = (await seen()).vibrated[0]!;
  expect(buzz.length).toBeGreaterThan(1);
  await feedSays(request, machine, sews);
  await expect(tile(page, machine)).toContainText('sews');
  await hide(true);
  await feedSays(request, machine, breaks);
  await expect.poll(async () => (await seen()).told).toEqual([expect.stringContaining(machine.name)]);
  await page.getByLabel('Vibrates too, where the device can').uncheck();
  const before = (await seen()).vibrated.length;
  await feedSays(request, machine, sews);
  await expect(tile(page, machine)).toContainText('sews');
  await feedSays(request, machine, breaks);
  await expect.poll(async () => (await seen()).told.length).toBe(2);
  expect((await seen()).vibrated.length).toBe(before);
});

test('a feed that fell silent and a finished job are told; a line that broke says that what is shown may be old', async ({
  page,
  context,
  request,
}) => {
  const [silent, done] = [await newMachine(request), await newMachine(request)];
  const earlier = new Date(Date.now() - 300_000).toISOString();
  await feedSays(request, silent, { ...sews, at: earlier }, { event: 'stitches', stitches: 10, at: earlier });
  await open(page, '/board');
  await expect(tile(page, silent)).toContainText('feed silent');
  const ended = (at: number) => ({
    ...{ id: uuid7(), machineId: done.id, kind: 'piece_finished', jobId: done.jobId },
    at: new Date(Date.now() - at).toISOString(),
    data: { heads: [1], speed: 800, stops: [{ stop: 1, position: 3, stitches: 3000 }] },
  });
  await post(request, '/api/ledger', { entries: [5, 4, 3].map((minute) => ended(minute * 60_000)) });
  await expect(tile(page, done)).toContainText('3 of 5');
  await expect(tile(page, done)).toContainText(/done (\w{3} )?~\d\d:\d\d/);
  await post(request, '/api/ledger', { entries: [ended(120_000), ended(60_000)] });
  await expect(tile(page, done)).toContainText('finished');
  await context.setOffline(true);
  await expect(page.getByText('what is shown may be old')).toBeVisible();
  await context.setOffline(false);
  await expect(page.getByText('what is shown may be old')).toBeHidden();
});

test('forty machines on one screen, of a television, a tablet and a phone: nothing scrolls, nothing is cut off below, nothing moves when one stops', async ({
  page,
  request,
}) => {
  const machines: TestMachine[] = [];
  while (machines.length < 40) machines.push(await newMachine(request));
  const last = machines.at(-1)!;
  await feedSays(request, last, sews);
  for (const [width, height] of [
    [1920, 1080],
    [1280, 800],
    [800, 1180],
    [390, 844],
  ] as const) {
    await page.setViewportSize({ width, height });
    await open(page, '/board');
    const places = () =>
      page.getByRole('list', { name: 'Machines' }).evaluate((list) =>
        [...list.children].map((each) => {
          const { left, top, right, bottom } = each.getBoundingClientRect();
          return [left, top, right, bottom].map(Math.round);
        }),
      );
    const before = await places();
    expect(before.length).toBeGreaterThanOrEqual(40);
    for (const [left, top, right, bottom] of before) {
      expect([left! >= 0, top! >= 0, right! <= width, bottom! <= height], `${width}: ${left} ${top}`).toEqual(
        [...[true, true, true, true]],
      );
    }
    expect(
      await page.evaluate(() => [
        document.documentElement.scrollHeight,
        document.documentElement.scrollWidth,
      ]),
    ).toEqual([height, width]);
    await feedSays(request, last, breaks);
    await expect(tile(page, last)).toContainText('stands');
    expect(await places()).toEqual(before);
    await feedSays(request, last, sews);
    await expect(tile(page, last)).toContainText('sews');
    expect(await page.locator('main').innerText()).not.toMatch(noWords);
  }
  await page.setViewportSize({ width: 1280, height: 800 });
  for (const theme of ['paper', 'ink']) {
    await page.evaluate((name) => (document.documentElement.dataset['theme'] = name), theme);
    const violations = await violationsOn(page);
    expect(violations.map(({ id, nodes }) => `${id}: ${nodes[0]?.html}`)).toEqual([]);
  }
});

test('the board needs less than 100 kB of JavaScript (gzip)', async ({ page }) => {
  const sizes: Promise<number>[] = [];
  page.on('response', (response) => {
    if (/javascript/.test(response.headers()['content-type'] ?? ''))
      sizes.push(response.body().then((body) => gzipSync(body).length));
  });
  await open(page, '/board');
  const bytes = (await Promise.all(sizes)).reduce((sum, one) => sum + one, 0);
  expect(bytes).toBeGreaterThan(20_000);
  expect(bytes).toBeLessThan(100_000);
});

test('Workshop tells of backups and leads to the tablets’ page; both can be read by everyone', async ({
  page,
}) => {
  await open(page, '/workshop');
  await expect(page.getByRole('heading', { name: 'Backups' })).toBeVisible();
  // The suite's server makes none: the installation's own does.
  await expect(page.getByText('Not made by this installation.')).toBeVisible();
  expect(await violationsOn(page, { part: '#backups' })).toEqual([]);
  await page.getByRole('link', { name: 'Let a tablet in' }).click();
  await expect(page.getByRole('heading', { name: 'This computer serves only itself' })).toBeVisible();
  await expect(page.getByText('./start --workshop')).toBeVisible();
  expect(await violationsOn(page)).toEqual([]);
});
