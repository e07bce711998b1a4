import { expect, test } from '@playwright/test';
import { eventsOf, headOf, newMachine, open, position } from './support.ts';

test('two touches log a break with its kind; a third says that it sews again; minutes lost are kept', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/run`);
  await position(page, 7).click();
  await expect(page.getByRole('heading', { name: 'Break at position 7' })).toBeVisible();
  await page.getByRole('button', { name: 'Shred', exact: true }).click();
  await page.waitForTimeout(1100);
  await page.getByRole('button', { name: 'Sewing again' }).click();
  await expect(page.getByRole('button', { name: /Piece finished/ })).toBeVisible();
  await expect
    .poll(async () => (await eventsOf(request, machine, '&kind=break'))[0])
    .toMatchObject({
      position: 7,
      head: 1,
      jobId: machine.jobId,
      data: { fault: 'shred' },
      lostMs: expect.any(Number),
    });
  const [broke] = await eventsOf(request, machine, '&kind=break');
  expect(broke!.lostMs).toBeGreaterThan(1000);
  await expect(position(page, 7)).toHaveAccessibleName(/1 break today/);
});

test('the stop stays on the screen while the page asks the server, so that no other button slides under the finger', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/run`);
  await page.route(`**/api/machines/${machine.id}/head`, async (route) => {
    await new Promise((done) => setTimeout(done, 2000));
    await route.continue();
  });
  const gone = await page.evaluate(async () => {
    const shown = () =>
      [...document.querySelectorAll('h2')].some((one) => one.textContent?.startsWith('Break at'));
    [...document.querySelectorAll('button')]
      .find((one) => one.ariaLabel?.startsWith('Break at Position 7:'))!
      .click();
    const ends = performance.now() + 3000;
    let seen = false;
    let gone = 0;
    while (performance.now() < ends) {
      await new Promise((done) => requestAnimationFrame(done));
      seen ||= shown();
      if (seen && !shown()) gone++;
    }
    return seen ? gone : -1;
  });
  expect(gone).toBe(0);
});

test('a touch is answered before the server has answered', async ({ page, request }) => {
  const machine = await newMachine(request);
  let release = (): void => undefined;
  const held = new Promise<void>((done) => (release = done));
  await page.route('**/api/ledger', async (route) => {
    await held;
    await route.continue();
  });
  await open(page, `/${machine.slug}/run`);
  await position(page, 7).click();
  await expect(page.getByRole('heading', { name: 'Break at position 7' })).toBeVisible();
  await expect(page.getByText('sending')).toBeVisible();
  expect(await eventsOf(request, machine, '&kind=break')).toEqual([]);
  release();
  await expect.poll(async () => (await eventsOf(request, machine, '&kind=break')).length).toBe(1);
});

