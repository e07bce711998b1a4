import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { v7 as uuid7 } from 'uuid';
import { eventsOf, headOf, newMachine, open, position, post } from './support.ts';

test('a chosen day is summed up; a chosen job too, with the record for the customer’s file', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/run`);
  await page.getByRole('button', { name: /^Piece finished/ }).click();
  await position(page, 7).click();
  await page.getByRole('button', { name: 'Shred', exact: true }).click();
  await page.getByRole('button', { name: 'Sewing again', exact: true }).click();
  await expect(page.getByText('1 of 5', { exact: true })).toBeVisible();
  await open(page, `/${machine.slug}/ledger?job=${machine.jobId}`);
  const summary = page.getByRole('region', { name: 'Summary' });
  await expect(summary).toContainText('1 piece · 4,000 st · 1 break');
  await expect(summary).toContainText('position 7: 1 break');
  await summary.getByRole('link', { name: 'Record for the customer’s file' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(`Record of Job of ${machine.name}`);
  await expect(
    page.getByRole('definition').filter({ hasText: '1 of 5 finished on this machine, 4,000 st' }),
  ).toBeVisible();
  await expect(page.getByRole('region', { name: 'What stopped it' })).toContainText('shred: 1 ×');
  await expect(page.getByRole('region', { name: 'Threads' })).toContainText('WH40');
});

test('a position’s life is drawn along time: needle, cone, breaks', async ({ page, request }) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/run`);
  await position(page, 7).click();
  await page.getByRole('button', { name: 'Snap', exact: true }).click();
  await page.getByRole('button', { name: 'New needle, same kind' }).click();
  await expect(page.getByText('New needle at position 7.')).toBeVisible();
  await open(page, `/${machine.slug}/head?position=7`);
  await expect(
    page.getByRole('img', { name: /^2 needles, 1 cone, 1 break, 0 readings of the case since/ }),
  ).toBeVisible();
});

test('everything can be taken away, and is refused where something is set up already', async ({
  page,
  request,
}) => {
  await open(page, '/workshop');
  const everything = page.getByRole('region', { name: 'Everything' });
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    everything.getByRole('link', { name: 'NDJSON' }).click(),
  ]);
  const text = readFileSync(await download.path(), 'utf8');
  expect(text.split('\n')[0]).toBe('{"format":"vivid-eye-everything","version":3}');
  expect(text.trimEnd().split('\n').at(-1)).toMatch(/^{"end":true,"rows":{.*},"sha256":"[0-9a-f]{64}"}$/);
  expect(text.split('\n').filter((line) => line.startsWith('{"table":"ledger"')).length).toBeGreaterThan(100);
  await expect(everything.getByText(/take in an export/)).toHaveCount(0);
  const again = await request.post('/api/everything', {
    headers: { 'content-type': 'application/x-ndjson' },
    data: text.slice(0, 2000),
  });
  expect(again.status()).toBe(409);
});

test('a whole job without a mouse: put on, a break named, sewing again, pieces counted, one taken back', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/run`);
  const press = async (...keys: string[]) => {
    for (const key of keys) await page.keyboard.press(key);
  };
  await press('Space');
  await expect(page.getByText('1 of 5', { exact: true })).toBeVisible();
  await press('/');
  await page.keyboard.type('7b shred');
  await press('Enter', 'Escape');
  await expect(page.getByRole('heading', { name: 'Break at position 7' })).toBeVisible();
  // Out of the line by the key that leaves it; then space says that it sews again.
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  await press('Space');
  await expect(page.getByRole('heading', { name: 'Break at position 7' })).toBeHidden();
  await press('Space');
  await expect(page.getByText(/Not counted: the last piece was/).first()).toBeVisible();
  await press('Space');
  await expect(page.getByText('2 of 5', { exact: true })).toBeVisible();
  await press('/');
  await page.keyboard.type('u');
  await press('Enter');
  await expect(page.getByText('1 of 5', { exact: true })).toBeVisible();
  await press('/');
  await page.keyboard.type('12n 75/11 ball');
  await press('Enter');
  await expect(page.getByRole('button', { name: /^Break at Position 12:.*75\/11/ })).toBeVisible();
});

test('a stop that sewed elsewhere all week is put right on the job’s record, and the needles’ ages follow', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  // After the needles were fitted.
  const at = (nth: number) => new Date(Date.now() + nth * 10).toISOString();
  const piece = (nth: number) => ({
    ...{ id: uuid7(), machineId: machine.id, at: at(nth), jobId: machine.jobId, kind: 'piece_finished' },
    data: {
      ...{ heads: [1], speed: 800 },
      stops: [
        { stop: 1, position: 3, stitches: 3000 },
        { stop: 2, position: 7, stitches: 1000 },
      ],
    },
  });
  await post(request, '/api/ledger', { entries: [piece(1), piece(2), piece(3)] });
  await open(page, `/${machine.slug}/job-record/${machine.jobId}`);
  const where = page.getByRole('region', { name: 'Where it was sewn' });
  await expect(where).toContainText('stop 2: position 7');
  await where.getByText('It sewed elsewhere than this says').click();
  const form = where.getByRole('form', { name: 'It sewed elsewhere' });
  await form.getByLabel('Stop').selectOption('2');
  await form.getByLabel('from piece').fill('2');
  await form.getByLabel('to piece').fill('9');
  await expect(form).toContainText('Pieces are counted from 1 to 3.');
  await form.getByLabel('to piece').fill('3');
  await form.getByLabel('sewed at position').selectOption('9');
  await form.getByRole('button', { name: 'Correct 2 entries' }).click();
  await expect(where).toContainText('stop 2: position 7 (piece 1), position 9 (piece 2 to 3)');
  const sewn = (await headOf(request, machine)).seats
    .filter((seat) => seat.needle)
    .map((seat) => [seat.position, seat.needle!.age.stitches]);
  expect(sewn).toEqual([
    [3, 9000],
    [7, 1000],
    [9, 2000],
  ]);
  const pieces = await eventsOf(request, machine, '&kind=piece_finished');
  expect(pieces.map((event) => (event.data['stops'] as { position: number }[])[1]!.position)).toEqual([
    9, 9, 7,
  ]);
});
