import type { AnyShape } from '../../src/core/shape/data-of.ts';
import pg from 'pg';
import { v7 as uuid7 } from 'uuid';
import { entries as entriesSchema } from '../../src/schemas/ledger/entry.ts';
import { feedEvent } from '../../src/schemas/ledger/feed.ts';
import { may, type Role } from '../../src/core/people/roles.ts';
import type { Shown } from './people.ts';
import { chainMessage, respelled, sendRaw } from './fuzz-odd.ts';
import { routes, type Route } from './routes.ts';

/** What was sent, and what came of it. */
export interface Fault {
  what:
    | 'server error'
    | 'another spelling answered'
    | 'no answer'
    | 'no problem'
    | 'written though refused'
    | 'leaks'
    | 'let do it';
  asked: string;
  told: string;
}
export interface Fuzzed {
  asked: number;
  byStatus: Record<string, number>;
  faults: Fault[];
  times: number[];
  /** What took longer than two seconds. */
  slow: string[];
}
interface FuzzAsked {
  base: string;
  /** The database as its owner, to count what is kept. */
  ownerUrl: string;
  count: number;
  chance: () => number;
  /** Ids that are there, so that not everything ends at “there is no such …”. */
  known: readonly string[];
  /** A machine that others log on meanwhile: what they write is not counted. */
  beside: string;
  withinMs: number;
  /** Asks as one of these each time; left out: as the computer itself. `again`: what it shows after its session was ended. */
  as?: { role: Role; shown: Shown; again?: () => Promise<Shown> }[];
}

/** Values that programs stumble over. */
const odd: unknown[] = [
  null,
  true,
  0,
  -1,
  1,
  0.5,
  1e308,
  -1e308,
  9007199254740993,
  2147483648,
  32768,
  '',
  ' ',
  '\0',
  'a\0b',
  '\ud800',
  '\u202e',
  '__proto__',
  'constructor',
  'toString',
  '0',
  '-1',
  '1e9',
  '9999-12-31',
  '0000-00-00',
  '2026-02-30',
  '+010000-01-01T00:00:00Z',
  '9999-12-31T23:59:60Z',
  '1970-01-01T00:00:00Z',
  '2099-06-01T00:00:00.000Z',
  'urn:uuid:00000000-0000-7000-8000-0000000000aa',
  '00000000-0000-0000-0000-000000000000',
  'FFFFFFFF-FFFF-7FFF-BFFF-FFFFFFFFFFFF',
  "'; DROP TABLE ledger; --",
  '=1+1',
  '<script>alert(1)</script>',
  '../../etc/passwd',
  '%00',
  '\r\nx: y',
  'x'.repeat(5000),
  [],
  {},
  [[]],
  [null],
  { a: { b: { c: {} } } },
  JSON.parse('{"__proto__": {"polluted": true}}'),
];

