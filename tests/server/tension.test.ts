import { beforeAll, describe, expect, test } from 'vitest';
import { v7 as uuid7 } from 'uuid';
import { ask, furnish, ids, newServer } from '../support/workshop.ts';
import { readUnderside } from '../../src/engines/underside/read.ts';
import { madeUnderside } from '../../tools/made/undersides/underside.ts';
import { madePull } from '../../tools/made/tension/pulls.ts';

let base: string;
const caseId = uuid7();
beforeAll(async () => {
  base = (await newServer()).address;
  await furnish(base);
  const made = await ask(base, 'POST', '/api/bobbin-cases', {
    id: caseId,
    name: 'Case A',
    size: 'L',
    turns: 'clockwise',
  });
  expect(made.status).toBe(201);
});
const compute = (path: string, message: unknown) => ask(base, 'POST', `/api/compute/${path}`, message);
const detail = (answer: { body: Record<string, unknown> }) => String(answer.body['detail']);

describe('POST /api/compute/gauge-trace', () => {
  test('a pull that tightens once a turn says so, and what to look at next', async () => {
    const { status, body } = await compute('gauge-trace', madePull(4, 'out-of-round'));
    expect(status).toBe(200);
    expect(body).toMatchObject({ verdict: 'out-of-round' });
    expect(body['next']).toMatch(/Change the bobbin/);
  });
  test.each([
    ['too short', { ...madePull(1, 'steady'), grams: [20, 20, 20] }, /Pull for three seconds/],
    ['no speed', { ...madePull(1, 'steady'), speed: 0 }, /speed/],
    ['words for grams', { ...madePull(1, 'steady'), grams: ['x'] }, /gram 1 must be a number/],
  ])('%s: a sentence', async (_, message, words) => {
    const answer = await compute('gauge-trace', message);
    expect(answer.status).toBe(422);
    expect(detail(answer)).toMatch(words);
  });
});

describe('POST /api/compute/screw', () => {
  const steps = [{ is: 'reading', grams: 50 }];
  test('50 g: about half a turn left at once', async () => {
    const { body } = await compute('screw', { steps });
    expect(body).toMatchObject({ zone: 'far-tight', advice: { eighths: -3, words: '3/8 left' }, faults: [] });
  });
  test('the school asked for, else the workshop’s', async () => {
    const at22 = { steps: [{ is: 'reading', grams: 22 }] };
    expect((await compute('screw', at22)).body).toMatchObject({ zone: 'loose' });
    expect((await compute('screw', { ...at22, school: '18-25' })).body).toMatchObject({ zone: 'right' });
  });
  test('a reading of weeks ago says more where nothing was sewn since', async () => {
    const at = async (more: object) => {
      const steps = [30, 30, 30, 24].map((grams) => ({ is: 'reading', grams, days: 14, ...more }));
      const { status, body } = await compute('screw', { steps });
      expect(status).toBe(200);
      return (body['belief'] as { grams: number }).grams;
    };
    const [asUsual, idle, busy] = [
      await at({}),
      await at({ stitches: 0 }),
      await at({ stitches: 6_000_000 }),
    ];
    expect(idle).toBeGreaterThan(asUsual + 0.3);
    expect(busy).toBeLessThan(asUsual - 0.1);
    const steps = [{ is: 'reading', grams: 30, days: 1, stitches: -1 }];
    expect((await compute('screw', { steps })).status).toBe(422);
  });
  test('negative grams, and turns without any reading, are told', async () => {
    expect((await compute('screw', { steps: [{ is: 'reading', grams: -4 }] })).status).toBe(422);
    const turned = await compute('screw', { steps: [{ is: 'turn', turns: 0.1 }] });
    expect(turned.status).toBe(422);
    expect(detail(turned)).toMatch(/measure the case at least once/);
  });
});

describe('POST /api/compute/block', () => {
  const column = (position: number, bobbin: number) => ({
    position,
    left: (10 - bobbin) / 2,
    bobbin,
    right: (10 - bobbin) / 2,
  });
  test('all off the same way: the case is gauged; known off it is turned, known right it is the tops', async () => {
    const columns = [1, 2, 3].map((one) => column(one, 6));
    const of = async (more: object) => (await compute('block', { columns, ...more })).body;
    expect(await of({})).toMatchObject({ next: 'gauge-case', moves: [] });
    expect(await of({ case: { grams: 15, spread: 1 } })).toMatchObject({
      moves: [{ part: 'case', way: 'tighten' }],
    });
    expect((await of({ case: { grams: 27, spread: 1 } }))['moves']).toHaveLength(3);
    expect((await compute('block', { columns, case: { grams: 0, spread: 1 } })).status).toBe(422);
  });
  test('half is right for one school', async () => {
    const { body } = await compute('block', { columns: [column(1, 5)], share: 'half' });
    expect(body).toMatchObject({ moves: [], says: 'The column is right.' });
  });
  test.each([
    ['no column', [], /Measure at least one/],
    ['a column twice', [column(2, 3), column(2, 3)], /there twice/],
    ['a width below 0', [{ ...column(1, 3), left: -1 }], /left/],
  ])('%s: a sentence', async (_, columns, words) => {
    const answer = await compute('block', { columns });
    expect(answer.status).toBe(422);
    expect(detail(answer)).toMatch(words);
  });
});

