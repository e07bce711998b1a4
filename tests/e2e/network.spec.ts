import { expect, test, type APIRequestContext } from '@playwright/test';
import { X509Certificate } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import jsQr from 'jsqr';
import sharp from 'sharp';
import { startServer, type Served } from '../../scripts/child.ts';
import { freePort } from '../../scripts/cluster.ts';
import { certify } from '../../ops/https/certificate.ts';
import { reachNow } from '../../ops/https/reach.ts';
import { canLayCable, SecondHost } from './second-host.ts';
import { v7 as uuid7 } from 'uuid';
import { awake, eventsOf, newMachine, position, violationsOn } from './support.ts';

/** The app as ./start --workshop serves it, on the same ledger, and another computer that reaches it. */
let tablet: SecondHost;
let app: Served;
let httpsPort: number;
const folder = mkdtempSync(join(tmpdir(), 'vivid-https-'));

/** A code that an owner's screen would show. */
const codeFor = async (request: APIRequestContext, name: string) => {
  const answer = await request.post('/api/devices', { data: { name, kind: 'tablet', machineId: null } });
  return (await answer.json()) as { code: string };
};

test.skip(!canLayCable(), 'a second host needs the rights of root over the network');
test.beforeAll(async () => {
  tablet = new SecondHost();
  certify(folder, { ...reachNow(), addresses: [tablet.address] }, new Date());
  httpsPort = await freePort();
  app = await startServer({
    url: process.env['VIVID_TEST_DATABASE']!,
    port: await freePort(),
    host: '0.0.0.0',
    env: { VIVID_CHECK_ANSWERS: '1' },
    https: { port: httpsPort, folder },
  });
});
test.afterAll(async () => {
  await app?.stop();
  await tablet?.close();
  rmSync(folder, { recursive: true, force: true });
});

test('a tablet takes the certificate, trusts it, opens Run over https, goes on without its network and comes back', async ({
  request,
}) => {
  const machine = await newMachine(request);
  const port = new URL(app.address).port;
  let page = (await tablet.open()).pages()[0]!;

  // 1: the address that the code on the computer’s screen holds.
  await page.goto(`http://${tablet.address}:${port}/`);
  await awake(page);
  expect(new URL(page.url()).pathname).toBe('/trust');
  await expect(page.getByText('× Not yet.')).toBeVisible();
  expect(await violationsOn(page)).toEqual([]);
  await expect(page.getByRole('link', { name: /^Open/ })).toHaveCount(0);

  // 2: the certificate, whose fingerprint the page shows.
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Take the certificate' }).click(),
  ]);
  const taken = await download.path();
  const { fingerprint256, ca } = new X509Certificate(readFileSync(taken));
  expect(ca).toBe(true);
  const shown = await page.getByLabel('Fingerprint, SHA-256').locator('span').allInnerTexts();
  expect(shown.join(' ').replaceAll(' ', ':')).toBe(fingerprint256);

  // The tablet's own settings; a browser for computers reads them when it starts.
  tablet.trust(taken);
  const context = await tablet.open();
  page = context.pages()[0]!;
  await page.goto(`http://${tablet.address}:${port}/`);

  // 3: it says so itself. 4: open, and type the code of the owner's screen.
  await expect(page.getByText('✓ Yes, it does.')).toBeVisible();
  const { code } = await codeFor(request, `Tablet of ${machine.name}`);
  await page.getByRole('link', { name: /^Open/ }).click();
  await page.waitForURL(`https://${tablet.address}:${httpsPort}/let-in`);
  await awake(page);
  await page.getByLabel('Code').fill(code.toLowerCase());
  await page.getByRole('button', { name: 'Let this device in' }).click();
  await page.waitForURL(/\/run$/);
  expect(await page.evaluate(() => window.isSecureContext)).toBe(true);

  // 5: it can be kept as an app. Chromium names what is in the way.
  const devtools = await context.newCDPSession(page);
  const { installabilityErrors } = await devtools.send('Page.getInstallabilityErrors');
  expect(installabilityErrors).toEqual([]);

  await page.goto(`https://${tablet.address}:${httpsPort}/${machine.slug}/run`);
  await awake(page);
  await expect
    .poll(() => page.evaluate(async (path) => Boolean(await caches.match(path)), `/${machine.slug}/run`), {
      timeout: 60_000,
    })
    .toBe(true);
  tablet.plug(false);
  await page.reload();
  await awake(page);
  await position(page, 7).click();
  await page.getByRole('button', { name: 'Snap', exact: true }).click();
  await page.getByRole('button', { name: 'Sewing again', exact: true }).click();
  await expect(page.getByText(/3 entries waiting on this device/)).toBeVisible();
  tablet.plug(true);
  await expect(page.getByText(/waiting on this device/)).toBeHidden({ timeout: 60_000 });
  const written = (await eventsOf(request, machine)).filter(({ kind }) =>
    ['break', 'sewing_again'].includes(kind),
  );
  expect(written.map(({ kind }) => kind)).toEqual(['sewing_again', 'break']);
  expect(written[1]).toMatchObject({ position: 7, data: { fault: 'snap' }, closedBy: written[0]!.id });

  // A session that was ended elsewhere takes with it what was kept offline, at the next touch.
  const person = { id: uuid7(), name: `Wen of ${machine.name}`, role: 'operator', secret: '9026' };
  expect((await request.post('/api/people', { data: person })).status()).toBe(201);
  const signedIn = await page.evaluate(
    async (body) =>
      (await fetch('/api/sign-in', { method: 'POST', headers: { 'content-type': 'application/json' }, body }))
        .status,
    JSON.stringify({ personId: person.id, secret: person.secret }),
  );
  expect(signedIn).toBe(201);
  await page.reload();
  await awake(page);
  const marker = '/api/machines/now?of=the-session';
  await page.evaluate(async (path) => (await caches.open('answers')).put(path, new Response('kept')), marker);
  const { sessions } = (await (await request.get('/api/sessions')).json()) as {
    sessions: { id: string; person: string }[];
  };
  const mine = sessions.find((one) => one.person === person.name)!;
  expect((await request.delete(`/api/sessions/${mine.id}`)).status()).toBe(200);
  await page.keyboard.press('Shift');
  await expect
    .poll(() => page.evaluate(async (path) => Boolean(await caches.match(path)), marker))
    .toBe(false);

  // Stolen: turned out at once; what it kept goes at its next breath of network.
  const { devices } = (await (await request.get('/api/devices')).json()) as {
    devices: { id: string; name: string }[];
  };
  const { id } = devices.find(({ name }) => name === `Tablet of ${machine.name}`)!;
  const kept = () =>
    page.evaluate(async () => {
      const names = (await caches.keys()).filter((name) => /^(pages|answers)/.test(name));
      const found = await Promise.all(
        names.map(async (name) => (await (await caches.open(name)).keys()).length),
      );
      return found.reduce((sum, one) => sum + one, 0);
    });
  // What the tablet may read without anybody signed in is kept anew.
  await expect.poll(kept, { timeout: 30_000 }).toBeGreaterThan(5);
  expect((await request.delete(`/api/devices/${id}`)).status()).toBe(200);
  await page.waitForURL(/\/let-in\?then=/, { timeout: 30_000 });
  await expect.poll(kept).toBe(0);
  tablet.plug(false);
  await page.goto(`https://${tablet.address}:${httpsPort}/${machine.slug}/run`).catch(() => undefined);
  await expect(page.getByRole('heading', { name: 'No network' })).toBeVisible();
  tablet.plug(true);
});

