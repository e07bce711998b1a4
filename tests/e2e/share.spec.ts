import { expect, test, type APIRequestContext, type Page } from '@playwright/test';
import { v7 as uuid7 } from 'uuid';
import { allThreads, newMachine, open, post } from './support.ts';

const plans = async (request: APIRequestContext, machineId: string) =>
  (
    (await (await request.get(`/api/plans?machine=${machineId}`)).json()) as {
      items: { setup: { order: string[] }; version: number }[];
    }
  ).items;

/** Two machines and two jobs of their own: chosen, and nothing else. */
async function openShare(page: Page, request: APIRequestContext) {
  const [one, two] = [await newMachine(request), await newMachine(request)];
  const threads = await allThreads(request);
  const white = threads.find((thread) => thread.code === 'WH40')!;
  const jobs = ['Alder badges', 'Birch caps'].map((name) => ({
    id: uuid7(),
    name: `${name} ${one.slug}`,
    customer: '',
    cloth: 'woven, dense',
    pieces: 200,
    due: '2001-01-01',
    note: '',
    stops: [{ stop: 1, threadId: white.id, stitches: 9000, element: 'fill', position: null }],
  }));
  await post(request, '/api/jobs', { jobs });
  await open(page, `/${one.slug}/jobs/share`);
  const choices = page.getByRole('region', { name: 'What is shared out' });
  for (const title of ['Machines', 'Jobs'])
    await choices
      .getByRole('group', { name: new RegExp(`^${title}:`) })
      .getByRole('button', { name: 'Choose none' })
      .click();
  await choices.getByRole('button', { name: two.name, exact: true }).click();
  for (const job of jobs) await choices.getByRole('button', { name: job.name }).click();
  await page.getByRole('button', { name: 'Share out 2 jobs' }).click();
  await expect(page.getByRole('button', { name: 'Put it into the plans' })).toBeVisible();
  return { one, two, jobs };
}
const lane = (page: Page, name: string) => page.getByRole('region', { name, exact: true });

test('two jobs that are both late go to two machines; the plans take them over and give them back', async ({
  page,
  request,
}) => {
  const { one, two } = await openShare(page, request);
  await expect(lane(page, one.name).getByRole('listitem')).toHaveCount(1);
  await expect(lane(page, two.name).getByRole('listitem')).toHaveCount(1);
  await expect(page.getByRole('heading', { level: 1 })).toContainText('2 jobs late');
  await page.getByRole('button', { name: 'Put it into the plans' }).click();
  await expect(page.getByText('The plans hold it now.')).toBeVisible();
  for (const machine of [one, two])
    expect((await plans(request, machine.id))[0]!.setup.order).toHaveLength(1);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Put it into the plans' })).toBeVisible();
  for (const machine of [one, two]) expect((await plans(request, machine.id))[0]!.setup.order).toEqual([]);
});

test('a job that the operator keeps on one machine stays there; until shared out anew the page says so', async ({
  page,
  request,
}) => {
  const { one, two, jobs } = await openShare(page, request);
  for (const job of jobs) {
    await page.getByLabel(`Where ${job.name} is sewn`).selectOption({ label: `${two.name} only` });
  }
  await expect(page.getByText('Something was changed since')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Put it into the plans' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Share out 2 jobs' }).click();
  await expect(lane(page, two.name).getByRole('listitem')).toHaveCount(2);
  await expect(lane(page, one.name)).toContainText('No job: it waits for the next ones.');
});

test('a plan that someone else changed meanwhile is not overwritten', async ({ page, request }) => {
  const { one } = await openShare(page, request);
  const setup = {
    order: [],
    uses: { 2: 'locked' },
    wishes: {},
    frozen: 0,
    minutes: { tieOn: 1, rethread: 2.5, reeye: 0.5, needle: 2, retension: 5 },
  };
  await post(request, '/api/plans', { id: uuid7(), machineId: one.id, name: 'Today', setup });
  await page.getByRole('button', { name: 'Put it into the plans' }).click();
  await expect(page.getByText(/already|meanwhile/)).toBeVisible();
  expect((await plans(request, one.id))[0]!.setup).toMatchObject({ order: [], uses: { 2: 'locked' } });
});
