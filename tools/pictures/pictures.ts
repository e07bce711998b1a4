import { chromium, type Page } from 'playwright-core';
import { v7 as uuid7 } from 'uuid';
import { crewLogo, drawLogo } from '../made/logos/logo.ts';

/**
 * npm run pictures -- ADDRESS [name …]: the README's pictures, taken anew from a freshly started demo
 * (./start --fresh --yes). Each view with the state it shows.
 */
const [base = 'http://127.0.0.1:4321', ...only] = process.argv.slice(2);

interface Picture {
  path: string;
  size?: [width: number, height: number];
  dark?: boolean;
  before?: (page: Page) => Promise<unknown>;
}
const tablet: [number, number] = [820, 1180];
const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name }).first();

const answered = (page: Page) => page.locator('section[aria-busy=false] .recharts-surface').first().waitFor();

/** The demo's people get their roles and PINs, a tablet is let in, and another one's code is shown. */
async function letSomeIn(page: Page): Promise<void> {
  const send = (method: 'post' | 'patch', path: string, data: object) =>
    page.request[method](base + path, { data });
  const { items } = (await (await page.request.get(`${base}/api/operators`)).json()) as {
    items: { id: string }[];
  };
  for (const [at, role] of (['owner', 'technician', 'operator'] as const).entries())
    await send('patch', `/api/people/${items[at]!.id}`, { role, secret: `90${at}617` });
  const made = await send('post', '/api/devices', {
    name: 'Heron’s tablet',
    kind: 'tablet',
    machineId: null,
  });
  const { code } = (await made.json()) as { code: string };
  await page.request.post(`${base}/api/let-in`, {
    data: { code },
    headers: { 'x-forwarded-for': '192.168.7.20' },
  });
  await page.reload();
  await page.getByLabel('Name, as its entries say').fill('Bench tablet');
  await button(page, 'Let a device in').click();
  await page.getByRole('img', { name: /let-in/ }).waitFor();
  await page.evaluate(() => document.getElementById('people')!.scrollIntoView());
}

const pictures: Record<string, Picture> = {
  findings: { path: '/heron/ledger/findings?q=needles', before: answered },
  'run-tablet': { path: '/heron/run', size: tablet },
  head: { path: '/heron/head?position=9' },
  jobs: { path: '/heron/jobs' },
  'ledger-dark': { path: '/heron/ledger', dark: true },
  pair: { path: '/heron/pair' },
  check: { path: '/heron/check' },
  trace: { path: '/heron/trace?position=9&head=1' },
  card: {
    path: '/heron/cards/fit_needle',
    before: async (page) => {
      for (let step = 1; step < 6; step++) await button(page, 'Next').click();
    },
  },
  stores: { path: '/heron/stores' },
  artwork: {
    path: '/heron/jobs/artwork',
    before: async (page) => {
      const logo = await drawLogo(crewLogo);
      await page.getByLabel('Finished width of the design').fill('90');
      await page.getByLabel('Cloth').selectOption('softshell');
      await page
        .getByLabel('Picture of the logo')
        .setInputFiles({ name: 'crew.png', mimeType: 'image/png', buffer: Buffer.from(logo.file) });
      await page.getByText(/colour stops, about/).waitFor();
    },
  },
  plan: {
    path: '/heron/head',
    before: async (page) => {
      await button(page, 'Best order').click();
      await page.getByText(/less than as the jobs came/).waitFor({ timeout: 15_000 });
      await page.getByText(/· saved/).waitFor();
      await page.evaluate(() => window.scrollTo(0, 0));
    },
  },
  standing: {
    path: '/heron/head/standing',
    before: (page) =>
      page
        .getByText(/^\d+k$/)
        .first()
        .waitFor(),
  },
  share: {
    path: '/heron/jobs/share',
    before: async (page) => {
      await button(page, /^Share out/).click();
      await button(page, 'Put it into the plans').waitFor({ timeout: 30_000 });
    },
  },
  bench: {
    path: '/heron/bench',
    before: async (page) => {
      await page.getByRole('button', { name: /^Case B/ }).click();
      await page.getByRole('button', { name: 'Pull', exact: true }).click();
      await page.getByRole('button', { name: /^Log \d/ }).waitFor({ timeout: 15_000 });
    },
  },
  // These leave people and a device behind.
  people: { path: '/people', before: letSomeIn },
  'sign-in': {
    path: '/sign-in?then=/heron/run',
    size: tablet,
    dark: true,
    before: async (page) => {
      await button(page, 'Wen L.').click();
      for (const figure of '902') await page.getByRole('button', { name: figure, exact: true }).click();
    },
  },
  // These leave an open stop behind.
  board: {
    path: '/board',
    dark: true,
    before: async (page) => {
      const machines = (await (await page.request.get(`${base}/api/machines?limit=10`)).json()) as {
        items: { id: string; slug: string }[];
      };
      const teal = machines.items.find(({ slug }) => slug === 'teal')!;
      const line = (event: object) => JSON.stringify({ id: uuid7(), at: new Date().toISOString(), ...event });
      await page.request.post(`${base}/api/machines/${teal.id}/feed`, {
        headers: { 'content-type': 'application/x-ndjson' },
        data: [line({ event: 'start' }), line({ event: 'break', head: 2, position: 4, fault: 'shred' })].join(
          '\n',
        ),
      });
      await page
        .getByText(/stands 0:\d\d/)
        .first()
        .waitFor();
    },
  },
  'run-stopped': {
    path: '/heron/run',
    before: (page) => button(page, /^Break at Position 9:/).click(),
  },
};

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu'],
});
for (const [name, { path, size = [1280, 800] as [number, number], dark = false, before }] of Object.entries(
  pictures,
)) {
  if (only.length > 0 && !only.includes(name)) continue;
  const context = await browser.newContext({
    viewport: { width: size[0], height: size[1] },
    colorScheme: dark ? 'dark' : 'light',
  });
  const page = await context.newPage();
  await page.goto(base + path);
  await page.waitForFunction(
    () => !document.querySelector('astro-island') || document.documentElement.dataset['awake'],
  );
  await before?.(page);
  await page.waitForTimeout(600);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
  console.log(name);
  await context.close();
}
await browser.close();
