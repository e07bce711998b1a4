import { expect, test, type APIRequestContext, type Page } from '@playwright/test';
import { v7 as uuid7 } from 'uuid';
import { awake, eventsOf, headOf, newMachine, open, position, post, type TestMachine } from './support.ts';

const nextStep = (page: Page) => page.getByRole('region', { name: 'Next step' });
const answers = (page: Page) => nextStep(page).getByRole('group', { name: 'What did it tell?' });
/** The other steps are told, whether they were before or not. */
const unfold = (page: Page) =>
  nextStep(page)
    .locator('details')
    .evaluate((details: HTMLDetailsElement) => {
      details.open = true;
    });
const broke = (machine: TestMachine, at: number, fault = 'shred', where = 7) => ({
  ...{ id: uuid7(), machineId: machine.id, kind: 'break', head: 1, position: where },
  ...{ at: new Date(Date.now() - at * 60_000).toISOString(), jobId: machine.jobId, data: { fault } },
});
const piece = (machine: TestMachine, at: number, stitches: number) => ({
  ...{ id: uuid7(), machineId: machine.id, kind: 'piece_finished', jobId: machine.jobId },
  at: new Date(Date.now() - at * 60_000).toISOString(),
  data: { heads: [1], speed: 800, stops: [{ stop: 2, position: 7, stitches }] },
});
const kinds = async (request: APIRequestContext, machine: TestMachine, kind: string) =>
  (await eventsOf(request, machine)).filter((event) => event.kind === kind && !event.void);

test('from a break on Run to the first step in two touches; a needle mends it, is booked, and the trace is closed', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/run`);
  await position(page, 7).click();
  await page.getByRole('button', { name: 'Shred', exact: true }).click();
  // Two touches from the break: this one, and the answer.
  await page.getByRole('link', { name: 'Why? Trace it' }).click();
  await awake(page);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Why does position 7 break?');
  await expect(page.getByRole('region', { name: 'What is seen' })).toContainText('Shred · from the ledger');
  await expect(nextStep(page)).toContainText('New needle of the right kind');
  await expect(nextStep(page)).toContainText(/mends it in \d+ of 100/);
  // Nothing is written by looking.
  expect(await kinds(request, machine, 'trace_opened')).toHaveLength(0);
  await answers(page).getByRole('button', { name: 'Sews again' }).click();
  const sews = page.getByRole('region', { name: 'Sews again' });
  await expect(sews).toContainText('0 st sewn there since; it asks again after 3,000 st');
  // What the hands saw of the old needle names the cause.
  await sews.getByRole('button', { name: 'Turned, or eye left' }).click();
  await expect(sews.getByRole('combobox', { name: 'What it was' })).toHaveValue('needle_turned');
  await sews.getByRole('radio', { name: 'Piece spoiled' }).click();
  await sews.getByRole('button', { name: 'Close it now' }).click();
  await expect.poll(async () => (await kinds(request, machine, 'trace_closed')).length).toBe(1);
  const [closed] = await kinds(request, machine, 'trace_closed');
  expect(closed!.data).toMatchObject({
    ...{ outcome: 'found', cause: 'needle_turned', replaced: 'needle', piece: 'spoiled' },
  });
  expect(closed!.data['checklistMinutes']).toBeGreaterThan(5);
  // One record: the needle that was fitted is the seat's.
  const seat = (await headOf(request, machine)).seats.find((each) => each.position === 7)!;
  expect(Date.now() - Date.parse(seat.needle!.fittedAt)).toBeLessThan(120_000);
  await page.goto(`/${machine.slug}/trace`);
  await expect(page.getByRole('region', { name: 'Closed' })).toContainText('needle back to front');
  await open(page, `/${machine.slug}/trace?position=7`);
  await expect(page.getByText('Odds and minutes learnt from 1 trace here')).toBeVisible();
});

test('another device takes a trace up where it was left; steps are taken back; two traces run at once', async ({
  page,
  browser,
  request,
}) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/trace?position=7`);
  const seen = page.getByRole('region', { name: 'What is seen' });
  await seen.getByRole('button', { name: 'What do you see? Say it' }).click();
  await seen.getByRole('button', { name: 'False stop' }).click();
  await expect(nextStep(page)).toContainText('Free the sensor wheel');
  await answers(page).getByRole('button', { name: 'No change' }).click();
  const done = page.getByRole('region', { name: 'Done so far' });
  await expect(done).toContainText('Free the sensor wheel: No change');
  // A second position on the same page's machine.
  await open(page, `/${machine.slug}/trace?position=3`);
  await expect(page.getByText('It begins with your first answer.')).toBeVisible();
  await answers(page).getByRole('button').first().click();
  await expect.poll(async () => (await kinds(request, machine, 'trace_opened')).length).toBe(2);
  // Another device.
  const other = await (await browser.newContext()).newPage();
  await open(other, `/${machine.slug}/run`);
  await other.getByRole('link', { name: /^Trace position 3 \+1/ }).click();
  await awake(other);
  await open(other, `/${machine.slug}/trace`);
  await other.getByRole('link', { name: /Position 7 · False stop · 1 step/ }).click();
  await awake(other);
  const theirs = other.getByRole('region', { name: 'Done so far' });
  await theirs.getByRole('button', { name: 'Take back: Free the sensor wheel' }).click();
  await expect(theirs).toBeHidden();
  await expect.poll(async () => (await kinds(request, machine, 'trace_step')).length).toBe(1);
  await other.context().close();
});

