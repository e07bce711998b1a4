import { request as httpRequest } from 'node:http';
import { v7 as uuid7 } from 'uuid';
import { beforeAll, describe, expect, test } from 'vitest';
import type { FeedNews } from '../../src/core/feed/event.ts';
import { isSimulated } from '../../src/core/ledger/simulated.ts';
import type { Event } from '../../src/schemas/ledger/event.ts';
import type { FeedTaken } from '../../src/schemas/ledger/feed.ts';
import { ask, furnish, ids, newServer } from '../support/workshop.ts';

let base = '';
let server: Awaited<ReturnType<typeof newServer>>;
let clock = Date.now() - 3_600_000;

beforeAll(async () => {
  server = await newServer();
  base = server.address;
  await furnish(base);
  for (const machineId of [ids.machine, ids.four]) {
    await ask(base, 'POST', '/api/ledger', {
      entries: [
        {
          id: uuid7(),
          machineId,
          at: new Date(clock).toISOString(),
          kind: 'job_started',
          jobId: ids.job,
          data: {},
        },
      ],
    });
  }
});

const line = (news: FeedNews & { simulated?: true }, secondsOn = 1) => {
  clock += secondsOn * 1000;
  return JSON.stringify({ id: uuid7(), at: new Date(clock).toISOString(), ...news });
};

async function tell(
  machine: string,
  body: BodyInit,
  address = base,
): Promise<{ status: number; answer: FeedTaken }> {
  const response = await fetch(`${address}/api/machines/${machine}/feed`, {
    method: 'POST',
    headers: { 'content-type': 'application/x-ndjson' },
    body,
    duplex: 'half',
  } as RequestInit);
  return { status: response.status, answer: (await response.json()) as FeedTaken };
}

async function events(machine: string, query = ''): Promise<Event[]> {
  const { body } = await ask<{ items: Event[] }>(
    base,
    'GET',
    `/api/ledger?machine=${machine}&limit=200${query}`,
  );
  return body.items;
}

