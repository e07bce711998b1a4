import { omit } from '../../src/core/base/omit.ts';
import { beforeAll, describe, expect, test } from 'vitest';
import pg from 'pg';
import { v7 as uuid7 } from 'uuid';
import type { Served } from '../../scripts/child.ts';
import { effectiveEntries } from '../../src/core/ledger/effective.ts';
import type { Entry } from '../../src/core/ledger/entry.ts';
import { emptyHead, foldHead } from '../../src/core/ledger/head.ts';
import type { HeadNowMessage } from '../../src/schemas/workshop.ts';
import { at, entry, needle, piece } from '../support/entries.ts';
import { ask, furnish, ids, newServer } from '../support/workshop.ts';

/** Many writers at once, through one server and through two on the same database. */
let one: Served & { url: string };
let two: Served;
let sql: pg.Client;
beforeAll(async () => {
  one = await newServer();
  two = await newServer(one.url);
  await furnish(one.address);
  sql = new pg.Client({ connectionString: one.url });
  await sql.connect();
  return () => sql.end();
});

const send = (base: string, ...entries: unknown[]) => ask(base, 'POST', '/api/ledger', { entries });
const stored = async (wanted: readonly string[]) =>
  (await sql.query<{ id: string }>('SELECT id FROM ledger WHERE id = ANY($1)', [wanted])).rows.map(
    (row) => row.id,
  );

describe('a crowd of writers', () => {
  test('everybody’s entries are stored once, and each is told its own number', async () => {
    const mine = Array.from({ length: 120 }, () => entry('note', { text: 'crowd' }));
    const answers = await Promise.all(mine.map((each) => send(one.address, each)));
    expect(answers.map((answer) => answer.status)).toEqual(mine.map(() => 201));
    const told = answers.map((answer) => (answer.body['stored'] as { id: string; seq: number }[])[0]!);
    expect(told.map((each) => each.id)).toEqual(mine.map((each) => each.id));
    expect(new Set(told.map((each) => each.seq)).size).toBe(mine.length);
    expect((await stored(mine.map((each) => each.id))).length).toBe(mine.length);
  });

  test('one bad entry among many is refused alone', async () => {
    const good = Array.from({ length: 30 }, () => entry('note', { text: 'good' }));
    const bad = entry('sewing_again', { closes: uuid7() });
    const answers = await Promise.all(
      [...good.slice(0, 15), bad, ...good.slice(15)].map((each) => send(one.address, each)),
    );
    expect(answers.filter((answer) => answer.status === 201)).toHaveLength(30);
    expect(answers[15]!.status).toBe(422);
    expect(await stored([bad.id])).toEqual([]);
    expect((await stored(good.map((each) => each.id))).length).toBe(30);
  });

  test('the same entry sent by five at once is stored once; the others are told so', async () => {
    const same = entry('note', { text: 'same' });
    const answers = await Promise.all(Array.from({ length: 5 }, () => send(one.address, same)));
    const told = answers.map((answer) => (answer.body['stored'] as { seq: number; again: boolean }[])[0]!);
    expect(told.filter((each) => !each.again)).toHaveLength(1);
    expect(new Set(told.map((each) => each.seq)).size).toBe(1);
  });
});

test('two servers writing the same machine in turns keep one head: neither trusts what the other has changed', async () => {
  const history: Entry[] = [
    entry('needle_fitted', { needle: needle(), reason: 'other' }, at(1, 2)),
    entry('cone_mounted', { threadId: ids.red, coneId: ids.cone, fibre: 'polyester' }, at(1, 2)),
  ];
  await send(one.address, ...history);
  for (let round = 0; round < 12; round++) {
    const next =
      round % 4 === 3
        ? entry('needle_fitted', { needle: needle('light-ball'), reason: 'worn' }, at(1, 2))
        : round % 5 === 4
          ? entry('cone_mounted', { threadId: ids.gold, coneId: null, fibre: 'metallic' }, at(1, 2))
          : piece({ 2: 1000 + round }, { jobId: ids.job });
    history.push(next);
    const answer = await send(round % 2 ? one.address : two.address, next);
    expect(answer.status).toBe(201);
  }
  // And together, as they come.
  const rush = Array.from({ length: 40 }, () => piece({ 2: 10 }, { jobId: ids.job }));
  history.push(...rush);
  await Promise.all(rush.map((each, index) => send(index % 2 ? one.address : two.address, each)));
  const core = foldHead(emptyHead(1, 15), effectiveEntries(history));
  for (const base of [one.address, two.address]) {
    const { body } = await ask<HeadNowMessage>(base, 'GET', `/api/machines/${ids.machine}/head`);
    expect(body.seats[1]).toEqual(core.seats[1]);
  }
  const { rows } = await sql.query<{ shelf: unknown }>(
    'SELECT shelf FROM machine_now WHERE machine_id = $1',
    [ids.machine],
  );
  expect(rows[0]!.shelf).toEqual(core.shelf);
});

