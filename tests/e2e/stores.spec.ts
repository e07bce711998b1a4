import { expect, test } from '@playwright/test';
import { v7 as uuid7 } from 'uuid';
import { allThreads, headOf, newMachine, open, post } from './support.ts';

test('pairing: a 60 wt fill is told that cloth shows; dragging the weight closes it', async ({ page }) => {
  await open(page, '/heron/pair');
  await page.getByRole('combobox', { name: 'Element', exact: true }).selectOption('fill');
  await page
    .getByRole('combobox', { name: 'Top thread' })
    .selectOption({ label: 'Snowmelt white 60 wt (WH60)' });
  await expect(page.getByText(/About 19 % of the cloth stays open/)).toBeVisible();
  await expect(page.getByText(/In 60 wt the cloth shows through/)).toBeVisible();
  await page.getByLabel('its weight').first().fill('40');
  await expect(page.getByText('It covers', { exact: true })).toBeVisible();
  await expect(page.getByText(/cloth stays open/)).toHaveCount(0);
});

test('pairing: an overruling is kept and offered next time; the needle is put on a position', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/pair`);
  await page.getByRole('combobox', { name: 'Cloth', exact: true }).selectOption('leather');
  await page.getByLabel(/Needle: the advised one/).fill('90/14 sharp');
  await page.getByLabel('Why, for next time').fill('holds up better');
  await page.getByRole('button', { name: 'Keep this choice' }).click();
  await expect(page.getByText('Next time it is offered')).toBeVisible();
  await page.getByRole('combobox', { name: 'Position', exact: true }).selectOption('5');
  await page.getByRole('button', { name: 'Fitted 90/14 sharp at 5' }).click();
  await expect(page.getByRole('link', { name: /^Position 5:.*90\/14 sharp/ })).toBeVisible();
  await open(page, `/${machine.slug}/pair`);
  await page.getByRole('combobox', { name: 'Cloth', exact: true }).selectOption('leather');
  await expect(page.getByText('Last time on this cloth you took')).toContainText(
    '90/14 sharp: holds up better',
  );
});

test('stores: a counted needle falls when one is fitted, and is called low', async ({ page, request }) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/stores`);
  const form = page.getByRole('form', { name: 'Add a needle' });
  await form.getByLabel('As on its pack').fill('110/18 sharp large eye');
  await form.getByRole('button').click();
  const line = page.locator('#needles li', { hasText: '110/18 sharp large eye' });
  await expect(line).toContainText('not counted');
  await page.waitForFunction(() => document.documentElement.dataset['awake']);
  await line.locator('summary').first().click();
  await line.getByLabel('On the shelf now').fill('11');
  await line.getByRole('button', { name: 'Counted' }).click();
  // Not the 11 of 110/18: the page is loaded anew when the count is kept.
  await expect(line).toContainText(/(?<!\d)11(?!\d)/);
  await page.waitForFunction(() => document.documentElement.dataset['awake']);
  await page.getByLabel('Quick line').fill('3n 110/18 large eye');
  await page.getByLabel('Quick line').press('Enter');
  await expect(page.getByRole('link', { name: /^Position 3:.*110\/18/ })).toBeVisible();
  await expect(async () => {
    await page.reload();
    await expect(line).toContainText('10low', { timeout: 1000 });
  }).toPass();
});

test('stores: letters on a pack are taught once and understood from then on', async ({ page }) => {
  await open(page, '/heron/stores');
  const form = page.getByRole('form', { name: 'Teach a word' });
  await form.getByLabel('On the pack').fill('zq');
  await form.getByLabel('means').selectOption({ label: 'point: medium ball' });
  await form.getByRole('button').click();
  await expect(page.locator('#letters')).toContainText('ZQ: medium ball');
  await open(page, '/heron/head?position=4');
  await page.getByLabel('Quick line').fill('4n 75/11 ZQ');
  await expect(page.getByRole('status').filter({ hasText: '75/11 medium ball' })).toBeVisible();
});

