import { connect } from 'node:net';
import pg from 'pg';
import { v7 as uuid7 } from 'uuid';
import { beforeAll, describe, expect, test } from 'vitest';
import type { FeedTaken } from '../../src/schemas/ledger/feed.ts';
import { entry } from '../support/entries.ts';
import { ask, asOwner, furnish, ids, newServer } from '../support/workshop.ts';

let base = '';
let url = '';
let clock = Date.now() - 3_600_000;
beforeAll(async () => {
  const server = await newServer();
  base = server.address;
  url = server.url;
  await furnish(base);
  for (const machineId of [ids.machine, ids.four])
    await ask(base, 'POST', '/api/ledger', {
      entries: [entry('job_started', {}, { machineId, jobId: ids.job, at: new Date(clock).toISOString() })],
    });
});

const line = (news: object) => {
  clock += 1000;
  return JSON.stringify({ id: uuid7(), at: new Date(clock).toISOString(), ...news });
};
const tell = async (machine: string, body: BodyInit) => {
  const response = await fetch(`${base}/api/machines/${machine}/feed`, {
    method: 'POST',
    headers: { 'content-type': 'application/x-ndjson' },
    body,
    duplex: 'half',
  } as RequestInit);
  return { status: response.status, answer: (await response.json()) as FeedTaken & { detail?: string } };
};
const count = async (kind: string, machine = ids.four) =>
  (await ask<{ items: unknown[] }>(base, 'GET', `/api/ledger?machine=${machine}&kind=${kind}&limit=200`)).body
    .items.length;

describe('a feed with bad lines in it', () => {
  test('control characters, half characters, no UTF-8, endless lines: each refused by itself, the others taken', async () => {
    const bytes = Buffer.concat([
      Buffer.from(line({ event: 'speed', speed: 500 }) + '\n'),
      Buffer.from(line({ event: 'stop', why: 'a\u0000b' }) + '\n'),
      Buffer.from(line({ event: 'stop', why: '\ud800' }) + '\n'),
      Buffer.from('{"id": \x01}\n'),
      Buffer.from([0x22, 0xff, 0xfe, 0x22, 0x0a]),
      Buffer.from('x'.repeat(50_000) + '\n'),
      Buffer.from('['.repeat(3000) + '\n'),
      Buffer.from(line({ event: 'speed', speed: 600 })),
    ]);
    const { status, answer } = await tell(ids.four, bytes);
    expect(status).toBe(201);
    expect(answer.taken).toBe(2);
    expect(answer.refused.map((one) => one.line)).toEqual([2, 3, 4, 5, 6, 7]);
    expect(answer.refused[3]!.why).toMatch(/UTF-8/);
    expect(answer.refused[4]!.why).toMatch(/at most 4096/);
  });

  test('a socket that stays open goes on being heard behind each of them', async () => {
    const { hostname, port } = new URL(base);
    const socket = connect(Number(port), hostname);
    const chunk = (text: string) =>
      new Promise<void>((done) =>
        socket.write(`${Buffer.byteLength(text).toString(16)}\r\n${text}\r\n`, () => setTimeout(done, 150)),
      );
    socket.write(
      `POST /api/machines/${ids.four}/feed HTTP/1.1\r\nhost: ${hostname}:${port}\r\ncontent-type: application/x-ndjson\r\ntransfer-encoding: chunked\r\n\r\n`,
    );
    const before = await count('stop');
    await chunk(line({ event: 'start' }) + '\n');
    await chunk('y'.repeat(9000));
    await chunk('y'.repeat(9000) + '\n');
    await chunk(line({ event: 'stop', why: 'bad \u0007 sign' }).replace('\\u0007', '\u0007') + '\n');
    await chunk(line({ event: 'stop', why: 'heard behind them' }) + '\n');
    await expect.poll(() => count('stop')).toBe(before + 1);
    socket.destroy();
  });

  test('300,000 refused lines are counted, and a hundred are told', async () => {
    const { status, answer } = await tell(ids.four, 'no\n'.repeat(300_000));
    expect(status).toBe(201);
    expect(answer.refused).toHaveLength(100);
    expect(answer.more).toBe(299_900);
  });

  test('one machine’s wrong clock is its own trouble: the other’s lines of the same moment are taken', async () => {
    const before = await count('stop', ids.machine);
    const wrong = JSON.stringify({
      id: uuid7(),
      at: '1970-01-01T00:00:00.000Z',
      event: 'break',
      head: 1,
      position: 3,
    });
    const [bad, good] = await Promise.all([
      tell(ids.four, [line({ event: 'start' }), wrong, line({ event: 'stop' })].join('\n')),
      tell(ids.machine, [line({ event: 'start' }), line({ event: 'stop' })].join('\n')),
    ]);
    expect(good).toMatchObject({ status: 201, answer: { taken: 2, refused: [] } });
    expect(bad.status).toBe(201);
    expect(bad.answer.taken).toBe(2);
    expect(bad.answer.refused).toEqual([{ line: 2, why: expect.stringMatching(/1970.*clock/) as string }]);
    expect(await count('stop', ids.machine)).toBe(before + 1);
  });

  test('stitches beyond what a piece can have are refused, so that every piece of a feed can be taken back', async () => {
    const { answer } = await tell(
      ids.four,
      [
        line({ event: 'colour', stop: 1, position: 3 }),
        line({ event: 'start' }),
        line({ event: 'stitches', stitches: 9_000_000 }),
        line({ event: 'stitches', stitches: 1_000_000 }),
        line({ event: 'piece' }),
      ].join('\n'),
    );
    expect(answer.refused.map((one) => one.line)).toEqual([3]);
    const { body } = await ask<{ items: { id: string }[] }>(
      base,
      'GET',
      `/api/ledger?machine=${ids.four}&kind=piece_finished&limit=1`,
    );
    const undo = await ask(base, 'POST', '/api/ledger', {
      entries: [entry('correction', { void: true }, { machineId: ids.four, corrects: body.items[0]!.id })],
    });
    expect(undo.status).toBe(201);
  });
});

