import sharp from 'sharp';
import { beforeAll, describe, expect, test } from 'vitest';
import { v7 as uuid7 } from 'uuid';
import { ask, furnish, ids, newServer, type Answer } from '../support/workshop.ts';
import type { Job } from '../../src/schemas/workshop.ts';
import Papa from 'papaparse';
import { ownFactor, type OwnFactor } from '../../src/core/artwork/own-factor.ts';
import { readJobRows } from '../../src/core/jobs/read-rows.ts';

let base = '';
beforeAll(async () => {
  base = (await newServer()).address;
  await furnish(base);
});

const garment = {
  ...{ cloth: 'cap', layers: 2, seams: true, backings: ['tear-away'], hoop: 'cap-frame', order: 'cap' },
  ...{ place: 'cap-front', widthMm: 104.5, heightMm: 52 },
};
const measures = {
  ...{ by: 'picture', stitches: 'estimated' },
  parts: [
    { element: 'fill', stitches: 1500, areaMm2: 700.25, strokeMm: 3, widestMm: 9 },
    { element: 'lettering', stitches: 500, letterMm: 4.2, strokeMm: 0.6 },
  ],
};
const stops = [{ stop: 1, threadId: ids.red, stitches: 2000, element: 'fill', position: null, measures }];
const newJob = (more: object = {}) => ({
  ...{ id: uuid7(), name: 'Caps', customer: '', cloth: 'hats', pieces: 10, due: null, note: '' },
  ...{ stops, garment },
  ...more,
});
const make = async (more: object = {}) => {
  const job = newJob(more);
  const { status, body } = await ask(base, 'POST', '/api/jobs', { jobs: [job] });
  expect(status, JSON.stringify(body)).toBe(201);
  return job;
};
const read = async (id: string) => (await ask<Job>(base, 'GET', `/api/jobs/${id}`)).body;

describe('the workshop’s own counts against what was estimated from pictures', () => {
  const factor = async () => (await ask<OwnFactor>(base, 'GET', '/api/jobs/stitch-factor')).body;
  test('stops whose true stitches were typed teach it; estimated ones, and lists, teach nothing', async () => {
    const before = await factor();
    const { id, ...job } = await make();
    expect(await factor()).toEqual(before);
    const typed = (stitches: number, more: object = {}) => [
      { ...stops[0], stitches, measures: { by: 'picture', parts: measures.parts, ...more } },
    ];
    const change = (of: object[], version: number) =>
      ask(base, 'PUT', `/api/jobs/${id}`, { ...job, version, done: false, stops: of });
    expect((await change(typed(2600), 1)).status).toBe(200);
    const learnt = await factor();
    expect(learnt.designs).toBe(before.designs + 1);
    // 2,600 counted where 1,500 and 500 were estimated.
    expect(learnt).toEqual(ownFactor([{ estimated: 2000, counted: 2600 }]));
    expect((await change(typed(2600, { by: 'list', stitches: 'measured' }), 2)).status).toBe(200);
    expect(await factor()).toEqual(before);
  });
});

describe('what a job is sewn on, and what is known of its stops', () => {
  test('is kept as it was said, beside the operator’s own words', async () => {
    const job = await make();
    expect(await read(job.id)).toMatchObject({ cloth: 'hats', garment, stops, picture: null });
  });
  test('sent again it is the same job; with another garment or other measures it is told', async () => {
    const job = await make();
    const send = (more: object) => ask(base, 'POST', '/api/jobs', { jobs: [{ ...job, ...more }] });
    expect((await send({})).status).toBe(201);
    expect((await send({ garment: { ...garment, layers: 1 } })).status).toBe(409);
    const other = [{ ...stops[0], measures: { ...measures, by: 'typed' } }];
    expect((await send({ stops: other })).status).toBe(409);
    expect(await read(job.id)).toMatchObject({ garment, stops });
  });
  test('a change that says nothing of the garment leaves it; one that does replaces it', async () => {
    const job = await make();
    const { id, ...rest } = job;
    const change = (more: object, version: number) =>
      ask<Job>(base, 'PUT', `/api/jobs/${id}`, { ...rest, version, done: false, ...more });
    const first = await change({ garment: undefined, pieces: 12 }, 1);
    expect(first.body).toMatchObject({ pieces: 12, garment });
    expect((await change({ garment: { cloth: 'felt' } }, 2)).body.garment).toEqual({ cloth: 'felt' });
  });
  test.each([
    [
      'a letter height of 0',
      { stops: [{ ...stops[0], measures: { by: 'typed', parts: [{ element: 'lettering', letterMm: 0 }] } }] },
    ],
    ['seven layers', { garment: { layers: 7 } }],
    ['a cloth that is none', { garment: { cloth: 'moonstuff' } }],
    ['a stop out of range', { stops: [{ ...stops[0], position: 25 }] }],
  ])('%s is refused with a sentence that names it', async (_what, more) => {
    const job = newJob(more);
    const { status, body } = await ask(base, 'POST', '/api/jobs', { jobs: [job] });
    expect(status).toBe(422);
    expect(String(body['detail'])).toMatch(/letterMm|layers|cloth|position/);
    expect((await ask(base, 'GET', `/api/jobs/${job.id}`)).status).toBe(404);
  });
});

