import { request as httpRequest } from 'node:http';
import { connect } from 'node:net';
import { v7 as uuid7 } from 'uuid';
import { beforeAll, describe, expect, test } from 'vitest';
import { entry } from '../support/entries.ts';
import { ask, asOwner, furnish, ids, newServer, onDatabase } from '../support/workshop.ts';

let base = '';
beforeAll(async () => {
  base = (await newServer()).address;
  await furnish(base);
});

interface Sent {
  method?: string;
  path?: string;
  headers?: Record<string, string>;
  body?: string | Buffer;
}
/** One request with exactly these headers, as no browser would let a test send it. */
function send({ method = 'GET', path = '/api/machines', headers = {}, body }: Sent) {
  return new Promise<{ status: number; headers: NodeJS.Dict<string | string[]>; text: string }>(
    (done, fail) => {
      const { hostname, port } = new URL(base);
      const asked = httpRequest({ hostname, port, method, path, headers }, (answer) => {
        let text = '';
        answer.setEncoding('utf8').on('data', (part: string) => (text += part));
        answer.on('end', () => done({ status: answer.statusCode!, headers: answer.headers, text }));
      });
      asked.on('error', fail);
      asked.end(body);
    },
  );
}
const isProblem = (answer: { headers: NodeJS.Dict<string | string[]>; text: string }) => {
  expect(answer.headers['content-type']).toContain('application/problem+json');
  expect((JSON.parse(answer.text) as { detail: string }).detail).toMatch(/\S/);
};

describe('who may come in', () => {
  test.each(['evil.example', 'evil.example:4321', '127.0.0.1.nip.example', '8.8.8.8'])(
    'a name that is not this computer’s (“%s”) reads nothing',
    async (host) => {
      const answer = await send({ headers: { host } });
      expect(answer.status).toBe(421);
      isProblem(answer);
    },
  );

  test('its own names are let in', async () => {
    const { port } = new URL(base);
    for (const host of [`127.0.0.1:${port}`, `localhost:${port}`, 'LOCALHOST', '[::1]:80'])
      expect((await send({ headers: { host } })).status, host).toBe(200);
  });

  test('a page of another origin neither writes nor reads; a link that is followed is served', async () => {
    const own = new URL(base).host;
    const foreign: Record<string, string>[] = [
      { origin: 'https://evil.example' },
      { origin: 'null' },
      { origin: `http://${own.replace(/\d+$/, '9')}` },
      { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'no-cors', 'sec-fetch-dest': 'image' },
      { 'sec-fetch-site': 'same-site', 'sec-fetch-mode': 'cors', 'sec-fetch-dest': 'empty' },
    ];
    for (const headers of foreign) {
      for (const path of ['/api/machines', '/test-one/run', '/api/everything'])
        expect(
          (await send({ path, headers: { host: own, ...headers } })).status,
          JSON.stringify(headers),
        ).toBe(403);
      const write = await send({
        method: 'POST',
        path: '/api/operators',
        headers: { host: own, 'content-type': 'application/json', ...headers },
        body: JSON.stringify({ id: uuid7(), name: 'Foreign' }),
      });
      expect(write.status).toBe(403);
      isProblem(write);
    }
    const link = {
      'sec-fetch-site': 'cross-site',
      'sec-fetch-mode': 'navigate',
      'sec-fetch-dest': 'document',
    };
    expect((await send({ path: '/test-one/run', headers: { host: own, ...link } })).status).toBe(200);
    expect((await send({ path: '/api/everything', headers: { host: own, ...link } })).status).toBe(403);
    expect((await send({ headers: { host: own, origin: base } })).status).toBe(200);
  });
});

