import { expect, test } from '@playwright/test';
import { eventsOf, newMachine, open, post } from './support.ts';
import { v7 as uuid7 } from 'uuid';

test('the list says why each item is there; a touch ticks it, on record, and it stays ticked', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/check`);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^\d+ things to check$/);
  const rested = page.getByRole('region', { name: 'Threads that rested' });
  await expect(rested).toContainText('it did not sew yesterday');
  await rested.getByRole('button', { name: /^Position 3: .*: open/ }).click();
  await expect(rested.getByRole('button', { name: /^Position 3: .*: done/ })).toBeVisible();
  const hook = page.getByRole('button', { name: 'Oil the hook: one drop: open' });
  await expect(hook).toContainText('Every session.');
  await hook.click();
  await expect
    .poll(async () =>
      (await eventsOf(request, machine, '&kind=check_done')).map((event) => event.data['item']).sort(),
    )
    .toEqual(['oil-hook', 'thread:3']);
  await page.reload();
  await expect(page.getByRole('button', { name: 'Oil the hook: one drop: done' })).toBeVisible();
  // Ticked by mistake: open again, nothing lost.
  await page.getByRole('button', { name: 'Oil the hook: one drop: done' }).click();
  await expect(page.getByRole('button', { name: 'Oil the hook: one drop: open' })).toBeVisible();
  await expect
    .poll(
      async () => (await eventsOf(request, machine, '&kind=check_done')).filter((event) => event.void).length,
    )
    .toBe(1);
});

test('“not done” needs a word', async ({ page, request }) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/check`);
  await page.getByRole('button', { name: 'Not done: Oil the needle bars' }).click();
  const form = page.locator('form').filter({ hasText: 'no time' });
  await expect(form.getByRole('button', { name: 'Not done' })).toBeDisabled();
  await form.getByLabel('Why it is not done').fill('oil can is empty');
  await form.getByRole('button', { name: 'Not done' }).click();
  await expect(page.getByText(/^Not done: oil can is empty/)).toBeVisible();
  await expect
    .poll(async () => (await eventsOf(request, machine, '&kind=check_done'))[0]?.data)
    .toMatchObject({ item: 'oil-bars', state: 'not_done', why: 'oil can is empty' });
});

test('the list is derived: what sewed today need not be pulled, bars oiled today need no oil', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  const at = new Date().toISOString();
  const common = () => ({ id: uuid7(), machineId: machine.id, at, jobId: machine.jobId });
  await post(request, '/api/ledger', {
    entries: [
      {
        ...common(),
        kind: 'piece_finished',
        data: { heads: [1], speed: 800, stops: [{ stop: 1, position: 3, stitches: 3000 }] },
      },
      {
        ...common(),
        kind: 'check_done',
        data: { item: 'oil-bars', says: 'Oil the needle bars', state: 'done' },
      },
    ],
  });
  await open(page, `/${machine.slug}/check`);
  const rested = page.getByRole('region', { name: 'Threads that rested' });
  await expect(rested.getByRole('button', { name: /^Position 3/ })).toHaveCount(0);
  await expect(rested.getByRole('button', { name: /^Position 7/ })).toHaveCount(1);
  await expect(page.getByRole('button', { name: /^Oil the needle bars/ })).toHaveCount(0);
});

test('the calendar is one that others read: whole days, stable ids (RFC 5545)', async ({ request }) => {
  const machine = await newMachine(request);
  const read = async () => (await request.get(`/api/machines/${machine.id}/maintenance.ics`)).text();
  const [first, second] = [await read(), await read()];
  const uids = (text: string) =>
    [...text.replace(/\r\n[ \t]/g, '').matchAll(/^UID:(.*?)\r?$/gm)].map((one) => one[1]);
  expect(uids(first)).toContain(`oil-bars@${machine.id}`);
  expect(uids(first)).toEqual(uids(second));
  expect(new Set(uids(first)).size).toBe(uids(first).length);
  expect(first).toMatch(/^BEGIN:VCALENDAR\r\nVERSION:2\.0\r\n/);
  // RFC 5545: lines end in CRLF and are folded (the package counts characters); a whole-day event has DATE values.
  expect(first.split('\r\n').every((line) => line.length <= 76)).toBe(true);
  expect(first).toMatch(/DTSTART;VALUE=DATE:\d{8}\r\n/);
  expect(first).not.toContain('DURATION');
});