test('stores: threads and cones come from a CSV file, bad lines are named; labels fill a sheet', async ({
  page,
}) => {
  await open(page, '/heron/stores');
  const csv =
    'code,name,colour,weight,fibre,batch,metres\nLK40,Lichen,#8a9a5b,225 den,polyester,L9,5000\nBAD,Bad,grey,40 wt,,,\n';
  await page
    .getByLabel(/Threads and cones from a CSV file/)
    .setInputFiles({ name: 't.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) });
  await expect(page.getByText(/line 3: “grey” is no colour/)).toBeVisible();
  await page.getByRole('button', { name: 'Take in 1 line' }).click();
  await expect(page.locator('#threads')).toContainText('LK40 · 40 wt (25 tex)');
  // Taken in once more it changes nothing, unless the operator says that these are more of the same.
  await page.waitForFunction(() => document.documentElement.dataset['awake']);
  await page
    .getByLabel(/Threads and cones from a CSV file/)
    .setInputFiles({ name: 't.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) });
  await expect(page.locator('#threads')).toContainText('1 line in the stores already, left out');
  await expect(page.getByRole('button', { name: 'Take in 0 lines' })).toBeDisabled();
  await page.getByRole('checkbox', { name: /more of the same/ }).check();
  await expect(page.getByRole('button', { name: 'Take in 1 line' })).toBeEnabled();
  await page.waitForFunction(() => document.documentElement.dataset['awake']);
  await page.getByRole('combobox', { name: 'For', exact: true }).selectOption('c LK40');
  await page.getByRole('button', { name: 'Add to the sheet' }).click();
  await expect(page.getByRole('list', { name: 'Label sheet' }).getByRole('listitem')).toHaveCount(12);
  await expect(page.getByRole('img', { name: 'QR code: c LK40' }).first()).toBeVisible();
});

test('a scanned label that lacks its position waits for the number in front', async ({ page, request }) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/head?position=6`);
  const line = page.getByLabel('Quick line');
  await line.fill('c TE40');
  await line.press('Enter');
  await page.keyboard.type('6');
  await line.press('Enter');
  await expect(page.getByRole('link', { name: /^Position 6: Teal feather/ })).toBeVisible();
});

test('stores: a cone’s label fills the thread’s form, whatever count it is stated in', async ({ page }) => {
  await open(page, '/heron/stores');
  const form = page.getByRole('form', { name: 'Add a thread' });
  await form.getByLabel(/A cone’s label/).fill('MO44 Moss 225 den rayon 5000 m');
  await expect(form.getByLabel('Code')).toHaveValue('MO44');
  await expect(form.getByLabel('Colour name')).toHaveValue('Moss');
  await expect(form.getByLabel('Fibre')).toHaveValue('rayon');
  await form.getByRole('button').click();
  await expect(page.locator('#threads')).toContainText('MO44 · 40 wt (25 tex) · rayon');
});

test('stores: a file that says something else asks line by line: keep, take, or both', async ({
  page,
  request,
}) => {
  const id = uuid7();
  const code = `Q${id.slice(-6)}`;
  await post(request, '/api/threads', {
    ...{ id, code, name: 'Quince', colour: '#ddcc22', weightNo: 40, fibre: 'polyester' },
  });
  await open(page, '/heron/stores');
  const field = page.getByLabel(/Threads and cones from a CSV file/);
  const asked = page.getByRole('group', { name: `${code} differs` });
  const take = async (name: string, answer: RegExp) => {
    await page.waitForFunction(() => document.documentElement.dataset['awake']);
    const csv = `code,name,colour,weight,fibre\n${code},${name},#ddcc22,40 wt,polyester\n`;
    await field.setInputFiles({ name: 't.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) });
    await expect(asked).toContainText(`Quince in the stores, ${name} in the file`);
    await expect(page.getByRole('button', { name: 'Take in 0 lines' })).toBeDisabled();
    await asked.getByLabel(answer).check();
    await page.getByRole('button', { name: 'Take in 1 line' }).click();
  };
  const named = async (wanted: string) =>
    (await allThreads(request)).find((thread) => thread.code === wanted)?.name;
  await take('Quinze', /Keep both/);
  await expect.poll(() => named(`${code}-2`)).toBe('Quinze');
  expect(await named(code)).toBe('Quince');
  await expect(page.locator('#threads')).toContainText(`${code}-2`);
  await take('Quitte', /Take the file/);
  await expect.poll(() => named(code)).toBe('Quitte');
});

test('stores: a thread is put right, named twice, taken out of use, removed; what it said before stays', async ({
  page,
  request,
}) => {
  const id = uuid7();
  const code = `P${id.slice(-6)}`;
  await post(request, '/api/threads', {
    ...{ id, code, name: 'Plumb', colour: '#552255', weightNo: 40, fibre: 'polyester' },
  });
  await open(page, '/heron/stores');
  const line = page.locator('#threads > ul > li', { hasText: code });
  const opened = async () => {
    await page.waitForFunction(() => document.documentElement.dataset['awake']);
    await line.locator('summary').first().click();
    await line.getByText(`Edit ${code}`).click();
  };
  await opened();
  const form = line.getByRole('form', { name: `Edit ${code}` });
  await form.getByLabel('Colour name').fill('Plum');
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(line).toContainText('Plum');
  await expect(line).not.toContainText('Plumb');
  await opened();
  await line.getByRole('button', { name: 'History' }).click();
  await expect(line.getByRole('list', { name: 'History' })).toContainText('name Plumb');
  await line.getByLabel('Retire, because').fill('sold out');
  await line.getByRole('button', { name: 'Retire' }).click();
  await expect(line).toContainText('retired: sold out');
  // What is out of use is offered nowhere.
  await open(page, '/heron/head?position=4');
  await page.getByRole('button', { name: 'Mount a cone' }).click();
  await expect(page.getByText('Teal feather').first()).toBeVisible();
  await expect(page.getByText(code)).toHaveCount(0);
  await open(page, '/heron/stores');
  await opened();
  await line.getByRole('button', { name: 'Delete', exact: true }).click();
  await line.getByRole('button', { name: 'Delete', exact: true }).click();
  await expect(line).toHaveCount(0);
});

for (const [what, part, csv, bad, good] of [
  [
    'Needles',
    '#needles',
    'needle,on_hand,reorder_at\nDBxK5 100/16 SUK,25,5\n75/12,1,1\n',
    /line 3: .*75/,
    '100/16 medium ball',
  ],
  [
    'Bobbins',
    '#bobbins',
    'name,size,sides,weight,fibre,colour,metres\nGrey wound,L,plastic,80 wt,polyester,#808080,120\nX,L,cork,80 wt,,,\n',
    /line 3: “cork” is no kind of sides/,
    'Grey wound',
  ],
  [
    'Cases',
    '#cases',
    'name,size,turns,note\nCase Q,M,anticlockwise,new\nCase R,M,left,\n',
    /line 3: “left” is no direction/,
    'Case Q',
  ],
] as const) {
  test(`stores: ${what} come from a CSV file; bad lines are named, another list is told its columns`, async ({
    page,
  }) => {
    await open(page, '/heron/stores');
    const field = page.locator(part).getByLabel(/from a CSV file/);
    const take = (text: string) =>
      field.setInputFiles({ name: 'list.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
    await take('wrong,columns\n1,2\n');
    await expect(page.locator(part).getByRole('alert')).toContainText('This file has other columns');
    await take(csv);
    await expect(page.locator(part)).toContainText(bad);
    await page.locator(part).getByRole('button', { name: 'Take in 1 line' }).click();
    await expect(page.locator(part)).toContainText(good);
    await expect(page.locator(part).getByRole('button', { name: `${what} as CSV` })).toBeEnabled();
    // A list of another kind is told, though some of its columns fit.
    const other =
      what === 'Bobbins'
        ? 'name,size,turns,note\nCase Z,L,clockwise,\n'
        : 'name,size,sides,weight\nW,L,paper,60 wt\n';
    await take(other);
    await expect(page.locator(part).getByRole('alert')).toContainText(
      what === 'Bobbins' ? 'This is a list of bobbin cases' : 'This is a list of bobbins',
    );
  });
}

test('a cone named by its batch’s label: its metres fall, not another’s', async ({ page, request }) => {
  const machine = await newMachine(request);
  const red = (await allThreads(request)).find((thread) => thread.code === 'RE40')!;
  const batch = `B${machine.slug.slice(-5)}`;
  const cone = { id: uuid7(), threadId: red.id, batch, metres: 5000 };
  await post(request, '/api/cones', cone);
  await open(page, `/${machine.slug}/head`);
  await page.getByLabel('Quick line').fill(`5c RE40 ${batch}`);
  await expect(page.getByRole('status').filter({ hasText: `batch ${batch}` })).toBeVisible();
  await page.getByLabel('Quick line').press('Enter');
  await expect
    .poll(
      async () => (await headOf(request, machine)).seats.find((seat) => seat.position === 5)?.cone?.coneId,
    )
    .toBe(cone.id);
  await open(page, `/${machine.slug}/stores`);
  await page.getByRole('combobox', { name: 'For', exact: true }).selectOption(`c RE40 ${batch}`);
  await page.getByRole('button', { name: 'Add to the sheet' }).click();
  await expect(page.getByRole('img', { name: `QR code: c RE40 ${batch}` }).first()).toBeVisible();
});
