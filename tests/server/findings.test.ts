import pg from 'pg';
import { beforeAll, describe, expect, test } from 'vitest';
import { v7 as uuid7 } from 'uuid';
import { needlesFrom } from '../../src/core/findings/answers/needle-columns.ts';
import type { CostData, HappenedData, NeedlesData, WithData } from '../../src/schemas/findings.ts';
import { ask, furnish, ids, newDatabase, newServer } from '../support/workshop.ts';

let base: string;
const path = (question: string, query = '') => `/api/machines/${ids.machine}/findings/${question}?${query}`;
const days = 'from=2026-03-02&to=2026-03-03';

/** Two days: pieces sewn at six in the morning and at ten at night (UTC), a needle at position 1 and a cone at position 5, both on the second. */
beforeAll(async () => {
  // Days are UTC, whatever clock the database keeps.
  const url = await newDatabase();
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  await client.query(
    `ALTER ROLE CURRENT_USER IN DATABASE ${client.escapeIdentifier(client.database!)} SET timezone = 'Pacific/Auckland'`,
  );
  await client.end();
  base = (await newServer(url)).address;
  await furnish(base);
  const entry = (at: string, kind: string, data: object, more: object = {}) => ({
    ...{ id: uuid7(), machineId: ids.machine, at, kind, jobId: ids.job, data, ...more },
  });
  const piece = (at: string, more: object = {}) =>
    entry(
      at,
      'piece_finished',
      { heads: [1], speed: 800, stops: [{ stop: 1, position: 1, stitches: 5000 }] },
      more,
    );
  const spec = {
    ...{ system: 'DBxK5', sizeMetric: 75, point: 'sharp', coating: 'plain', eye: 'standard' },
    blade: 'standard',
  };
  const { status } = await ask(base, 'POST', '/api/ledger', {
    entries: [
      // A person's name goes on to what bears none, a shift long and no longer.
      piece('2026-03-02T06:10:00.000Z', { operatorId: ids.operator }),
      piece('2026-03-02T10:00:00.000Z'),
      piece('2026-03-02T22:30:00.000Z'),
      entry(
        '2026-03-03T07:00:00.000Z',
        'needle_fitted',
        { needle: spec, reason: 'worn' },
        { head: 1, position: 1 },
      ),
      entry(
        '2026-03-03T08:00:00.000Z',
        'cone_mounted',
        { threadId: ids.red, coneId: null, fibre: 'polyester' },
        { head: 1, position: 5 },
      ),
      entry('2026-03-03T09:00:00.000Z', 'note', { text: 'Lights were out for an hour' }),
    ],
  });
  expect(status).toBe(201);
});

describe('what was done on a day on which something changed', () => {
  test('at a seat its own and what concerns the whole machine, the oldest first; without a seat everything', async () => {
    const kinds = async (query: string) =>
      (await ask<HappenedData>(base, 'GET', path('happened', query))).body.items.map(({ kind }) => kind);
    const second = 'from=2026-03-03&to=2026-03-03';
    expect(await kinds(`${second}&head=1&position=1`)).toEqual(['needle_fitted', 'note']);
    expect(await kinds(`${second}&head=1&position=5`)).toEqual(['cone_mounted', 'note']);
    expect(await kinds(second)).toEqual(['needle_fitted', 'cone_mounted', 'note']);
    expect(await kinds('from=2026-03-02&to=2026-03-02&head=1&position=1')).toEqual([]);
    const { body } = await ask<HappenedData>(base, 'GET', path('happened', second));
    expect(body).toMatchObject({ more: false, jobs: [{ id: ids.job }] });
  });
  test('days the wrong way round, and more than two months of them, are refused with what to do', async () => {
    const refused = async (query: string) => ask(base, 'GET', path('happened', query));
    expect(await refused('from=2026-03-03&to=2026-03-02')).toMatchObject({ status: 422 });
    const long = await refused('from=2026-01-01&to=2026-03-30');
    expect(long.status).toBe(422);
    expect(String(long.body['detail'])).toContain('Set “from” to a later day.');
  });
});

describe('what goes with breaks', () => {
  const levels = async (factor: keyof WithData['cells'][number]['levels'], query = '') => {
    const { body } = await ask<WithData>(base, 'GET', path('with', `${days}${query}`));
    const sums = new Map<string, number>();
    for (const { levels: at, stitches } of body.cells)
      sums.set(at[factor], (sums.get(at[factor]) ?? 0) + stitches);
    return Object.fromEntries(sums);
  };
  test('the time of day is the asker’s', async () => {
    // In Kolkata it is five and a half hours later.
    expect(await levels('time')).toEqual({ 'the morning': 10_000, 'the evening': 5000 });
    expect(await levels('time', '&zone=Asia/Kolkata')).toEqual({
      'the afternoon': 10_000,
      'the night': 5000,
    });
    const refused = await ask(base, 'GET', path('with', `${days}&zone=Moon/Tycho`));
    expect(refused.status).toBe(422);
  });
  test('people are told apart only where the machine allows it', async () => {
    expect(await levels('person')).toEqual({ 'not asked': 15_000 });
    const change = (comparesPeople: boolean) =>
      ask(base, 'PATCH', `/api/machines/${ids.machine}`, { profile: { comparesPeople } });
    expect((await change(true)).status).toBe(200);
    expect(await levels('person')).toEqual({ Ines: 10_000, 'nobody on record': 5000 });
    expect((await change(false)).status).toBe(200);
    expect(await levels('person')).toEqual({ 'not asked': 15_000 });
  });
});

