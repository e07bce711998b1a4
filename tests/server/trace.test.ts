import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { v7 as uuid7 } from 'uuid';
import { causeKeys } from '../../src/core/trouble/causes.ts';
import { unknownMechanics } from '../../src/core/cards/mechanics.ts';
import { closeDatabase } from '../../src/server/base/database.ts';
import { traceFacts } from '../../src/server/machine/traces.ts';
import { ask, furnish, ids, newServer } from '../support/workshop.ts';

let base: string;
beforeAll(async () => {
  const served = await newServer();
  base = served.address;
  // What is read by the page's own function is read from the same database.
  process.env['DATABASE_URL'] = served.url;
  await furnish(base);
});
afterAll(closeDatabase);

const compute = (body: object) => ask(base, 'POST', '/api/compute/trace', body);
interface Answer {
  causes: { cause: string; chance: number }[];
  steps: { step: string; worth: string; answers: { key: string; chance: number }[] }[];
}

describe('POST /api/compute/trace', () => {
  test('evidence in, causes and ranked steps out; nothing at all is a question too', async () => {
    const { status, body } = await compute({ seen: 'shred', scope: 'one_position' });
    expect(status).toBe(200);
    const { causes, steps } = body as unknown as Answer;
    expect(causes).toHaveLength(causeKeys.length);
    expect(causes[0]!.cause).toBe('needle_worn');
    expect(steps[0]!.step).toBe('new_needle');
    for (const { answers } of steps)
      expect(answers.reduce((sum, { chance }) => sum + chance, 0)).toBeCloseTo(1, 6);
    expect((await compute({})).status).toBe(200);
  });

  test('a clue of one’s own counts; one position has no neighbour to move to', async () => {
    const clues = [{ key: 'mine', says: 'It was seen to be bent', weights: { foot_bent: 500 } }];
    const { body } = await compute({ seen: 'shred', clues, positions: 1 });
    const { causes, steps } = body as unknown as Answer;
    expect(causes[0]!.cause).toBe('foot_bent');
    expect(steps.some(({ step }) => step === 'neighbour')).toBe(false);
  });

  test('what it cannot take is told with what it can', async () => {
    const wrong = await compute({ answered: [{ step: 'look_lever', answer: 'breaks' }] });
    expect(wrong).toMatchObject({
      status: 422,
      body: { detail: expect.stringContaining('has no answer “breaks”. It has: in, out.') as string },
    });
    for (const body of [
      { seen: 'fire' },
      { answered: [{ step: 'pray', answer: 'same' }] },
      { clues: [{ key: 'k', says: 's', weights: { needle_worn: 0 } }] },
      { clues: [{ key: 'k', says: 's', weights: { gremlins: 2 } }] },
      { prices: { technician: -1, piece: 1, comesBack: 1 } },
      { extra: 1 },
    ])
      expect((await compute(body)).status, JSON.stringify(body)).toBe(422);
  });
});

describe('a trace in the ledger', () => {
  const at = () => new Date().toISOString();
  const entry = (kind: string, data: object, more: object = {}) => ({
    ...{ id: uuid7(), machineId: ids.machine, kind, head: 1, position: 3, at: at(), data },
    ...more,
  });
  const send = (...entries: object[]) => ask(base, 'POST', '/api/ledger', { entries });
  const opened = () => entry('trace_opened', { seen: 'shred', scope: null, since: null, struck: [] });
  const step = (trace: string, more: object = {}) =>
    entry('trace_step', { trace, step: 'new_needle', answer: 'same', ...more });
  const closed = (trace: string) =>
    entry('trace_closed', {
      ...{ closes: trace, outcome: 'found', cause: 'needle_worn', replaced: 'needle', piece: 'kept' },
      ...{ minutes: 3, checklistMinutes: 5.6 },
    });

  test('is begun, gone on with, corrected and closed; its end stands on the entry that began it', async () => {
    const trace = opened();
    const done = step(trace.id, { minutes: 2.2 });
    const end = closed(trace.id);
    expect((await send(trace, done, end)).status).toBe(201);
    const correction = {
      ...entry('correction', { data: { scope: 'one_position' } }, { head: null, position: null }),
      corrects: trace.id,
    };
    expect((await send(correction)).status).toBe(201);
    const { body } = await ask(base, 'GET', `/api/ledger/${trace.id}`);
    expect(body['event']).toMatchObject({ closedBy: end.id, data: { seen: 'shred', scope: 'one_position' } });
  });

  test('a step of a trace that there is not, an end of something else, an unknown cause: refused, and nothing is written', async () => {
    expect((await send(step(uuid7()))).status).toBe(422);
    const trace = opened();
    await send(trace);
    const done = step(trace.id);
    await send(done);
    expect((await send(closed(done.id))).status).toBe(422);
    expect((await send(step(trace.id, { answer: 'perhaps' }))).status).toBe(422);
    expect((await send(step(trace.id, { step: 'kick_it' }))).status).toBe(422);
    const { status } = await send(entry('mechanical_found', { check: 'look_needle', finding: 'right' }));
    expect(status).toBe(422);
  });
});

