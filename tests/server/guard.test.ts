import pg from 'pg';
import { v7 as uuid7 } from 'uuid';
import { beforeAll, describe, expect, test } from 'vitest';
import type { Event } from '../../src/schemas/ledger/event.ts';
import { at, entry, piece } from '../support/entries.ts';
import { ask, asOwner, furnish, ids, newServer } from '../support/workshop.ts';

let base = '';
let url = '';
beforeAll(async () => {
  const server = await newServer();
  base = server.address;
  url = server.url;
  await furnish(base);
});

interface Told {
  detail?: string;
  kept?: Record<string, unknown>;
  sent?: Record<string, unknown>;
  stored?: { id: string; seq: number; again: boolean }[];
}
const log = (...entries: unknown[]) => ask<Told>(base, 'POST', '/api/ledger', { entries });
const event = async (id: string) =>
  (await ask<{ event: Event }>(base, 'GET', `/api/ledger/${id}`)).body.event;

describe('one id stands for one content', () => {
  test('twice in one message, the same: stored once, answered twice', async () => {
    const note = entry('note', { text: 'once' });
    const { status, body } = await log(note, note);
    expect(status).toBe(201);
    expect(body.stored!.map((one) => one.again)).toEqual([false, true]);
    expect(new Set(body.stored!.map((one) => one.seq)).size).toBe(1);
  });

  test('twice in one message with two contents: nothing is stored, and both are shown', async () => {
    const one = entry('note', { text: 'one' });
    const { status, body } = await log(entry('note', { text: 'beside it' }), one, {
      ...one,
      data: { text: 'two' },
    });
    expect(status).toBe(409);
    expect(body.kept).toMatchObject({ data: { text: 'one' } });
    expect(body.sent).toMatchObject({ data: { text: 'two' } });
    expect((await ask(base, 'GET', `/api/ledger/${one.id}`)).status).toBe(404);
  });

  test('later with another content: 409 with both; the first stands, and so does what came beside it', async () => {
    const first = entry('break', { fault: 'snap' }, at(1, 7));
    expect((await log(first)).status).toBe(201);
    expect((await log(first)).body.stored![0]!.again).toBe(true);
    const other = { ...first, position: 9 };
    const beside = entry('note', { text: 'in the same message' });
    const { status, body } = await log(beside, other);
    expect(status).toBe(409);
    expect(body.detail).toMatch(/another entry under this id: break at head 1, position 7/);
    expect(body.kept).toMatchObject({ id: first.id, position: 7 });
    expect(body.sent).toMatchObject({ id: first.id, position: 9 });
    expect((await event(first.id)).position).toBe(7);
    expect((await ask(base, 'GET', `/api/ledger/${beside.id}`)).status).toBe(404);
  });

  test('two devices at once with one id: one of them is told', async () => {
    const one = entry('note', { text: 'a' });
    const answers = await Promise.all([log(one), log({ ...one, data: { text: 'b' } })]);
    expect(answers.map((answer) => answer.status).sort()).toEqual([201, 409]);
  });

  test.each([
    ['/api/operators', { name: 'Once' }, { name: 'Another' }],
    [
      '/api/threads',
      { code: 'Z1', name: 'Zed', colour: '#112233', weightNo: 40, fibre: 'rayon' },
      { name: 'Zet' },
    ],
    ['/api/cones', { threadId: ids.red, batch: 'L7', metres: 4000 }, { metres: 5000 }],
    [
      '/api/machines',
      { name: 'Crake', heads: 1, positions: 12, numberingSide: 'left', topSpeed: 800 },
      { heads: 2 },
    ],
    [
      '/api/bobbin-kinds',
      { name: 'Fine', size: 'L', sides: 'paper', weightNo: 70, fibre: 'polyester', colour: '#ffffff' },
      { weightNo: 60 },
    ],
    ['/api/bobbin-cases', { name: 'Case Q', size: 'L', turns: 'clockwise' }, { turns: 'anticlockwise' }],
    ['/api/needle-kinds', { label: 'DBxK5 90/14 RG' }, { label: 'DBxK5 80/12 RG' }],
  ])(
    '%s: the same again is given back, another under its id is 409 with both',
    async (path, message, change) => {
      const id = uuid7();
      const first = await ask(base, 'POST', path, { id, ...message });
      expect(first.status, JSON.stringify(first.body)).toBe(201);
      const again = await ask(base, 'POST', path, { id, ...message });
      expect(again.status).toBe(201);
      expect(again.body).toEqual(first.body);
      const other = await ask<Told>(base, 'POST', path, { id, ...message, ...change });
      expect(other.status).toBe(409);
      expect(other.body.kept).toBeTruthy();
      expect(other.body.sent).toBeTruthy();
    },
  );

  test('a job sent again with other colour stops is 409; the same, in another order of its lines, is not', async () => {
    const id = uuid7();
    const stop = { threadId: ids.red, stitches: 100, element: 'fill', position: null };
    const job = { id, name: 'Twice', customer: '', cloth: '', pieces: 3, due: null, note: '' };
    const stops = [
      { ...stop, stop: 1 },
      { ...stop, stop: 2, stitches: 200 },
    ];
    const send = (changed: object) =>
      ask<Told>(base, 'POST', '/api/jobs', { jobs: [{ ...job, stops, ...changed }] });
    expect((await send({})).status).toBe(201);
    expect((await send({ stops: [...stops].reverse() })).status).toBe(201);
    expect((await send({ stops: stops.slice(1) })).status).toBe(409);
    expect((await send({ pieces: 4 })).status).toBe(409);
  });

  test('ids in capitals are the same ids, everywhere', async () => {
    const id = uuid7();
    await ask(base, 'POST', '/api/operators', { id: id.toUpperCase(), name: 'Capital' });
    const note = entry('note', { text: 'by them' }, { operatorId: id.toUpperCase() });
    const shouted = { ...note, id: note.id.toUpperCase(), machineId: ids.machine.toUpperCase() };
    expect((await log(shouted)).status).toBe(201);
    expect((await log(note)).body.stored![0]).toMatchObject({ id: note.id, again: true });
    expect((await event(note.id)).operatorId).toBe(id);
    const odd = await log({ ...entry('note', { text: 'x' }), machineId: `urn:uuid:${ids.machine}` });
    expect(odd.status).toBe(422);
  });
});

