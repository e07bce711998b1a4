import { expect, test, type Browser, type BrowserContext, type Page } from '@playwright/test';
import jsQr from 'jsqr';
import sharp from 'sharp';
import { v7 as uuid7 } from 'uuid';
import { awake, eventsOf, newMachine, open, position, post, violationsOn } from './support.ts';

/** An app of its own: people and devices here are nobody else's. */
const baseURL = process.env['VIVID_PEOPLE_URL'];
test.use({ baseURL });

/** A browser in the network: what comes through a proxy is from there. Service workers ask past these headers: tests/e2e/network.spec.ts has them. */
const fromNetwork = (browser: Browser): Promise<BrowserContext> =>
  browser.newContext({
    baseURL,
    serviceWorkers: 'block',
    extraHTTPHeaders: { 'x-forwarded-for': `192.168.9.${1 + Math.floor(Math.random() * 250)}` },
  });

const person = async (page: Page, role: string, secret: string) => {
  const id = uuid7();
  const name = `${role} ${id.slice(-5)}`;
  await post(page.request, '/api/people', { id, name, role, secret });
  return { id, name, secret };
};

/** A device let in by its code, as an owner makes it. */
async function letIn(page: Page, browser: Browser, kind: 'tablet' | 'display', name: string): Promise<Page> {
  const answer = await page.request.post('/api/devices', { data: { name, kind, machineId: null } });
  const { code } = (await answer.json()) as { code: string };
  const device = await (await fromNetwork(browser)).newPage();
  await open(device, `/let-in#${code}`);
  await device.getByRole('button', { name: 'Let this device in' }).click();
  await device.waitForURL((url) => !url.pathname.startsWith('/let-in'));
  return device;
}

async function signIn(tablet: Page, who: { name: string; secret: string }, then = '/'): Promise<void> {
  await open(tablet, `/sign-in?then=${then}`);
  await tablet.getByRole('button', { name: who.name }).click();
  for (const figure of who.secret) await tablet.getByRole('button', { name: figure, exact: true }).click();
  await tablet.getByRole('button', { name: 'Enter' }).click();
  await tablet.waitForURL((url) => !url.pathname.startsWith('/sign-in'));
}

const noFaults = async (page: Page) => expect(await violationsOn(page)).toEqual([]);

test('an owner adds a person and lets a tablet in: the code is read by its camera, and holds once', async ({
  page,
  browser,
}) => {
  await open(page, '/people');
  const name = `Ada ${uuid7().slice(-5)}`;
  const adding = page.getByRole('form', { name: 'Add a person' });
  await adding.getByLabel('Name').fill(name);
  await adding.getByLabel(/^PIN/).fill('1234');
  await adding.getByRole('button').click();
  await expect(adding.getByRole('alert')).toContainText('guessed first');
  await adding.getByLabel(/^PIN/).fill('735146');
  await adding.getByRole('button').click();
  const row = page.locator('#people li').filter({ hasText: name });
  await expect(row).toContainText('has a PIN');
  await expect(row.getByLabel(`Role of ${name}`)).toHaveValue('operator');
  await noFaults(page);

  await page.getByLabel('Name, as its entries say').fill('Kite’s tablet');
  await page.getByRole('button', { name: 'Let a device in' }).click();
  const code = (await page.locator('[data-code]').getAttribute('data-code'))!;
  await expect(page.getByText(/Lets one device in, for (10:00|9:\d\d) min/)).toBeVisible();
  const { data, info } = await sharp(await page.getByRole('img', { name: /let-in/ }).screenshot())
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const read = jsQr(new Uint8ClampedArray(data), info.width, info.height)?.data;
  expect(read).toBe(`${baseURL}/let-in#${code}`);

  const tablet = await (await fromNetwork(browser)).newPage();
  await tablet.goto('/workshop');
  await expect(tablet).toHaveURL(/\/let-in\?then=%2Fworkshop/);
  await awake(tablet);
  await noFaults(tablet);
  await open(tablet, new URL(read!).pathname + new URL(read!).hash);
  await expect(tablet.getByLabel('Code')).toHaveValue(code);
  // What is drawn into the code does not stay in the address.
  expect(tablet.url()).not.toContain(code);
  await tablet.getByRole('button', { name: 'Let this device in' }).click();
  await tablet.waitForURL(/\/run$/);
  const other = await (await fromNetwork(browser)).newPage();
  await open(other, `/let-in#${code}`);
  await other.getByRole('button', { name: 'Let this device in' }).click();
  await expect(other.getByRole('alert')).toContainText('used already');

  // One that is this machine's only looks on at another's pages, and says so.
  const { items } = (await (await page.request.get('/api/machines')).json()) as {
    items: { id: string; slug: string }[];
  };
  const [its, others] = items;
  const { devices } = (await (await page.request.get('/api/devices')).json()) as {
    devices: { id: string; name: string }[];
  };
  const { id } = devices.find((one) => one.name === 'Kite’s tablet')!;
  const changed = await page.request.patch(`/api/devices/${id}`, {
    data: { machineId: its!.id },
  });
  expect(changed.status()).toBe(200);
  await open(tablet, `/${others!.slug}/run`);
  await expect(tablet.getByText('View only: this device belongs to another machine')).toBeVisible();
  await expect(tablet.getByRole('button', { name: /Piece finished/ })).toHaveCount(0);
  await noFaults(tablet);
  await open(tablet, `/${its!.slug}/run`);
  await expect(tablet.getByRole('link', { name: 'Sign in' })).toBeVisible();

  await page.getByRole('button', { name: 'Done' }).click();
  const device = page.locator('#devices li').filter({ hasText: 'Kite’s tablet' });
  await device.getByRole('button', { name: 'Turn out' }).click();
  await device.getByRole('button', { name: 'Yes, turn it out' }).click();
  await expect(device).toHaveCount(0);
  await expect(page.getByText('“Kite’s tablet” turned out')).toBeVisible();
  // Nobody has to reload anything there.
  await expect(tablet).toHaveURL(/\/let-in/, { timeout: 15_000 });
});