describe('a job’s picture', () => {
  const put = async (id: string, bytes: Uint8Array<ArrayBuffer>, type = 'image/webp'): Promise<Answer> => {
    const response = await fetch(`${base}/api/jobs/${id}/picture`, {
      method: 'PUT',
      headers: { 'content-type': type },
      body: bytes,
    });
    return { status: response.status, type: '', body: (await response.json()) as Record<string, unknown> };
  };
  const drawn = (colour: string) =>
    sharp({ create: { width: 320, height: 200, channels: 3, background: colour } })
      .webp()
      .toBuffer()
      .then((bytes) => new Uint8Array(bytes));

  test('is given back as it came, under an address that changes with it', async () => {
    const { id } = await make();
    const red = await drawn('#cc1122');
    expect((await put(id, red)).status).toBe(200);
    const mark = (await read(id)).picture;
    const response = await fetch(`${base}/api/jobs/${id}/picture?v=${mark}`);
    expect(response.headers.get('content-type')).toBe('image/webp');
    expect(response.headers.get('x-content-type-options')).toBe('nosniff');
    expect(Buffer.from(await response.arrayBuffer()).equals(Buffer.from(red))).toBe(true);
    expect((await put(id, await drawn('#11cc22'))).status).toBe(200);
    expect((await read(id)).picture).not.toBe(mark);
  });
  test('of 50 MB, of no kind known, or for no job: a sentence each, and the one before stays', async () => {
    const { id } = await make();
    await put(id, await drawn('#cc1122'));
    const before = (await read(id)).picture;
    const large = await put(id, new Uint8Array(50_000_000));
    expect([large.status, String(large.body['detail'])]).toEqual([
      413,
      expect.stringMatching(/at most 30 kB/),
    ]);
    const text = await put(id, new TextEncoder().encode('<svg onload="alert(1)"></svg>'), 'image/png');
    expect([text.status, String(text.body['detail'])]).toEqual([
      422,
      expect.stringMatching(/PNG, a JPEG or a WebP/),
    ]);
    expect((await put(uuid7(), await drawn('#cc1122'))).status).toBe(404);
    expect((await read(id)).picture).toBe(before);
    expect((await fetch(`${base}/api/jobs/${uuid7()}/picture`)).status).toBe(404);
  });
});

test('the jobs’ CSV is read back with everything that was said', async () => {
  const job = await make({ name: 'Back and forth', due: '2026-12-01' });
  const response = await fetch(`${base}/api/jobs/csv`);
  expect(response.headers.get('content-disposition')).toContain('jobs-waiting.csv');
  const { data } = Papa.parse<Record<string, string>>(await response.text(), {
    header: true,
    skipEmptyLines: true,
  });
  const threads = [{ id: ids.red, code: 'RE40', name: 'Red', weightNo: 40 }];
  const mine = readJobRows(
    data.filter((row) => row['job'] === 'Back and forth'),
    threads,
  );
  expect(mine.jobs).toEqual([{ ...job, id: undefined }].map(({ id: _id, ...rest }) => (void _id, rest)));
});
