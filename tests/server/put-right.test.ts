import { beforeAll, describe, expect, test } from 'vitest';
import { v7 as uuid7 } from 'uuid';
import { omit } from '../../src/core/base/omit.ts';
import type { Job } from '../../src/schemas/workshop.ts';
import { entry } from '../support/entries.ts';
import { ask, furnish, ids, newServer } from '../support/workshop.ts';

let base: string;
beforeAll(async () => {
  base = (await newServer()).address;
  await furnish(base);
  const mounted = entry(
    'cone_mounted',
    { threadId: ids.gold, coneId: null, fibre: 'metallic' },
    { head: 1, position: 9 },
  );
  expect((await ask(base, 'POST', '/api/ledger', { entries: [mounted] })).status).toBe(201);
});

const before = async (id: string) =>
  (await ask<{ items: { before: unknown }[] }>(base, 'GET', `/api/things/${id}`)).body.items.map(
    (item) => item.before,
  );
async function add(path: string, message: object): Promise<string> {
  const id = uuid7();
  const { status, body } = await ask(base, 'POST', path, { id, ...message });
  expect(status, JSON.stringify(body)).toBe(201);
  return id;
}
const thread = (code: string) => ({ code, name: code, colour: '#112233', weightNo: 40, fibre: 'polyester' });
const machine = { heads: 1, positions: 15, numberingSide: 'right', topSpeed: 900 };
const bobbin = { size: 'L', sides: 'sideless', weightNo: 60, fibre: 'polyester', colour: '#f6f5f0' };

describe('what was typed', () => {
  test.each([
    ['threads', () => add('/api/threads', thread('AA1')), { name: 'Amber' }, { name: 'AA1' }],
    [
      'cones',
      () => add('/api/cones', { threadId: ids.red, batch: 'L2', metres: 500 }),
      { metres: 5000 },
      { metres: 500 },
    ],
    [
      'bobbin-kinds',
      () => add('/api/bobbin-kinds', { name: 'White', ...bobbin }),
      { colour: '#000000' },
      { colour: '#f6f5f0' },
    ],
    [
      'bobbin-cases',
      () => add('/api/bobbin-cases', { name: 'Case A', size: 'L', turns: 'clockwise' }),
      { name: 'Case B' },
      { name: 'Case A' },
    ],
    [
      'machines',
      () => add('/api/machines', { name: 'Turned', ...machine }),
      { numberingSide: 'left', heads: 2 },
      { numberingSide: 'right', heads: 1 },
    ],
    [
      'people',
      () => add('/api/people', { name: 'Wenn', role: 'operator' }),
      { name: 'Wen' },
      { name: 'Wenn' },
    ],
  ])(
    '%s: put right, what stood there stays on record; never used, it is removed',
    async (kind, make, change, stood) => {
      const path = `/api/${kind}/${await make()}`;
      const changed = await ask(base, 'PATCH', path, change);
      expect(changed.status, JSON.stringify(changed.body)).toBe(200);
      expect(changed.body).toMatchObject(change);
      const id = path.split('/').at(-1)!;
      expect(await before(id)).toEqual([stood]);
      // The same once more changes nothing.
      await ask(base, 'PATCH', path, change);
      expect(await before(id)).toHaveLength(1);
      expect((await ask(base, 'DELETE', path, {})).status).toBe(200);
      expect((await ask(base, 'DELETE', path, {})).status).toBe(404);
      expect((await ask(base, 'PATCH', path, change)).status).toBe(404);
      expect(await before(id)).toHaveLength(2);
    },
  );

  test('a needle’s label is read anew; one that is there already is refused', async () => {
    const id = await add('/api/needle-kinds', { label: 'DBxK5 75/11 FFG' });
    await add('/api/needle-kinds', { label: 'DBxK5 80/12 sharp' });
    const { body } = await ask(base, 'PATCH', `/api/needle-kinds/${id}`, { label: 'DBxK5 65/9 sharp' });
    expect(body).toMatchObject({ text: '65/9 sharp' });
    const twice = await ask(base, 'PATCH', `/api/needle-kinds/${id}`, { label: 'DBxK5 80/12 sharp' });
    expect(twice.status).toBe(409);
  });

  test('another weight without a tex takes the tex that follows from it', async () => {
    const id = await add('/api/threads', { ...thread('TX'), tex: 27 });
    const { body } = await ask(base, 'PATCH', `/api/threads/${id}`, { weightNo: 60 });
    expect(body['tex']).toBeCloseTo(1000 / 60, 1);
  });
});

describe('what is on record', () => {
  test.each([
    ['a thread in a job', `/api/threads/${ids.red}`],
    ['a thread that was mounted', `/api/threads/${ids.gold}`],
    ['a machine with entries', `/api/machines/${ids.machine}`],
  ])('%s is not removed; the refusal says what to do instead', async (_, path) => {
    const { status, body } = await ask(base, 'DELETE', path, {});
    expect(status).toBe(409);
    expect(body['detail']).toMatch(/is on record and stays there\. .+ instead/);
  });

  test('out of use, and back', async () => {
    const path = `/api/threads/${ids.gold}`;
    expect((await ask(base, 'PATCH', path, { retired: 'sold out' })).body['retired']).toBe('sold out');
    expect((await ask(base, 'PATCH', path, { retired: null })).body['retired']).toBeUndefined();
  });

  test('fewer positions than a thread sits on are refused, and nothing is changed', async () => {
    const path = `/api/machines/${ids.machine}`;
    const { status, body } = await ask(base, 'PATCH', path, { name: 'Small', positions: 8 });
    expect(status).toBe(409);
    expect(body['detail']).toContain('position 9');
    expect((await ask(base, 'GET', path)).body).toMatchObject({ name: 'Test one', positions: 15 });
  });
});

