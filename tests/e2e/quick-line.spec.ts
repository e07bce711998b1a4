import { expect, test } from '@playwright/test';
import { eventsOf, headOf, newMachine, open } from './support.ts';

test('7b and Enter log a break from any screen, by keyboard alone', async ({ page, request }) => {
  const machine = await newMachine(request);
  for (const screen of ['run', 'jobs', 'head', 'ledger']) {
    await open(page, `/${machine.slug}/${screen}`);
    await page.keyboard.press('/');
    await page.keyboard.type('7b');
    await expect(page.getByText('Break at position 7')).toBeVisible();
    await page.keyboard.press('Enter');
    await expect(page.getByLabel('Quick line')).toHaveValue('');
  }
  await expect.poll(async () => (await eventsOf(request, machine, '&kind=break&position=7')).length).toBe(4);
});

test('it shows what it understood before Enter, and says what is wrong', async ({ page, request }) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/head`);
  const line = page.getByLabel('Quick line');
  for (const [text, says] of [
    ['12n 75/11 ball', 'New needle at position 12: 75/11 light ball, worn'],
    ['16b', 'There is no position 16'],
    ['7n 75/12', '75/12 does not belong together'],
    ['g 27', 'Bobbin case reads 27 g'],
    ['3c', 'New cone on position 3: Snowmelt white (WH40)'],
  ] as const) {
    await line.fill(text);
    await expect(page.getByRole('status').filter({ hasText: says })).toBeVisible();
  }
  await line.fill('16b');
  await line.press('Enter');
  await expect(line).toHaveValue('16b');
});

test('a needle, a cone, a piece, a reading and an undo', async ({ page, request }) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/run`);
  const line = page.getByLabel('Quick line');
  for (const text of ['12n 75/11 ball titanium burr', '12c RE40', 'p', 'g 27', 'u']) {
    await line.fill(text);
    await line.press('Enter');
    await expect(line).toHaveValue('');
  }
  await expect
    .poll(async () => {
      const events = await eventsOf(request, machine, '&kind=case_measured');
      return [events.length, events[0]?.void];
    })
    .toEqual([1, true]);
  const head = await headOf(request, machine);
  expect(head.seats.find((seat) => seat.position === 12)).toMatchObject({
    needle: { reason: 'burr', spec: { point: 'light-ball', coating: 'titanium' } },
  });
  expect(head.seats.find((seat) => seat.position === 3)!.needle!.age.stitches).toBe(3000);
});

test('? shows the keys of the screen and the words of the quick line, and closes again', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/run`);
  await page.keyboard.press('?');
  const help = page.getByRole('dialog', { name: 'Keys and words' });
  await expect(help).toContainText('a piece is finished');
  await expect(help).toContainText('7b shred');
  await page.keyboard.press('Escape');
  await expect(help).toBeHidden();
  // In a text field it is a letter.
  await page.keyboard.press('/');
  await page.keyboard.press('?');
  await expect(help).toBeHidden();
});
