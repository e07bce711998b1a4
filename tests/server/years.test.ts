import { v7 as uuid7 } from 'uuid';
import { beforeAll, describe, expect, test } from 'vitest';
import { needle } from '../support/entries.ts';
import { ask, furnish, ids, newServer } from '../support/workshop.ts';

/** What must stay right however long the ledger grows. */
let base = '';

beforeAll(async () => {
  base = (await newServer()).address;
  await furnish(base);
});

async function write(entry: Record<string, unknown>): Promise<string> {
  const id = uuid7();
  const sent = { id, machineId: ids.machine, at: new Date().toISOString(), ...entry };
  const { status, body } = await ask(base, 'POST', '/api/ledger', { entries: [sent] });
  expect(body).toMatchObject({ stored: [{ id }] });
  expect(status).toBe(201);
  return id;
}

describe('needles on hand', () => {
  const fit = () =>
    write({ kind: 'needle_fitted', head: 1, position: 4, data: { needle: needle(), reason: 'worn' } });
  const onHand = async () => {
    const { body } = await ask<{ items: { text: string; onHand: number | null }[] }>(
      base,
      'GET',
      '/api/needle-kinds',
    );
    return body.items.find((one) => one.text === '75/11 sharp')?.onHand;
  };
  test('what was counted, less those fitted since and not taken back, and never below none', async () => {
    await fit();
    const { body: kind } = await ask(base, 'POST', '/api/needle-kinds', {
      id: uuid7(),
      label: 'DBxK5 75/11 sharp',
    });
    expect(await onHand()).toBeNull();
    await ask(base, 'PATCH', `/api/needle-kinds/${String(kind['id'])}`, { counted: 3 });
    expect(await onHand()).toBe(3);
    const first = await fit();
    await fit();
    expect(await onHand()).toBe(1);
    await write({ kind: 'correction', corrects: first, data: { void: true } });
    expect(await onHand()).toBe(2);
    for (let count = 0; count < 4; count++) await fit();
    expect(await onHand()).toBe(0);
  });
});

test('an entry’s history has every correction, those of corrections too, in their order', async () => {
  const entry = await write({ kind: 'break', head: 1, position: 3, data: { fault: 'shred' } });
  const moved = await write({ kind: 'correction', corrects: entry, data: { position: 5 } });
  const undone = await write({ kind: 'correction', corrects: moved, data: { void: true } });
  const redone = await write({ kind: 'correction', corrects: undone, data: { void: true } });
  const { body } = await ask<{ event: { position: number }; lines: { id: string }[] }>(
    base,
    'GET',
    `/api/ledger/${entry}`,
  );
  expect(body.lines.map((line) => line.id)).toEqual([entry, moved, undone, redone]);
  expect(body.event.position).toBe(5);
});

describe('the Ledger of a workshop with hundreds of jobs', () => {
  const name = (index: number) => `Order ${String(index).padStart(3, '0')}`;
  const jobs = Array.from({ length: 150 }, (_, index) => ({
    ...{ id: uuid7(), name: name(index), customer: '', cloth: '', pieces: 1, due: null, note: '' },
    stops: [{ stop: 1, threadId: ids.red, stitches: 100, element: 'fill', position: null }],
  }));
  const options = (html: unknown) =>
    [...String(html).matchAll(/<option[^>]*>(Order \d{3})<\/option>/g)].map((one) => one[1]);
  test('offers the newest, the one asked for, and those of the entries shown', async () => {
    for (let from = 0; from < jobs.length; from += 50)
      await ask(base, 'POST', '/api/jobs', { jobs: jobs.slice(from, from + 50) });
    const [first, second] = [jobs[0]!, jobs[1]!];
    const { body: plain } = await ask(base, 'GET', '/test-one/ledger');
    expect(options(plain)).toContain(name(149));
    expect(options(plain)).not.toContain(first.name);
    const { body: asked } = await ask(base, 'GET', `/test-one/ledger?job=${first.id}`);
    expect(options(asked)).toContain(first.name);
    await write({ kind: 'note', jobId: second.id, data: { text: 'bars oiled' } });
    const { body: shown } = await ask(base, 'GET', '/test-one/ledger');
    expect(options(shown)).toContain(second.name);
    expect(options(shown)).not.toContain(first.name);
  });
});
