import { expect, test } from '@playwright/test';
import { v7 as uuid7 } from 'uuid';
import { awake, eventsOf, newMachine, open, post } from './support.ts';

test('a card goes step by step by touch, space and arrow, its caution first', async ({ page }) => {
  await open(page, '/heron/cards/fit_needle');
  const caution = page.getByText('Eye protection where a needle has broken');
  await expect(caution).toBeVisible();
  const step = (at: number) => page.getByRole('region', { name: `Step ${at} of 8` });
  await expect(step(1)).toBeVisible();
  await page.keyboard.press('Space');
  // Heron's profile: the left end hides its screw.
  await expect(step(2)).toContainText('Position 15, at the left end, hides its screw');
  await page.keyboard.press('ArrowRight');
  await expect(step(3)).toContainText('(slot 2.5 mm)');
  await page.keyboard.press('ArrowLeft');
  await page.getByRole('button', { name: 'Next' }).click();
  await page.getByRole('button', { name: /Eye straight to the front/ }).click();
  await expect(step(6).getByRole('img', { name: /ten degrees to the right/ })).toBeVisible();
});

test('what the profile does not say the card leaves to the manual; filled in, the card shows it', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/cards/needle_depth`);
  await expect(page.getByRole('region', { name: /^Step 1 of/ })).toContainText('as your manual says');
  await open(page, '/workshop');
  const line = page.locator('details').filter({ hasText: machine.name }).first();
  await line.locator('summary').first().click();
  await line.getByText(`Mechanics of ${machine.name}, as its manual says`).click();
  const form = page.getByRole('form', { name: `Mechanics of ${machine.name}` });
  await form.getByLabel('Needle depth by').selectOption('peg');
  await form.getByLabel('Oil points, one a line: hook: 8 (hours)').fill('hook: 4\nneedle bars: 20');
  // The page loads anew with what was saved.
  await Promise.all([page.waitForEvent('load'), form.getByRole('button', { name: 'Save' }).click()]);
  await expect
    .poll(async () => {
      const found = (await (await request.get('/api/machines?limit=200')).json()) as {
        items: { id: string; profile: { mechanics: { depthSchool: string | null } } }[];
      };
      return found.items.find(({ id }) => id === machine.id)?.profile.mechanics.depthSchool;
    })
    .toBe('peg');
  await open(page, `/${machine.slug}/cards/needle_depth`);
  await expect(page.getByText('6 mm from the hook’s peg')).toBeVisible();
  await expect(page.getByText('plastic gauge')).toHaveCount(0);
  await open(page, `/${machine.slug}/cards/end_of_day`);
  await expect(page.getByText('Oil: hook every 4 h, needle bars every 20 h.').first()).toBeVisible();
});

test('after an impact Check asks for bar height and foot; what they show is told there and stands in the position’s story', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await post(request, '/api/ledger', {
    entries: [
      {
        ...{ id: uuid7(), machineId: machine.id, kind: 'stop', head: 1, position: 7 },
        ...{ at: new Date().toISOString(), data: { why: 'Needle struck the frame' } },
      },
    ],
  });
  await open(page, `/${machine.slug}/check`);
  const group = page.getByRole('region', { name: 'With the power off' });
  const item = group.getByRole('listitem').filter({ hasText: 'Needle depth, position 7' });
  await expect(item).toContainText('An impact was logged since it was last looked at.');
  await item.getByRole('button', { name: 'Too high' }).click();
  await expect(item).toContainText('Done');
  const found = async () =>
    (await eventsOf(request, machine)).find((event) => event.kind === 'mechanical_found')?.data;
  await expect.poll(found).toEqual({ check: 'needle_depth', finding: 'high' });
  await page.reload();
  await awake(page);
  await expect(group.getByRole('listitem')).toHaveCount(1);
  await open(page, `/${machine.slug}/head?position=7`);
  await expect(page.getByText('needle depth: too high').first()).toBeVisible();
});

test('practise breaks: steps cost minutes, the cause is named, the lesson shows how the finder went', async ({
  page,
}) => {
  await open(page, '/heron/trace/practise?fault=7');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(
    'Practise: parts of the design do not meet',
  );
  await expect(page.getByText('0.0 min')).toBeVisible();
  await expect(page.getByRole('button', { name: /Set the foot’s height/ })).toBeDisabled();
  await page.getByRole('button', { name: /^Press the hoop and the cloth/ }).click();
  await page.getByRole('button', { name: /^Hoop again/ }).click();
  const name = page.getByRole('region', { name: 'What was it?' });
  await name.getByRole('combobox').selectOption('backing');
  await name.getByRole('button', { name: 'That was it' }).click();
  const lesson = page.getByRole('region', { name: 'Lesson' });
  await expect(lesson).toContainText(/(9|10) of 10 points: it was backing missing/);
  await expect(lesson).toContainText('On this very head the finder took');
  await lesson.getByRole('button', { name: 'Hide another fault' }).click();
  await expect(page.getByText('Nothing done yet')).toBeVisible();
});
