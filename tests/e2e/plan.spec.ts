import { expect, test, type Page } from '@playwright/test';
import { v7 as uuid7 } from 'uuid';
import { allThreads, eventsOf, headOf, newMachine, open, post } from './support.ts';

const weave = (page: Page) => page.getByRole('list', { name: 'Jobs in sewing order' });
const settled = (page: Page) => expect(weave(page)).toHaveAttribute('aria-busy', 'false');

/** A machine with jobs of its own on the plan: white and red are on the head, teal and blue are not. */
async function machineWithPlan(
  request: Parameters<typeof newMachine>[0],
  heads = 1,
  uses: Record<string, string> = {},
) {
  const machine = await newMachine(request, { heads });
  const threads = await allThreads(request);
  const id = (code: string) => threads.find((thread) => thread.code === code)!.id;
  const jobs = [
    ['Alder badges', ['WH40', 'TE40']],
    ['Birch caps', ['RE40', 'BL40']],
    ['Cedar bags', ['WH40', 'TE40', 'RE40']],
  ] as const;
  const ids = jobs.map(() => uuid7());
  await post(request, '/api/jobs', {
    jobs: jobs.map(([name, codes], index) => ({
      id: ids[index],
      name: `${name} ${machine.slug}`,
      customer: '',
      cloth: 'woven, dense',
      pieces: 10,
      due: null,
      note: '',
      stops: codes.map((code, stop) => ({
        stop: stop + 1,
        threadId: id(code),
        stitches: 2000,
        element: 'fill',
        position: null,
      })),
    })),
  });
  const setup = {
    order: ids,
    uses,
    wishes: {},
    frozen: 0,
    minutes: { tieOn: 1, rethread: 2.5, reeye: 0.5, needle: 2, retension: 5 },
  };
  const plan = { id: uuid7(), machineId: machine.id, name: 'Shift', setup };
  await post(request, '/api/plans', plan);
  return { machine, plan, ids, name: (index: number) => `${jobs[index]![0]} ${machine.slug}` };
}

/** The Head page of such a machine, its plan worked out. */
async function openPlan(page: Page, request: Parameters<typeof newMachine>[0], heads = 1) {
  const made = await machineWithPlan(request, heads);
  await open(page, `/${made.machine.slug}/head`);
  await settled(page);
  return made;
}

/** Keeps the open plan as “Short” as well, there without one job, and opens the menu of plans. */
async function keepShort(page: Page, without: string): Promise<void> {
  await page.getByText('Shift · saved').click();
  const keep = page.getByRole('form', { name: 'Keep the plan under a name' });
  await keep.getByLabel('Keep it under another name').fill('Short');
  await keep.getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByText('Short · saved')).toBeVisible();
  await page.getByRole('button', { name: `Leave ${without} out` }).click();
  await expect(page.getByText('Short · saved')).toBeVisible();
  await page.reload();
  await settled(page);
  await page.getByText('Short · saved').click();
}

test('the plan says who sits where; a thread stands under its position of the rail', async ({
  page,
  request,
}) => {
  const { name } = await openPlan(page, request);
  const row = weave(page).getByRole('listitem', { name: `1. ${name(0)}` });
  const white = row.getByRole('button', {
    name: /^Snowmelt white 40 wt on position 3, .*sits there already/,
  });
  await expect(white).toBeVisible();
  await expect(row.getByRole('button', { name: /^Teal feather 40 wt on position/ })).toBeVisible();
  const seat = (await white.boundingBox())!;
  const rail = (await page.getByRole('link', { name: /^Position 3:/ }).boundingBox())!;
  expect(Math.abs(seat.x + seat.width / 2 - (rail.x + rail.width / 2))).toBeLessThan(2);
});

test('a wish is priced, kept, and taken back', async ({ page, request }) => {
  const { plan, ids } = await openPlan(page, request);
  await weave(page)
    .getByRole('button', { name: /^Snowmelt white 40 wt on position 3/ })
    .first()
    .click();
  const panel = page.getByRole('region', { name: 'This seat' });
  await expect(panel).toContainText('It sits there already');
  const elsewhere = panel.getByRole('button', { name: /^Position 11: .* more/ });
  await expect(elsewhere).toContainText('+');
  await elsewhere.click();
  await expect(page.getByText(/That costs .* min more/)).toBeVisible();
  await expect(
    weave(page).getByRole('button', { name: /^Snowmelt white 40 wt on position 11.*wished for/ }),
  ).toBeVisible();
  const kept = () =>
    request.get(`/api/plans/${plan.id}`).then((answer) => answer.json() as Promise<typeof plan>);
  await expect.poll(async () => (await kept()).setup.wishes).toEqual({ [`${ids[0]} 1`]: 11 });
  await page.reload();
  await settled(page);
  await expect(weave(page).getByRole('button', { name: /on position 11.*wished for/ })).toBeVisible();
  await weave(page)
    .getByRole('button', { name: /on position 11.*wished for/ })
    .click();
  await page.getByRole('button', { name: 'Take the wish back' }).click();
  await expect(
    weave(page)
      .getByRole('button', { name: /^Snowmelt white 40 wt on position 3/ })
      .first(),
  ).toBeVisible();
});