test('a refused batch leaves the head as it was, also for who writes next', async () => {
  const before = (await ask<HeadNowMessage>(one.address, 'GET', `/api/machines/${ids.machine}/head`)).body;
  const fitted = entry('needle_fitted', { needle: needle(), reason: 'burr' }, at(1, 11));
  const answer = await send(one.address, fitted, entry('sewing_again', { closes: uuid7() }));
  expect(answer.status).toBe(422);
  const after = (await ask<HeadNowMessage>(one.address, 'GET', `/api/machines/${ids.machine}/head`)).body;
  expect(after.seats).toEqual(before.seats);
  await send(one.address, piece({ 11: 5 }, { jobId: ids.job }));
  const { body } = await ask<HeadNowMessage>(one.address, 'GET', `/api/machines/${ids.machine}/head`);
  expect(body.seats[10]!.needle).toBeNull();
});

describe('what the way past the page framework must still refuse', () => {
  const raw = (init: RequestInit) => fetch(`${one.address}/api/ledger`, { method: 'POST', ...init });
  test.each([
    ['no JSON', { headers: { 'content-type': 'text/plain' }, body: '{}' }, 415],
    ['no content type', { body: new Uint8Array([123, 125]) }, 415],
    ['half a message', { headers: { 'content-type': 'application/json' }, body: '{"entries":[' }, 400],
    [
      'a body over 1 MB',
      { headers: { 'content-type': 'application/json' }, body: `"${'x'.repeat(1_100_000)}"` },
      413,
    ],
    ['an empty list', { headers: { 'content-type': 'application/json' }, body: '{"entries":[]}' }, 422],
    [
      'another field',
      { headers: { 'content-type': 'application/json' }, body: '{"entries":[],"more":1}' },
      422,
    ],
  ] as const)('%s', async (_, init, status) => {
    const response = await raw(init as RequestInit);
    expect(response.status).toBe(status);
    expect(response.headers.get('content-type')).toContain('application/problem+json');
    expect(response.headers.get('x-content-type-options')).toBe('nosniff');
    expect(((await response.json()) as { detail: string }).detail).toMatch(/^.{15,}\.$/s);
  });
  test('and goes on after each', async () =>
    expect((await send(one.address, entry('note', { text: 'still here' }))).status).toBe(201));
});

describe('a job’s own ways, and the workshop’s', () => {
  test('a job keeps its answers, drops them again, and refuses what is no answer', async () => {
    const { body: job } = await ask(one.address, 'GET', `/api/jobs/${ids.job}`);
    expect(job['schools']).toBeNull();
    const rest = omit(job, 'id', 'tally', 'doneAt', 'picture', 'sewnAt');
    const put = (change: object) =>
      ask(one.address, 'PUT', `/api/jobs/${ids.job}`, { ...rest, done: false, ...change });
    const changed = await put({ schools: { point: 'sharp-first' } });
    expect(changed.body).toMatchObject({ schools: { point: 'sharp-first' }, version: 2 });
    expect((await put({ version: 2, schools: { point: 'blunt-first' } })).status).toBe(422);
    expect((await put({ version: 2, schools: null })).body['schools']).toBeNull();
  });
  test('the workshop changes what is given and leaves the rest', async () => {
    await ask(one.address, 'PATCH', '/api/workshop', { schools: { case: '18-25' } });
    const { body } = await ask(one.address, 'PATCH', '/api/workshop', {
      letters: { QX: { point: 'sharp' } },
    });
    expect(body).toMatchObject({
      schools: { case: '18-25', size40: '75' },
      letters: { QX: { point: 'sharp' } },
    });
    const { body: kind } = await ask(one.address, 'POST', '/api/needle-kinds', {
      id: uuid7(),
      label: '75/11 QX',
    });
    expect(kind).toMatchObject({ text: '75/11 sharp', onHand: null });
  });
  test('choices against advice are listed newest first, a page at a time', async () => {
    for (const label of ['75/11 sharp', '80/12 sharp', '90/14 sharp'])
      await ask(one.address, 'POST', '/api/overrulings', {
        id: uuid7(),
        cloth: 'twill',
        element: 'fill',
        advised: 'x',
        label,
      });
    const page = async (after = '') =>
      (
        await ask<{ items: { needle: { sizeMetric: number } }[]; next: string | null }>(
          one.address,
          'GET',
          `/api/overrulings?cloth=twill&limit=2${after}`,
        )
      ).body;
    const first = await page();
    expect(first.items.map((each) => each.needle.sizeMetric)).toEqual([90, 80]);
    const second = await page(`&after=${first.next!}`);
    expect(second.items.map((each) => each.needle.sizeMetric)).toEqual([75]);
    expect(second.next).toBeNull();
  });
});
