import { expect, test, type APIRequestContext, type Page } from '@playwright/test';
import { v7 as uuid7 } from 'uuid';
import { omit } from '../../src/core/base/omit.ts';
import type { SavedScheme } from '../../src/schemas/plan/scheme.ts';
import { allThreads, awake, eventsOf, headOf, newMachine, open, post } from './support.ts';

const rail = (page: Page) => page.getByRole('group', { name: 'Blocks of the scheme' });
const kept = async (request: APIRequestContext, machineId: string) =>
  ((await (await request.get(`/api/schemes?machine=${machineId}`)).json()) as { items: SavedScheme[] }).items;

/** A machine with a scheme of two blocks and an odd position, kept to since the day given. */
async function withScheme(request: APIRequestContext, more: Partial<SavedScheme> = {}) {
  const machine = await newMachine(request);
  const threads = await allThreads(request);
  const id = (code: string) => threads.find((thread) => thread.code === code)!.id;
  const block = (
    name: string,
    from: number,
    to: number,
    needle: string,
    homes: Record<number, string> = {},
  ) => ({
    ...{ name, use: 'work', from, to, needle, weight: 'weight 2', reason: `${name} sews most.` },
    threads: Array.from({ length: to - from + 1 }, (_, index) => {
      const code = homes[from + index];
      return code ? id(code) : null;
    }),
  });
  const scheme = {
    ...{
      id: uuid7(),
      machineId: machine.id,
      name: 'Lake season',
      price: 5,
      tradeWeeks: 4,
      since: '2026-03-02',
    },
    blocks: [
      block('Softshell', 1, 8, '75/11 sharp', { 3: 'WH40', 7: 'RE40', 8: 'BL40' }),
      block('Canvas', 9, 14, '80/12 sharp'),
      { ...block('Odd colours', 15, 15, '75/11 sharp'), use: 'odd', weight: null },
    ],
    ...more,
  };
  await post(request, '/api/schemes', scheme);
  return { machine, scheme, id };
}