describe('what a page may do', () => {
  test('no script stands in it but the framework’s own, by their hashes; a cookie breaks out of nothing', async () => {
    const answer = await send({
      path: '/test-one/run',
      headers: {
        cookie: `zone=${encodeURIComponent('</SCRIPT><script>alert(1)</script>"><img src=x onerror=alert(1)>')}`,
      },
    });
    const policy = String(answer.headers['content-security-policy']);
    const script = /script-src ([^;]*)/.exec(policy)![1]!;
    expect(script).not.toContain('unsafe');
    expect(/style-src ([^;]*)/.exec(policy)![1]).not.toContain('unsafe');
    expect(policy).toContain("frame-ancestors 'none'");
    expect(answer.text).not.toContain('alert(1)</script>');
    expect(answer.text).not.toContain('<img src=x');
    expect(answer.headers['cross-origin-opener-policy']).toBe('same-origin');
    expect(answer.headers['cross-origin-resource-policy']).toBe('same-origin');
    expect(answer.headers['permissions-policy']).toContain('camera=(self)');
    expect(answer.headers['x-content-type-options']).toBe('nosniff');
  });
});

describe('odd questions have plain answers', () => {
  test('a method that an address does not have: 405 that says which it has', async () => {
    for (const [method, path, allow] of [
      ['DELETE', '/api/operators', 'GET, HEAD, POST'],
      ['PUT', '/api/ledger', 'GET, HEAD, POST'],
      ['GET', '/api/compute/pairing', 'POST'],
      ['POST', `/api/machines/${ids.machine}/head`, 'GET, HEAD'],
      ['POST', '/test-one/run', 'GET, HEAD'],
      ['TRACE', '/api/machines', 'GET, HEAD, POST, PUT, PATCH, DELETE'],
      ['OPTIONS', '/api/machines', 'GET, HEAD, POST, PUT, PATCH, DELETE'],
      ['PROPFIND', '/test-one/run', 'GET, HEAD'],
    ] as const) {
      const answer = await send({ method, path });
      expect(answer.status, `${method} ${path}`).toBe(405);
      expect(answer.headers['allow'], `${method} ${path}`).toBe(allow);
      isProblem(answer);
    }
  });

  test.each([
    '/%00/run',
    '/%ff/run',
    '/test-one/%00',
    '/_image?href=/none.png&f=png',
    '//evil.example/x',
    '/api/%2e%2e/x',
    '/api/machines/%00',
    '/%E0%A4%A/run',
  ])('%s is not there, and breaks nothing', async (path) => {
    const answer = await send({ path });
    expect(answer.status).toBeGreaterThanOrEqual(300);
    expect(answer.status).toBeLessThan(500);
    if (path.startsWith('/api')) isProblem(answer);
  });

  // One spelling an address (RFC 3986, 6.2.2): what is decided by a path cannot be evaded by another way to write it.
  test.each([
    ...[
      '/_image?href=/eye.svg&w=9000&f=png',
      '/%5fimage?href=/eye.svg&w=9000&f=png',
      '/%5Fimage',
      '/./_image',
    ],
    ...[
      '/x/../_image',
      '/_image/',
      '/test-one/../_image',
      '/trust/../api/machines',
      '/trust/%2e%2e/api/machines',
    ],
    ...['/%61pi/machines', '/api//machines', '/api/./machines', '/api/x/..%2fmachines', '/api\\machines'],
    ...[
      '/api/machines#x',
      '/api/machines/%',
      '/?%',
      '/api/machines?limit=%zz',
      '/test-one/run?a=%ff',
      '/api/jobs%3b',
    ],
    ...['/api/machines/ID/l%69ve', '/api/machines/ID//live', '/api/machines/ID/./live', '/api/board/%6Cive'],
  ])('%s is no address, and says so', async (spelled) => {
    const answer = await send({ path: spelled.replace('ID', ids.machine) });
    expect(answer.status).toBe(404);
    isProblem(answer);
  });

  test('an address with a blank or an umlaut in it is one, and its live line is counted', async () => {
    for (const path of [
      '/test-one/jobs?show=a%20b',
      `/api/machines?limit=5&x=%C3%A4`.replace('&x=%C3%A4', ''),
    ])
      expect((await send({ path })).status, path).toBe(200);
    expect((await send({ path: '/t%C3%A4l/run' })).status).not.toBe(200);
    const stop = new AbortController();
    const lines = await Promise.all(
      Array.from({ length: 205 }, () => fetch(`${base}/api/board/live/`, { signal: stop.signal })),
    );
    expect(lines.filter(({ status }) => status === 429).length).toBeGreaterThanOrEqual(5);
    stop.abort();
  });

  test('nested 7,000 deep: a sentence', async () => {
    for (const deep of ['['.repeat(7000) + ']'.repeat(7000), '{"a":'.repeat(7000) + '1' + '}'.repeat(7000)]) {
      const answer = await ask<{ detail: string }>(base, 'POST', '/api/ledger', deep);
      expect(answer.status).toBe(400);
      expect(answer.body.detail).toMatch(/nested/);
      expect((await ask(base, 'POST', '/api/plans', deep)).status).toBe(400);
    }
    const text = '[{'.repeat(30);
    expect((await ask(base, 'POST', '/api/ledger', { entries: [entry('note', { text })] })).status).toBe(201);
  });

  test('bytes that are no UTF-8 are refused, not stored as something else', async () => {
    const body = Buffer.concat([
      Buffer.from(`{"id":"${uuid7()}","name":"Ren`),
      Buffer.from([0xe9]),
      Buffer.from('e"}'),
    ]);
    const headers = { 'content-type': 'application/json' };
    const answer = await send({ method: 'POST', path: '/api/operators', headers, body });
    expect(answer.status).toBe(400);
    isProblem(answer);
    const note = Buffer.from(JSON.stringify({ entries: [entry('note', { text: 'caf?' })] }));
    note[note.indexOf('?')] = 0xe9;
    expect((await send({ method: 'POST', path: '/api/ledger', headers, body: note })).status).toBe(400);
  });

  test('what does not fit a form is told in words, not in the form’s own signs', async () => {
    const thread = {
      id: uuid7(),
      code: 'Q1',
      name: 'Q',
      colour: '#GGHHII',
      weightNo: 40,
      fibre: 'polyester',
    };
    const { status, body } = await ask<{ detail: string }>(base, 'POST', '/api/threads', thread);
    expect(status).toBe(422);
    expect(body.detail).toBe('The message: colour must be a colour like #cc1122, in small letters.');
    const nul = await ask<{ detail: string }>(base, 'POST', '/api/threads', {
      ...thread,
      colour: '#112233',
      name: 'a\0b',
    });
    expect(nul.body.detail).toBe('The message: name must be text without NUL or half characters.');
  });

  test('a body that does not come is answered after half a minute, and nothing is written', async () => {
    const { hostname, port } = new URL(base);
    const slow = (path: string) =>
      new Promise<string>((done) => {
        const socket = connect(Number(port), hostname);
        let text = '';
        socket.on('data', (part: Buffer) => (text += part.toString('utf8')));
        socket.on('close', () => done(text));
        socket.write(
          `POST ${path} HTTP/1.1\r\nhost: ${hostname}\r\ncontent-type: application/json\r\ncontent-length: 5000\r\n\r\n{"entries": [`,
        );
      });
    for (const answer of await Promise.all([slow('/api/ledger'), slow('/api/jobs')])) {
      expect(answer).toMatch(/^HTTP\/1\.1 408/);
      expect(answer).toContain('within 30 seconds');
    }
  });
});