describe('a machine’s feed', () => {
  const piece = () => [
    line({ event: 'speed', speed: 820 }),
    line({ event: 'colour', stop: 1, position: 3 }),
    line({ event: 'start' }),
    line({ event: 'stitches', stitches: 900 }),
    line({ event: 'break', head: 2, fault: 'shred' }),
    line({ event: 'start' }, 40),
    line({ event: 'stitches', stitches: 2000 }),
    line({ event: 'piece' }),
  ];

  test('a piece, a break and its end go into the ledger; sent again, nothing doubles', async () => {
    const sent = piece().join('\n');
    expect((await tell(ids.four, sent)).answer).toEqual({ taken: 8, again: 0, refused: [] });
    expect((await tell(ids.four, sent)).answer).toEqual({ taken: 0, again: 8, refused: [] });
    const found = await events(ids.four);
    expect(found.map((event) => event.kind)).toEqual([
      'piece_finished',
      'sewing_again',
      'break',
      // Nothing was on record of where stop 1 sews: what the machine says is.
      'stop_moved',
      'job_started',
    ]);
    expect(found[3]).toMatchObject({ jobId: ids.job, data: { stop: 1, position: 3, by: 'feed' } });
    expect(found[0]).toMatchObject({
      jobId: ids.job,
      data: {
        heads: [1, 2, 3, 4],
        speed: 820,
        stops: [{ stop: 1, position: 3, stitches: 2000 }],
        by: 'feed',
      },
    });
    expect(found[2]).toMatchObject({
      head: 2,
      position: 3,
      lostMs: 40_000,
      data: { fault: 'shred', stop: 1, stitch: 900 },
    });
  });

  test('as a stream: lines are taken as they come, cut anywhere', async () => {
    const before = (await events(ids.four)).length;
    const bytes = new TextEncoder().encode(`${piece().join('\n')}\n`);
    const body = new ReadableStream<Uint8Array>({
      async start(controller) {
        for (let at = 0; at < bytes.length; at += 97) {
          controller.enqueue(bytes.slice(at, at + 97));
          await new Promise((next) => setTimeout(next, 5));
        }
        controller.close();
      },
    });
    expect((await tell(ids.four, body)).answer).toMatchObject({ taken: 8, refused: [] });
    expect((await events(ids.four)).length).toBe(before + 3);
  });

  test('a line that cannot be read is refused by its number and in words; the others count', async () => {
    const { answer } = await tell(
      ids.machine,
      [
        line({ event: 'colour', stop: 1, position: 3 }),
        'no json',
        line({ event: 'colour', stop: 1, position: 24 }),
        '{"event":"dance"}',
        line({ event: 'start' }),
      ].join('\n'),
    );
    expect(answer.taken).toBe(2);
    expect(answer.refused.map((one) => one.line)).toEqual([2, 3, 4]);
    expect(answer.refused[1]!.why).toContain('no position 24');
    const wrongType = await ask(base, 'POST', `/api/machines/${ids.machine}/feed`, {});
    expect(wrongType.status).toBe(415);
  });

  test('an operator’s touch about the same stop: one break remains, with the touch’s kind and the machine’s stitch', async () => {
    const at = () => new Date(clock).toISOString();
    await tell(
      ids.machine,
      [line({ event: 'stitches', stitches: 700 }), line({ event: 'break', head: 1, position: 3 })].join('\n'),
    );
    clock += 12_000;
    const id = uuid7();
    const touch = {
      id,
      machineId: ids.machine,
      at: at(),
      kind: 'break',
      head: 1,
      position: 4,
      data: { fault: 'snap' },
    };
    await ask(base, 'POST', '/api/ledger', { entries: [touch] });
    await expect
      .poll(async () =>
        (await events(ids.machine, '&kind=break')).filter((event) => !event.void).map((event) => event.id),
      )
      .toEqual([id]);
    await tell(ids.machine, line({ event: 'start' }, 30));
    const [kept] = (await events(ids.machine, '&kind=break')).filter((event) => !event.void);
    expect(kept).toMatchObject({
      position: 4,
      data: { fault: 'snap', stop: 1, stitch: 700 },
      lostMs: 42_000,
    });
    // Nothing is gone: the machine's own line stands in the ledger, taken back with the reason.
    const gone = (await events(ids.machine, '&kind=break')).find((event) => event.void)!;
    const { body } = await ask<{ lines: { data: { why?: string } }[] }>(
      base,
      'GET',
      `/api/ledger/${gone.id}`,
    );
    expect(body.lines.at(-1)!.data.why).toBe('the same stop as logged by hand');
  });

  test('a touch that arrives after the machine went on keeps the minutes that were lost', async () => {
    await tell(
      ids.machine,
      [line({ event: 'break', head: 1, position: 3 }, 200), line({ event: 'start' }, 60)].join('\n'),
    );
    const id = uuid7();
    const touched = new Date(clock - 55_000).toISOString();
    await ask(base, 'POST', '/api/ledger', {
      entries: [
        {
          id,
          machineId: ids.machine,
          at: touched,
          kind: 'break',
          head: 1,
          position: 3,
          data: { fault: 'shred' },
        },
      ],
    });
    await expect
      .poll(async () => (await events(ids.machine)).find((event) => event.id === id)?.lostMs)
      .toBe(60_000);
  });

  test('many at once: two senders and a repeat; every piece once', async () => {
    const before = (await events(ids.four, '&kind=piece_finished')).length;
    const batches = Array.from({ length: 12 }, () =>
      [line({ event: 'stitches', stitches: 500 }), line({ event: 'piece' })].join('\n'),
    );
    await Promise.all([...batches, ...batches].map((body) => tell(ids.four, body)));
    expect((await events(ids.four, '&kind=piece_finished')).length).toBe(before + 12);
  });

  test('a stream’s lines count while it is still open, and those that came whole when it is cut off', async () => {
    const before = (await events(ids.four, '&kind=piece_finished')).length;
    const pieces = () => events(ids.four, '&kind=piece_finished').then((found) => found.length - before);
    const request = httpRequest(`${base}/api/machines/${ids.four}/feed`, {
      method: 'POST',
      headers: { 'content-type': 'application/x-ndjson' },
    });
    request.on('error', () => undefined);
    request.write(`${line({ event: 'piece' })}\n`);
    await expect.poll(pieces).toBe(1);
    const half = line({ event: 'piece' });
    request.write(`${line({ event: 'piece' })}\n${half.slice(0, 60)}`);
    await expect.poll(pieces).toBe(2);
    request.destroy();
    // The half line is told again, whole, on the next connection.
    expect((await tell(ids.four, half)).answer).toEqual({ taken: 1, again: 0, refused: [] });
    expect(await pieces()).toBe(3);
  });

  test('what one machine may not tell does not keep back another that tells at the same moment', async () => {
    const idle = uuid7();
    await ask(base, 'POST', '/api/machines', {
      ...{ id: idle, name: 'Idle', heads: 1, positions: 6, numberingSide: 'left', topSpeed: 900 },
    });
    const unknown = uuid7();
    const [wrong, good, lost] = await Promise.all([
      tell(idle, line({ event: 'piece' })),
      tell(ids.four, line({ event: 'piece' })),
      tell(unknown, line({ event: 'start' })),
    ]);
    expect(wrong!.answer.refused[0]!.why).toContain('A piece needs a job');
    expect(good!.answer).toEqual({ taken: 1, again: 0, refused: [] });
    expect(lost!.status).toBe(404);
  });

  test('four servers take the lines of the same machines at once: every piece once, none refused, the counter whole', async () => {
    const others = await Promise.all([1, 2, 3].map(() => newServer(server.url)));
    const servers = [base, ...others.map(({ address }) => address)];
    const each = 40;
    const machines = [ids.machine, ids.four];
    const count = async () =>
      (await Promise.all(machines.map((id) => events(id, '&kind=piece_finished')))).map(
        (found) => found.length,
      );
    const before = await count();
    const told = machines.flatMap((id) =>
      Array.from({ length: each }, (_, index) => ({
        id,
        at: servers[index % servers.length]!,
        body: line({ event: 'piece' }),
      })),
    );
    const answers = await Promise.all(told.map(({ id, at, body }) => tell(id, body, at)));
    for (const { answer } of answers) expect(answer).toEqual({ taken: 1, again: 0, refused: [] });
    expect(await count()).toEqual(before.map((one) => one + each));
    const again = await Promise.all(told.map(({ id, body }) => tell(id, body)));
    expect(again.every(({ answer }) => answer.again === 1)).toBe(true);
    expect(await count()).toEqual(before.map((one) => one + each));
  });
});

