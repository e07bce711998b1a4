import { expect, test } from '@playwright/test';
import { awake } from './support.ts';

test('from an empty workshop to a logged break', async ({ page }) => {
  const base = process.env['VIVID_EMPTY_URL']!;
  const ready = () => awake(page);
  await page.goto(base);
  await expect(page.getByText('Start here.')).toBeVisible();
  await ready();
  const machine = page.getByRole('form', { name: 'Add a machine' });
  await machine.getByLabel('Name').fill('Wren');
  await machine.getByLabel('Positions').fill('99');
  await machine.getByRole('button').click();
  await expect(page.getByRole('alert')).toContainText('24 or less');
  await machine.getByLabel('Positions').fill('6');
  await machine.getByLabel(/Number 1/).selectOption('left-most');
  await machine.getByRole('button').click();
  await expect(page.getByRole('link', { name: 'Wren' })).toBeVisible();
  await ready();
  const thread = page.getByRole('form', { name: 'Add a thread' });
  await thread.getByLabel('Code').fill('TE40');
  await thread.getByLabel('Colour name').fill('Teal');
  await thread.getByLabel('Weight, as on the cone').fill('225 den');
  await thread.getByRole('button').click();
  await expect(page.getByText('TE40 · 40 wt (25 tex) · polyester · 0 cones')).toBeVisible();

  await page.goto(`${base}/wren/run`);
  await expect(page.getByText('No job is waiting.')).toBeVisible();
  // Stand-ins write like real machines: off until an owner switches them on.
  await expect(page.getByText('Simulated machine')).toHaveCount(0);
  await page.goto(`${base}/wren/jobs`);
  await expect(page.getByText('A job is a design with its colour stops')).toBeVisible();
  await page.goto(`${base}/wren/ledger`);
  await expect(page.getByText('Nothing is on record yet.')).toBeVisible();

  await page.goto(`${base}/wren/head?position=2`);
  await ready();
  // Number 1 is left-most on this machine.
  await expect(
    page.getByRole('navigation', { name: 'Positions of the head' }).getByRole('link').first(),
  ).toHaveAccessibleName(/^Position 1:/);
  await page.getByLabel('Quick line').fill('2n 65/9');
  await page.getByLabel('Quick line').press('Enter');
  await page.getByLabel('Quick line').fill('2c te40');
  await page.getByLabel('Quick line').press('Enter');
  await expect(page.getByText('65/9 sharp').first()).toBeVisible();
  await page.getByLabel('Quick line').fill('2b loops');
  await page.getByLabel('Quick line').press('Enter');
  await expect(page.getByText('loops on top', { exact: true })).toBeVisible();
});
