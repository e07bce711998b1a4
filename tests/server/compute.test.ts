import { beforeAll, describe, expect, test } from 'vitest';
import { advise } from '../../src/core/advice/advise.ts';
import { fillIn } from '../../src/core/advice/fill-in.ts';
import { readArtwork } from '../../src/engines/logo/read.ts';
import { pairUp } from '../../src/core/bobbin/pair-up.ts';
import type { Problem } from '../../src/server/base/problem.ts';
import { drawLogo } from '../../tools/made/logos/logo.ts';
import { ask, furnish, ids, newServer } from '../support/workshop.ts';

let base: string;
beforeAll(async () => {
  base = (await newServer()).address;
  await furnish(base);
});
const json = (value: unknown) => JSON.parse(JSON.stringify(value)) as Record<string, unknown>;

describe('the endpoints give the same answers as the core, which the screens use', () => {
  test('needle advice, with the workshop’s schools', async () => {
    const question = { cloth: 'canvas', element: 'lettering', letterMm: 4, backings: ['cut-away'] } as const;
    const first = await ask(base, 'POST', '/api/compute/needle-advice', question);
    expect(first.status).toBe(200);
    const { overruled, safety, ...advice } = first.body as Record<string, unknown>;
    expect(advice).toEqual(json(advise(fillIn(question))));
    expect(overruled).toBeNull();
    expect(safety).toMatch(/power off or emergency stop/);
    await ask(base, 'PATCH', '/api/workshop', { schools: { size60: '70-75' } });
    const second = await ask(base, 'POST', '/api/compute/needle-advice', question);
    expect(second.body['needles']).toEqual(json(advise(fillIn(question, { size60: '70-75' })).needles));
    await ask(base, 'PATCH', '/api/workshop', { schools: { size60: '65' } });
  });

  test('an overruling is offered next time for the same cloth and element, and for no other', async () => {
    const id = '00000000-0000-7000-8000-00000000ab01';
    const kept = await ask(base, 'POST', '/api/overrulings', {
      id,
      cloth: 'felt',
      element: 'satin',
      advised: '75/11 sharp',
      label: '80/12 sharp titanium',
      why: 'thick felt',
      jobId: ids.job,
    });
    expect(kept.status).toBe(201);
    const advice = (element: string) =>
      ask(base, 'POST', '/api/compute/needle-advice', { cloth: 'felt', element });
    expect((await advice('satin')).body['overruled']).toMatchObject({
      needle: { sizeMetric: 80, coating: 'titanium' },
      why: 'thick felt',
    });
    expect((await advice('run')).body['overruled']).toBeNull();
  });

  test('pairing', async () => {
    const { body } = await ask(base, 'POST', '/api/compute/pairing', {
      needle: '75/11 sharp',
      top: { weightNo: 40, fibre: 'polyester' },
      bobbin: { weightNo: 60, fibre: 'polyester' },
    });
    const needle = {
      system: 'DBxK5',
      sizeMetric: 75,
      point: 'sharp',
      coating: 'plain',
      eye: 'standard',
      blade: 'standard',
    } as const;
    expect(body).toEqual(
      json(
        pairUp({
          needle,
          top: { tex: 25, fibre: 'polyester' },
          bobbin: { tex: 1000 / 60, fibre: 'polyester' },
        }),
      ),
    );
  });

  test('consumption: the worked example of docs/arithmetic.md', async () => {
    const { body, status } = await ask(base, 'POST', '/api/compute/consumption', {
      stops: [
        { stop: 1, kind: 'fill', stitches: 6000, lengthMm: 4, cone: 'blue' },
        { stop: 2, kind: 'satin', stitches: 2000, lengthMm: 3, cone: 'white' },
      ],
      pieces: 10,
      thicknessMm: 1,
      bobbinShare: 1 / 3,
      coneMetres: { blue: 100 },
      bobbinMetres: 104,
    });
    expect(status).toBe(200);
    expect(body).toMatchObject({ bobbins: 3, conesRunOut: { blue: { piece: 3, stop: 1, stitch: 4667 } } });
    expect((body['cones'] as Record<string, number>)['blue']).toBeCloseTo(360, 6);
  });

  test('artwork: a PNG sent as it is', async () => {
    const { file, pixels } = await drawLogo({
      typeface: 'roboto',
      word: 'HILL',
      letterMm: 8,
      tiltDegrees: 0,
      colours: ['#ffffff', '#12509a', '#cf1130'],
      widthMm: 90,
      pictureWidth: 900,
    });
    const response = await fetch(`${base}/api/compute/artwork?widthMm=90`, {
      method: 'POST',
      headers: { 'content-type': 'image/png' },
      body: new Uint8Array(file),
    });
    expect(response.status).toBe(200);
    const { map: _map, box: _box, ...own } = readArtwork(pixels, { widthMm: 90 });
    void [_map, _box];
    expect(await response.json()).toEqual(json(own));
  });
});