describe('corrections in a ring', () => {
  test('one that names itself, two and three that name each other: refused, and logging goes on', async () => {
    const own = entry('correction', { void: true });
    expect((await log({ ...own, corrects: own.id })).status).toBe(422);
    const [a, b, c] = [1, 2, 3].map(() => entry('correction', { void: true })) as [
      typeof own,
      typeof own,
      typeof own,
    ];
    expect((await log({ ...a, corrects: b.id }, { ...b, corrects: a.id })).status).toBe(422);
    // From two devices at the same moment they would come into one batch.
    const apart = await Promise.all([log({ ...a, corrects: b.id }), log({ ...b, corrects: a.id })]);
    expect(apart.map((one) => one.status)).toEqual([422, 422]);
    const ring = await log({ ...a, corrects: b.id }, { ...b, corrects: c.id }, { ...c, corrects: a.id });
    expect(ring.status).toBe(422);
    expect((await log(entry('note', { text: 'goes on' }))).status).toBe(201);
  });

  test('a ring that is in the ledger all the same stops no reader and no writer', async () => {
    const note = entry('note', { text: 'to be corrected' });
    await log(note);
    const [a, b] = [uuid7(), uuid7()];
    const owner = new pg.Client({ connectionString: asOwner(url) });
    await owner.connect();
    for (const [id, corrects] of [
      [a, b],
      [b, a],
    ])
      await owner.query(
        "INSERT INTO ledger (id, machine_id, kind, at, corrects, data) VALUES ($1, $2, 'correction', now(), $3, '{}')",
        [id, ids.machine, corrects],
      );
    await owner.end();
    const onto = await log(entry('correction', { void: true }, { corrects: a }));
    expect(onto.status).not.toBe(500);
    expect((await log(entry('correction', { void: true }, { corrects: note.id }))).status).toBe(201);
    expect((await event(note.id)).void).toBe(true);
  });

  test('a writer that waits too long answers 503, and the next batch goes on', async () => {
    const owner = new pg.Client({ connectionString: asOwner(url) });
    await owner.connect();
    await owner.query('BEGIN');
    await owner.query('LOCK TABLE event IN ACCESS EXCLUSIVE MODE');
    const held = await log(entry('note', { text: 'held up' }));
    expect(held.status).toBe(503);
    await owner.query('ROLLBACK');
    await owner.end();
    expect((await log(entry('note', { text: 'next' }))).status).toBe(201);
  });
});

describe('a device whose clock is wrong', () => {
  test('years ahead: the server’s time counts, the claim is kept, and a needle fitted now sits on top', async () => {
    const needle = {
      system: 'DBxK5',
      sizeMetric: 75,
      point: 'sharp',
      coating: 'plain',
      eye: 'standard',
      blade: 'standard',
    };
    const fitted = (sizeMetric: number, more: object) =>
      entry('needle_fitted', { needle: { ...needle, sizeMetric }, reason: 'worn' } as never, {
        ...at(1, 5),
        ...more,
      });
    const dreaming = fitted(90, { at: '2099-03-01T00:00:00.000Z' });
    expect((await log(dreaming)).status).toBe(201);
    const kept = await event(dreaming.id);
    expect(kept.claimedAt).toBe('2099-03-01T00:00:00.000Z');
    expect(Date.parse(kept.at)).toBeLessThan(Date.now() + 60_000);
    expect((await log(dreaming)).body.stored![0]!.again).toBe(true);
    expect((await log({ ...dreaming, at: '2098-03-01T00:00:00.000Z' })).status).toBe(409);
    await log(fitted(75, { at: new Date().toISOString() }));
    const head = await ask<{
      seats: { position: number; needle: { spec: { sizeMetric: number } } | null }[];
    }>(base, 'GET', `/api/machines/${ids.machine}/head`);
    expect(head.body.seats.find((seat) => seat.position === 5)!.needle!.spec.sizeMetric).toBe(75);
  });

  test('a correction cannot move an entry into the years to come', async () => {
    const note = entry('note', { text: 'when' });
    await log(note);
    const { status, body } = await log(
      entry('correction', { at: '2098-01-01T00:00:00.000Z' }, { corrects: note.id }),
    );
    expect(status).toBe(422);
    expect(body.detail).toMatch(/still to come/);
  });
});

test('whatever was accepted can be taken back, also pieces from before the limit of stitches', async () => {
  const many = piece({ 3: 1000 }, { jobId: ids.job });
  expect((await log(many)).status).toBe(201);
  const owner = new pg.Client({ connectionString: asOwner(url) });
  await owner.connect();
  await owner.query('ALTER TABLE ledger DISABLE TRIGGER ledger_append_only');
  await owner.query(
    `UPDATE ledger SET data = jsonb_set(data, '{stops,0,stitches}', '9000000') WHERE id = $1`,
    [many.id],
  );
  await owner.query('ALTER TABLE ledger ENABLE TRIGGER ledger_append_only');
  await owner.end();
  expect((await log(entry('correction', { void: true }, { corrects: many.id }))).status).toBe(201);
  expect((await event(many.id)).void).toBe(true);
});