describe('POST /api/compute/underside', () => {
  const send = async (query: string, body: Buffer, type = 'image/jpeg') => {
    const answer = await fetch(`${base}/api/compute/underside?${query}`, {
      method: 'POST',
      headers: { 'content-type': type },
      body: new Uint8Array(body),
    });
    return { status: answer.status, body: (await answer.json()) as Record<string, unknown> };
  };
  test('the same answer as the core, which the screen’s worker uses', async () => {
    const { jpeg, pixels } = await madeUnderside({
      seed: 8,
      columns: [0.3, 0.5, 0.4].map((share) => ({ colour: '#17743d', share })),
      bobbin: '#f6f5f0',
    });
    const { status, body } = await send('count=3&columnMm=10', jpeg);
    expect(status).toBe(200);
    expect(body['columns']).toEqual(
      JSON.parse(JSON.stringify(readUnderside(pixels, { count: 3, columnMm: 10 }))),
    );
    expect(body['told']).toBeNull();
    const more = await send('count=4&columnMm=10', jpeg);
    expect(more.body['columns']).toHaveLength(3);
    expect(more.body['told']).toMatch(/^3 columns are seen on this picture, 4 were said\. Add the one/);
  });
  test('a damaged photo, one without columns, no count, no picture at all', async () => {
    const { jpeg } = await madeUnderside({ seed: 8, columns: [], bobbin: '#f6f5f0' });
    const damaged = await send('count=3&columnMm=10', jpeg.subarray(0, 200));
    expect(damaged).toMatchObject({ status: 422 });
    expect(damaged.body['detail']).toMatch(/cannot be read/);
    expect((await send('count=3', jpeg)).status).toBe(422);
    expect((await send('count=3&columnMm=10', jpeg, 'text/plain')).status).toBe(415);
  });
});

describe('a case’s life', () => {
  const entry = (kind: string, data: unknown, minutesAgo: number) => ({
    id: uuid7(),
    machineId: ids.machine,
    at: new Date(Date.now() - minutesAgo * 60_000).toISOString(),
    kind,
    data,
  });
  test('readings, turns and falls of the case, oldest first, what was taken back left out', async () => {
    const wrong = entry('case_measured', { grams: 99, caseId }, 2);
    const foretold = { believed: 0.4, said: 0.35, from: 25, to: 30 };
    const entries = [
      entry('case_measured', { grams: 41, caseId, by: 'plate' }, 9),
      entry('screw_turned', { caseId, turns: -0.125, foretold }, 8),
      entry('case_measured', { grams: 33.5, caseId, spread: 0.4, verdict: 'steady' }, 7),
      entry('case_measured', { grams: 20 }, 6),
      entry('case_dropped', { caseId }, 5),
      wrong,
    ];
    expect((await ask(base, 'POST', '/api/ledger', { entries })).status).toBe(201);
    const undo = {
      ...entry('correction', { void: true }, 1),
      corrects: wrong.id,
    };
    expect((await ask(base, 'POST', '/api/ledger', { entries: [undo] })).status).toBe(201);
    const { body } = await ask<{ items: { kind: string; data: { grams?: number } }[] }>(
      base,
      'GET',
      `/api/bobbin-cases/${caseId}/life`,
    );
    expect(body.items.map((one) => one.kind)).toEqual([
      'case_measured',
      'screw_turned',
      'case_measured',
      'case_dropped',
    ]);
    expect(body.items[1]!.data).toMatchObject({ turns: -0.125, foretold });
  });
  test.each([
    ['a case that is not there', 'case_dropped', { caseId: uuid7() }, /no such bobbin case/],
    ['a bobbin that is not there', 'case_measured', { grams: 20, bobbinKindId: uuid7() }, /no such bobbin/],
    ['five turns at once', 'screw_turned', { caseId, turns: 5 }, /turns/],
    [
      'a chance over one',
      'screw_turned',
      { caseId, turns: 0.25, foretold: { believed: 0.4, said: 1.2, from: 25, to: 30 } },
      /said/,
    ],
    ['a block without columns', 'block_read', { columns: [] }, /columns/],
  ])('%s is refused, and nothing is written', async (_, kind, data, words) => {
    const before = await ask<{ items: unknown[] }>(base, 'GET', `/api/ledger?machine=${ids.machine}`);
    const answer = await ask(base, 'POST', '/api/ledger', { entries: [entry(kind, data, 0)] });
    expect(answer.status).toBe(422);
    expect(detail(answer)).toMatch(words);
    const after = await ask<{ items: unknown[] }>(base, 'GET', `/api/ledger?machine=${ids.machine}`);
    expect(after.body.items).toEqual(before.body.items);
  });
});

describe('POST /api/machines/{id}/gauge', () => {
  const part = {
    gauge: 'Bench',
    pull: '1',
    part: 0,
    rateHz: 50,
    grams: [27, 27.5],
    speed: 80,
    woundDiameter: 16,
    done: true,
  };
  test('what a gauge sends is told to the machine’s pages at once, and not kept', async () => {
    const feed = await fetch(`${base}/api/machines/${ids.machine}/live?since=0`);
    const reader = feed.body!.getReader();
    let text = '';
    const until = async (words: string) => {
      const began = Date.now();
      while (!text.includes(words) && Date.now() - began < 10_000)
        text += new TextDecoder().decode((await reader.read()).value);
    };
    await until(': connected');
    const sent = await ask(base, 'POST', `/api/machines/${ids.machine}/gauge`, part);
    expect(sent).toMatchObject({ status: 201, body: { taken: 2 } });
    await until('event: pull');
    await reader.cancel();
    expect(text).toContain('"grams":[27,27.5]');
  });
  test('an unknown machine, and a part that is none', async () => {
    expect((await ask(base, 'POST', `/api/machines/${uuid7()}/gauge`, part)).status).toBe(404);
    const odd = await ask(base, 'POST', `/api/machines/${ids.machine}/gauge`, { ...part, rateHz: 2 });
    expect(odd.status).toBe(422);
  });
});
