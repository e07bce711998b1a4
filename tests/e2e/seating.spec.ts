import { expect, test, type Page } from '@playwright/test';
import { v7 as uuid7 } from 'uuid';
import { readNeedleLabel } from '../../src/core/needle/label.ts';
import { allThreads, eventsOf, headOf, newMachine, open, post, type TestMachine } from './support.ts';

const stops = (page: Page) => page.getByRole('list', { name: 'Colour stops' });
const placeOf = (page: Page, stop: number) =>
  stops(page).getByRole('button', { name: new RegExp(`^Stop ${stop} sews`) });

type Request = Parameters<typeof newMachine>[0];

const onSeat = (machine: TestMachine, kind: string, position: number, data: object) => ({
  ...{ id: uuid7(), machineId: machine.id, at: new Date().toISOString(), kind, head: 1, position, data },
});
const fit = (machine: TestMachine, position: number, label: string) =>
  onSeat(machine, 'needle_fitted', position, { needle: readNeedleLabel(label).spec, reason: 'job_needs' });

/** A machine with white on 3, red on 7 and 9, and a job of red and white that waits; opened on Run, that job put on. */
async function running(page: Page, request: Request, whiteNeedle = '75/11 sharp', ofJob: object = {}) {
  const machine = await newMachine(request);
  const threads = await allThreads(request);
  const thread = (code: string) => threads.find((one) => one.code === code)!;
  const red = thread('RE40');
  const cone = { threadId: red.id, coneId: null, fibre: red.fibre };
  await post(request, '/api/ledger', {
    entries: [fit(machine, 3, whiteNeedle), onSeat(machine, 'cone_mounted', 9, cone)],
  });
  const [job, name] = [uuid7(), `Pennants ${machine.slug}`];
  await post(request, '/api/jobs', {
    jobs: [
      {
        ...{ id: job, name, customer: '', cloth: 'twill', pieces: 10, due: '2026-01-01', note: '' },
        ...ofJob,
        stops: ['RE40', 'WH40'].map((code, index) => ({
          ...{ stop: index + 1, threadId: thread(code).id, stitches: 1000, element: 'fill', position: null },
        })),
      },
    ],
  });
  await open(page, `/${machine.slug}/run`);
  await page.getByRole('button', { name: 'Another job …' }).click();
  await page.getByRole('button', { name: new RegExp(`^${name}`) }).click();
  await expect(placeOf(page, 1)).toHaveText('pos. 7');
  return { machine, job, name };
}

test('a job is put on with its seats on record; a stop that sews elsewhere is booked there from then on', async ({
  page,
  request,
}) => {
  const { machine, job } = await running(page, request);
  const sewn = async () =>
    (await headOf(request, machine)).seats
      .filter((seat) => seat.needle && seat.needle.age.stitches > 0)
      .map((seat) => [seat.position, seat.needle!.age.stitches]);
  await page.getByRole('button', { name: /^Piece finished/ }).click();
  await expect.poll(sewn).toEqual([
    [3, 1000],
    [7, 1000],
  ]);
  expect((await eventsOf(request, machine, '&kind=job_started'))[0]!.data).toEqual({
    seating: [
      { stop: 1, position: 7 },
      { stop: 2, position: 3 },
    ],
  });
  // The younger red needle is at 9 now: nothing moves by itself.
  await expect(placeOf(page, 1)).toHaveText('pos. 7');
  await placeOf(page, 1).click();
  await page
    .getByRole('region', { name: 'Stop 1 sews elsewhere' })
    .getByRole('button', { name: 'Position 9, Rescue red' })
    .click();
  await expect(placeOf(page, 1)).toHaveText('pos. 9');
  await expect(stops(page)).toContainText('as said on Run');
  // So soon after the first it is asked about, and counts when it is said again.
  await page.getByRole('button', { name: /^Piece finished/ }).click();
  await page.getByRole('button', { name: 'Count it' }).click();
  await expect.poll(sewn).toEqual([
    [3, 2000],
    [7, 1000],
    [9, 1000],
  ]);
  await page.reload();
  await expect(placeOf(page, 1)).toHaveText('pos. 9');
  expect((await headOf(request, machine)).job).toMatchObject({
    id: job,
    seating: { 1: { position: 9, by: 'operator' }, 2: { position: 3, by: 'put_on' } },
  });
});