test('space finishes a piece: each stop’s stitches go to the needle that sewed it', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/run`);
  await page.keyboard.press('Space');
  await expect(page.getByText('1 of 5', { exact: true })).toBeVisible();
  // 4,000 stitches take minutes: a second piece at once is asked about.
  await page.getByRole('button', { name: /Piece finished/ }).click();
  // Asked where the finger is.
  const question = page.getByRole('alertdialog', { name: 'One more piece?' });
  await expect(question).toContainText('Not counted: the last piece was');
  await expect(page.getByText('1 of 5', { exact: true })).toBeVisible();
  await question.getByRole('button', { name: 'Leave it' }).click();
  await page.getByRole('button', { name: /Piece finished/ }).click();
  await question.getByRole('button', { name: 'Count it' }).click();
  await expect(page.getByText('2 of 5', { exact: true })).toBeVisible();
  await expect
    .poll(async () =>
      (await headOf(request, machine)).seats
        .filter((seat) => seat.needle)
        .map((seat) => [seat.position, seat.needle!.age.stitches]),
    )
    .toEqual([
      [3, 6000],
      [7, 2000],
      [9, 0],
    ]);
  await page.reload();
  await expect(page.getByText('2 of 5', { exact: true })).toBeVisible();
  await page
    .getByRole('region', { name: 'Job on the machine' })
    .getByRole('button', { name: 'Undo' })
    .click();
  await expect(page.getByText('1 of 5', { exact: true })).toBeVisible();
  await expect
    .poll(
      async () =>
        (await headOf(request, machine)).seats.find((seat) => seat.position === 3)!.needle!.age.stitches,
    )
    .toBe(3000);
});

test('a broken needle asks for its fragments; a missing one holds the piece until someone releases it', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/run`);
  await expect(page.getByText(/machine stopped, power off or emergency stop/i)).toBeHidden();
  await position(page, 3).click();
  await expect(page.getByText(/machine stopped, power off or emergency stop/i)).toBeVisible();
  await page.getByRole('button', { name: 'Needle broke' }).click();
  await page.getByRole('button', { name: 'Not all: hold the piece' }).click();
  // It does not sew on before it is said which needle went in.
  await page.keyboard.press('Space');
  await expect(page.getByText('say first which one went in')).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Break at position 3' })).toBeVisible();
  await page.getByRole('button', { name: 'The same kind: 75/11 sharp' }).click();
  await expect(page.getByText('Which needle went in')).toBeHidden();
  await page.keyboard.press('Space');
  await expect(page.getByRole('heading', { name: 'Break at position 3' })).toBeHidden();
  await expect(page.getByText(/Piece on hold: needle fragment missing, position 3/)).toBeVisible();
  await expect.poll(async () => (await headOf(request, machine)).held.length).toBe(1);
  await open(page, `/${machine.slug}/ledger`);
  await expect(page.getByText(/Piece on hold: needle fragment missing/).first()).toBeVisible();
  await expect(page.getByRole('button', { name: 'Release' })).toBeDisabled();
  await page.getByLabel('Why the piece is released').fill('found in the backing');
  await page.getByRole('button', { name: 'Release' }).click();
  await expect.poll(async () => (await headOf(request, machine)).held.length).toBe(0);
  expect((await eventsOf(request, machine, '&kind=piece_released'))[0]?.data).toMatchObject({
    why: 'found in the backing',
  });
});

test('a new needle from the same place begins at zero and says why', async ({ page, request }) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/run`);
  await page.keyboard.press('Space');
  await position(page, 3).click();
  await page.getByRole('button', { name: 'Snap', exact: true }).click();
  await page.getByRole('button', { name: 'New needle, same kind' }).click();
  await expect
    .poll(async () => (await headOf(request, machine)).seats.find((seat) => seat.position === 3)!.needle)
    .toMatchObject({ age: { stitches: 0 }, reason: 'worn', spec: { sizeMetric: 75 } });
});

test('a second break before sewing went on: the touches are about it, and both end with their own minutes', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/run`);
  await position(page, 7).click();
  await expect(page.getByRole('heading', { name: 'Break at position 7' })).toBeVisible();
  await position(page, 3).click();
  await expect(page.getByRole('heading', { name: 'Break at position 3' })).toBeVisible();
  await page.getByRole('button', { name: 'Loops' }).click();
  await page.getByRole('button', { name: 'Sewing again' }).click();
  await expect(page.getByRole('button', { name: /Piece finished/ })).toBeVisible();
  await expect
    .poll(async () =>
      (await eventsOf(request, machine, '&kind=break')).map((event) => [
        event.position,
        event.data['fault'],
        event.lostMs !== null,
      ]),
    )
    .toEqual([
      [3, 'loops', true],
      [7, null, true],
    ]);
});

test('on four heads the break is logged at the head that is chosen, and a round counts four pieces', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request, { heads: 4 });
  await open(page, `/${machine.slug}/run`);
  await page.getByRole('button', { name: '3', exact: true }).click();
  await position(page, 7).click();
  await expect(page.getByRole('heading', { name: 'Break at head 3, position 7' })).toBeVisible();
  await page.getByRole('button', { name: 'Sewing again' }).click();
  await page.getByRole('button', { name: /Pieces finished \(4\)/ }).click();
  await expect(page.getByText('4 of 5', { exact: true })).toBeVisible();
  await expect
    .poll(async () => (await eventsOf(request, machine, '&kind=break'))[0])
    .toMatchObject({ head: 3, position: 7 });
});

test('another device’s entry appears by itself', async ({ page, context, request }) => {
  const machine = await newMachine(request);
  const other = await context.newPage();
  await open(page, `/${machine.slug}/run`);
  await open(other, `/${machine.slug}/ledger`);
  await other.waitForTimeout(400);
  await position(page, 9).click();
  await expect(other.getByText('break, kind not said')).toBeVisible();
  await page.getByRole('button', { name: 'Skipped' }).click();
  await expect(other.getByRole('button', { name: /skipped stitches/ })).toBeVisible();
});
