import { expect, test, type Locator, type Page } from '@playwright/test';
import { v7 as uuid7 } from 'uuid';
import type { SavedPlan } from '../../src/schemas/plan/plan.ts';
import { awake, eventsOf, newMachine, open, position, post } from './support.ts';

/** Touches a place and counts it; Enter and each digit are keys, counted by whoever says so. */
function counter() {
  let count = 0;
  return {
    touch: async (place: Locator) => {
      count++;
      await place.click();
    },
    so: () => count,
  };
}
const button = (page: Page, name: string | RegExp) =>
  page.getByRole('button', { name, ...(typeof name === 'string' && { exact: true }) });

test('the tasks of a day take no more touches than they are worth', async ({ page, request }) => {
  const first = `First ${uuid7()}`;
  const machine = await newMachine(request, { jobName: first, due: '2020-01-01' });
  const second = await newMachine(request, { jobName: `Second ${machine.slug}`, due: '2020-01-01' });
  // It waits: no machine has it on.
  await post(request, '/api/ledger', {
    entries: [
      {
        id: crypto.randomUUID().replace(/^.{14}./, '0190aaaa-0000-7'),
        ...{ machineId: second.id, kind: 'job_started', jobId: machine.jobId, data: {} },
        at: new Date().toISOString(),
      },
    ],
  });
  const kinds = async (kind: string) => (await eventsOf(request, machine, `&kind=${kind}`)).length;
  await open(page, `/${machine.slug}/run`);

  const aBreak = counter();
  await aBreak.touch(position(page, 7));
  await aBreak.touch(button(page, 'Snap'));
  await aBreak.touch(button(page, 'Sewing again'));
  await expect.poll(() => kinds('sewing_again')).toBe(1);
  expect(aBreak.so(), 'a break with its kind, and on').toBe(3);

  const right = counter();
  await right.touch(button(page, /^Put the kind right: clean snap, position 7/));
  await right.touch(button(page, 'Shred'));
  await expect
    .poll(async () => (await eventsOf(request, machine, '&kind=break'))[0]?.data['fault'])
    .toBe('shred');
  expect(right.so(), 'a break’s kind put right').toBe(2);

  const piece = counter();
  await piece.touch(button(page, /^Piece finished/));
  await expect.poll(() => kinds('piece_finished')).toBe(1);
  expect(piece.so(), 'a piece').toBe(1);

  for (const [name, at, kind] of [
    ['New needle', /^New needle, same kind, at Position 3:/, 'needle_fitted'],
    ['New cone', /^New cone, same thread, at Position 3:/, 'cone_mounted'],
  ] as const) {
    const before = await kinds(kind);
    const change = counter();
    await change.touch(button(page, name));
    await change.touch(button(page, at));
    await expect.poll(() => kinds(kind)).toBe(before + 1);
    expect(change.so(), name).toBe(2);
  }
  // The next touch of a position is a break again.
  await expect(position(page, 3)).toBeVisible();

  const reading = counter();
  await reading.touch(page.getByLabel('Quick line'));
  await page.keyboard.type('g27');
  await page.keyboard.press('Enter');
  await expect.poll(() => kinds('case_measured')).toBe(1);
  expect(reading.so(), 'a reading: one touch, its digits, Enter').toBe(1);

  const other = counter();
  await other.touch(button(page, 'Another job …'));
  await other.touch(button(page, new RegExp(`^Second ${machine.slug}`)));
  await expect(page.getByRole('heading', { name: `Second ${machine.slug}` })).toBeVisible();
  expect(other.so(), 'another job').toBe(2);

  const urgent = counter();
  await urgent.touch(page.getByRole('link', { name: /^Jobs/ }).first());
  await page.waitForURL('**/jobs');
  await awake(page);
  await urgent.touch(button(page, `Sew ${first} next`));
  await expect(
    page.getByRole('row', { name: first }).getByText('Next', { exact: true }).last(),
  ).toBeVisible();
  expect(urgent.so(), 'an urgent job first').toBe(2);
  const planOf = async () =>
    ((await (await request.get(`/api/plans?machine=${machine.id}`)).json()) as { items: SavedPlan[] })
      .items[0];
  // The one that runs stays ahead of it.
  expect((await planOf())?.setup.order.slice(0, 2)).toEqual([second.jobId, machine.jobId]);
  await page.goto(`/${machine.slug}/run`);
  await awake(page);
  await button(page, 'Another job …').click();
  await expect(
    page.getByRole('region', { name: 'Choose a job' }).getByRole('button', { name: /of 5/ }).first(),
  ).toContainText(first);
});
