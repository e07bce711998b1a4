import { createHash } from 'node:crypto';
import type { Writable } from 'node:stream';
import pg from 'pg';
import { watchNumber } from './metrics.ts';
import { onServerChange, serverNow, serversOf, stopWatchingServers, watchServers } from './servers.ts';

// bigint counts (stitches, ms, seq) stay far below 2^53; numeric holds only thread counts; dates stay text.
pg.types.setTypeParser(pg.types.builtins.INT8, Number);
pg.types.setTypeParser(pg.types.builtins.NUMERIC, Number);
pg.types.setTypeParser(pg.types.builtins.DATE, (text) => text);
pg.types.setTypeParser(pg.types.builtins.TIMESTAMPTZ, (text) => new Date(text).toISOString());

/**
 * How long a statement may run, wait for a lock, or leave its transaction idle: what goes on longer is an error of ours or
 * of the database, and must not stop every machine. Long work asks for more by {@link longWork}.
 */
const limits = { statement_timeout: '20s', lock_timeout: '8s', idle_in_transaction_session_timeout: '20s' };

export type Sql = Pick<pg.ClientBase, 'query'>;

/**
 * Compiling a query pays for long ones only: over a ledger of many months the planner thinks ours long, and took seconds to
 * compile what runs in a millisecond.
 */
const forAll = { ...limits, jit: 'off' };
/** Sums of a year fit into this; with the usual 4 MB they were sorted on the disk. */
const forReaders = { ...forAll, work_mem: '32MB' };
/**
 * The writer runs the same few statements at every touch: planning them anew each time takes as long as running them, and a
 * plan that is made while a table is small, and kept, must not go through all of it when it has grown.
 */
const forWriter = {
  ...forAll,
  ...{ plan_cache_mode: 'force_generic_plan', enable_seqscan: 'off' },
  // A lock is waited for less long than a statement may take: what waits says so, and is not taken for dear.
  ...{ statement_timeout: '3s', lock_timeout: '2s' },
};

const pools = new Map<'all' | 'writer', pg.Pool>();

function urlGiven(): string {
  const url = process.env['DATABASE_URL'];
  if (!url) throw new Error('DATABASE_URL is not set; ./start sets it.');
  return url;
}

/** A connection to whichever of the database's servers may be written just now. */
class PrimaryClient extends pg.Client {
  readonly server: string;
  constructor(config: pg.ClientConfig) {
    const server = serverNow(urlGiven());
    super({ ...config, connectionString: server });
    this.server = server;
  }
}

/** Those that are open: to a server whose place another has taken they are cut. */
const lines = new Set<PrimaryClient>();

/** Finds the server that may be written, where DATABASE_URL names several, and follows it from now on. */
export const findServer = (): Promise<void> => watchServers(urlGiven());

onServerChange(() => {
  const now = serverNow(urlGiven());
  // What was under way there fails as if the server had died, and is sent again by whoever asked: a server that only hangs would keep it for ever.
  for (const client of lines) if (client.server !== now) socketOf(client)?.destroy();
});

/** A server that is a standby takes no connection of the pool's. */
function refuseStandby(client: pg.PoolClient, done: (error?: Error) => void): void {
  client.query<{ standby: boolean }>('SELECT pg_is_in_recovery() AS standby').then(
    ({ rows: [row] }) =>
      done(row?.standby ? Object.assign(new Error('a standby'), { code: '57P03' }) : undefined),
    (error: Error) => done(error),
  );
}

function poolOf(whose: 'all' | 'writer'): pg.Pool {
  const known = pools.get(whose);
  if (known) return known;
  const several = serversOf(urlGiven()).length > 1;
  if (several) void findServer();
  const pool = new pg.Pool({
    ...(several ? { Client: PrimaryClient, verify: refuseStandby } : { connectionString: urlGiven() }),
    max: whose === 'writer' ? 2 : 10,
    // Tests wait longer: a busy computer is no fault of the app.
    connectionTimeoutMillis: Number(process.env['VIVID_CONNECT_MS'] ?? 5000),
    options: Object.entries(whose === 'writer' ? forWriter : forReaders)
      .map(([name, value]) => `-c ${name}=${value}`)
      .join(' '),
    pipeline: true,
  } as pg.PoolConfig);
  // A connection that dies while idle (database restarted) is replaced at its next use.
  pool.on('error', () => undefined);
  if (several) {
    pool.on('connect', (client) => lines.add(client as pg.PoolClient & PrimaryClient));
    pool.on('remove', (client) => lines.delete(client as pg.PoolClient & PrimaryClient));
  }
  pools.set(whose, pool);
  return pool;
}

watchNumber('vivid_pool', 'Connections to the database, and who waits for one.', 'state', () =>
  Object.fromEntries(
    [...pools].flatMap(([whose, { totalCount, idleCount, waitingCount }]) => [
      [`${whose} open`, totalCount],
      [`${whose} idle`, idleCount],
      [`${whose} awaited`, waitingCount],
    ]),
  ),
);

/** The process's pool of connections to DATABASE_URL. */
export const database = (): pg.Pool => poolOf('all');

/** The writer's own connections: however many pages and exports are being read, a touch finds one. */
export const writerConnections = (): pg.Pool => poolOf('writer');