test('a full disk is told as one, by pages and endpoints', async () => {
  const full = await newServer();
  await furnish(full.address);
  // As PostgreSQL says it (SQLSTATE 53100, disk_full).
  await onDatabase(
    asOwner(full.url),
    `CREATE FUNCTION no_room() RETURNS boolean LANGUAGE plpgsql AS $$BEGIN RAISE EXCEPTION 'could not extend file' USING ERRCODE = '53100'; END$$;
     CREATE FUNCTION no_room_to_write() RETURNS trigger LANGUAGE plpgsql AS $$BEGIN PERFORM no_room(); RETURN NEW; END$$;
     CREATE TRIGGER no_room BEFORE INSERT ON ledger FOR EACH ROW EXECUTE FUNCTION no_room_to_write();
     ALTER TABLE thread RENAME TO thread_kept;
     CREATE VIEW thread AS SELECT * FROM thread_kept WHERE no_room();
     GRANT SELECT ON thread TO vivid_app`,
  );
  const touch = await ask<{ title: string; detail: string }>(full.address, 'POST', '/api/ledger', {
    entries: [entry('note', { text: 'x' })],
  });
  expect([touch.status, touch.body.title]).toEqual([503, 'No room']);
  expect(touch.body.detail).toMatch(/disk of the database is full.*kept on this device/);
  const page = await fetch(`${full.address}/test-one/stores`);
  expect(page.status).toBe(503);
  expect(await page.text()).toContain('The database’s disk is full');
});