test('needles are told with how each went, the thread and the hours that they sewed, the newest first', async () => {
  const at = { head: 1, position: 7 };
  const spec = { system: 'DBxK5', point: 'sharp', coating: 'plain', eye: 'standard', blade: 'standard' };
  const entry = (time: string, kind: string, data: object, more: object = {}) => ({
    ...{
      id: uuid7(),
      machineId: ids.machine,
      at: `2026-04-0${time}:00.000Z`,
      kind,
      jobId: ids.job,
      data,
      ...more,
    },
  });
  const fitted = (time: string, sizeMetric: number, reason: string) =>
    entry(time, 'needle_fitted', { needle: { ...spec, sizeMetric }, reason }, at);
  const sewn = (time: string, stitches: number, speed: number) =>
    entry(time, 'piece_finished', { heads: [1], speed, stops: [{ stop: 1, position: 7, stitches }] });
  const broke = (time: string) => entry(time, 'break', { fault: 'shred' }, at);
  const { status, body: said } = await ask(base, 'POST', '/api/ledger', {
    entries: [
      entry('1T06:00', 'cone_mounted', { threadId: ids.red, coneId: null, fibre: 'polyester' }, at),
      ...[fitted('1T06:10', 75, 'worn'), sewn('1T07:00', 6000, 600)],
      // Trouble: it went at a stop, and the next one sewed on without.
      ...[broke('1T07:10'), fitted('1T07:12', 65, 'worn'), sewn('1T08:00', 9000, 900)],
      // None of the needle's: the next one broke as well.
      ...[broke('2T08:30'), fitted('2T08:32', 75, 'worn'), sewn('2T08:50', 500, 500), broke('2T09:00')],
      // Still in.
      ...[fitted('2T22:05', 80, 'job_needs'), sewn('2T23:00', 1200, 400)],
    ],
  });
  expect(said, JSON.stringify(said)).not.toHaveProperty('detail');
  expect(status).toBe(201);
  const { body } = await ask<NeedlesData>(base, 'GET', path('needles', 'from=2026-04-01&to=2026-04-02'));
  const common = {
    machine: 'Test one',
    head: 1,
    position: 7,
    thread: '40 wt',
    metallic: false,
    metallicHours: 0,
  };
  expect(needlesFrom(body.lives).map(({ cloth, ...life }) => ({ ...life, cloth: cloth.length > 0 }))).toEqual(
    [
      { needle: '80/12 sharp', stitches: 1200, hours: 1200 / 400 / 60, out: false, ended: false },
      { needle: '75/11 sharp', stitches: 500, hours: 500 / 500 / 60, out: true, ended: false },
      { needle: '65/9 sharp', stitches: 9000, hours: 9000 / 900 / 60, out: true, ended: false },
      { needle: '75/11 sharp', stitches: 6000, hours: 6000 / 600 / 60, out: true, ended: true },
    ].map((life) => ({ ...life, ...common, cloth: true })),
  );
  const { body: cost } = await ask<CostData>(base, 'GET', path('cost', 'from=2026-04-01&to=2026-04-02'));
  expect(cost).toMatchObject({ planned: 2, troubled: 1 });
  // Each stop is told once by its cause, once by its place and once by its job.
  for (const lines of [cost.causes, cost.places, cost.jobs]) {
    expect(lines).toHaveLength(1);
    expect(lines[0]).toMatchObject({ stops: 3 });
  }
  expect(cost.causes[0]!.lostMs).toBe(cost.places[0]!.lostMs);
  expect(cost.jobs[0]!.lostMs).toBe(cost.places[0]!.lostMs);

  // Of every machine: the other one's beside them.
  const other = { machineId: ids.four, jobId: null };
  const beside = await ask(base, 'POST', '/api/ledger', {
    entries: [
      { ...fitted('2T06:00', 90, 'worn'), ...other },
      { ...sewn('2T07:00', 7000, 700), machineId: ids.four },
    ],
  });
  expect(beside.status, JSON.stringify(beside.body)).toBe(201);
  const all = await ask<NeedlesData>(
    base,
    'GET',
    path('needles', 'from=2026-04-01&to=2026-04-02&machines=all'),
  );
  const lives = needlesFrom(all.body.lives);
  expect(lives.filter(({ machine }) => machine === 'Test one')).toEqual(needlesFrom(body.lives));
  expect(lives.filter(({ machine }) => machine !== 'Test one')).toMatchObject([
    { machine: 'Test four', needle: '90/14 sharp', position: 7, stitches: 7000 },
  ]);
  expect(all.body.costs).toEqual(body.costs);
});