const statementNames = new Map<string, string>();

/** A name for a query's text: each connection then plans it once, which costs more than running most of them. */
function statementName(text: string): string {
  let name = statementNames.get(text);
  if (!name) statementNames.set(text, (name = createHash('sha1').update(text).digest('base64url')));
  return name;
}

const socketOf = (sql: Sql) => (sql as { connection?: { stream?: Writable } }).connection?.stream;
const held = new WeakSet<Writable>();

/**
 * Holds back what a transaction's connection sends until the code that runs now has sent all it can: several
 * queries then cost one write to the socket, and that costs more than most of the queries.
 */
function corkWrites(sql: Sql): void {
  const stream = socketOf(sql);
  if (!stream || held.has(stream)) return;
  held.add(stream);
  stream.cork();
  setImmediate(() => {
    held.delete(stream);
    stream.uncork();
  });
}

/** Rows of one query, as a prepared statement. */
export async function rows<Row extends pg.QueryResultRow>(
  sql: Sql,
  text: string,
  values: readonly unknown[] = [],
): Promise<Row[]> {
  corkWrites(sql);
  return (await sql.query<Row>({ name: statementName(text), text, values: [...values] })).rows;
}

/**
 * The same, planned anew for its values each time: what goes through a year may need quite another plan than what goes through a day, and a plan kept
 * for any value has taken a hundred times as long.
 */
export async function rowsUnprepared<Row extends pg.QueryResultRow>(
  text: string,
  values: readonly unknown[],
): Promise<Row[]> {
  return (await database().query<Row>({ text, values: [...values] })).rows;
}

/** Queries sent and not yet waited for, by connection. */
const underWay = new WeakMap<Sql, Promise<unknown>[]>();

/**
 * Sends a query of a transaction without waiting for its answer: the next may follow on its heels (the
 * connections are pipelined), and the transaction's end waits for all of them. If it fails, all is undone. Its rows need not be awaited.
 */
export function pipelined<Row extends pg.QueryResultRow>(
  sql: Sql,
  text: string,
  values: readonly unknown[] = [],
): Promise<Row[]> {
  const sent = rows<Row>(sql, text, values);
  // It is waited for at the end; until then its failure must not count as unhandled.
  sent.catch(() => undefined);
  underWay.get(sql)!.push(sent);
  return sent;
}

/** Lets this transaction take its time: a rebuild, an import, an export to a slow reader. */
export async function longWork(sql: Sql): Promise<void> {
  await rows(
    sql,
    `SELECT set_config('statement_timeout', '0', true), set_config('lock_timeout', '120s', true),
       set_config('idle_in_transaction_session_timeout', '10min', true)`,
  );
}

/** Runs `work` in one transaction: all of it is kept, or none. */
export async function inTransaction<T>(
  work: (sql: pg.PoolClient) => Promise<T>,
  connections: pg.Pool = database(),
): Promise<T> {
  const client = await connections.connect();
  const sent: Promise<unknown>[] = [];
  underWay.set(client, sent);
  let broken: Error | undefined;
  // The pool listens only to idle connections. One that breaks while it is ours must not end the process: its
  // queries fail, and it is thrown away below.
  const onBroken = (error: Error) => void (broken = error);
  client.on('error', onBroken);
  try {
    pipelined(client, 'BEGIN');
    const result = await work(client);
    // After a failed query PostgreSQL turns this COMMIT into a ROLLBACK, and the failure is thrown below.
    pipelined(client, 'COMMIT');
    await Promise.all(sent);
    return result;
  } catch (error) {
    // A connection that cannot even roll back is thrown away.
    await client.query('ROLLBACK').catch((failure: Error) => (broken = failure));
    throw await firstFailure(error, sent);
  } finally {
    client.off('error', onBroken);
    client.release(broken);
  }
}

/**
 * What went wrong first. A query on the heels of a failed one fails too, with “transaction is aborted” (SQLSTATE 25P02):
 * that says nothing of why.
 */
async function firstFailure(error: unknown, sent: readonly Promise<unknown>[]): Promise<unknown> {
  if ((error as { code?: string } | null)?.code !== '25P02') return error;
  for (const outcome of await Promise.allSettled(sent))
    if (outcome.status === 'rejected' && (outcome.reason as { code?: string }).code !== '25P02')
      return outcome.reason;
  return error;
}

/** What `read` yields, all of it from one moment of the database, however long the reader takes and whatever is written. */
export async function* inSnapshot<T>(read: (sql: pg.PoolClient) => AsyncGenerator<T>): AsyncGenerator<T> {
  const client = await database().connect();
  let broken: Error | undefined;
  const onBroken = (error: Error) => void (broken = error);
  client.on('error', onBroken);
  try {
    await client.query('BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY');
    await longWork(client);
    yield* read(client);
  } finally {
    await client.query('ROLLBACK').catch((failure: Error) => (broken = failure));
    client.off('error', onBroken);
    client.release(broken);
  }
}

/** Closes every connection, for scripts that end. */
export async function closeDatabase(): Promise<void> {
  const open = [...pools.values()];
  pools.clear();
  stopWatchingServers();
  await Promise.all(open.map((pool) => pool.end()));
}