test('it waits for stitches, asks by itself on Run, and a break since sends the search on', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await post(request, '/api/ledger', { entries: [piece(machine, 30, 2000), broke(machine, 20)] });
  await open(page, `/${machine.slug}/trace?position=7`);
  await answers(page).getByRole('button', { name: 'Sews again' }).click();
  await expect.poll(async () => (await kinds(request, machine, 'trace_step')).length).toBe(1);
  await post(request, '/api/ledger', {
    entries: [{ ...piece(machine, 0, 3200), at: new Date(Date.now() + 2000).toISOString() }],
  });
  await open(page, `/${machine.slug}/run`);
  await page
    .getByRole('region', { name: 'Act now' })
    .getByRole('link', { name: 'Position 7: 3,200 stitches without a break: close its trace?' })
    .click();
  await awake(page);
  await expect(page.getByRole('status').filter({ hasText: 'without a break: closed?' })).toBeVisible();
  await expect(page.getByRole('button', { name: '3,200 st without a break: close it' })).toBeVisible();
  await post(request, '/api/ledger', {
    entries: [{ ...broke(machine, 0), at: new Date(Date.now() + 4000).toISOString() }],
  });
  await page.getByRole('button', { name: 'It broke again: go on searching' }).click();
  await expect(nextStep(page)).toBeVisible();
  await expect(page.getByRole('region', { name: 'Done so far' })).toContainText(
    'New needle of the right kind: No change',
  );
});

test('evidence of the ledger with its numbers, struck out and counted again; “it is this” jumps to what mends it', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await post(request, '/api/ledger', {
    entries: [
      ...Array.from({ length: 6 }, (_, index) => ({
        ...piece(machine, 300 - index * 10, 0),
        data: {
          ...{ heads: [1], speed: 800 },
          stops: [
            { stop: 1, position: 3, stitches: 3000 },
            { stop: 2, position: 7, stitches: 1000 },
          ],
        },
      })),
      ...[295, 280, 265, 255].map((at) => broke(machine, at)),
    ],
  });
  await open(page, `/${machine.slug}/trace?position=7`);
  const ledger = page.getByRole('region', { name: 'Evidence from the ledger' });
  const clue = '4 of 4 breaks on position 7, which sewed 25 % of 24,000 stitches';
  await expect(ledger).toContainText(clue);
  await ledger.getByRole('button', { name: `Strike out: ${clue}` }).click();
  await expect(ledger.getByRole('button', { name: `Count again: ${clue}` })).toBeVisible();
  await expect
    .poll(async () => (await kinds(request, machine, 'trace_opened'))[0]?.data['struck'])
    .toEqual(['where:positions']);
  const may = page.getByRole('region', { name: 'What it may be' });
  await may.getByText(/^\d+ more$/).click();
  await may.getByRole('button', { name: 'I think it is: presser foot bent or burred' }).click();
  // What is set must have been looked at first.
  await expect(nextStep(page)).toContainText(/Foot height|stocking/);
  await expect(nextStep(page)).toContainText('Chosen by you.');
  await nextStep(page).getByRole('button', { name: 'Back to the step that is advised' }).click();
  await expect(nextStep(page)).toContainText('New needle of the right kind');
});

test('contradictory answers are said and both named; a mechanical finding is an entry of its own', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/trace?position=7`);
  const doStep = async (name: string, answer: string) => {
    await unfold(page);
    await page.getByRole('button', { name: `Do this instead: ${name}`, exact: true }).click();
    await answers(page).getByRole('button', { name: answer }).click();
  };
  const at = new Date().toISOString();
  const common = () => ({ id: uuid7(), machineId: machine.id, head: 1, position: 7, at });
  const trace = {
    ...common(),
    kind: 'trace_opened',
    data: { seen: 'shred', scope: null, since: null, struck: [] },
  };
  const step = (name: string, answer: string) => ({
    ...common(),
    kind: 'trace_step',
    data: { trace: trace.id, step: name, answer },
  });
  await post(request, '/api/ledger', {
    entries: [trace, step('look_path', 'lever'), step('look_lever', 'in')],
  });
  await open(page, `/${machine.slug}/trace?position=7`);
  const may = page.getByRole('region', { name: 'What it may be' });
  await expect(may).toContainText('Take-up lever missed” goes badly with “Take-up lever at its top');
  await doStep('Foot height', 'Bent, or touches the needle');
  await expect
    .poll(async () => (await kinds(request, machine, 'mechanical_found'))[0]?.data)
    .toEqual({
      check: 'foot_height',
      finding: 'bent',
    });
  // The needle touches the foot: nothing is sewn until that is mended.
  await unfold(page);
  await expect(page.getByText(/Not offered now: The needle touches the foot: do not sew on/)).toBeVisible();
});

test('a position without needle and cone, a machine whose profile is empty: it works; by keyboard alone, in big type', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await page.setViewportSize({ width: 820, height: 1180 });
  await open(page, `/${machine.slug}/trace?position=12`);
  await expect(page.getByText('no cone on record · no needle on record')).toBeVisible();
  await page.evaluate(() => (document.documentElement.style.fontSize = '150%'));
  const first = answers(page).getByRole('button').first();
  await first.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'Done so far' })).toBeVisible();
  const width = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
  expect(width).toBeLessThanOrEqual(0);
  await expect(page.getByRole('main')).not.toContainText(/NaN|undefined|Infinity/);
});

test('without a network a trace goes on, and is sent when it is back', async ({ page, context, request }) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/trace?position=7`);
  await context.setOffline(true);
  await answers(page).getByRole('button').last().click();
  await expect(page.getByRole('region', { name: 'Done so far' })).toBeVisible();
  await answers(page).getByRole('button').last().click();
  await expect(page.getByText(/entries waiting on this device/)).toBeVisible();
  await context.setOffline(false);
  await expect
    .poll(async () => (await kinds(request, machine, 'trace_step')).length, { timeout: 60_000 })
    .toBe(2);
  expect(await kinds(request, machine, 'trace_opened')).toHaveLength(1);
});