describe('what leaves as a file', () => {
  test('a cell that begins like a formula, also behind a line break, is text; a thread may be called “constructor”', async () => {
    const texts = ['=1+1', 'fine\n=cmd()', '  @SUM(1)', 'a;=2', 'constructor', '__proto__'];
    await ask(base, 'POST', '/api/ledger', { entries: texts.map((text) => entry('note', { text })) });
    const csv = (await send({ path: `/api/ledger/export?machine=${ids.machine}&format=csv&kind=note` })).text;
    for (const cell of ["'=1+1", "fine\n'=cmd()", "'  @SUM(1)", "a;'=2"]) expect(csv).toContain(cell);
    expect(csv).not.toContain("'constructor");
    const id = uuid7();
    const thread = {
      id,
      code: 'constructor',
      name: '__proto__',
      colour: '#112233',
      weightNo: 40,
      fibre: 'polyester',
    };
    expect((await ask(base, 'POST', '/api/threads', thread)).status).toBe(201);
    const question = {
      stops: [{ stop: 1, cone: 'constructor', stitches: 1000, element: 'fill', tex: 25 }],
      pieces: 10,
    };
    const { body } = await ask(base, 'POST', '/api/compute/consumption', question);
    expect(JSON.stringify(body)).not.toContain('native code');
  });

  test('a job due on the last day there is does not break the calendar', async () => {
    const stops = [{ stop: 1, threadId: ids.red, stitches: 2000, element: 'fill', position: null }];
    const job = { customer: '', cloth: '', pieces: 10, note: '', stops };
    await ask(base, 'POST', '/api/jobs', {
      jobs: [
        { ...job, id: uuid7(), name: 'Never', due: '9999-12-31' },
        { ...job, id: uuid7(), name: 'Soon', due: '2026-12-01' },
      ],
    });
    const answer = await send({ path: `/api/machines/${ids.machine}/maintenance.ics` });
    expect(answer.status).toBe(200);
    expect(answer.text).toContain('Due: Soon');
    expect(answer.text).toContain('END:VCALENDAR');
    expect((await send({ path: '/test-one/jobs' })).status).toBe(200);
  });
});

test('an address that holds too many connections is told to come again; others are served', async () => {
  const few = await newServer(undefined, { VIVID_PER_ADDRESS: '5' });
  const { hostname, port } = new URL(few.address);
  const sockets = Array.from({ length: 5 }, () => connect(Number(port), hostname));
  await Promise.all(sockets.map((socket) => new Promise((open) => socket.once('connect', open))));
  await new Promise((settled) => setTimeout(settled, 100));
  const sixth = connect(Number(port), hostname);
  const told = await new Promise<string>((done) =>
    sixth.once('data', (part: Buffer) => done(part.toString())),
  );
  expect(told).toMatch(/^HTTP\/1\.1 429/);
  sockets.forEach((socket) => socket.destroy());
  await expect.poll(async () => (await ask(few.address, 'GET', '/api/health')).status).toBe(200);
});