test('a break waits for no PIN; whoever signs in claims it, and what comes after bears the name', async ({
  page,
  browser,
}) => {
  const machine = await newMachine(page.request);
  const wen = await person(page, 'operator', '9026');
  const tablet = await letIn(page, browser, 'tablet', 'Heron’s tablet');
  await open(tablet, `/${machine.slug}/run`);
  await position(tablet, 7).click();
  await tablet.getByRole('button', { name: 'Snap', exact: true }).click();
  await expect.poll(async () => (await eventsOf(page.request, machine))[0]?.kind).toBe('break');

  await tablet.getByRole('link', { name: 'Sign in' }).click();
  await awake(tablet);
  await noFaults(tablet);
  await tablet.getByRole('button', { name: wen.name }).click();
  await tablet.getByLabel(/^PIN of/).fill('0001');
  await tablet.keyboard.press('Enter');
  await expect(tablet.getByRole('alert')).toContainText('That is not it');
  await noFaults(tablet);
  for (const figure of wen.secret) await tablet.getByRole('button', { name: figure, exact: true }).click();
  await tablet.getByRole('button', { name: 'Enter' }).click();
  await tablet.waitForURL(/\/run$/);
  await awake(tablet);
  await expect(tablet.getByRole('link', { name: `${wen.name} is signed in: change` })).toBeVisible();
  await tablet.getByRole('button', { name: 'Sewing again', exact: true }).click();

  await open(tablet, `/${machine.slug}/ledger`);
  await tablet.getByRole('button', { name: /snap/ }).first().click();
  await expect(tablet.getByText('From “Heron’s tablet”, nobody was signed in.')).toBeVisible();
  await tablet.getByRole('button', { name: 'That was me' }).click();
  await expect
    .poll(async () => {
      const events = await eventsOf(page.request, machine);
      return events
        .filter(({ kind }) => ['break', 'sewing_again'].includes(kind))
        .map(({ operatorId }) => operatorId);
    })
    .toEqual([wen.id, wen.id]);

  await open(tablet, `/sign-in?then=/${machine.slug}/run`);
  await tablet.getByRole('button', { name: 'Another PIN' }).click();
  await noFaults(tablet);
  const fill = async (old: string, again: string) => {
    await tablet.getByLabel('Your PIN until now').fill(old);
    await tablet.getByLabel(/The new one \(/).fill('5830');
    await tablet.getByLabel('The new one again').fill(again);
  };
  const keep = tablet.getByRole('button', { name: 'Keep the new PIN' });
  for (const [old, again, says] of [
    [wen.secret, '5831', 'not the same'],
    ['0000', '5830', 'until now is another one'],
  ] as const) {
    await fill(old, again);
    await keep.click();
    await expect(tablet.getByRole('alert')).toContainText(says);
  }
  await fill(wen.secret, '5830');
  await keep.click();
  await expect(tablet.getByText('The new PIN holds from now on.')).toBeVisible();
  await tablet.getByRole('button', { name: 'Sign out' }).click();
  await expect(tablet.getByRole('button', { name: 'Sign out' })).toHaveCount(0);
  await tablet.getByRole('link', { name: 'Go on without a name' }).click();
  await expect(tablet.getByRole('link', { name: 'Sign in' })).toBeVisible();
});

test('what may not be done is not offered: an operator, a technician, an owner', async ({
  page,
  browser,
}) => {
  const machine = await newMachine(page.request);
  const common = {
    machineId: machine.id,
    at: new Date().toISOString(),
    head: 1,
    position: 7,
    jobId: machine.jobId,
  };
  const broke = { ...common, id: uuid7(), kind: 'break', data: { fault: 'needle_broke' } };
  const held = {
    ...common,
    id: uuid7(),
    kind: 'piece_held',
    data: { breakId: broke.id, why: 'part missing' },
  };
  await post(page.request, '/api/ledger', { entries: [broke, held] });
  const at = (screen: string) => `/${machine.slug}/${screen}`;
  const offered = async (tablet: Page) => {
    const button = (name: string | RegExp) => tablet.getByRole('button', { name }).first();
    const link = (name: string) => tablet.getByRole('link', { name }).first();
    const looks: [string, Record<string, () => Promise<boolean>>][] = [
      [
        at('run'),
        { log: () => button('Sewing again').isVisible(), release: () => button('Release').isVisible() },
      ],
      [at('jobs'), { job: () => link('Add a job').isVisible() }],
      [at('jobs/new'), { form: () => tablet.locator('form input').last().isEnabled() }],
      [at('stores'), { stores: () => button('Add the thread').isVisible() }],
      [
        '/workshop',
        {
          machine: () => button(/Add the machine/).isVisible(),
          people: () => link('People, PINs and devices').isVisible(),
          everything: () => link('CSV').isVisible(),
        },
      ],
    ];
    const found: string[] = [];
    for (const [path, whats] of looks) {
      await open(tablet, path);
      for (const [what, isThere] of Object.entries(whats)) if (await isThere()) found.push(what);
    }
    return found;
  };
  const all = ['log', 'release', 'job', 'form', 'stores', 'machine', 'people', 'everything'];
  const tablet = await letIn(page, browser, 'tablet', 'T');
  expect(await offered(tablet)).toEqual(['log']);
  await signIn(tablet, await person(page, 'operator', '9026'));
  expect(await offered(tablet)).toEqual(['log']);
  await open(tablet, at('jobs/new'));
  await expect(tablet.getByText('To read only: changing this needs a technician or an owner.')).toBeVisible();
  await signIn(tablet, await person(page, 'technician', '735146'));
  expect(await offered(tablet)).toEqual(all.slice(0, 6));
  await signIn(tablet, await person(page, 'owner', '480291'));
  expect(await offered(tablet)).toEqual(all);
  expect(await offered(page)).toEqual(all);
});

test('a display opens the board, and is offered nothing to press that writes', async ({ page, browser }) => {
  const machine = await newMachine(page.request);
  const lines = [{ event: 'start' }, { event: 'break', head: 1, position: 7, fault: 'snap' }];
  const told = await page.request.post(`/api/machines/${machine.id}/feed`, {
    headers: { 'content-type': 'application/x-ndjson' },
    data: lines
      .map((line) => JSON.stringify({ id: uuid7(), at: new Date().toISOString(), ...line }))
      .join('\n'),
  });
  expect(told.status(), await told.text()).toBe(201);
  const wall = await letIn(page, browser, 'display', 'Wall');
  await expect(wall).toHaveURL(/\/board$/);
  await expect(wall.getByText(machine.name).first()).toBeVisible();
  await expect(wall.getByRole('button', { name: 'I am on it' })).toHaveCount(0);
  await open(page, '/board');
  await expect(page.getByRole('button', { name: 'I am on it' }).first()).toBeVisible();
});

test('whoever holds the owner’s link sets the owner; a link that is not whole says so', async ({ page }) => {
  await open(page, '/owner');
  await expect(page.getByText('The link is not whole.')).toBeVisible();
  await open(page, '/owner#a-key-that-is-none');
  await noFaults(page);
  await page.getByLabel(/Your name/).fill('Olga');
  await page.getByLabel(/A PIN/).fill('480291');
  await page.getByLabel('The same again').fill('480292');
  await page.getByRole('button', { name: 'Set the owner' }).click();
  await expect(page.getByRole('alert')).toContainText('not the same');
  await page.getByLabel('The same again').fill('480291');
  await page.getByRole('button', { name: 'Set the owner' }).click();
  await expect(page.getByRole('alert')).toContainText('./start --owner-link');
  await expect(page.getByLabel(/Your name/)).toHaveValue('Olga');
});
