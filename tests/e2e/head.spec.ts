import { expect, test } from '@playwright/test';
import { awake, headOf, newMachine, open } from './support.ts';

test('a position of the rail opens its story; a needle is fitted by typing it as on its pack, with a reason', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/jobs`);
  await page.getByRole('link', { name: /^Position 12:/ }).click();
  await expect(page.getByRole('heading', { name: 'Position 12' })).toBeVisible();
  await expect(page.getByText('No needle is on record here.').first()).toBeVisible();
  await awake(page);
  await page.getByRole('button', { name: 'Fit a needle' }).click();
  const label = page.getByLabel('Needle, as on its pack');
  await label.fill('75/12 sharp');
  await expect(page.getByText(/75\/12 does not belong together: 75\/11 or 80\/12/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Type or pick the needle' })).toBeDisabled();
  await label.fill('DBxK5 11/75 FFG');
  await page.getByRole('radio', { name: 'job needs it' }).click();
  await page.getByRole('button', { name: 'Fitted: 75/11 light ball' }).click();
  await expect(page.getByText('75/11 light ball', { exact: true })).toBeVisible();
  await expect
    .poll(async () => (await headOf(request, machine)).seats.find((seat) => seat.position === 12)?.needle)
    .toMatchObject({ reason: 'job_needs', spec: { point: 'light-ball', sizeMetric: 75 } });
  await page.reload();
  await expect(page.getByRole('link', { name: /^Position 12:.*75\/11 light ball, new/ })).toBeVisible();
});

test('a needle can be picked from the shelf', async ({ page, request }) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/head?position=5`);
  await page.getByRole('button', { name: 'Fit a needle' }).click();
  await page.getByRole('button', { name: '80/12 sharp titanium' }).click();
  await page.getByRole('button', { name: 'Fitted: 80/12 sharp titanium' }).click();
  await expect
    .poll(
      async () => (await headOf(request, machine)).seats.find((seat) => seat.position === 5)?.needle?.spec,
    )
    .toMatchObject({ sizeMetric: 80, coating: 'titanium' });
});

test('a cone is found by colour and mounted by its batch; a job then finds it', async ({ page, request }) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/head?position=14`);
  await page.getByRole('button', { name: 'Mount a cone' }).click();
  await page.getByLabel(/Thread: code, colour or weight/).fill('gold metallic');
  await page.getByRole('radio', { name: /Evening gold metallic/ }).click();
  await page.getByRole('radio', { name: /batch L26/ }).click();
  await page.getByRole('button', { name: 'Mounted: Evening gold metallic' }).click();
  await expect(page.getByText('40 wt (25 tex)')).toBeVisible();
  await expect
    .poll(async () => (await headOf(request, machine)).seats.find((seat) => seat.position === 14)?.cone)
    .toMatchObject({ fibre: 'metallic', coneId: expect.any(String) });
});

test('the rail shows the machine’s own order: number 1 right-most, or left-most', async ({ page }) => {
  await open(page, '/heron/head');
  const links = page.getByRole('navigation', { name: 'Positions of the head' }).getByRole('link');
  await expect(links.first()).toHaveAccessibleName(/^Position 15:/);
  await expect(links.last()).toHaveAccessibleName(/^Position 1:/);
});