/** A value that fits the schema, about; where it takes an id, often one that is there. */
function fitting(schema: AnyShape, pick: Pick, known: readonly string[], depth = 0): unknown {
  const one = schema as Record<string, never> & {
    type?: string | string[];
    enum?: unknown[];
    const?: unknown;
    oneOf?: AnyShape[];
    anyOf?: AnyShape[];
    properties?: Record<string, AnyShape>;
    required?: string[];
    items?: AnyShape;
    additionalProperties?: AnyShape;
    minItems?: number;
    minimum?: number;
    exclusiveMinimum?: number;
    maximum?: number;
    minLength?: number;
    maxLength?: number;
    format?: string;
    pattern?: string;
  };
  if (typeof schema === 'boolean') return pick.of(odd);
  if ('const' in one) return one.const;
  if (one.enum) return pick.of(one.enum);
  const ways = one.oneOf ?? one.anyOf;
  if (ways) return fitting(pick.of(ways), pick, known, depth);
  const type = Array.isArray(one.type) ? pick.of(one.type) : one.type;
  if (type === 'null') return null;
  if (type === 'boolean') return pick.chance() < 0.5;
  if (type === 'integer' || type === 'number') {
    const low = one.minimum ?? one.exclusiveMinimum ?? 0;
    const high = Math.min(one.maximum ?? low + 1000, low + 1e6);
    const value =
      pick.chance() < 0.2 ? pick.of([low, one.maximum ?? high]) : low + pick.chance() * (high - low);
    return type === 'integer' ? Math.round(value) : value;
  }
  if (type === 'array') {
    const count = (one.minItems ?? 0) + Math.floor(pick.chance() * 3);
    return Array.from({ length: count }, () => fitting(one.items ?? true, pick, known, depth + 1));
  }
  if (type === 'string') return text(one, pick, known);
  if (type === 'object' || one.properties) {
    const found: Record<string, unknown> = {};
    for (const [key, part] of Object.entries(one.properties ?? {}))
      if (one.required?.includes(key) || pick.chance() < 0.5)
        found[key] = fitting(part, pick, known, depth + 1);
    if (typeof one.additionalProperties === 'object')
      for (let more = Math.floor(pick.chance() * 3); more > 0; more--)
        found[pick.of([...known, 'constructor', 'RG', '1'])] = fitting(
          one.additionalProperties,
          pick,
          known,
          depth + 1,
        );
    return found;
  }
  return pick.of(odd);
}

function text(
  {
    format,
    pattern,
    minLength = 0,
    maxLength = 20,
  }: { format?: string; pattern?: string; minLength?: number; maxLength?: number },
  pick: Pick,
  known: readonly string[],
): string {
  if (format === 'uuid' || format === 'uuid7') return pick.chance() < 0.7 ? pick.of(known) : uuid7();
  if (format === 'date-time')
    return new Date(Date.UTC(2026, 10, 1) + Math.floor(pick.chance() * 3e9)).toISOString();
  if (format === 'date') return `2026-12-${String(1 + Math.floor(pick.chance() * 28)).padStart(2, '0')}`;
  if (pattern?.startsWith('^#')) return '#12ab9f';
  const words = ['fill', 'Red', 'snap', 'note', 'lot 7', '75/11', 'Ünï', 'x'];
  return `${pick.of(words)}${minLength > 8 ? 'x'.repeat(minLength) : ''}`.slice(0, Math.max(1, maxLength));
}

class Pick {
  constructor(readonly chance: () => number) {}
  of<T>(items: readonly T[]): T {
    return items[Math.floor(this.chance() * items.length)]!;
  }
}

/** The value with one thing in it made odd: replaced, left out, doubled, or joined by what does not belong. */
function spoiled(value: unknown, pick: Pick): unknown {
  if (value === null || typeof value !== 'object' || pick.chance() < 0.15) return pick.of(odd);
  if (Array.isArray(value)) {
    if (value.length === 0 || pick.chance() < 0.2) return [...(value as unknown[]), pick.of(odd)];
    const at = Math.floor(pick.chance() * value.length);
    return value.map((one: unknown, index) => (index === at ? spoiled(one, pick) : one));
  }
  const keys = Object.keys(value);
  if (keys.length === 0 || pick.chance() < 0.1)
    return { ...value, [String(pick.of(odd)).slice(0, 20)]: pick.of(odd) };
  const key = pick.of(keys);
  const { [key]: part, ...rest } = value as Record<string, unknown>;
  return pick.chance() < 0.2 ? rest : { ...rest, [key]: spoiled(part, pick) };
}

/** Bodies whose form stands in no schema of the endpoint itself. */
function bodyOf(route: Route): { schema?: AnyShape; type: string } {
  if (route.pattern === '/api/ledger') return { schema: entriesSchema as never, type: 'application/json' };
  if (route.pattern.endsWith('/feed')) return { schema: feedEvent as never, type: 'application/x-ndjson' };
  if (route.pattern === '/api/everything') return { schema: true, type: 'application/x-ndjson' };
  if (/\/(artwork|underside)$/.test(route.pattern)) return { schema: true, type: 'image/svg+xml' };
  return { ...(route.body && { schema: route.body }), type: 'application/json' };
}