test('an empty head: three questions give a first scheme, which is kept and held against the head', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/head`);
  await page.getByRole('link', { name: 'The standing head' }).click();
  await awake(page);
  const questions = page.getByRole('region', { name: 'Three questions' });
  await expect(questions).toContainText('No scheme is kept yet');
  const propose = questions.getByRole('button', { name: 'Propose a scheme' });
  await expect(propose).toBeDisabled();
  await questions.getByRole('button', { name: 'structured cap, raised foam' }).click();
  await questions.getByRole('button', { name: 'knit, light' }).click();
  for (const colour of ['Snowmelt white 40 wt', 'Rescue red 40 wt', 'Snowmelt white 60 wt'])
    await questions.getByRole('button', { name: colour }).click();
  await questions.getByRole('button', { name: '2', exact: true }).click();
  await propose.click();
  const proposal = page.getByRole('region', { name: 'Proposed scheme' });
  await expect(proposal).toContainText('what you answered');
  const blocks = page.getByRole('list', { name: 'Blocks' });
  await expect(blocks.getByRole('listitem', { name: 'Raised foam' })).toContainText('80/12 sharp');
  await proposal.getByRole('button', { name: 'Keep this scheme' }).click();
  await expect(page.getByRole('button', { name: /The head is kept to it since/ })).toBeVisible();
  const [scheme] = await kept(request, machine.id);
  expect(scheme).toMatchObject({ name: 'Standing head', price: 5, tradeWeeks: 4 });
  expect(scheme!.blocks.filter(({ use }) => use === 'odd')).toMatchObject([{ weight: null }]);
  expect(scheme!.blocks.flatMap(({ threads }) => threads)).toHaveLength(15);
  // All but what happens to sit right already differs, and is marked on the rail.
  await expect(rail(page).getByRole('img', { name: /Position 1: .*(another|others)$/ })).toBeVisible();
  await expect(page.getByRole('region', { name: 'The head against the scheme' })).toContainText(
    /\d+ positions differ: .* min to get there/,
  );
});

test('what differs is marked on the rail, priced, and ticked into the ledger', async ({ page, request }) => {
  const { machine } = await withScheme(request);
  await open(page, `/${machine.slug}/head/standing`);
  await expect(
    rail(page).getByRole('img', { name: 'Position 3: Snowmelt white; as the scheme has it' }),
  ).toBeVisible();
  await expect(
    rail(page).getByRole('img', {
      name: 'Position 8: Deep lake blue; the needle and the thread there now are others',
    }),
  ).toBeVisible();
  await expect(
    rail(page).getByRole('img', { name: 'Position 9: any colour; the needle there now is another' }),
  ).toBeVisible();
  const against = page.getByRole('region', { name: 'The head against the scheme' });
  const row = against.getByRole('listitem').filter({ hasText: 'Deep lake blue' });
  await expect(row).toContainText('new needle, re-thread, re-tension and test');
  await expect(row).toContainText('9.5 min');
  await row.getByRole('checkbox').click();
  await expect(
    rail(page).getByRole('img', { name: 'Position 8: Deep lake blue; as the scheme has it' }),
  ).toBeVisible();
  await expect(against).toContainText('✓ Deep lake blue on position 8');
  await expect
    .poll(
      async () =>
        (await headOf(request, machine)).seats.find((seat) => seat.position === 8)?.needle?.spec.sizeMetric,
    )
    .toBe(75);
  expect(
    (await eventsOf(request, machine))
      .filter(({ position }) => position === 8)
      .map(({ kind }) => kind)
      .sort(),
  ).toEqual(['cone_mounted', 'needle_fitted']);
});

test('a border is moved by the keyboard and dragged by the pointer, kept, and taken back', async ({
  page,
  request,
}) => {
  const { machine } = await withScheme(request);
  await open(page, `/${machine.slug}/head/standing`);
  const border = page.getByRole('separator', { name: 'Border between Softshell and Canvas' });
  await expect(border).toHaveAttribute('aria-valuetext', 'Softshell 1 to 8, Canvas 9 to 14');
  const ends = async () => (await kept(request, machine.id))[0]!.blocks.map(({ from, to }) => [from, to]);
  // Numbers fall from left to right on this head: to the left is one position more.
  await border.press('ArrowLeft');
  await expect(border).toHaveAttribute('aria-valuetext', 'Softshell 1 to 9, Canvas 10 to 14');
  await expect.poll(ends).toEqual([
    [1, 9],
    [10, 14],
    [15, 15],
  ]);
  const seat = (await page.getByRole('link', { name: /^Position 5:/ }).boundingBox())!;
  const handle = (await border.boundingBox())!;
  await page.mouse.move(handle.x + handle.width / 2, handle.y + 20);
  await page.mouse.down();
  // To the left side of position 5.
  await page.mouse.move(seat.x + 2, handle.y + 20, { steps: 8 });
  await page.mouse.up();
  await expect(border).toHaveAttribute('aria-valuetext', 'Softshell 1 to 5, Canvas 6 to 14');
  await expect.poll(ends).toEqual([
    [1, 5],
    [6, 14],
    [15, 15],
  ]);
  // Red lived on 7 and is of canvas's weight too: it stays.
  await expect(page.getByRole('combobox', { name: 'Who lives on position 7' })).toContainText('Rescue red');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(border).not.toHaveAttribute('aria-valuetext', 'Softshell 1 to 5, Canvas 6 to 14');
  const line = (await border.boundingBox())!;
  const rails = (await page.getByRole('link', { name: /^Position 6:/ }).boundingBox())!;
  // The border of positions 6 and 7 stands between them on the rail.
  expect(await border.getAttribute('aria-valuenow')).toBe('6');
  expect(Math.abs(line.x + line.width / 2 - rails.x)).toBeLessThan(4);
});

test('blocks are named, given needles and threads; a scheme without sense is not kept, and nothing is lost', async ({
  page,
  request,
}) => {
  const { machine } = await withScheme(request);
  await open(page, `/${machine.slug}/head/standing`);
  const canvas = page.getByRole('list', { name: 'Blocks' }).getByRole('listitem', { name: 'Canvas' });
  await canvas
    .getByRole('combobox', { name: 'Who lives on position 10' })
    .selectOption({ label: 'Pebble grey 40 wt' });
  await canvas.getByRole('combobox', { name: 'Needle of Canvas' }).selectOption('80/12 sharp titanium');
  await expect
    .poll(async () => (await kept(request, machine.id))[0]!.blocks[1])
    .toMatchObject({
      needle: '80/12 sharp titanium',
      threads: [null, expect.any(String), null, null, null, null],
    });
  const name = page.getByRole('textbox', { name: 'Name of the block on 9 to 14' });
  await name.fill('');
  await expect(page.getByRole('alert')).toHaveText('× The block on 9 to 14 has no name. Say what it is for.');
  await name.fill('Aprons');
  await expect(page.getByRole('alert')).toBeHidden();
  await expect.poll(async () => (await kept(request, machine.id))[0]!.blocks[1]!.name).toBe('Aprons');
});

test('two people change a scheme at once: the second is told, and nothing is overwritten', async ({
  page,
  request,
}) => {
  const { machine, scheme } = await withScheme(request);
  await open(page, `/${machine.slug}/head/standing`);
  const { id } = scheme;
  const fields = omit(scheme, 'id', 'machineId');
  let isTheirs = false;
  // Theirs comes in while ours is on its way.
  await page.route('**/api/schemes/*', async (route) => {
    if (route.request().method() === 'PUT' && !isTheirs) {
      isTheirs = true;
      const theirs = await request.put(`/api/schemes/${id}`, {
        data: { ...fields, name: 'Theirs', operatorId: null, version: 1 },
      });
      expect(theirs.status()).toBe(200);
    }
    await route.continue();
  });
  const name = page.getByRole('textbox', { name: 'Name of the scheme' });
  await name.fill('Mine');
  await expect(page.getByRole('alert')).toContainText('nothing is overwritten');
  await expect(name).toHaveValue('Mine');
  expect((await kept(request, machine.id)).map((each) => each.name)).toEqual(['Theirs']);
  await page.getByRole('button', { name: 'Keep mine as another' }).click();
  await expect
    .poll(async () => (await kept(request, machine.id)).map((each) => each.name).sort())
    .toEqual(['Mine', 'Theirs']);
  await expect(page.getByRole('alert')).toBeHidden();
});

test('the plan keeps to the scheme at its price and says where breaking pays; a copy is not kept to', async ({
  page,
  request,
}) => {
  const { machine, scheme } = await withScheme(request, { price: 50 });
  await open(page, `/${machine.slug}/head`);
  const keeps = page.getByRole('region', { name: 'The scheme' });
  await expect(keeps).toContainText('Keeps to Lake season, 50 min for breaking a block.');
  await expect(keeps).toContainText(/No block is broken\.|Breaks a block/);
  await expect(page.getByRole('list', { name: 'Blocks of the scheme' }).getByRole('listitem')).toHaveText([
    'Softshell',
    'Canvas',
    'Odd colours',
  ]);
  await keeps.getByRole('link', { name: 'Lake season' }).click();
  await awake(page);
  await page.getByRole('button', { name: 'Copy' }).click();
  await expect(page.getByRole('textbox', { name: 'Name of the scheme' })).toHaveValue('Lake season 2');
  await expect(page.getByRole('button', { name: 'Keep the head to it' })).toBeVisible();
  await expect(page.getByText('The plan does not look at this scheme')).toBeVisible();
  await page.getByRole('button', { name: 'Keep the head to it' }).click();
  await expect
    .poll(async () =>
      (await kept(request, machine.id)).filter(({ since }) => since !== null).map(({ name }) => name),
    )
    .toEqual(['Lake season 2']);
  await page.getByRole('button', { name: 'Take away' }).click();
  expect(await kept(request, machine.id)).toHaveLength(2);
  await page.getByRole('button', { name: 'Take away' }).click();
  await expect.poll(async () => (await kept(request, machine.id)).map(({ id }) => id)).toEqual([scheme.id]);
});

test('blocks trade ends when it is due: proposed with before and after by what was sewn, and laid down', async ({
  page,
  request,
}) => {
  const { machine } = await withScheme(request, { since: '2026-01-05', tradeWeeks: 2 });
  const piece = (position: number, stitches: number) => ({ stop: position, position, stitches });
  await post(request, '/api/ledger', {
    entries: [
      {
        ...{
          id: uuid7(),
          machineId: machine.id,
          at: new Date().toISOString(),
          kind: 'piece_finished',
          jobId: machine.jobId,
        },
        data: { heads: [1], speed: 800, stops: [piece(3, 90_000), piece(7, 60_000), piece(9, 500)] },
      },
    ],
  });
  await open(page, `/${machine.slug}/head/standing`);
  const trade = page.getByRole('region', { name: 'Blocks trade ends' });
  await expect(trade).toContainText(/Due since \d+ days\./);
  await expect(trade).toContainText(
    /The busiest position will have sewn 90,\d{3} stitches instead of 180,000/,
  );
  const before = (await kept(request, machine.id))[0]!;
  await trade.getByRole('button', { name: 'Trade ends' }).click();
  await expect(trade).toContainText(/Due in 14 days\./);
  await expect.poll(async () => (await kept(request, machine.id))[0]!.since).not.toBe('2026-01-05');
  const after = (await kept(request, machine.id))[0]!;
  expect(after.blocks).not.toEqual(before.blocks);
  expect(after.blocks.map(({ name }) => name).sort()).toEqual(before.blocks.map(({ name }) => name).sort());
});

test('the wall chart prints what lives where, in the order of the head, without the screen around it', async ({
  page,
  request,
}) => {
  const { machine } = await withScheme(request);
  await open(page, `/${machine.slug}/head/standing`);
  const chart = page.getByRole('region', { name: 'Wall chart' });
  await expect(chart).toBeHidden();
  await page.emulateMedia({ media: 'print' });
  await expect(chart).toBeVisible();
  await expect(chart).toContainText(`${machine.name}: Lake season`);
  await expect(chart).toContainText('1 to 8: Softshell');
  await expect(chart).toContainText('Softshell sews most.');
  await expect(chart).toContainText('Blocks trade ends on 2026-03-30.');
  await expect(rail(page)).toBeHidden();
  const numbers = await chart.locator('b.figures').allTextContents();
  expect(numbers.map(Number)).toEqual(Array.from({ length: 15 }, (_, index) => 15 - index));
  // One sheet, lying: 297 mm by 210 mm at 72 points an inch.
  const pdf = (await page.pdf({ preferCSSPageSize: true })).toString('latin1');
  expect(pdf.match(/\/Type\s*\/Page\b/g)).toHaveLength(1);
  const [, width, height] = /MediaBox\s*\[0 0 ([\d.]+) ([\d.]+)\]/.exec(pdf)!.map(Number);
  expect(Math.abs(width! - 841.9)).toBeLessThan(1.5);
  expect(Math.abs(height! - 595.3)).toBeLessThan(1.5);
});