test('the plan’s first row is where the running job sews, and the machine’s own word wins', async ({
  page,
  request,
}) => {
  const { machine, name } = await running(page, request);
  const line = { id: uuid7(), at: new Date().toISOString(), event: 'colour', stop: 1, position: 9 };
  await request.post(`/api/machines/${machine.id}/feed`, {
    headers: { 'content-type': 'application/x-ndjson' },
    data: JSON.stringify(line),
  });
  await expect(placeOf(page, 1)).toHaveText('pos. 9');
  await expect(stops(page)).toContainText('the machine says');
  await open(page, `/${machine.slug}/head`);
  const row = page
    .getByRole('list', { name: 'Jobs in sewing order' })
    .getByRole('listitem', { name: `1. ${name}` });
  await expect(row.getByRole('button', { name: /^Rescue red 40 wt on position 9/ })).toBeVisible();
  await expect(row).toContainText('nothing to change');
});

test('a thread of the running job is moved in the middle only when it is said to be done', async ({
  page,
  request,
}) => {
  const { machine } = await running(page, request);
  await open(page, `/${machine.slug}/head`);
  await page.getByRole('button', { name: /^Rescue red 40 wt on position 7, stop 1/ }).click();
  const panel = page.getByRole('region', { name: 'This seat' });
  await expect(panel).toContainText('Move it in the middle of the job');
  await panel.getByRole('button', { name: /^Position 9: / }).click();
  const middle = page.getByRole('region', { name: 'In the middle of the job' });
  await expect(middle).toContainText('Key 9 into the machine for stop 1.');
  // It carries red already.
  await expect(middle).not.toContainText('Mount');
  expect((await eventsOf(request, machine, '&kind=stop_moved')).length).toBe(0);
  await middle.getByRole('button', { name: 'It is done: stop 1 at 9' }).click();
  await expect
    .poll(async () => (await eventsOf(request, machine, '&kind=stop_moved')).map(({ data }) => data))
    .toEqual([{ stop: 1, position: 9 }]);
  await expect(page.getByRole('button', { name: /^Rescue red 40 wt on position 9, stop 1/ })).toBeVisible();
});

test('a needle that is not for what will be sewn there is told before the first stitch, with both ways out', async ({
  page,
  request,
}) => {
  await running(page, request, '100/16 sharp');
  await expect(page.getByText('Stop 2: the 100/16 sharp at 3 is not for it.')).toBeVisible();
  await expect(page.getByRole('link', { name: /^Fit / }).last()).toHaveAttribute('href', /position=3/);
  await page.getByRole('button', { name: 'Sew it elsewhere …' }).last().click();
  await expect(page.getByRole('region', { name: 'Stop 2 sews elsewhere' })).toBeVisible();
});

test('two positions of one colour take turns piece by piece: Run says whose turn it is, and books it there', async ({
  page,
  request,
}) => {
  const { machine } = await running(page, request, '75/11 sharp', { schools: { twins: 'piece' } });
  const sewnByRed = async () =>
    (await headOf(request, machine)).seats
      .filter((seat) => [7, 9].includes(seat.position))
      .map((seat) => seat.cone!.stitches);
  await expect(stops(page)).toContainText('piece by piece: 7, then 9');
  // The page shows it at once; the server has it a moment later.
  await expect
    .poll(async () => (await eventsOf(request, machine, '&kind=job_started'))[0]?.data)
    .toMatchObject({
      seating: [
        { stop: 1, position: 7, turns: [7, 9] },
        { stop: 2, position: 3 },
      ],
    });
  await page.getByRole('button', { name: /^Piece finished/ }).click();
  await expect(placeOf(page, 1)).toHaveText('pos. 9');
  await expect.poll(sewnByRed).toEqual([1000, 0]);
  // So soon after the first it is asked about.
  await page.getByRole('button', { name: /^Piece finished/ }).click();
  await page.getByRole('button', { name: 'Count it' }).click();
  await expect(placeOf(page, 1)).toHaveText('pos. 7');
  await expect.poll(sewnByRed).toEqual([1000, 1000]);
  // Taken back, the turn is 9's again; after a reload too, where the server says it.
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(placeOf(page, 1)).toHaveText('pos. 9');
  await expect.poll(sewnByRed).toEqual([1000, 0]);
  await page.reload();
  await expect(placeOf(page, 1)).toHaveText('pos. 9');
  await expect(stops(page)).toContainText('piece by piece: 9, then 7');
});
