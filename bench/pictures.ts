import { chromium, type Page } from 'playwright-core';
import { v7 as uuid7 } from 'uuid';
import { crewLogo, drawLogo } from '../tests/support/logo.ts';

/**
 * npm run pictures -- ADDRESS [name …]: the README's pictures, taken anew from a freshly started demo
 * (./start --fresh --yes). Each view with the state it shows.
 */
const [base = 'http://127.0.0.1:4321', ...only] = process.argv.slice(2);

interface Picture {
  path: string;
  size?: [width: number, height: number];
  dark?: boolean;
  /** As it is printed. */
  print?: boolean;
  before?: (page: Page) => Promise<unknown>;
}
const tablet: [number, number] = [820, 1180];
const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name }).first();

const answered = (page: Page) => page.locator('section[aria-busy=false] .recharts-surface').first().waitFor();

const pictures: Record<string, Picture> = {
  findings: { path: '/heron/ledger/findings?q=needles', before: answered },
  'findings-dark': { path: '/heron/ledger/findings?q=changed', dark: true, before: answered },
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
  // A sheet of A4 across, its margins left out, at 96 dots an inch.
  'wall-chart': { path: '/heron/head/standing', size: [1047, 718], print: true },
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
for (const [
  name,
  { path, size = [1280, 800] as [number, number], dark = false, print = false, before },
] of Object.entries(pictures)) {
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
  if (print) await page.emulateMedia({ media: 'print' });
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
  console.log(name);
  await context.close();
}
await browser.close();