describe('bad input is told what is wrong', () => {
  const svg = (inside: string) =>
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 50">${inside}<rect width="60" height="30"/></svg>`;
  test.each([
    ['a damaged PNG', 'image/png', '\x89PNG\r\n nothing', 422, /damaged/],
    ['an SVG with a script', 'image/svg+xml', svg('<script>alert(1)</script>'), 422, /not run/],
    ['an SVG with a handler', 'image/svg+xml', svg('<circle onload="x()"/>'), 422, /not run/],
    [
      'an SVG that fetches',
      'image/svg+xml',
      svg('<image href="http://127.0.0.1:1/a.png"/>'),
      422,
      /not fetched/,
    ],
    [
      'an SVG with an entity',
      'image/svg+xml',
      '<!DOCTYPE s [<!ENTITY a "b">]>' + svg(''),
      422,
      /not fetched/,
    ],
    ['text', 'text/plain', 'hello', 415, /image\/png/],
  ])('%s', async (_, type, body, status, words) => {
    const response = await fetch(`${base}/api/compute/artwork?widthMm=80`, {
      method: 'POST',
      headers: { 'content-type': type },
      body,
    });
    expect(response.status).toBe(status);
    expect(((await response.json()) as Problem).detail).toMatch(words);
  });
  test('a plain SVG is read', async () => {
    const response = await fetch(`${base}/api/compute/artwork?widthMm=80`, {
      method: 'POST',
      headers: { 'content-type': 'image/svg+xml' },
      body: svg(''),
    });
    expect(response.status).toBe(200);
    expect(await response.json()).toMatchObject({ regions: [{ kind: 'fill' }], widthMm: 80 });
  });
  test.each([
    ['/api/compute/needle-advice', { cloth: 'chain mail', element: 'fill' }],
    ['/api/compute/needle-advice', { cloth: 'felt', element: 'fill', layers: 0 }],
    [
      '/api/compute/pairing',
      {
        needle: '75/12',
        top: { weightNo: 40, fibre: 'polyester' },
        bobbin: { weightNo: 60, fibre: 'polyester' },
      },
    ],
    [
      '/api/compute/pairing',
      {
        needle: '75/11',
        top: { weightNo: -1, fibre: 'polyester' },
        bobbin: { weightNo: 60, fibre: 'polyester' },
      },
    ],
    [
      '/api/compute/consumption',
      { stops: [], pieces: 1, thicknessMm: 1, bobbinShare: 0.3, bobbinMetres: 100 },
    ],
    [
      '/api/overrulings',
      { id: ids.job, cloth: 'felt', element: 'run', advised: '', label: 'needle of gold' },
    ],
    [
      '/api/bobbin-kinds',
      {
        id: ids.job,
        name: '',
        size: 'L',
        sides: 'paper',
        weightNo: 60,
        fibre: 'polyester',
        colour: '#ffffff',
      },
    ],
    ['/api/bobbin-cases', { id: ids.job, name: 'A', size: 'XL', turns: 'clockwise' }],
  ])('%s refuses %j', async (path, message) => {
    const { status, body } = await ask<Problem>(base, 'POST', path, message);
    expect(status).toBe(422);
    expect(body.detail).toMatch(/^.{15,}[.]$/s);
  });
  test('a word with figures cannot be taught, nor a meaning that is none', async () => {
    for (const letters of [{ 'R 75': { point: 'sharp' } }, { RS: { point: 'round' } }, { RS: {} }])
      expect((await ask(base, 'PATCH', '/api/workshop', { letters })).status).toBe(422);
  });
});

