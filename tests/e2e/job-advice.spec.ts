import { expect, test } from '@playwright/test';
import { newMachine, open } from './support.ts';

test('each stop of a job says which needle it wants on its cloth, and whether its position has one', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/jobs/${machine.jobId}`);
  // Canvas, 40 wt: a stout sharp needle; positions 3 and 7 have 75/11.
  const first = page.getByRole('listitem').filter({ has: page.getByLabel('Stitches of stop 1') });
  await expect(first).toContainText('Advised: 80/12 sharp; its position has 75/11 sharp');
  await page.getByLabel('Cloth', { exact: true }).fill('ripstop nylon');
  await expect(first).toContainText('✓ Advised: 75/11 sharp');
  await page.getByLabel('Cloth', { exact: true }).fill('chain mail');
  await expect(first).toContainText('not known to the advice');
});

test('a job’s own ways change its advice, are kept with it, and go along to Pair', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/jobs/${machine.jobId}`);
  await page.getByLabel('Cloth', { exact: true }).fill('light cotton');
  const first = page.getByRole('listitem').filter({ has: page.getByLabel('Stitches of stop 1') });
  await expect(first).toContainText('Advised: 75/11 light ball');
  await page.getByText('This job’s ways').click();
  await page.getByLabel('Point when nothing else decides').selectOption({ label: 'sharp first' });
  await expect(first).toContainText('Advised: 75/11 sharp');
  await page.getByRole('button', { name: 'Save the job' }).click();
  await expect(page.getByRole('heading', { name: /waiting/ })).toBeVisible();
  await open(page, `/${machine.slug}/jobs/${machine.jobId}`);
  await expect(page.getByText('differ from the workshop’s')).toBeVisible();
  await page.getByRole('link', { name: 'Why, and what else' }).first().click();
  await expect(page.getByText('School: sharp first.')).toBeVisible();
  await expect(page.getByRole('combobox', { name: 'Cloth', exact: true })).toHaveValue('woven-light');
});

test('a job says how much thread it takes, and it grows with the pieces', async ({ page, request }) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/jobs/${machine.jobId}`);
  const need = page.getByRole('region', { name: 'Thread for the job' });
  // 5 pieces of 3,000 fill stitches: top 4 + 2 × 1.25 = 6.5 mm each, 97.5 m; 1,000 more in red: 32.5 m.
  await expect(need).toContainText('about 98 m of Snowmelt white');
  await expect(need).toContainText('about 33 m of Rescue red');
  await expect(need).toContainText('1 bobbin');
  await page.getByLabel('Pieces').fill('5000');
  await expect(need).toContainText('the fullest cone ends in piece');
});