test('the computer shows the code of the address at which tablets begin, and the same fingerprint', async ({
  page,
}) => {
  await page.goto(`${app.address}/trust`);
  const code = page.getByRole('img', { name: new RegExp(`http://${tablet.address}:`) });
  const { data, info } = await sharp(await code.screenshot())
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const read = jsQr(new Uint8ClampedArray(data), info.width, info.height);
  expect(read?.data).toBe(`http://${tablet.address}:${new URL(app.address).port}/trust`);
  const { fingerprint256 } = new X509Certificate(readFileSync(join(folder, 'authority.crt')));
  const shown = await page.getByLabel('Fingerprint, SHA-256').locator('span').allInnerTexts();
  expect(shown.join(' ').replaceAll(' ', ':')).toBe(fingerprint256);
});

test('over plain http the network reads and writes nothing; over https what was let in, and foreign pages neither', async ({
  playwright,
  request,
}) => {
  const [http, https] = await Promise.all(
    [`http://${tablet.address}:${new URL(app.address).port}`, `https://${tablet.address}:${httpsPort}`].map(
      (baseURL) => playwright.request.newContext({ baseURL, ignoreHTTPSErrors: true, maxRedirects: 0 }),
    ),
  );
  for (const path of ['/api/machines', '/api/everything?format=ndjson', '/api/health'])
    expect((await http!.get(path)).status(), path).toBe(403);
  for (const path of ['/api/ledger', '/api/everything']) {
    const answer = await http!.post(path, { data: { entries: [] } });
    expect(answer.status(), path).toBe(403);
    expect(await answer.text()).toContain(`over https, on port ${httpsPort}`);
  }
  for (const path of ['/', '/heron/run', '/workshop', '/trustworthy', '/heron/ledger?day=2026-01-01']) {
    const answer = await http!.get(path);
    expect([answer.status(), answer.headers()['location']], path).toEqual([307, '/trust']);
  }
  expect((await http!.get('/trust/authority.crt')).headers()['content-type']).toBe(
    'application/x-x509-ca-cert',
  );
  // No way out of what may be read: dots are taken out of an address before it is looked at, or it is refused.
  for (const path of [
    '/trust/%2e%2e/api/machines',
    '/_astro/..%2f..%2fapi/machines',
    '/trust/..%5c..%5capi/machines',
  ])
    expect(await (await http!.get(path)).text(), path).not.toContain('positions');

  expect((await https!.get('/api/machines')).status()).toBe(401);
  const { code } = await codeFor(request, 'Over https');
  const paired = await https!.post('/api/let-in', { data: { code } });
  expect(paired.headersArray().find(({ name }) => /set-cookie/i.test(name))?.value).toMatch(/; Secure/);
  expect((await https!.get('/api/machines')).status()).toBe(200);
  const foreign: Record<string, string>[] = [
    { origin: 'https://elsewhere.example' },
    { origin: `http://${tablet.address}:${new URL(app.address).port}` },
    { host: 'elsewhere.example' },
  ];
  for (const headers of foreign) {
    const answer = await https!.post('/api/operators', {
      headers,
      data: { id: crypto.randomUUID(), name: 'Foreign' },
    });
    expect([403, 421], JSON.stringify(headers)).toContain(answer.status());
  }
});