const pieces = [
  '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><path d="M0 0h9v9z"/></svg>',
  '<svg viewBox="0 0 9 9">' + 'url('.repeat(50_000),
  '<svg ' + '<svg '.repeat(20_000),
  '\x89PNG\r\n\x1a\n' + 'x'.repeat(200),
  '{"format":"vivid-eye-everything","version":2}\n{"end":true,"rows":{},"sha256":"0"}',
];

/** Sends `count` requests to every endpoint there is, fitting ones and spoiled ones, and tells what should not have come of it. */
export async function fuzz({
  base,
  ownerUrl,
  count,
  chance,
  known,
  beside,
  withinMs,
  as,
}: FuzzAsked): Promise<Fuzzed> {
  const all = await routes();
  const pick = new Pick(chance);
  const sql = new pg.Client({ connectionString: ownerUrl });
  await sql.connect();
  const found: Fuzzed = { asked: 0, byStatus: {}, faults: [], times: [], slow: [] };
  let before = await kept(sql, beside);
  for (; found.asked < count; found.asked++) {
    const route = pick.of(all);
    const asked = question(route, pick, known);
    // Every tenth is spelled otherwise, and every tenth touch is a chain of corrections.
    const isRespelled = pick.chance() < 0.1;
    const of: typeof pick.of = (items) => pick.of(items);
    if (isRespelled) asked.path = respelled(asked.path, of);
    else if (route.method === 'POST' && route.pattern === '/api/ledger' && pick.chance() < 0.5)
      Object.assign(asked, {
        path: route.pattern,
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(chainMessage(known[0]!, () => pick.chance(), of)),
      });
    const who = as && pick.of(as);
    // Signed out, all of them would soon be one role.
    if (who?.again && /sign-out/.test(route.pattern)) continue;
    const name = `${who?.role ?? ''} ${asked.method} ${asked.path} ${String(asked.body ?? '').slice(0, 300)}`;
    const fault = (what: Fault['what'], told: string) =>
      found.faults.push({ what, asked: name, told: told.slice(0, 300) });
    const began = performance.now();
    let status = 0;
    let told = '';
    let type = '';
    try {
      if (isRespelled) {
        const sent = { ...asked, headers: { ...asked.headers, ...who?.shown } };
        ({ status, type, told } = await sendRaw(base, sent, withinMs));
        if (status !== 404) fault('another spelling answered', `${status} ${told}`);
      } else {
        const answer = await fetch(base + asked.path, {
          method: asked.method,
          headers: { ...asked.headers, ...who?.shown },
          ...(asked.body !== undefined && { body: asked.body }),
          signal: AbortSignal.timeout(withinMs),
          redirect: 'manual',
        });
        status = answer.status;
        type = answer.headers.get('content-type') ?? '';
        // A live feed has no end: its beginning is answer enough.
        if (type.startsWith('text/event-stream')) await answer.body?.cancel();
        else told = await answer.text();
      }
    } catch (error) {
      fault('no answer', String(error));
    }
    const took = performance.now() - began;
    found.times.push(took);
    if (took > 2000) found.slow.push(`${took.toFixed(0)} ms ${status} ${name.slice(0, 120)}`);
    found.byStatus[status] = (found.byStatus[status] ?? 0) + 1;
    if (status >= 500) fault('server error', `${status} ${told}`);
    if (status >= 400 && !type.includes('problem+json')) fault('no problem', `${status} ${type} ${told}`);
    if (
      status >= 400 &&
      /\n\s+at |\.(ts|mjs|js):\d+|node_modules|\bSELECT\b|\bINSERT\b|violates|constraint "|ECONN|postgres:/.test(
        told,
      )
    )
      fault('leaks', told);
    if (who && status < 400 && asked.method === route.method && !may(who.role, route.right))
      fault('let do it', `${status} ${told}`);
    const now = await kept(sql, beside);
    if (status >= 400 && now !== before)
      fault('written though refused', `${status} ${told}: ${before} → ${now}`);
    before = now;
    if (status === 401 && who?.again) {
      who.shown = await who.again();
      before = await kept(sql, beside);
    }
  }
  await sql.end();
  return found;
}

