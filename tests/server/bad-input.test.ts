import { beforeAll, describe, expect, test } from 'vitest';
import pg from 'pg';
import type { Problem } from '../../src/server/base/problem.ts';
import { at, entry, needle, piece } from '../support/entries.ts';
import { ask, furnish, ids, newServer } from '../support/workshop.ts';

let base: string;
let sql: pg.Client;
beforeAll(async () => {
  const server = await newServer();
  base = server.address;
  await furnish(base);
  sql = new pg.Client({ connectionString: server.url });
  await sql.connect();
  return () => sql.end();
});

/** How much stands in every table: refused input must leave it all as it was. */
async function counts(): Promise<string> {
  const tables = [
    'machine',
    'operator',
    'needle_kind',
    'thread',
    'cone',
    'job',
    'job_stop',
    'ledger',
    'event',
    'seat',
    'job_tally',
  ];
  const { rows } = await sql.query<Record<string, string>>(
    `SELECT ${tables.map((table) => `(SELECT count(*) FROM ${table}) AS ${table}`).join(', ')}`,
  );
  return JSON.stringify(rows[0]);
}

async function refused(method: string, path: string, message?: unknown): Promise<Problem> {
  const before = await counts();
  const { status, body, type } = await ask<Problem>(base, method, path, message);
  expect(status, JSON.stringify(body)).toBeGreaterThanOrEqual(400);
  expect(status, JSON.stringify(body)).toBeLessThan(500);
  expect(type).toContain('application/problem+json');
  expect(body).toMatchObject({
    status,
    title: expect.any(String) as string,
    type: expect.any(String) as string,
  });
  // A sentence for an operator, without the program's inner words.
  expect(body.detail).toMatch(/^.{15,}[.]$/s);
  expect(body.detail).not.toMatch(/undefined|null value|violates|syntax error|instancePath|\bSELECT\b/);
  expect(await counts()).toBe(before);
  return body;
}

const missing = '00000000-0000-7000-8000-00000000dead';
const goodJob = {
  id: missing,
  name: 'J',
  customer: '',
  cloth: '',
  pieces: 1,
  due: null,
  note: '',
  stops: [{ stop: 1, threadId: ids.red, stitches: 10, element: 'fill', position: null }],
};
const goodStop = goodJob.stops[0]!;
const goodThread = {
  id: missing,
  code: 'X1',
  name: 'X',
  colour: '#112233',
  weightNo: 40,
  fibre: 'polyester',
};
const goodMachine = {
  id: missing,
  name: 'M',
  heads: 1,
  positions: 15,
  numberingSide: 'right',
  topSpeed: 900,
};

/** Every endpoint that takes a message, with a good one to spoil. */
const endpoints: [string, string, Record<string, unknown>][] = [
  ['POST', '/api/machines', goodMachine],
  ['PATCH', `/api/machines/${ids.machine}`, { topSpeed: 900 }],
  ['POST', '/api/operators', { id: missing, name: 'O' }],
  ['POST', '/api/needle-kinds', { id: missing, label: '75/11' }],
  ['POST', '/api/threads', goodThread],
  ['POST', '/api/cones', { id: missing, threadId: ids.red, batch: '', metres: 100 }],
  ['POST', '/api/jobs', { jobs: [goodJob] }],
  ['PUT', `/api/jobs/${ids.job}`, { ...goodJob, id: undefined, version: 1, done: false }],
  ['POST', '/api/ledger', { entries: [entry('note', { text: 'x' })] }],
];

describe.each(endpoints)('%s %s', (method, path, good) => {
  test('broken JSON', async () => expect((await refused(method, path, '{"id": ')).status).toBe(400));
  test('no JSON at all', async () => {
    const response = await fetch(base + path, {
      method,
      headers: { 'content-type': 'text/plain' },
      body: 'hello',
    });
    expect(response.status).toBe(415);
  });
  test('a form, as a foreign page could post it', async () => {
    const response = await fetch(base + path, { method, body: new URLSearchParams({ id: missing }) });
    expect([403, 415]).toContain(response.status);
  });
  test('a body of 2 MB', async () =>
    expect(
      (await refused(method, path, JSON.stringify({ ...good, note: 'x'.repeat(2_000_000) }))).status,
    ).toBe(413));
  test('an array, a number, null, an empty text', async () => {
    for (const message of ['[]', '7', 'null', '""']) await refused(method, path, message);
  });
  test('a property that does not belong', async () =>
    void (await refused(method, path, { ...good, surprise: 1 })));
  test('wrong types in every property', async () => {
    for (const key of Object.keys(good))
      for (const wrong of [{}, true, [[]]])
        if (typeof wrong !== typeof good[key] || wrong !== true)
          await refused(method, path, { ...good, [key]: wrong });
  });
  test('text with a NUL or half a character', async () => {
    const spoil = (value: unknown, by: string): unknown =>
      typeof value === 'string' && !/^[0-9a-f-]{36}$/.test(value)
        ? value + by
        : Array.isArray(value)
          ? value.map((one) => spoil(one, by))
          : value !== null && typeof value === 'object'
            ? Object.fromEntries(Object.entries(value).map(([key, one]) => [key, spoil(one, by)]))
            : value;
    for (const by of ['\0', '\ud800']) {
      const spoilt = spoil(good, by);
      if (JSON.stringify(spoilt) !== JSON.stringify(good)) await refused(method, path, spoilt);
    }
  });
});