describe('lines sent again', () => {
  test('a whole stream of hundreds of lines, sent again from its beginning: nothing counts twice', async () => {
    const lines = [line({ event: 'colour', stop: 1, position: 2 }), line({ event: 'start' })];
    for (let stitches = 100; stitches <= 50_000; stitches += 100)
      lines.push(line({ event: 'stitches', stitches }));
    const first = await tell(ids.machine, lines.join('\n'));
    expect(first.answer).toMatchObject({ taken: lines.length, again: 0, refused: [] });
    const again = await tell(ids.machine, [...lines, line({ event: 'piece' })].join('\n'));
    expect(again.answer).toMatchObject({ taken: 1, again: lines.length, refused: [] });
    const { body } = await ask<{ items: { data: { stops: { stitches: number }[] } }[] }>(
      base,
      'GET',
      `/api/ledger?machine=${ids.machine}&kind=piece_finished&limit=1`,
    );
    expect(body.items[0]!.data.stops).toEqual([{ stop: 1, position: 2, stitches: 50_000 }]);
  });

  test('the database’s connections are cut in the middle of a stream: it goes on, and each line counts once', async () => {
    const before = await count('stop', ids.machine);
    const owner = new pg.Client({ connectionString: asOwner(url) });
    await owner.connect();
    const body = new ReadableStream<Uint8Array>({
      async start(controller) {
        for (let index = 0; index < 60; index++) {
          const both = line({ event: 'start' }) + '\n' + line({ event: 'stop', why: `stop ${index}` }) + '\n';
          controller.enqueue(new TextEncoder().encode(both));
          if (index % 15 === 7)
            await owner.query(
              'SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = current_database() AND pid <> pg_backend_pid()',
            );
          await new Promise((next) => setTimeout(next, 20));
        }
        controller.close();
      },
    });
    const { status, answer } = await tell(ids.machine, body);
    await owner.end();
    expect(status).toBe(201);
    expect(answer.taken + answer.again).toBe(120);
    expect(await count('stop', ids.machine)).toBe(before + 60);
  });
});

describe('a touch beside a feed', () => {
  test('finds the machine’s line about the same stop among hundreds of others logged lately', async () => {
    const now = Date.now();
    const others = Array.from({ length: 300 }, (_, index) =>
      entry(
        'break',
        { fault: null },
        { machineId: ids.four, head: 2, position: 4, at: new Date(now - 80_000 + index).toISOString() },
      ),
    );
    await ask(base, 'POST', '/api/ledger', { entries: others });
    const told = {
      id: uuid7(),
      at: new Date(now - 20_000).toISOString(),
      event: 'break',
      head: 3,
      position: 6,
      fault: 'snap',
    };
    await tell(
      ids.four,
      [JSON.stringify({ id: uuid7(), at: told.at, event: 'start' }), JSON.stringify(told)].join('\n'),
    );
    const touch = entry(
      'break',
      { fault: null },
      { machineId: ids.four, head: 3, position: 6, at: new Date(now).toISOString() },
    );
    await ask(base, 'POST', '/api/ledger', { entries: [touch] });
    const feedId = async () =>
      (await ask<{ event: { data: { feedId?: string } } }>(base, 'GET', `/api/ledger/${touch.id}`)).body.event
        .data.feedId;
    await expect.poll(feedId).toBe(told.id);
  });
});