test('what the simulated machine tells bears it, and all of it is taken back at once; what others told stays', async () => {
  const simulated = (news: FeedNews) => line({ ...news, simulated: true });
  const real = line({ event: 'break', head: 1, position: 5 });
  const { answer } = await tell(
    ids.machine,
    [
      real,
      simulated({ event: 'break', head: 1, position: 6 }),
      simulated({ event: 'start', stop: 1, position: 6 }),
      simulated({ event: 'stitches', stitches: 900 }),
      simulated({ event: 'piece' }),
    ].join('\n'),
  );
  expect(answer).toMatchObject({ taken: 5, refused: [] });
  const counts = async () => (await events(ids.machine)).filter(isSimulated).filter((event) => !event.void);
  expect((await counts()).map(({ kind }) => kind).sort()).toEqual([
    'break',
    'piece_finished',
    'sewing_again',
  ]);
  const all = (await events(ids.machine)).filter((event) => !event.void).length;
  const { status, body } = await ask(base, 'DELETE', '/api/simulated');
  expect([status, body]).toEqual([200, { takenBack: 3 }]);
  expect(await counts()).toEqual([]);
  expect((await events(ids.machine)).filter((event) => !event.void)).toHaveLength(all - 3);
  expect((await ask(base, 'DELETE', '/api/simulated')).body).toEqual({ takenBack: 0 });
});