describe('the ledger refuses', () => {
  const log = (one: unknown) => refused('POST', '/api/ledger', { entries: [one] });
  const broke = (rest = {}) => ({ ...entry('break', { fault: null }, at(1, 7)), ...rest });

  test.each<[string, () => unknown, RegExp]>([
    ['an unknown machine', () => broke({ machineId: missing }), /no such machine/],
    ['an unknown operator', () => broke({ operatorId: missing }), /no such operator/],
    ['an unknown job', () => broke({ jobId: missing }), /no such job/],
    ['position 16 of 15', () => broke({ position: 16 }), /1 to 15/],
    ['head 2 of one', () => broke({ head: 2 }), /no head 2/],
    ['position 0', () => broke({ position: 0 }), /1 or more/],
    ['a break without position', () => broke({ head: null, position: null }), /needs a head and a position/],
    ['a kind that is not known', () => broke({ kind: 'exploded' }), /kind/],
    ['an id that is no version 7', () => broke({ id: '00000000-0000-4000-8000-000000000001' }), /id/],
    ['a time that is no time', () => broke({ at: 'yesterday' }), /date-time/],
    ['a time in the year 9999', () => broke({ at: '9999-01-01T00:00:00Z' }), /clock/],
    ['a leap second that no clock shows', () => broke({ at: '2026-06-30T23:59:60Z' }), /clock|date-time/],
    ['stitches of −1', () => piece({ 7: -1 }, { jobId: ids.job }), /1 or more/],
    ['stitches of 1e9', () => piece({ 7: 1e9 }, { jobId: ids.job }), /1000000 or less/],
    ['a piece without job', () => piece({ 7: 10 }), /job/],
    ['a piece on position 20', () => piece({ 20: 10 }, { jobId: ids.job }), /no position 20/],
    ['a piece on head 9', () => piece({ 7: 10 }, { jobId: ids.job }, [9]), /no head 9/],
    [
      'an unknown thread',
      () => entry('cone_mounted', { threadId: missing, coneId: null, fibre: 'polyester' }, at(1, 1)),
      /no such thread/,
    ],
    [
      'an unknown cone',
      () => entry('cone_mounted', { threadId: ids.red, coneId: missing, fibre: 'polyester' }, at(1, 1)),
      /no such cone/,
    ],
    [
      'a needle of size 85',
      () =>
        entry(
          'needle_fitted',
          { needle: { ...needle(), sizeMetric: 85 as never }, reason: 'worn' },
          at(1, 1),
        ),
      /one of/,
    ],
    ['sewing again after nothing', () => entry('sewing_again', { closes: missing }), /names another/],
    [
      'a correction of nothing',
      () => entry('correction', { void: true }, { corrects: missing }),
      /names another/,
    ],
    ['a correction without target', () => entry('correction', { void: true }), /corrects/],
    ['a gauge reading of 0 g', () => entry('case_measured', { grams: 0 }), /more than 0/],
  ])('%s', async (_name, make, words) => expect((await log(make())).detail).toMatch(words));

  test('corrections that would leave a bad entry', async () => {
    const kept = entry('break', { fault: 'snap' }, at(1, 7));
    await ask(base, 'POST', '/api/ledger', { entries: [kept] });
    for (const data of [
      { position: 16 },
      { position: null },
      { data: { fault: 'sneeze' } },
      { data: { stitches: 5 } },
      { jobId: missing },
      { at: '2026-02-30T00:00:00Z' },
    ]) {
      await log(entry('correction', data as never, { corrects: kept.id }));
    }
    const undo = entry('correction', { void: true }, { corrects: kept.id });
    await ask(base, 'POST', '/api/ledger', { entries: [undo] });
    await log(entry('correction', { position: 3 }, { corrects: undo.id }));
    await log(entry('sewing_again', { closes: undo.id }));
    await log(entry('correction', { void: true }, { corrects: kept.id, machineId: ids.four }));
  });

  test('501 entries at once, and none', async () => {
    await refused('POST', '/api/ledger', {
      entries: Array.from({ length: 501 }, () => entry('note', { text: 'x' })),
    });
    await refused('POST', '/api/ledger', { entries: [] });
  });
});