describe('the stores', () => {
  test('needles on hand fall with each fitting and come back when it is taken back', async () => {
    const { body: kind } = await ask(base, 'POST', '/api/needle-kinds', {
      id: '00000000-0000-7000-8000-00000000ab02',
      label: '90/14 sharp',
    });
    await ask(base, 'PATCH', `/api/needle-kinds/${kind['id'] as string}`, { counted: 5 });
    const onHand = async () =>
      (
        (
          await ask<{ items: { id: string; onHand: number }[] }>(base, 'GET', '/api/needle-kinds')
        ).body.items.find((one) => one.id === kind['id']) ?? { onHand: -1 }
      ).onHand;
    expect(await onHand()).toBe(5);
    const entry = {
      id: '019f0000-0000-7000-8000-0000000000f1',
      machineId: ids.machine,
      kind: 'needle_fitted',
      head: 1,
      position: 4,
      at: new Date(Date.now() + 1000).toISOString(),
      data: { needle: kind['spec'], reason: 'worn' },
    };
    await ask(base, 'POST', '/api/ledger', { entries: [entry] });
    expect(await onHand()).toBe(4);
    await ask(base, 'POST', '/api/ledger', {
      entries: [
        {
          id: '019f0000-0000-7000-8000-0000000000f2',
          machineId: ids.machine,
          kind: 'correction',
          corrects: entry.id,
          at: entry.at,
          data: { void: true },
        },
      ],
    });
    expect(await onHand()).toBe(5);
  });

  test('a cone’s metres fall as the ledger sews, and stay with it on the shelf', async () => {
    const left = async () =>
      (
        await ask<{ items: { id: string; leftMetres: number }[] }>(
          base,
          'GET',
          `/api/cones?thread=${ids.red}`,
        )
      ).body.items.find((one) => one.id === ids.cone)!.leftMetres;
    expect(await left()).toBe(5000);
    const at = (minute: number) => new Date(Date.UTC(2026, 9, 1, 8, minute)).toISOString();
    const entry = (n: number, kind: string, data: unknown, more = {}) => ({
      id: `019f0000-0000-7000-8000-0000000001${n}0`,
      machineId: ids.machine,
      kind,
      at: at(n),
      data,
      ...more,
    });
    const seat = { head: 1, position: 9 };
    await ask(base, 'POST', '/api/ledger', {
      entries: [
        entry(1, 'cone_mounted', { threadId: ids.red, coneId: ids.cone, fibre: 'polyester' }, seat),
        entry(
          2,
          'piece_finished',
          { heads: [1], speed: 800, stops: [{ stop: 1, position: 9, stitches: 100_000 }] },
          { jobId: ids.job },
        ),
      ],
    });
    const sewn = await left();
    expect(sewn).toBeLessThan(5000);
    await ask(base, 'POST', '/api/ledger', {
      entries: [entry(3, 'cone_mounted', { threadId: ids.gold, coneId: null, fibre: 'metallic' }, seat)],
    });
    expect(await left()).toBe(sewn);
  });

  test('a bobbin’s metres follow from its class and thread, a retired case stays on record', async () => {
    const { body: bobbin } = await ask(base, 'POST', '/api/bobbin-kinds', {
      id: '00000000-0000-7000-8000-00000000ab03',
      name: 'White 80',
      size: 'L',
      sides: 'magnetic',
      weightNo: 80,
      fibre: 'polyester',
      colour: '#ffffff',
    });
    expect(bobbin['metres']).toBe(153);
    const id = '00000000-0000-7000-8000-00000000ab04';
    await ask(base, 'POST', '/api/bobbin-cases', { id, name: 'Case A', size: 'L', turns: 'clockwise' });
    expect((await ask(base, 'PATCH', `/api/bobbin-cases/${id}`, { retired: 'dropped' })).body).toMatchObject({
      retired: 'dropped',
    });
  });
});
