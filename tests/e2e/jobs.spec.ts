import { expect, test } from '@playwright/test';
import { awake, newMachine, open } from './support.ts';

test('a job is added with its stops, put on the machine, changed, and marked done', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  const name = `Pennants ${machine.slug}`;
  await open(page, `/${machine.slug}/jobs/new`);
  await page.getByRole('button', { name: 'Add the job' }).click();
  await expect(page.getByText('Give the job a name.')).toBeVisible();
  await page.getByLabel('Name').fill(name);
  await page.getByLabel('Pieces').fill('12');
  // With a due day it stands before all that have none: however many other tests leave, on the first page.
  await page.locator('#due').fill('2099-12-31');
  await page.getByLabel('Thread of stop 1').selectOption({ label: 'Rescue red 40 wt (RE40)' });
  await page.getByLabel('Stitches of stop 1').fill('-1');
  await page.getByRole('button', { name: 'Add the job' }).click();
  await expect(page.getByText('Stitches: a whole number from 1 to 1,000,000.')).toBeVisible();
  await page.getByLabel('Stitches of stop 1').fill('2,400');
  await page.getByRole('button', { name: 'Add a stop' }).click();
  await page.getByLabel('Stitches of stop 2').fill('600');
  await page.getByLabel('Position of stop 2').selectOption('position 9');
  await page.getByRole('button', { name: 'Stop 2 earlier' }).click();
  await expect(page.getByLabel('Stitches of stop 1')).toHaveValue('600');
  await page.getByRole('button', { name: 'Add the job' }).click();

  const row = page.getByRole('row', { name: new RegExp(name) });
  await expect(row).toContainText('3,000 st');
  await awake(page);
  await row.getByRole('button', { name: 'Put on' }).click();
  await expect(row.getByRole('link', { name: 'On the machine' })).toBeVisible();
  await row.getByRole('link', { name: 'On the machine' }).click();
  await expect(page.getByRole('heading', { name })).toBeVisible();
  await expect(page.getByText('0 of 12')).toBeVisible();

  await open(page, `/${machine.slug}/jobs`);
  await page.getByRole('link', { name, exact: true }).click();
  await awake(page);
  await page.getByRole('button', { name: 'Mark done' }).click();
  await expect(page.getByRole('heading', { name: /jobs waiting/ })).toBeVisible();
  await expect(page.getByRole('row', { name: new RegExp(name) })).toHaveCount(0);
  await open(page, `/${machine.slug}/jobs?show=done`);
  await expect(page.getByRole('link', { name, exact: true })).toBeVisible();
});

test('CSV: the preview shows each bad line and why; only good jobs are imported', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  const [good, bad] = [`Good ${machine.slug}`, `Bad ${machine.slug}`];
  await open(page, `/${machine.slug}/jobs/import`);
  await page.getByLabel('File').setInputFiles({
    name: 'jobs.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      // With a due day it stands before all that have none: however many other tests leave, on the first page.
      `\uFEFFjob;pieces;due;stop;thread;stitches;element\n${good};12;2099-12-31;1;RE40;2400;satin\n${bad};12;;1;NONE;-5;fill\n${bad};12;;2;RE40;100;fill\n`,
    ),
  });
  await expect(page.getByText('1 job ready, 1 bad line')).toBeVisible();
  await expect(page.getByRole('row', { name: /^3/ })).toContainText(
    '“stitches” must be a whole number from 1 to 1000000, not “-5”. No single thread “NONE”',
  );
  await expect(page.getByText(`Left out until their lines are right: ${bad}.`)).toBeVisible();
  await page.getByRole('button', { name: 'Import 1 job' }).click();
  await expect(page.getByRole('link', { name: good, exact: true })).toBeVisible();
  await expect(page.getByRole('link', { name: bad, exact: true })).toHaveCount(0);
});

test('a job’s name is shown as text: nothing in it runs', async ({ page, request }) => {
  const nasty = `<img src=x onerror="window.ran=1"></script><script>window.ran=1</script>${Math.random()}`;
  const machine = await newMachine(request, { jobName: nasty });
  for (const screen of ['run', 'jobs', `jobs/${machine.jobId}`, 'ledger']) {
    await open(page, `/${machine.slug}/${screen}`);
    await expect(page.getByText(nasty).first()).toBeAttached();
    expect(await page.evaluate(() => 'ran' in window)).toBe(false);
  }
});

test('a job with unsaved words is not left without being asked', async ({ page, request }) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/jobs/new`);
  await page.getByLabel('Name', { exact: true }).pressSequentially('Half typed');
  const asked: string[] = [];
  page.on('dialog', (dialog) => {
    asked.push(dialog.type());
    void dialog.dismiss();
  });
  await page
    .getByRole('navigation', { name: 'Day line' })
    .getByRole('link', { name: /^Check/ })
    .click();
  await expect.poll(() => asked).toEqual(['beforeunload']);
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Half typed');
});