function question(route: Route, pick: Pick, known: readonly string[]) {
  const inPath = () =>
    pick.chance() < 0.8
      ? pick.of(known)
      : encodeURIComponent(String(pick.of(odd)).replace(/[\ud800-\udfff]/g, '')) || 'x';
  let path = route.pattern.replace(/\[(\w+)\]/g, (_, name: string) =>
    name === 'position' && pick.chance() < 0.7 ? '3' : inPath(),
  );
  if (route.query && pick.chance() < 0.9) {
    const query = fitting(route.query, pick, known) as Record<string, unknown>;
    const sent = pick.chance() < 0.4 ? spoiled(query, pick) : query;
    const pairs = Object.entries((sent ?? {}) as object).map(([key, value]) => [
      key,
      String(typeof value === 'object' ? JSON.stringify(value) : value).replace(/[\ud800-\udfff]/g, '?'),
    ]);
    path += `?${new URLSearchParams(pairs).toString()}`;
  }
  const method =
    pick.chance() < 0.93 ? route.method : pick.of(['GET', 'POST', 'PUT', 'PATCH', 'DELETE', 'HEAD']);
  const { schema, type } = bodyOf(route);
  const headers: Record<string, string> = {
    'content-type':
      pick.chance() < 0.95
        ? type
        : pick.of(['text/plain', 'application/x-www-form-urlencoded', 'x', 'application/jsonp']),
  };
  let body: string | undefined;
  if (method !== 'GET' && method !== 'HEAD') {
    const value = schema === undefined || schema === true ? pick.of(odd) : fitting(schema, pick, known);
    // Ids of what is made are new ones, mostly: else nothing would ever be made.
    const made = pick.chance() < 0.8 ? withNewIds(value) : value;
    const sent = pick.chance() < 0.6 ? spoiled(made, pick) : made;
    body = schema === true ? pick.of(pieces) : JSON.stringify(sent);
    if (pick.chance() < 0.05) body = body.slice(0, Math.floor(pick.chance() * body.length));
    if (pick.chance() < 0.02) body = '['.repeat(5000) + body;
  }
  return { method, path, headers, ...(body !== undefined && { body }) };
}

function withNewIds(value: unknown): unknown {
  if (value === null || typeof value !== 'object') return value;
  if (Array.isArray(value)) return value.map(withNewIds);
  return Object.fromEntries(
    Object.entries(value).map(([key, part]) => [key, key === 'id' ? uuid7() : withNewIds(part)]),
  );
}

const tables = [
  'workshop',
  'machine',
  'operator',
  'needle_kind',
  'thread',
  'cone',
  'bobbin_kind',
  'bobbin_case',
  'job',
  'job_stop',
  'overruling',
  'head_plan',
  'head_scheme',
  'person',
  'pairing_code',
  'feed_token',
  'access',
];

/** How much is kept, and what rows that are changed in place look like, as one text. */
async function kept(sql: pg.Client, beside: string): Promise<string> {
  const sums = tables.map(
    (table) => `(SELECT count(*) || ':' || coalesce(sum(hashtext(t::text)::bigint), 0) FROM ${table} t)`,
  );
  const lines = ['ledger', 'event', 'seat', 'feed_line'].map(
    (table) => `(SELECT count(*)::text FROM ${table} WHERE machine_id <> $1)`,
  );
  // When they were seen is noted whatever they ask, and that codes were guessed.
  lines.push(
    "(SELECT count(*)::text FROM access_ledger WHERE what <> 'wrong guesses')",
    '(SELECT count(*) || count(out_at)::text FROM device)',
    '(SELECT count(*) || count(ended_at)::text FROM session)',
  );
  const { rows } = await sql.query<{ all: string }>(
    `SELECT concat_ws(' ', ${[...sums, ...lines].join(', ')}) AS all`,
    [beside],
  );
  return rows[0]!.all;
}
