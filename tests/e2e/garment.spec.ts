import { expect, test } from '@playwright/test';
import { newMachine, open } from './support.ts';

test('a cloth that the advice does not know is told while it is typed, and the nearest is one touch away', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/jobs/${machine.jobId}`);
  const garment = page.getByRole('region', { name: 'Garment' });
  const first = page.getByRole('listitem').filter({ has: page.getByLabel('Stitches of stop 1') });
  await expect(garment).toContainText('canvas or denim (from the job’s words)');
  await page.getByLabel('Cloth', { exact: true }).fill('kanvas bags');
  await expect(garment).toContainText('“kanvas bags” is not a cloth that the advice knows');
  await expect(first).toContainText('pick the nearest above');
  await garment.getByRole('button', { name: 'canvas or denim' }).click();
  await expect(garment).not.toContainText('is not a cloth');
  await expect(first).toContainText('Advised: 80/12 sharp');
  await page.getByRole('button', { name: 'Save the job' }).click();
  await expect(page.getByRole('heading', { name: /waiting/ })).toBeVisible();
  // The operator's own words stay beside what they mean.
  await open(page, `/${machine.slug}/jobs/${machine.jobId}`);
  await expect(page.getByLabel('Cloth', { exact: true })).toHaveValue('kanvas bags');
  await expect(garment).toContainText('canvas or denim · bag or pack');
});

test('what a job says of its garment and letters is told on the job, on Check, on Head and on Pair alike', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/jobs/${machine.jobId}`);
  const garment = page.getByRole('region', { name: 'Garment' });
  await garment.getByText('Garment').first().click();
  await garment.getByLabel('Place').selectOption('chest');
  await garment.getByLabel('Layers of cloth').selectOption('3');
  await garment.getByLabel('Finished size: width in mm').fill('92,5');
  await expect(garment).toContainText(
    '92.5 mm wide is large for the chest. Logos on a shirt’s front stay around 75 mm.',
  );
  const first = page.getByRole('listitem').filter({ has: page.getByLabel('Stitches of stop 1') });
  await expect(first).toContainText('Advised: 90/14 sharp');
  await page.getByLabel('Element of stop 1').selectOption('lettering');
  await first.getByText('Measures: none').click();
  await first.getByLabel('letters of stop 1, mm high').fill('0');
  await page.getByRole('button', { name: 'Save the job' }).click();
  await expect(first.getByRole('alert')).toContainText(
    'Letters: a number from 0.5 to 400 mm high, or nothing.',
  );
  await first.getByLabel('letters of stop 1, mm high').fill('4');
  const told = '40 wt is planned, 60 wt is advised: Letters under 5 mm in 40 wt close up';
  await expect(first).toContainText(told);
  await page.getByRole('button', { name: 'Save the job' }).click();
  await expect(page.getByRole('heading', { name: /waiting/ })).toBeVisible();

  await open(page, `/${machine.slug}/check`);
  await expect(page.getByText(`Stop 1: ${told}`)).toBeVisible();
  await expect(page.getByText('92.5 mm wide is large for the chest')).toBeVisible();
  await open(page, `/${machine.slug}/jobs/${machine.jobId}`);
  await first.getByRole('link', { name: 'Why, and what else' }).click();
  await expect(page.getByLabel('Layers')).toHaveValue('3');
  await expect(page.getByLabel('Height of the capitals')).toHaveValue('4');
  await expect(page.getByText(told)).toBeVisible();
});

test('a picture is kept small with its job and shown where the job is met', async ({ page, request }) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/jobs/${machine.jobId}`);
  await page.getByLabel('Add a picture').setInputFiles({
    name: 'badge.png',
    mimeType: 'image/png',
    buffer: await page.screenshot(),
  });
  const picture = page.getByRole('img', { name: /^Picture of/ });
  await expect(picture).toBeVisible();
  const bytes = await (await request.get(`/api/jobs/${machine.jobId}/picture`)).body();
  expect(bytes.length).toBeLessThan(30_000);
  for (const screen of ['jobs', 'run', `job-record/${machine.jobId}`]) {
    await open(page, `/${machine.slug}/${screen}`);
    await expect(picture.first()).toBeVisible();
  }
});
