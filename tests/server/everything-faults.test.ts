import { existsSync, mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { randomHistory } from '../support/random-history.ts';
import { entry } from '../support/entries.ts';
import { v7 as uuid7 } from 'uuid';
import { runScript } from '../support/run-script.ts';
import { ask, furnish, ids, newDatabase, newServer } from '../support/workshop.ts';

let full: Awaited<ReturnType<typeof newServer>>;
let empty: Awaited<ReturnType<typeof newServer>>;
let away = '';
const folder = mkdtempSync(join(tmpdir(), 'vivid-everything-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
beforeAll(async () => {
  full = await newServer();
  empty = await newServer();
  await furnish(full.address);
  const history = randomHistory(400, 11);
  for (let at = 0; at < history.length; at += 100)
    await ask(full.address, 'POST', '/api/ledger', { entries: history.slice(at, at + 100) });
  away = await (await fetch(`${full.address}/api/everything`)).text();
});

async function takeIn(body: BodyInit, address = empty.address) {
  const response = await fetch(`${address}/api/everything`, {
    method: 'POST',
    headers: { 'content-type': 'application/x-ndjson' },
    body,
    duplex: 'half',
  } as RequestInit);
  return { status: response.status, body: (await response.json()) as { detail?: string; rows?: object } };
}
const isEmpty = async (address = empty.address) => {
  for (const list of ['machines', 'operators', 'threads', 'jobs', 'needle-kinds'])
    expect((await ask<{ items: unknown[] }>(address, 'GET', `/api/${list}`)).body.items, list).toEqual([]);
  const lines = await (await fetch(`${address}/api/everything`)).text();
  expect(lines).toContain('"rows":{"workshop":1}');
};
const lines = () => away.trimEnd().split('\n');
/** The file as if it had been written with this line in another form: its end says so. */
async function withLine(number: number, change: (line: Record<string, never>) => unknown) {
  const all = lines();
  all[number - 1] = JSON.stringify(change(JSON.parse(all[number - 1]!) as Record<string, never>));
  return ended(all.slice(0, -1));
}
async function ended(all: string[]) {
  const { createHash } = await import('node:crypto');
  const text = all.map((one) => one + '\n').join('');
  const { rows } = JSON.parse(lines().at(-1)!) as { rows: object };
  return `${text}${JSON.stringify({ end: true, rows, sha256: createHash('sha256').update(text).digest('hex') })}\n`;
}
const lineOf = (table: string, nth = 0) =>
  lines().flatMap((line, index) => (line.includes(`"table":"${table}"`) ? [index + 1] : []))[nth]!;

describe('a file that is not as it was written', () => {
  test('cut anywhere, also at a line’s end: nothing is taken in, and the sentence says why', async () => {
    const all = lines();
    for (const cut of [all.slice(0, 40), all.slice(0, -1), all.slice(0, 2), all.slice(0, 1)]) {
      const { status, body } = await takeIn(cut.join('\n') + '\n');
      expect(status).toBe(422);
      expect(body.detail).toMatch(/was cut off/);
    }
    const fewer = await takeIn([...all.slice(0, 60), ...all.slice(61)].join('\n') + '\n');
    expect(fewer.body.detail).toMatch(/says that it holds \d+ rows of “\w+”, and holds \d+/);
    const changed = await takeIn(away.replace('"Red"', '"Rad"'));
    expect(changed.body.detail).toMatch(/checksum differs/);
    const more = await takeIn(away + all[5]! + '\n');
    expect(more.body.detail).toMatch(/behind the end/);
    await isEmpty();
  });

  test.each([
    ['a null line', async () => withLine(4, () => null), /^Line 4 is no line of an export/],
    ['a list', async () => withLine(4, () => [1]), /^Line 4 is no line of an export/],
    [
      'a field that is not known',
      async () =>
        withLine(lineOf('thread'), (one) => ({
          ...one,
          row: { ...(one['row'] as unknown as object), shine: 3 },
        })),
      /^Line \d+: “thread” has no field “shine”/,
    ],
    [
      'a kind that is not known',
      async () =>
        withLine(lineOf('ledger', 30), (one) => ({
          ...one,
          row: { ...(one['row'] as unknown as object), kind: 'party' },
        })),
      /^Line \d+: this is no entry of a ledger/,
    ],
    [
      'data that its kind does not have',
      async () =>
        withLine(lineOf('ledger', 31), (one) => ({
          ...one,
          row: { ...(one['row'] as unknown as object), kind: 'piece_finished', data: { stops: 'x' } },
        })),
      /^Line \d+: this is no entry of a ledger/,
    ],
    [
      'a name that another has',
      async () =>
        withLine(lineOf('machine', 1), (one) => ({
          ...one,
          row: { ...(one['row'] as unknown as object), slug: 'test-one' },
        })),
      /^Line \d+: this row of “machine” stands in the file twice, or bears a name that another has already/,
    ],
    [
      'something that is not there',
      async () =>
        withLine(lineOf('cone'), (one) => ({
          ...one,
          row: { ...(one['row'] as unknown as object), thread_id: ids.machine },
        })),
      /^Line \d+: this row of “cone” names something that is not in the file/,
    ],
    [
      'a value of the wrong kind',
      async () =>
        withLine(lineOf('machine'), (one) => ({
          ...one,
          row: { ...(one['row'] as unknown as object), heads: 'many' },
        })),
      /^Line \d+: this row of “machine” has a value of the wrong kind/,
    ],
    [
      'a value that a rule of its table forbids',
      async () =>
        withLine(lineOf('machine'), (one) => ({
          ...one,
          row: { ...(one['row'] as unknown as object), heads: 99 },
        })),
      /^Line \d+: this row of “machine” has a value that is not allowed/,
    ],
    ['another version', async () => away.replace('"version":3', '"version":9'), /another version/],
  ])('%s: the line’s number in a sentence, no rule’s name, nothing written', async (_name, make, words) => {
    const { status, body } = await takeIn(await make());
    expect(status).toBe(422);
    expect(body.detail).toMatch(words);
    expect(body.detail).toMatch(/Nothing was taken in\.$/);
    expect(body.detail).not.toMatch(/_key|_check|constraint|violates/);
    await isEmpty();
  });

  test('a line of 100 MB, and bytes that are no text', async () => {
    const piece = new Uint8Array(1_000_000).fill(120);
    let sent = 0;
    const endless = new ReadableStream<Uint8Array>({
      pull(controller) {
        if (sent === 0) controller.enqueue(new TextEncoder().encode(lines()[0]! + '\n'));
        if (++sent > 100) controller.close();
        else controller.enqueue(piece);
      },
    });
    const long = await takeIn(endless).catch(() => ({ status: 422, body: { detail: 'Line 2 is longer' } }));
    expect(long.status).toBe(422);
    expect(long.body.detail).toMatch(/Line 2 is longer/);
    const binary = Buffer.concat([Buffer.from(lines()[0]! + '\n'), Buffer.from([0xff, 0xfe, 0x0a])]);
    expect((await takeIn(binary)).body.detail).toMatch(/Line 2 holds bytes that are no UTF-8/);
    await isEmpty();
  });

  test('whoever is there to take it in may be, also under a name that stands in the file; a machine may not', async () => {
    const other = await newServer();
    await ask(other.address, 'POST', '/api/operators', { id: uuid7(), name: 'Ines' });
    expect((await takeIn(away, other.address)).status).toBe(201);
    const { body } = await ask<{ items: { name: string }[] }>(other.address, 'GET', '/api/operators');
    expect(body.items.map(({ name }) => name)).toEqual(['Ines', 'Ines (here)']);
    const used = await newServer();
    await furnish(used.address);
    expect((await takeIn(away, used.address)).status).toBe(409);
  });

  test('a file of the form before is still taken in', async () => {
    const old = lines()
      .slice(0, -1)
      .filter((line) => !line.includes('"table":"feed_line"'))
      .map((line) => line.replace('"version":3', '"version":1').replace(/,?"claimed_at":null/, ''));
    const { status, body } = await takeIn(old.join('\n') + '\n', (await newServer()).address);
    expect(status, body.detail).toBe(201);
  });
});

test('a backup of a running app is of one moment: taken while touches and jobs come in, it can be restored whole', async () => {
  let running = true;
  let written = 0;
  const operators = Array.from({ length: 4 }, async () => {
    while (running) {
      const id = crypto.randomUUID();
      const stop = { stop: 1, threadId: ids.red, stitches: 10, element: 'fill', position: null };
      const job = { id, name: 'J', customer: '', cloth: '', pieces: 1, due: null, note: '', stops: [stop] };
      await ask(full.address, 'POST', '/api/jobs', { jobs: [job] });
      await ask(full.address, 'POST', '/api/ledger', {
        entries: [entry('note', { text: 'on it' }, { jobId: id })],
      });
      written++;
      await new Promise((next) => setTimeout(next, 20));
    }
  });
  for (let run = 0; run < 4; run++) {
    const file = join(folder, `running-${run}.ndjson.gz`);
    const before = written;
    const made = await script('backup', full.url, file);
    expect(written).toBeGreaterThan(before);
    expect(made.status, made.said).toBe(0);
    expect((statSync(file).mode & 0o777).toString(8)).toBe('600');
    const restored = await script('restore', await newDatabase(), file);
    expect(restored.status, restored.said).toBe(0);
    expect(restored.said).toMatch(/Taken in: .* ledger/);
  }
  running = false;
  await Promise.all(operators);
});

async function script(name: string, url: string, ...args: string[]) {
  const command = ['--import', 'tsx', `ops/${name}.ts`, ...args];
  const { status, stdout, stderr } = await runScript(command, { DATABASE_URL: url });
  return { status, said: stdout + stderr };
}

test('commands that cannot do what they are asked say so in a sentence, and end', async () => {
  const url = await newDatabase();
  const packed = join(folder, 'empty.ndjson.gz');
  writeFileSync(packed, '');
  const broken = join(folder, 'broken.ndjson.gz');
  writeFileSync(broken, 'no gzip at all');
  for (const [run, words] of [
    [() => script('restore', url, packed), /is empty\. Nothing was taken in/],
    [() => script('restore', url, broken), /cannot be unpacked\. Nothing was taken in/],
    [() => script('restore', url, join(folder, 'none')), /Say which file/],
    [() => script('restore', url, folder), /Say which file/],
    [() => script('backup', url, join(folder, 'no', 'folder', 'x.gz')), /There is no folder/],
    [
      () => script('backup', 'postgres://nobody:x@127.0.0.1:1/none', join(folder, 'x.gz')),
      /The backup was not made/,
    ],
  ] as const) {
    const made = await run();
    expect(made.said).toMatch(words);
    expect(made.said).not.toMatch(/\n\s+at /);
    expect(made.status).toBe(1);
  }
  expect(existsSync(join(folder, 'x.gz'))).toBe(false);
  expect(existsSync(join(folder, 'x.gz.part'))).toBe(false);
});
