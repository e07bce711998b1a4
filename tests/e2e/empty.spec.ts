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

  // What was typed wrongly is put right: the name, and the side that 1 is on. Every rail turns with it.
  await page.goto(`${base}/workshop`);
  await ready();
  const kept = page.locator('#machines > details');
  await kept.locator('summary').first().click();
  await kept.getByText('Edit Wren').click();
  const right = kept.getByRole('form', { name: 'Edit Wren' });
  await right.getByLabel('Name').fill('Wren 2');
  await right.getByLabel(/Number 1/).selectOption('right-most');
  await right.getByRole('button', { name: 'Save' }).click();
  await expect(kept.locator('summary').first()).toContainText('Wren 2 1 head · 6 positions, 1 on the right');
  for (const screen of ['run', 'head', 'check']) {
    await page.goto(`${base}/wren/${screen}`);
    await expect(
      page.getByRole(screen === 'run' ? 'button' : 'link', { name: /Position \d/ }).first(),
      screen,
    ).toHaveAccessibleName(/Position 6\b/);
  }
  // A machine with entries stays; what it is then says what to do.
  await page.goto(`${base}/workshop`);
  await ready();
  await kept.locator('summary').first().click();
  await kept.getByText('Edit Wren 2').click();
  await kept.getByRole('button', { name: 'Delete', exact: true }).click();
  await kept.getByRole('button', { name: 'Delete', exact: true }).click();
  await expect(kept.getByRole('alert')).toContainText('Wren 2 is on record and stays there.');
});
