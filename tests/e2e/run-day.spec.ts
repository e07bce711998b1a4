import { expect, test } from '@playwright/test';
import { v7 as uuid7 } from 'uuid';
import { awake, eventsOf, headOf, newMachine, open, position, post } from './support.ts';

test('stopped in the middle by the machine’s counter: what was sewn counts, and the rest when it is finished', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/run`);
  await page.getByRole('button', { name: 'In the middle …' }).click();
  const middle = page.getByRole('region', { name: 'In the middle of a piece' });
  await middle.getByLabel('Counter').fill('9000');
  await expect(middle.getByRole('status')).toContainText('A whole number from 1 to 4,000.');
  await middle.getByLabel('Counter').fill('3,400');
  await expect(middle.getByRole('status')).toContainText('In stop 2, position 7');
  await middle.getByRole('button', { name: 'Go on later' }).click();
  await expect(page.getByRole('button', { name: /^Rest finished, 600 st/ })).toBeVisible();
  await page.reload();
  await page.getByRole('button', { name: /^Rest finished, 600 st/ }).click();
  await expect(page.getByText('1 of 5', { exact: true })).toBeVisible();
  const ageAt = async (place: number) =>
    (await headOf(request, machine)).seats.find((seat) => seat.position === place)?.needle?.age.stitches;
  await expect.poll(() => ageAt(3)).toBe(3000);
  await expect.poll(() => ageAt(7)).toBe(1000);
});

test('a head that stands out: the others’ needles go on counting, its own do not', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request, { heads: 3 });
  await open(page, `/${machine.slug}/run`);
  await page
    .getByRole('group', { name: 'Heads that sew' })
    .getByRole('button', { name: 'Head 2 sews' })
    .click();
  await page.getByRole('button', { name: /^Pieces finished/ }).click();
  await expect
    .poll(async () => (await eventsOf(request, machine, '&kind=piece_finished'))[0]?.data['heads'])
    .toEqual([1, 3]);
  const ages = (await headOf(request, machine)).seats
    .filter((seat) => seat.position === 3)
    .map((seat) => seat.needle?.age.stitches);
  expect(ages).toEqual([3000, 0, 3000]);
});

test('the third break on a position says: look here; nothing moves for it', async ({ page, request }) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/run`);
  const hints = page.getByRole('region', { name: 'Act now' });
  await expect(hints).toContainText('Nothing to act on');
  const undo = page.getByRole('region', { name: 'Last entries' });
  const before = (await undo.boundingBox())!.y;
  for (let time = 0; time < 3; time++) {
    await position(page, 7).click();
    await page.getByRole('button', { name: 'Snap', exact: true }).click();
    await page.getByRole('button', { name: 'Sewing again', exact: true }).click();
  }
  await expect(hints).toContainText('Third break on position 7');
  expect((await undo.boundingBox())!.y).toBe(before);
  await hints.getByRole('button', { name: /^Seen: Third break/ }).click();
  await expect(hints).toContainText('Nothing to act on');
});

test('the simulated machine sews: stitches run on the screen, pieces go into the ledger, by hand none is counted twice', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/run`);
  await page.getByText('Simulated machine', { exact: true }).click();
  await page.getByLabel('Time runs').selectOption('600');
  await page.getByRole('button', { name: 'Start the simulated machine' }).click();
  await expect
    .poll(async () => (await eventsOf(request, machine, '&kind=piece_finished')).length)
    .toBeGreaterThan(1);
  await page.getByRole('button', { name: 'Stop the simulated machine' }).click();
  const [piece] = await eventsOf(request, machine, '&kind=piece_finished');
  await expect(page.getByRole('region', { name: 'Last entries' })).toContainText(
    'piece, 4,000 st, simulated',
  );
  expect(piece?.data['stops']).toEqual([
    { stop: 1, position: 3, stitches: 3000 },
    { stop: 2, position: 7, stitches: 1000 },
  ]);
  const open2 = page.getByRole('button', { name: 'Sewing again', exact: true });
  // What the machine says next may take it away before it is reached.
  if (await open2.isVisible()) await open2.click({ timeout: 10_000 }).catch(() => expect(open2).toBeHidden());
  await expect(page.getByRole('group', { name: 'The machine says' })).toContainText('of 4,000 st');
  const count = (await eventsOf(request, machine, '&kind=piece_finished')).length;
  await page.getByRole('button', { name: /^Piece finished/ }).click();
  await expect(page.getByText('The machine tells its pieces by itself')).toBeVisible();
  expect((await eventsOf(request, machine, '&kind=piece_finished')).length).toBe(count);
});

test('another machine that stands is seen from this one, and is one touch away', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  const other = await newMachine(request);
  await post(request, '/api/ledger', {
    entries: [
      {
        id: uuid7(),
        machineId: other.id,
        at: new Date(Date.now() - 65_000).toISOString(),
        kind: 'stop',
        data: { why: 'x' },
      },
    ],
  });
  await open(page, `/${machine.slug}/run`);
  const link = page
    .getByRole('navigation', { name: 'Other machines' })
    .getByRole('link', { name: new RegExp(other.name) });
  await expect(link).toContainText(/stopped 1:\d\d/);
  await link.click();
  await expect(page).toHaveURL(new RegExp(`/${other.slug}/run$`));
});

test('the shift: what it came to by job, position and kind; its note waits for the next on Run', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/run`);
  await position(page, 7).click();
  await page.getByRole('button', { name: 'Shred', exact: true }).click();
  await page.getByRole('button', { name: 'Sewing again' }).click();
  await page.getByRole('button', { name: /^Piece finished/ }).click();
  await page.getByRole('link', { name: 'Shift …' }).click();
  await page.waitForURL(/\/shift$/);
  await awake(page);
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Shift: 1 piece, 1 break, 0.');
  await expect(page.getByRole('region', { name: 'By job' })).toContainText('1 piece · 4,000 st · 1 break');
  await expect(page.getByRole('region', { name: 'Minutes lost' })).toContainText('shred');
  await page.getByLabel('Note for whoever comes next').fill('Position 7 shreds: new needle tomorrow.');
  await page.getByRole('button', { name: 'End the shift' }).click();
  await expect.poll(async () => (await eventsOf(request, machine, '&kind=shift')).length).toBe(1);
  await open(page, `/${machine.slug}/run`);
  await expect(page.getByRole('region', { name: 'From the shift before' })).toContainText(
    'Position 7 shreds',
  );
  // What it came to can be opened again.
  await open(page, `/${machine.slug}/shift`);
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Shift: 0 pieces');
  const earlier = page.getByRole('region', { name: 'Earlier shifts' });
  await expect(earlier).toContainText('Position 7 shreds');
  await earlier.getByRole('link').first().click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Shift: 1 piece, 1 break');
  await expect(page.getByRole('button', { name: 'End the shift' })).toHaveCount(0);
});