describe('named twice', () => {
  test('cones and jobs that wait go over to the other thread; one on a machine is corrected first', async () => {
    const twin = await add('/api/threads', thread('RE40b'));
    const cone = await add('/api/cones', { threadId: twin, batch: 'L9', metres: 5000 });
    const jobId = uuid7();
    await ask(base, 'POST', '/api/jobs', {
      jobs: [
        {
          ...{ id: jobId, name: 'Scarves', customer: '', cloth: '', pieces: 3, due: null, note: '' },
          stops: [{ stop: 1, threadId: twin, stitches: 900, element: 'run', position: null }],
        },
      ],
    });
    const { body } = await ask(base, 'PATCH', `/api/threads/${twin}`, { sameAs: ids.red });
    expect(body['retired']).toBe('duplicate of RE40');
    const kept = await ask<{ stops: { threadId: string }[]; version: number }>(
      base,
      'GET',
      `/api/jobs/${jobId}`,
    );
    expect(kept.body).toMatchObject({ stops: [{ threadId: ids.red }], version: 2 });
    const cones = await ask<{ items: { id: string }[] }>(base, 'GET', `/api/cones?thread=${ids.red}`);
    expect(cones.body.items.map(({ id }) => id)).toContain(cone);
    const onMachine = await ask(base, 'PATCH', `/api/threads/${ids.gold}`, { sameAs: ids.red });
    expect(onMachine.status).toBe(409);
    expect(onMachine.body['detail']).toContain('Test one, position 9');
  });

  test('a customer’s two names become one in all jobs, and what each job said stays on record', async () => {
    const jobs = ['Quay café', 'Quay Café'].map((customer) => ({
      ...{ id: uuid7(), name: customer, customer, cloth: '', pieces: 3, due: null, note: '' },
      stops: [{ stop: 1, threadId: ids.red, stitches: 900, element: 'run', position: null }],
    }));
    await ask(base, 'POST', '/api/jobs', { jobs });
    const renamed = await ask(base, 'PATCH', '/api/customers', { from: 'Quay café', to: 'Quay Café' });
    expect(renamed.body).toEqual({ jobs: 1 });
    const found = await ask<{ items: unknown[] }>(
      base,
      'GET',
      `/api/jobs?customer=${encodeURIComponent('Quay Café')}`,
    );
    expect(found.body.items).toHaveLength(2);
    expect(await before(jobs[0]!.id)).toEqual([{ customer: 'Quay café' }]);
    expect((await ask(base, 'PATCH', '/api/customers', { from: 'Nobody', to: 'Somebody' })).status).toBe(404);
  });
});

describe('found by a word', () => {
  test('jobs by name, customer or cloth, by the day they are due, by the machine they were put on', async () => {
    const found = async (query: string) =>
      (await ask<{ items: { name: string }[] }>(base, 'GET', `/api/jobs?show=all&${query}`)).body.items.map(
        ({ name }) => name,
      );
    expect(await found('find=CAP')).toEqual(['Caps']);
    expect(await found('dueBy=2030-01-01')).toEqual([]);
    expect(await found(`machine=${ids.machine}`)).toEqual([]);
    await ask(base, 'POST', '/api/ledger', {
      entries: [entry('job_started', {}, { jobId: ids.job })],
    });
    expect(await found(`machine=${ids.machine}`)).toEqual(['Caps']);
  });

  test('entries by their note, thread, job, kind or person', async () => {
    await ask(base, 'POST', '/api/ledger', {
      entries: [entry('note', { text: 'New Spring fitted' }, { operatorId: ids.operator })],
    });
    const found = async (query: string) =>
      (
        await ask<{ items: { kind: string }[] }>(base, 'GET', `/api/ledger?machine=${ids.machine}&${query}`)
      ).body.items.map(({ kind }) => kind);
    expect(await found('find=spring')).toEqual(['note']);
    expect(await found('find=mg40')).toEqual(['cone_mounted']);
    expect(await found('find=caps')).toEqual(['job_started']);
    expect(await found('find=ines')).toEqual(['note']);
    expect(await found(`who=${ids.operator}`)).toEqual(['note']);
    expect(await found('find=nothing%20like%20this')).toEqual([]);
  });
});

test('a job typed wrongly is deleted while it was on no machine; one on record stays, whole, and says what to do', async () => {
  const read = (id: string) => ask<Job>(base, 'GET', `/api/jobs/${id}`);
  const { body: kept } = await read(ids.job);
  const wrong = { ...omit(kept, 'tally', 'doneAt', 'picture', 'version', 'sewnAt'), id: uuid7() };
  expect((await ask(base, 'POST', '/api/jobs', { jobs: [wrong] })).status).toBe(201);
  expect((await ask(base, 'DELETE', `/api/jobs/${wrong.id}`, {})).status).toBe(200);
  expect((await read(wrong.id)).status).toBe(404);
  const refused = await ask<{ detail: string }>(base, 'DELETE', `/api/jobs/${ids.job}`, {});
  expect([refused.status, refused.body.detail]).toEqual([
    409,
    'Caps is on record and stays there. Mark it done: it is then out of the way.',
  ]);
  expect((await read(ids.job)).body).toEqual(kept);
});