describe('the stores and jobs refuse', () => {
  test.each<[string, string, unknown]>([
    ['stitches of −1', '/api/jobs', { jobs: [{ ...goodJob, stops: [{ ...goodStop, stitches: -1 }] }] }],
    ['stitches of 1e9', '/api/jobs', { jobs: [{ ...goodJob, stops: [{ ...goodStop, stitches: 1e9 }] }] }],
    ['half a stitch', '/api/jobs', { jobs: [{ ...goodJob, stops: [{ ...goodStop, stitches: 10.5 }] }] }],
    ['a stop twice', '/api/jobs', { jobs: [{ ...goodJob, stops: [goodStop, goodStop] }] }],
    [
      'a thread that is not there',
      '/api/jobs',
      { jobs: [{ ...goodJob, stops: [{ ...goodStop, threadId: missing }] }] },
    ],
    ['no stops', '/api/jobs', { jobs: [{ ...goodJob, stops: [] }] }],
    ['a 30th of February', '/api/jobs', { jobs: [{ ...goodJob, due: '2026-02-30' }] }],
    ['a colour that is none', '/api/threads', { ...goodThread, colour: 'red' }],
    ['a weight of 0', '/api/threads', { ...goodThread, weightNo: 0 }],
    ['a code in use', '/api/threads', { ...goodThread, code: 're40' }],
    ['a cone of no thread', '/api/cones', { id: missing, threadId: missing, batch: '', metres: 10 }],
    ['a cone of 0 m', '/api/cones', { id: missing, threadId: ids.red, batch: '', metres: 0 }],
    ['a needle that cannot be read', '/api/needle-kinds', { id: missing, label: '75/12' }],
    ['a machine of 99 positions', '/api/machines', { ...goodMachine, positions: 99 }],
    ['a machine’s name in use', '/api/machines', { ...goodMachine, name: 'TEST one' }],
    ['a person’s name in use', '/api/operators', { id: missing, name: 'Ines' }],
  ])('%s', async (_name, path, message) => void (await refused('POST', path, message)));

  test('a job that someone else changed meanwhile', async () => {
    expect(
      (await refused('PUT', `/api/jobs/${ids.job}`, { ...goodJob, id: undefined, version: 99, done: false }))
        .status,
    ).toBe(409);
  });
});

describe('addresses', () => {
  const drop = encodeURIComponent("'; DROP TABLE ledger; --");
  test.each([
    '/api/nothing',
    '/api/machines/x',
    `/api/machines/${missing}`,
    `/api/machines/${missing}/head`,
    `/api/machines/${missing}/live`,
    `/api/machines/${ids.machine}/positions/16`,
    `/api/machines/${ids.machine}/positions/abc`,
    `/api/machines/${ids.machine}/positions/1?head=2`,
    `/api/jobs/${missing}`,
    `/api/jobs/${drop}`,
    `/api/ledger/${missing}`,
    '/api/ledger',
    `/api/ledger?machine=${missing}`,
    `/api/ledger?machine=${drop}`,
    ...[
      'limit=0',
      'limit=9999',
      'limit=x',
      'position=99',
      'kind=Break%20it',
      'from=today',
      'after=abc',
      `after=${drop}`,
      'after=WyJ4IiwieSJd',
      'surprise=1',
    ].map((query) => `/api/ledger?machine=${ids.machine}&${query}`),
    `/api/ledger/export?machine=${ids.machine}&format=exe`,
    '/api/jobs?after=abc',
    '/api/jobs?after=WyJ4IiwieSJd',
    '/api/jobs?show=some',
    '/api/machines?after=WyJ4IiwieSJd',
    '/api/cones?thread=x',
    '/api/cones?after=WyJ4Il0',
  ])('GET %s', async (path) => void (await refused('GET', path)));
});

test('SQL in a text is only a text', async () => {
  const text = "Robert'); DROP TABLE ledger; --";
  const note = entry('note', { text });
  expect((await ask(base, 'POST', '/api/ledger', { entries: [note] })).status).toBe(201);
  const { body } = await ask<{ event: { data: { text: string } } }>(base, 'GET', `/api/ledger/${note.id}`);
  expect(body.event.data.text).toBe(text);
});