test('a seat is dragged to another position, a job to another place; undo takes both back', async ({
  page,
  request,
}) => {
  const { name } = await openPlan(page, request);
  const seat = weave(page)
    .getByRole('button', { name: /^Snowmelt white 40 wt on position 3/ })
    .first();
  const from = (await seat.boundingBox())!;
  const rail = (await page.getByRole('link', { name: /^Position 6:/ }).boundingBox())!;
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await page.mouse.down();
  await page.mouse.move(rail.x + rail.width / 2, from.y + from.height / 2, { steps: 8 });
  await page.mouse.up();
  await expect(
    weave(page).getByRole('button', { name: /^Snowmelt white 40 wt on position 6.*wished for/ }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(weave(page).getByRole('button', { name: /wished for/ })).toHaveCount(0);
  await page.getByRole('button', { name: `${name(2)} earlier` }).click();
  await expect(weave(page).getByRole('listitem', { name: `2. ${name(2)}` })).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(weave(page).getByRole('listitem', { name: `3. ${name(2)}` })).toBeVisible();
});

test('a tick in the change list writes the ledger, and the plan goes on from the head as it is', async ({
  page,
  request,
}) => {
  const { machine } = await openPlan(page, request);
  const list = page.getByRole('region', { name: 'Change list' });
  const teal = list.locator('li li').filter({ hasText: 'Teal feather' }).first();
  const position = Number(await teal.locator('b').first().textContent());
  await teal.getByRole('checkbox').click();
  await expect(list).toContainText(`✓ Teal feather on position ${position}`);
  await expect
    .poll(
      async () =>
        (await headOf(request, machine)).seats.find((seat) => seat.position === position)?.cone?.threadId,
    )
    .toBe((await allThreads(request)).find((thread) => thread.code === 'TE40')!.id);
  await expect(
    weave(page)
      .getByRole('button', {
        name: new RegExp(`^Teal feather 40 wt on position ${position},.*sits there already`),
      })
      .first(),
  ).toBeVisible();
  expect(
    (await eventsOf(request, machine, '&kind=cone_mounted')).some((event) => event.position === position),
  ).toBe(true);
});

test('on four heads a tick changes all of them', async ({ page, request }) => {
  const { machine } = await openPlan(page, request, 4);
  const list = page.getByRole('region', { name: 'Change list' });
  await expect(list).toContainText('on all 4 heads');
  await list.getByRole('checkbox').first().click();
  await expect
    .poll(async () => {
      const teal = (await allThreads(request)).map((thread) => thread.id);
      const seats = (await headOf(request, machine)).seats.filter(
        (seat) => seat.cone && teal.includes(seat.cone.threadId),
      );
      return seats.length;
    })
    .toBe(12);
});

test('a lock that nothing can be sewn with is told in a sentence; one more touch takes it off', async ({
  page,
  request,
}) => {
  await openPlan(page, request);
  for (let position = 1; position <= 15; position++) {
    const touch = page.getByRole('button', { name: new RegExp(`^Position ${position}: .*Touch:`) });
    for (let times = 0; times < 3; times++) await touch.click();
  }
  await expect(page.getByRole('alert')).toContainText(
    'Every position is reserved or out of order. Release at least one.',
  );
  for (let position = 1; position <= 4; position++) {
    const touch = page.getByRole('button', { name: new RegExp(`^Position ${position}: .*Touch:`) });
    for (let times = 0; times < 2; times++) await touch.click();
  }
  await settled(page);
  await expect(page.getByRole('alert')).toHaveCount(0);
  await expect(
    weave(page)
      .getByRole('button', { name: /on position [1-4],/ })
      .first(),
  ).toBeVisible();
});

test('two people plan at once: the second is told, and nothing is overwritten', async ({
  page,
  request,
  context,
}) => {
  const { machine, plan, name } = await openPlan(page, request);
  const other = await context.newPage();
  await open(other, `/${machine.slug}/head`);
  await settled(other);
  // The first change is slow to arrive, as over a bad network: the second comes before it.
  await page.route(`**/api/plans/${plan.id}`, async (route) => {
    if (route.request().method() === 'PUT') await new Promise((done) => setTimeout(done, 3000));
    await route.continue();
  });
  await page.getByRole('button', { name: `${name(0)} later` }).click();
  await other.getByRole('button', { name: `Leave ${name(1)} out` }).click();
  const told = [page, other].map((one) => one.getByRole('alert'));
  await expect
    .poll(async () => (await Promise.all(told.map((one) => one.count()))).reduce((a, b) => a + b, 0))
    .toBe(1);
  const loser = (await told[0]!.count()) === 1 ? page : other;
  await expect(loser.getByRole('alert')).toContainText('Someone else changed this plan meanwhile');
  const before = (await (await request.get(`/api/plans/${plan.id}`)).json()) as { version: number };
  expect(before.version).toBe(2);
  await loser.getByRole('button', { name: 'Show theirs' }).click();
  await expect(loser.getByRole('alert')).toHaveCount(0);
});

test('the best order is searched beside the page and says how good it is known to be', async ({
  page,
  request,
}) => {
  await openPlan(page, request);
  await page.getByRole('button', { name: 'Best order' }).click();
  await expect(
    page.getByText('Proven: no other order is better, second-choice needles and lateness counted.'),
  ).toBeVisible();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('min of changing');
});

test('the best order says what it saves against the order in which the jobs came', async ({
  page,
  request,
}) => {
  // Three positions for four threads: as they came, teal is taken off for blue and comes back.
  const uses = Object.fromEntries(
    Array.from({ length: 15 }, (_, index) => index + 1)
      .filter((position) => ![3, 7, 9].includes(position))
      .map((position) => [position, 'reserved']),
  );
  const { machine, name } = await machineWithPlan(request, 1, uses);
  await open(page, `/${machine.slug}/head`);
  await settled(page);
  await expect(page.getByText(/less than as the jobs came/)).toHaveCount(0);
  const before = await page.getByRole('heading', { level: 1 }).innerText();
  await page.getByRole('button', { name: 'Best order' }).click();
  await expect(
    page.getByText('Proven: no other order is better, second-choice needles and lateness counted.'),
  ).toBeVisible();
  await expect(page.getByText(`1 min less than as the jobs came (`, { exact: false })).toContainText(
    `of ${before.replace(' of changing', '')})`,
  );
  await expect(weave(page).getByRole('listitem').nth(1)).not.toContainText(name(1));
});

test('the head card prints every position and, for each job, the position of every stop', async ({
  page,
  request,
}) => {
  const { name } = await openPlan(page, request);
  await page.emulateMedia({ media: 'print' });
  const card = page.getByRole('region', { name: 'Head card' });
  await expect(card.getByRole('row')).toHaveCount(16);
  await expect(card).toContainText(`1. ${name(0)}`);
  await expect(card).toContainText(/stop 1 → 3/);
  await expect(weave(page)).toBeHidden();
});

test('the head wears evenly when seats trade places; a colour that does all the work should sit twice', async ({
  page,
  request,
}) => {
  const { machine } = await machineWithPlan(request);
  await open(page, `/${machine.slug}/head/standing`);
  const wear = page.getByRole('region', { name: 'Even wear' });
  await expect(wear).toContainText('No piece was finished in the last 4 weeks');
  await post(request, '/api/ledger', {
    entries: [
      {
        id: uuid7(),
        machineId: machine.id,
        at: new Date().toISOString(),
        kind: 'piece_finished',
        jobId: machine.jobId,
        data: {
          heads: [1],
          speed: 800,
          stops: [
            { stop: 1, position: 3, stitches: 90_000 },
            { stop: 2, position: 7, stitches: 10_000 },
          ],
        },
      },
    ],
  });
  await page.reload();
  await expect(wear).toContainText('2 seats trade places');
  await expect(wear.getByRole('listitem', { name: /^Position 7:.*with the seat of 3/ })).toHaveAccessibleName(
    'Position 7: 20,000 stitches as it is, 100,000 then, with the seat of 3',
  );
  await wear.getByRole('button', { name: 'no seat' }).click();
  await expect(wear).toContainText('position 3 will have sewn 180,000 stitches');
  await expect(wear).toContainText(/Snowmelt white 40 wt sews 90 % of all stitches on position 3 alone/);
  // What was sewn lately gives a scheme, with what it saves.
  await page.getByRole('button', { name: /^the last 4 weeks \(1 job\)/ }).click();
  await expect(page.getByRole('region', { name: 'Proposed scheme' })).toContainText(
    /1 job would cost 0 min of changing from it/,
  );
});

test('another kept plan is shown beside this one; what sits elsewhere is marked', async ({
  page,
  request,
}) => {
  const { name } = await openPlan(page, request);
  await keepShort(page, name(2));
  await page.getByRole('button', { name: '“Shift” beside this plan' }).click();
  const both = page.getByRole('region', { name: 'Two plans side by side' });
  await expect(both.getByRole('article', { name: 'Short' }).getByRole('listitem')).toHaveCount(2);
  const shift = both.getByRole('article', { name: 'Shift' });
  await expect(shift.getByRole('listitem')).toHaveCount(3);
  await expect(
    shift
      .getByRole('listitem')
      .nth(2)
      .getByRole('img', { name: /elsewhere/ }),
  ).toHaveCount(3);
  await both.getByRole('button', { name: 'Close' }).click();
  await expect(both).toHaveCount(0);
});

test('another planner’s change stands on this page without a click', async ({ page, request }) => {
  const { plan, ids, name } = await openPlan(page, request);
  await expect(weave(page).getByRole('listitem')).toHaveCount(3);
  const setup = { ...plan.setup, order: [ids[1]!, ids[0]!] };
  // The other planner reads the plan as it is now: this page may have kept something of its own meanwhile.
  await expect(async () => {
    const { version } = (await (await request.get(`/api/plans/${plan.id}`)).json()) as { version: number };
    const answer = await request.put(`/api/plans/${plan.id}`, { data: { name: plan.name, setup, version } });
    expect(answer.status(), await answer.text()).toBe(200);
  }).toPass();
  await expect(weave(page).getByRole('listitem', { name: `1. ${name(1)}` })).toBeVisible();
  await expect(weave(page).getByRole('listitem')).toHaveCount(2);
});

test('another planner’s change that comes while this page keeps its seats is looked at after it', async ({
  page,
  request,
}) => {
  const { machine, plan, ids, name } = await machineWithPlan(request, 1);
  let other: number | undefined;
  await page.route('**/api/plans/*/seats', async (route) => {
    const answer = await route.fetch();
    if (other === undefined) {
      // Kept, and the answer is still on its way when the other planner's change is told.
      other = 0;
      const { version } = (await (await request.get(`/api/plans/${plan.id}`)).json()) as { version: number };
      const setup = { ...plan.setup, order: [ids[1]!, ids[0]!] };
      const put = await request.put(`/api/plans/${plan.id}`, { data: { name: plan.name, setup, version } });
      other = put.status();
      await page.waitForTimeout(1500);
    }
    await route.fulfill({ response: answer });
  });
  await open(page, `/${machine.slug}/head`);
  await expect.poll(() => other).toBe(200);
  await expect(weave(page).getByRole('listitem', { name: `1. ${name(1)}` })).toBeVisible();
  await expect(weave(page).getByRole('listitem')).toHaveCount(2);
});

test('the shop’s own minutes: a tie-on that takes three is planned with three; no time at all is refused', async ({
  page,
  request,
}) => {
  await openPlan(page, request);
  await page.getByText('Minutes', { exact: true }).click();
  const form = page.getByRole('form', { name: 'Minutes of each move' });
  await expect(form).toContainText('at once 9.5 min, in steps 8.5 min');
  await form.getByLabel('Tie on a colour').fill('-1');
  await form.getByRole('button', { name: 'Plan with these' }).click();
  await expect(form.getByRole('alert')).toContainText('Tie on a colour: write minutes from 0 to 240');
  await form.getByLabel('Tie on a colour').fill('3');
  await form.getByRole('button', { name: 'Plan with these' }).click();
  await expect(
    weave(page)
      .getByRole('button', { name: /tie on, 3 min/ })
      .first(),
  ).toBeVisible();
});

test('a plan is kept under another name; the two are compared and the other is opened again', async ({
  page,
  request,
}) => {
  const { name } = await openPlan(page, request);
  await keepShort(page, name(2));
  await expect(page.getByText(/This plan: .* min, 2 jobs/)).toBeVisible();
  const other = page.getByRole('button', { name: /Open “Shift”/ });
  await expect(other).toContainText(/min, 3 jobs/);
  await other.click();
  await expect(weave(page).getByRole('listitem', { name: `3. ${name(2)}` })).toBeVisible();
});
