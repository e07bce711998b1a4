import { readFileSync } from 'node:fs';
import { expect, test, type Locator } from '@playwright/test';
import { v7 } from 'uuid';
import { eventsOf, headOf, newMachine, open, position } from './support.ts';

test('an entry logged at the wrong position is corrected; the history shows both', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/run`);
  await position(page, 7).click();
  await page.getByRole('button', { name: 'Snap', exact: true }).click();
  await open(page, `/${machine.slug}/ledger?kind=break`);
  await page.getByRole('button', { name: 'clean snap' }).click();
  await page.getByRole('row').getByLabel('Position').selectOption('9');
  await page.getByRole('row').getByLabel('Kind').selectOption('shred');
  await page.getByRole('button', { name: 'Correct', exact: true }).click();
  await expect(page.getByRole('button', { name: /shred · corrected/ })).toBeVisible();
  const history = page.getByRole('list', { name: 'History of this entry' });
  await expect(history).toContainText('Break at 7: break, kind not said');
  await expect(history).toContainText('position is 9, it was: shred');
  await expect
    .poll(async () => (await eventsOf(request, machine, '&kind=break'))[0])
    .toMatchObject({ position: 9, corrections: 2 });
  await page.getByRole('button', { name: 'Undo this entry' }).click();
  await expect.poll(async () => (await eventsOf(request, machine, '&kind=break'))[0]?.void).toBe(true);
  await page.getByRole('button', { name: 'Restore this entry' }).click();
  await expect.poll(async () => (await eventsOf(request, machine, '&kind=break'))[0]?.void).toBe(false);
});

test('a needle’s kind and reason, a reading, minutes lost and a time are put right, with who and why', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  const log = (kind: string, data: object, more: object = {}) => ({
    ...{ id: v7(), machineId: machine.id, kind, at: new Date().toISOString(), data },
    ...more,
  });
  const broke = log(
    'break',
    { fault: 'snap' },
    { head: 1, position: 7, at: new Date(Date.now() - 600_000).toISOString() },
  );
  const needle = {
    system: 'DBxK5',
    sizeMetric: 75,
    point: 'sharp',
    coating: 'plain',
    eye: 'standard',
    blade: 'standard',
  };
  await request.post('/api/ledger', {
    data: {
      entries: [
        broke,
        log('sewing_again', { closes: broke.id }),
        log('needle_fitted', { needle, reason: 'worn' }, { head: 1, position: 7 }),
        log('case_measured', { grams: 72 }),
        log(
          'piece_finished',
          { heads: [1], speed: 800, stops: [{ stop: 1, position: 3, stitches: 3000 }] },
          { jobId: machine.jobId },
        ),
      ],
    },
  });
  const correct = async (name: RegExp, change: (row: Locator) => Promise<unknown>, says: string) => {
    await page.getByRole('button', { name }).click();
    const row = page
      .getByRole('row')
      .filter({ has: page.getByRole('button', { name: 'Correct', exact: true }) });
    await change(row);
    await row.getByLabel('Why it is put right').fill('misread');
    await row.getByRole('button', { name: 'Correct', exact: true }).click();
    await expect(page.getByRole('list', { name: 'History of this entry' })).toContainText(says);
    await page.getByRole('button', { name, expanded: true }).click();
  };
  await open(page, `/${machine.slug}/ledger`);
  await correct(
    /case reads 72|case reads 27/,
    (row) => row.getByLabel('Reading, g').fill('27'),
    'reading is 27 g (misread)',
  );
  await correct(
    /piece, (3,000|2,500) st/,
    (row) => row.getByLabel('Stitches, stop by stop').fill('2500'),
    'its stops: 1 at position 3, 2500 st (misread)',
  );
  await correct(
    /needle 75\/11 sharp, (worn|burr)/,
    (row) => row.getByLabel('Why it was changed').selectOption('burr'),
    'changed because: burr (misread)',
  );
  await correct(
    /clean snap/,
    async (row) => {
      await row.getByLabel('Minutes lost').fill('4');
      await row.getByLabel('When').fill('2026-06-01T08:15:00');
    },
    'it was at',
  );
  await expect
    .poll(async () =>
      (await eventsOf(request, machine)).map(({ kind, data, lostMs }) => [kind, data, lostMs]),
    )
    .toEqual(
      expect.arrayContaining([
        ['case_measured', { grams: 27 }, null],
        ['needle_fitted', expect.objectContaining({ reason: 'burr' }), null],
        ['break', { fault: 'snap' }, 240_000],
        [
          'piece_finished',
          expect.objectContaining({ stops: [{ stop: 1, position: 3, stitches: 2500 }] }),
          null,
        ],
      ]) as unknown[],
    );
});

test('the ledger is narrowed by position, kind and job, and what is shown can be taken away', async ({
  page,
}) => {
  await open(page, '/heron/ledger');
  const total = await page.locator('tbody tr').count();
  await page.getByRole('button', { name: 'Earlier entries' }).click();
  await expect.poll(() => page.locator('tbody tr').count()).toBeGreaterThan(total);
  await page.getByLabel('Kind', { exact: true }).selectOption('break:shred');
  await expect(page).toHaveURL(/kind=break%3Ashred/);
  await page.getByLabel('Position', { exact: true }).selectOption('9');
  await expect(page).toHaveURL(/position=9/);
  await expect(page.locator('tbody').getByText('shred').first()).toBeVisible();
  // All of them, so that the file can be held against what is shown.
  const earlier = page.getByRole('button', { name: 'Earlier entries' });
  while (await earlier.isVisible()) {
    const before = await page.locator('tbody tr').count();
    await earlier.click();
    await expect.poll(() => page.locator('tbody tr').count()).toBeGreaterThan(before);
  }
  const rows = await page.locator('tbody tr').count();
  expect(rows).toBeGreaterThan(0);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'CSV', exact: true }).click(),
  ]);
  const lines = readFileSync(await download.path(), 'utf8')
    .trim()
    .split('\r\n');
  expect(lines).toHaveLength(rows + 1);
  expect(lines[1]).toMatch(/,1,9,Break,shred,/);
});

test('a day shows only that day, in the device’s own time', async ({ page, request }) => {
  const machine = await newMachine(request);
  const note = (text: string, at: string, id: string) => ({
    id,
    machineId: machine.id,
    kind: 'note',
    at,
    data: { text },
  });
  // 23:30 UTC on 5 November is half past midnight on the 6th in Berlin.
  await request.post('/api/ledger', {
    data: {
      entries: [
        note(
          'before midnight',
          '2026-11-05T22:30:00Z',
          '019a50f0-0000-7000-8000-0000000000' + Math.floor(10 + Math.random() * 89),
        ),
        note(
          'after midnight',
          '2026-11-05T23:30:00Z',
          '019a50f0-0001-7000-8000-' + Math.random().toString(16).slice(2, 14).padEnd(12, '0'),
        ),
      ],
    },
  });
  await open(page, `/${machine.slug}/ledger`);
  await open(page, `/${machine.slug}/ledger?day=2026-11-06`);
  await expect(page.getByText('after midnight')).toBeVisible();
  await expect(page.getByText('before midnight')).toHaveCount(0);
});

test('a cone logged as another thread is corrected: the head and the history follow', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/ledger?kind=cone_mounted&position=7`);
  await page.locator('tbody button').first().click();
  const threads = page.getByRole('row').getByLabel('Thread');
  const other = await threads.locator('option', { hasText: 'BK60' }).first().getAttribute('value');
  await threads.selectOption(other);
  await page.getByRole('button', { name: 'Correct', exact: true }).click();
  await expect(page.getByRole('list', { name: 'History of this entry' })).toContainText('cone is');
  await expect
    .poll(
      async () => (await headOf(request, machine)).seats.find((seat) => seat.position === 7)?.cone?.threadId,
    )
    .toBe(other);
});
