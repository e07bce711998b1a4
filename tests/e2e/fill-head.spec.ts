import { expect, test, type Page } from '@playwright/test';
import { needleText } from '../../src/core/needle/label.ts';
import { allThreads, eventsOf, headOf, newMachine, open } from './support.ts';

/** A head laid out in blocks, as it is typed down the columns: a `"` where a position is like the one before. */
const needles = [
  '65/9 sharp',
  '"',
  '"',
  '75/11 light ball',
  '"',
  '"',
  '"',
  '75/11 sharp',
  '"',
  '80/12 sharp',
  '"',
  '"',
  '"',
  '90/14 sharp',
  '75/11 sharp',
];
const codes = [
  'WH60',
  'NA60',
  'GR60',
  'RE40',
  'OR40',
  'TE40',
  'WH40',
  'BK40',
  'BL40',
  'SI40',
  'WH40',
  'RE40',
  'SI40',
  'MG40',
  'GO40',
];
/** An operator who looks for every key. Common practice, no published source. */
const secondsAKey = 0.5;

const cell = (page: Page, name: string) =>
  page.getByRole('textbox', { name, exact: true }).or(page.getByRole('combobox', { name, exact: true }));

test('a new fifteen-position head is on record by keyboard alone, in fewer keys than three minutes have', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/head`);
  await page.getByRole('link', { name: 'Fill the head' }).click();
  await expect(page.getByRole('heading', { name: 'Fill the head' })).toBeVisible();
  await page.waitForFunction(() => document.documentElement.dataset['awake'] === 'yes');
  await cell(page, 'Needle of position 1').focus();
  let keys = 0;
  for (const text of [...needles, ...codes]) {
    await page.keyboard.type(text);
    await page.keyboard.press('Enter');
    keys += text.length + 1;
  }
  // After the last cell comes the button.
  await expect(page.getByRole('button', { name: /^Write / })).toBeFocused();
  await page.keyboard.press('Enter');
  keys++;
  expect(keys * secondsAKey).toBeLessThan(180);
  const threads = await allThreads(request);
  const onRecord = async () =>
    (await headOf(request, machine)).seats.map((seat) => [
      seat.needle && needleText(seat.needle.spec),
      threads.find((thread) => thread.id === seat.cone?.threadId)?.code,
    ]);
  const laidOut: string[] = [];
  for (const label of needles) laidOut.push(label === '"' ? laidOut.at(-1)! : label);
  await expect.poll(onRecord).toEqual(codes.map((code, index) => [laidOut[index], code]));
  // It was one touch, and is taken back by one.
  await page.keyboard.press('/');
  await page.keyboard.type('u');
  await page.keyboard.press('Enter');
  await expect
    .poll(async () => (await onRecord()).filter(([needle]) => needle === '90/14 sharp'))
    .toEqual([]);
});

test('what cannot be read is told in its row and nothing is written until it is mended; empty rows stay as they are', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/head/table`);
  const before = (await eventsOf(request, machine, '')).length;
  await cell(page, 'Needle of position 4').fill('75/12');
  await cell(page, 'Thread of position 5').fill('snow');
  const rows = page.getByRole('list', { name: 'Positions' });
  await expect(rows.getByRole('alert')).toHaveCount(2);
  await expect(rows).toContainText('75/12 does not belong together');
  await expect(page.getByRole('button', { name: '2 rows cannot be read' })).toBeDisabled();
  await cell(page, 'Needle of position 4').fill('75/11 sharp');
  await cell(page, 'Thread of position 5').fill('SI40');
  await expect(rows).toContainText('Pebble grey 40 wt');
  await page.getByRole('button', { name: 'Write 1 needle, 1 cone' }).click();
  await expect.poll(async () => (await eventsOf(request, machine, '')).length).toBe(before + 2);
  await expect(cell(page, 'Needle of position 4')).toHaveValue('');
});

test('on four heads it is for all of them, or for the one that is looked at', async ({ page, request }) => {
  const machine = await newMachine(request, { heads: 4 });
  await open(page, `/${machine.slug}/head/table`);
  await cell(page, 'Needle of position 12').fill('90/14 sharp');
  await page.getByRole('button', { name: 'Write 4 needles, 0 cones' }).click();
  const stout = async () =>
    (await headOf(request, machine)).seats
      .filter((seat) => seat.needle?.spec.sizeMetric === 90)
      .map((seat) => [seat.head, seat.position]);
  await expect.poll(stout).toEqual([1, 2, 3, 4].map((head) => [head, 12]));
  await page.getByLabel('On which heads').selectOption('head 1');
  await cell(page, 'Needle of position 2').fill('90/14 sharp');
  await page.getByRole('button', { name: 'Write 1 needle, 0 cones' }).click();
  await expect.poll(stout).toContainEqual([1, 2]);
  expect(await stout()).toHaveLength(5);
});

test('the quick line fits a block at once', async ({ page, request }) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/head`);
  const line = page.getByLabel('Quick line');
  for (const text of ['9-12n 80/12 sharp worn', '10,12c SI40']) {
    await line.fill(text);
    await line.press('Enter');
    await expect(line).toHaveValue('');
  }
  const [grey] = (await allThreads(request)).filter((thread) => thread.code === 'SI40');
  // The page shows a touch before the server has it.
  await expect
    .poll(async () => {
      const { seats } = await headOf(request, machine);
      return [
        seats.filter((seat) => seat.needle?.spec.sizeMetric === 80).map((seat) => seat.position),
        seats.filter((seat) => seat.cone?.threadId === grey!.id).map((seat) => seat.position),
      ];
    })
    .toEqual([
      [9, 10, 11, 12],
      [10, 12],
    ]);
});
