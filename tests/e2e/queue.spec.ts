import { expect, test } from '@playwright/test';
import { v7 as uuid7 } from 'uuid';
import { eventsOf, newMachine, open, position, post } from './support.ts';

test('entries made while the server is away are shown as waiting, survive a reload, and arrive once, in order', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/run`);
  await page.route('**/api/ledger', (route) =>
    route.request().method() === 'POST' ? route.abort() : route.continue(),
  );
  await position(page, 7).click();
  await page.getByRole('button', { name: 'Snap', exact: true }).click();
  await page.getByRole('button', { name: 'Sewing again' }).click();
  await expect(page.getByText('3 entries waiting on this device.')).toBeVisible();
  expect(await eventsOf(request, machine, '&kind=break')).toEqual([]);
  await page.reload();
  await expect(page.getByText('3 entries waiting on this device.')).toBeVisible();
  await page.unroute('**/api/ledger');
  await expect(page.getByText(/waiting on this device/)).toBeHidden({ timeout: 15_000 });
  const events = await eventsOf(request, machine);
  expect(events.filter((event) => event.kind === 'break')).toMatchObject([
    { position: 7, data: { fault: 'snap' }, lostMs: expect.any(Number) },
  ]);
  expect(events.filter((event) => event.kind === 'sewing_again')).toHaveLength(1);
});

test('a server error is tried again by itself', async ({ page, request }) => {
  const machine = await newMachine(request);
  let failures = 2;
  await page.route('**/api/ledger', (route) =>
    route.request().method() === 'POST' && failures-- > 0
      ? route.fulfill({
          status: 503,
          contentType: 'application/problem+json',
          body: JSON.stringify({ detail: 'The database does not answer just now.' }),
        })
      : route.continue(),
  );
  await open(page, `/${machine.slug}/run`);
  await position(page, 7).click();
  await expect(page.getByText(/The database does not answer just now/)).toBeVisible();
  await expect
    .poll(async () => (await eventsOf(request, machine, '&kind=break')).length, { timeout: 15_000 })
    .toBe(1);
});

test('an entry that the server refuses is shown with the reason, does not count, and can be discarded', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await page.route('**/api/ledger', async (route) => {
    if (route.request().method() !== 'POST') return route.continue();
    const message = route.request().postDataJSON() as { entries: { position: number | null }[] };
    for (const entry of message.entries) if (entry.position === 7) entry.position = 24;
    await route.continue({ postData: JSON.stringify(message) });
  });
  await open(page, `/${machine.slug}/run`);
  await position(page, 7).click();
  await expect(page.getByText(/Not accepted:.*There is no position 24/)).toBeVisible();
  await expect(page.getByRole('button', { name: /Piece finished/ })).toBeVisible();
  await page.getByRole('button', { name: 'Discard it' }).click();
  await expect(page.getByText(/Not accepted/)).toBeHidden();
  expect(await eventsOf(request, machine, '&kind=break')).toEqual([]);
});

test('a device that cannot keep entries says so, keeps them on the page, and sends them', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  // As in a private window, or with a full disk: nothing can be written.
  await page.addInitScript(() => {
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('no room', 'QuotaExceededError');
    };
  });
  await open(page, `/${machine.slug}/run`);
  await page.route('**/api/ledger', (route) =>
    route.request().method() === 'POST' ? route.abort() : route.continue(),
  );
  await position(page, 7).click();
  await expect(page.getByText(/is only on this page: this device cannot keep it/)).toBeVisible();
  await page.unroute('**/api/ledger');
  await expect.poll(async () => (await eventsOf(request, machine, '&kind=break')).length).toBe(1);
  await expect(page.getByText(/only on this page/)).toHaveCount(0);
});

test('an entry whose id stands for another one is shown with both, and stays until it is discarded', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/run`);
  // Somebody else's entry under the id that this page is about to send.
  await page.route('**/api/ledger', async (route) => {
    if (route.request().method() !== 'POST') return route.continue();
    const { entries } = route.request().postDataJSON() as { entries: { id: string }[] };
    await post(request, '/api/ledger', {
      entries: [
        {
          ...{ id: entries[0]!.id, machineId: machine.id, at: new Date().toISOString(), kind: 'note' },
          data: { text: 'theirs' },
        },
      ],
    }).catch(() => undefined);
    await route.continue();
  });
  await position(page, 7).click();
  const notice = page.getByText(/The ledger has another entry under this id: note.*Yours: break at/);
  await expect(notice).toBeVisible();
  await page.getByRole('button', { name: 'Discard it' }).click();
  await expect(notice).toHaveCount(0);
});

test('a live line that was refused is opened again by itself: what another device logs is seen without a reload', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  // As while the database is away, or a proxy has no copy left: a browser gives up a refused line for good.
  let refusals = 2;
  await page.route('**/live?*', (route) =>
    refusals-- > 0 ? route.fulfill({ status: 503, body: '' }) : route.continue(),
  );
  await open(page, `/${machine.slug}/run`);
  await expect.poll(() => refusals, { timeout: 15_000 }).toBeLessThan(0);
  await post(request, '/api/ledger', {
    entries: [
      {
        ...{ id: uuid7(), machineId: machine.id, kind: 'break', at: new Date().toISOString() },
        ...{ head: 1, position: 7, data: { fault: null } },
      },
    ],
  });
  await expect(page.getByRole('button', { name: 'Snap', exact: true })).toBeVisible();
});
