import { v7 as uuid7 } from 'uuid';
import { afterAll, beforeAll } from 'vitest';
import pg from 'pg';
import { startServer, type Served } from '../../scripts/child.ts';
import { freePort } from '../../scripts/cluster.ts';
import { makeDatabase } from '../../scripts/migrate.ts';
import { closeDatabase } from '../../src/server/base/database.ts';
import { machineId } from './entries.ts';

/** The tests' own cluster, started by ./test. */
const admin = process.env['VIVID_TEST_ADMIN'] ?? '';
/** What the app itself connects as: it has no more rights in the tests than in the workshop. */
const app = process.env['VIVID_TEST_APP'] ?? '';
const template = process.env['VIVID_TEST_TEMPLATE'] ?? '';

export const ids = {
  machine: machineId,
  four: '00000000-0000-7000-8000-0000000000bb',
  operator: '00000000-0000-7000-8000-0000000000cc',
  red: '00000000-0000-7000-8000-00000000dd01',
  gold: '00000000-0000-7000-8000-00000000dd02',
  cone: '00000000-0000-7000-8000-00000000ee01',
  job: '00000000-0000-7000-8000-00000000ff01',
};

/** A database with the tables and nothing else, dropped when the test file ends. */
export async function newDatabase(): Promise<string> {
  if (!admin) throw new Error('Run these by ./test unit: they need its database.');
  const name = `t_${process.pid}_${uuid7().slice(-12)}`;
  await makeDatabase(admin, name, template);
  return app.replace(/\/postgres$/, `/${name}`);
}

/** The same database as its owner, to look at what the app may not, or to bring about what should never be. */
export const asOwner = (url: string): string => admin.replace(/\/postgres$/, new URL(url).pathname);

/** Rows of one query, over a connection of its own. */
export async function onDatabase<Row extends pg.QueryResultRow>(url: string, text: string): Promise<Row[]> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    return (await client.query<Row>(text)).rows;
  } finally {
    await client.end();
  }
}

/** Starts the built app on a database of its own, with its answers checked against their schemas. */
export async function newServer(
  url?: string,
  env: Record<string, string> = {},
): Promise<Served & { url: string }> {
  const database = url ?? (await newDatabase());
  const server = await startServer({
    url: database,
    port: await freePort(),
    env: { VIVID_CHECK_ANSWERS: '1', VIVID_LOG: 'silent', ...env },
  });
  const served = { ...server, url: database };
  afterAll(() => served.stop());
  return served;
}

export interface Answer<T = Record<string, unknown>> {
  status: number;
  body: T;
  type: string;
}

/** Sends one request; `message` may be text, to send what is no JSON. */
export async function ask<T = Record<string, unknown>>(
  base: string,
  method: string,
  path: string,
  message?: unknown,
): Promise<Answer<T>> {
  const response = await fetch(base + path, {
    method,
    ...(message !== undefined && {
      headers: { 'content-type': 'application/json' },
      body: typeof message === 'string' ? message : JSON.stringify(message),
    }),
  });
  const text = await response.text();
  const type = response.headers.get('content-type') ?? '';
  return {
    status: response.status,
    type,
    body: (/^application\/(problem\+)?json/.test(type) ? JSON.parse(text) : text) as T,
  };
}

/** A machine of one head and one of four, a person, two threads, a cone and a job, through the endpoints. */
export async function furnish(base: string): Promise<void> {
  const post = async (path: string, message: unknown) => {
    const { status, body } = await ask(base, 'POST', path, message);
    if (status !== 201) throw new Error(`${path}: ${JSON.stringify(body)}`);
  };
  const machine = { positions: 15, numberingSide: 'right', topSpeed: 1000 };
  await post('/api/machines', { id: ids.machine, name: 'Test one', heads: 1, ...machine });
  await post('/api/machines', { id: ids.four, name: 'Test four', heads: 4, ...machine, positions: 12 });
  await post('/api/operators', { id: ids.operator, name: 'Ines' });
  const thread = { colour: '#cc1122', weightNo: 40, fibre: 'polyester' };
  await post('/api/threads', { id: ids.red, code: 'RE40', name: 'Red', ...thread });
  await post('/api/threads', { id: ids.gold, code: 'MG40', name: 'Gold', ...thread, fibre: 'metallic' });
  await post('/api/cones', { id: ids.cone, threadId: ids.red, batch: 'L1', metres: 5000 });
  await post('/api/jobs', {
    jobs: [
      {
        id: ids.job,
        name: 'Caps',
        customer: '',
        cloth: '',
        pieces: 10,
        due: null,
        note: '',
        stops: [{ stop: 1, threadId: ids.red, stitches: 2000, element: 'fill', position: null }],
      },
    ],
  });
}

/** For a file whose tests call the server's own functions: a furnished database, theirs from the first test to the last. */
export function furnishedHere(): void {
  beforeAll(async () => {
    const url = await newDatabase();
    process.env['DATABASE_URL'] = url;
    const server = await newServer(url);
    await furnish(server.address);
  });
  afterAll(() => closeDatabase());
}