describe('what is learnt', () => {
  test('closed traces of this machine count, a taken-back one does not, and none from before it was to learn anew', async () => {
    const entry = (kind: string, data: object, more: object = {}) => ({
      ...{
        id: uuid7(),
        machineId: ids.machine,
        kind,
        head: 1,
        position: 2,
        at: new Date().toISOString(),
        data,
      },
      ...more,
    });
    const before = (await traceFacts(ids.machine)).here;
    const trace = entry('trace_opened', { seen: 'nest', scope: null, since: null, struck: [] });
    const step = entry('trace_step', { trace: trace.id, step: 'rethread', answer: 'sews', minutes: 3.5 });
    const end = entry('trace_closed', {
      ...{ closes: trace.id, outcome: 'found', cause: 'lever_missed', replaced: null, piece: 'kept' },
      ...{ minutes: 3.5, checklistMinutes: 2.5 },
    });
    expect((await ask(base, 'POST', '/api/ledger', { entries: [trace, step, end] })).status).toBe(201);
    const { here } = await traceFacts(ids.machine);
    expect(here.traces).toBe(before.traces + 1);
    expect(here.causes.lever_missed).toBe(1);
    expect(here.steps.rethread).toEqual({ count: 1, minutes: 3.5 });
    const change = (learnSince: string | null) =>
      ask(base, 'PATCH', `/api/machines/${ids.machine}`, { profile: { learnSince } });
    expect((await change(new Date(Date.now() + 60_000).toISOString())).status).toBe(200);
    expect((await traceFacts(ids.machine)).here).toEqual({ traces: 0, causes: {}, steps: {} });
    await change(null);
    expect((await traceFacts(ids.machine)).here.causes.lever_missed).toBe(1);
    const back = { ...entry('correction', { void: true }, { head: null, position: null }), corrects: end.id };
    await ask(base, 'POST', '/api/ledger', { entries: [back] });
    expect((await traceFacts(ids.machine)).here.causes.lever_missed).toBeUndefined();
  });
});

describe('a machine’s mechanics', () => {
  test('are unknown until they are told, and kept as told', async () => {
    const read = async () =>
      (
        (await ask(base, 'GET', '/api/machines?limit=200')).body['items'] as {
          id: string;
          profile: { mechanics: object; needleLife: object };
        }[]
      ).find(({ id }) => id === ids.machine)!.profile;
    const before = await read();
    expect(before.mechanics).toEqual(unknownMechanics);
    const mechanics = {
      ...unknownMechanics,
      depthSchool: 'peg',
      oilPoints: [{ where: 'hook', everyHours: 4 }],
    };
    const change = (of: object) =>
      ask(base, 'PATCH', `/api/machines/${ids.machine}`, { profile: { mechanics: of } });
    expect((await change(mechanics)).status).toBe(200);
    expect(await read()).toEqual({ ...before, mechanics });
    expect((await change({ ...mechanics, depthSchool: 'by eye' })).status).toBe(422);
    expect((await change({ ...mechanics, oilPoints: [{ where: 'hook', everyHours: null }] })).status).toBe(
      422,
    );
    expect(await read()).toEqual({ ...before, mechanics });
  });
});