test('a broken needle’s record: what was found, the piece held, who let it go, the new needle', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/run`);
  await page.getByRole('button', { name: /^Piece finished/ }).click();
  await position(page, 7).click();
  await page.getByRole('button', { name: 'Needle broke' }).click();
  await page.getByRole('button', { name: 'Not all: hold the piece' }).click();
  await page.getByRole('button', { name: 'New needle, same kind' }).click();
  await expect.poll(async () => (await eventsOf(request, machine, '&kind=needle_fitted')).length).toBe(4);
  // The question about fragments, which has its own way to the record, is answered.
  await expect(page.getByRole('link', { name: 'Record' })).toHaveCount(1);
  await page.getByRole('link', { name: 'Record' }).click();
  const record = page.getByRole('definition');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Broken needle, position 7');
  await expect(record.filter({ hasText: 'NOT all found' })).toBeVisible();
  await expect(record.filter({ hasText: '1,000 st sewn' })).toBeVisible();
  await expect(record.filter({ hasText: 'still on hold' })).toBeVisible();
  await page.getByLabel('Why the piece is released').fill('found in the backing');
  await page.getByRole('button', { name: 'Release' }).click();
  await expect(record.filter({ hasText: 'found in the backing' })).toBeVisible();
});

test('the last piece puts the next job on in one touch; a finished job is not offered, one that sews elsewhere asks', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  const other = await newMachine(request, {
    due: '2020-01-01',
    jobName: `Elsewhere ${Math.random().toString(36).slice(2, 7)}`,
  });
  const { name } = (await (await request.get(`/api/jobs/${machine.jobId}`)).json()) as { name: string };
  const { name: elsewhere } = (await (await request.get(`/api/jobs/${other.jobId}`)).json()) as {
    name: string;
  };
  const piece = (index: number) => ({
    ...{ id: uuid7(), machineId: machine.id, kind: 'piece_finished', jobId: machine.jobId },
    at: new Date(Date.now() - (6 - index) * 3_600_000).toISOString(),
    data: { heads: [1], speed: 850, stops: [{ stop: 1, position: 3, stitches: 3000 }] },
  });
  await post(request, '/api/ledger', { entries: [1, 2, 3, 4].map(piece) });
  await open(page, `/${machine.slug}/run`);
  await page.getByRole('button', { name: 'Another job …' }).click();
  const chooser = page.getByRole('region', { name: 'Choose a job' });
  await chooser.getByRole('button', { name: new RegExp(elsewhere) }).click();
  await expect(chooser).toContainText(`${other.name} sews it now. Touch again to sew it here as well.`);
  await chooser.getByRole('button', { name: `Keep ${name}` }).click();
  const last = page.getByRole('button', { name: /^Last piece finished; next: / });
  const next = (await last.innerText()).replace('Last piece finished; next: ', '');
  await last.click();
  await expect(page.getByRole('region', { name: 'Job on the machine' }).getByRole('heading')).toHaveText(
    next,
  );
  await expect
    .poll(async () => (await eventsOf(request, machine)).slice(0, 2).map(({ kind }) => kind))
    .toEqual(['job_started', 'piece_finished']);
  await open(page, `/${machine.slug}/run`);
  await page.getByRole('button', { name: 'Another job …' }).click();
  await expect(chooser.getByRole('button', { name: new RegExp(`^${name}`) })).toHaveCount(0);
});
