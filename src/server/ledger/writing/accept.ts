import { chainsWithin } from '../../../core/ledger/chains.ts';
import { effectiveEntry } from '../../../core/ledger/effective.ts';
import type { Entry, EntryOf, Line } from '../../../core/ledger/entry.ts';
import { fieldOf, flagsOf, is, kindOf } from '../../../core/ledger/about-kinds.ts';
import { entry as entrySchema } from '../../../schemas/ledger/entry.ts';
import { serverNow } from '../../base/clock.ts';
import { rows, type Sql } from '../../base/database.ts';
import { validator } from '../../http/validate.ts';
import { invalid, ProblemError } from '../../base/problem.ts';
import { lineColumns, reading } from '../projecting/columns.ts';
import { sentOf } from '../../../schemas/ledger/fields.ts';
import { requireMayCorrect, isLimited, CurrentData, type Corrected } from './correction-rights.ts';

export const checkEntry = validator(entrySchema);

/** A device whose clock is further ahead of the server's than this is not believed, ms: a page corrects its own by the server's, to the second. */
const believedAheadMs = 300_000;

/**
 * Fills in what a writer may leave out, and writes times one way, so that equal entries are equal. A time some minutes
 * ahead would lie over everything that happens until then: the server's counts instead, and the claim is kept beside it.
 */
export function normalEntry(sent: unknown): Entry {
  const now = serverNow();
  const entry = sent as Entry;
  // Field by field: this runs for every touch, and spreading cost as much as checking the schema.
  entry.head ??= null;
  entry.position ??= null;
  entry.operatorId ??= null;
  entry.jobId ??= null;
  (entry as { corrects: string | null }).corrects ??= null;
  entry.at = normalInstant(entry.at);
  const latest = now.getTime() + believedAheadMs;
  if (Date.parse(entry.at) > latest) {
    entry.claimedAt = entry.at;
    entry.at = now.toISOString();
  }
  if (entry.kind === 'correction' && entry.data.at) {
    const at = normalInstant(entry.data.at);
    if (Date.parse(at) > latest)
      throw invalid(`The corrected time, ${at}, is still to come. Say when it really happened.`);
    entry.data = { ...entry.data, at };
  }
  return entry;
}

/** As browsers write it: nothing to rewrite. Its format was checked by the schema. */
const writtenOneWay = /^20\d\d-\d\d-\d\dT\d\d:\d\d:[0-5]\d\.\d{3}Z$/;

function normalInstant(at: string): string {
  if (writtenOneWay.test(at)) return at;
  const time = new Date(at);
  const year = time.getUTCFullYear();
  if (!(year >= 2000 && year < 2100)) {
    throw invalid(
      `The time “${at}” is not between the years 2000 and 2099. Set this device's clock and try again.`,
    );
  }
  return time.toISOString();
}

interface Bounds {
  heads: number;
  positions: number;
}

/** Machines, operators, jobs, threads and cones are never deleted, so what was once seen to exist stays known. */
const known = {
  machine: new Map<string, Bounds>(),
  operator: new Set<string>(),
  job: new Set<string>(),
  thread: new Set<string>(),
  cone: new Set<string>(),
  'bobbin case': new Set<string>(),
  bobbin: new Set<string>(),
};

/**
 * Checks what a schema cannot: that everything an entry names exists, and that the machine has such a head and
 * position. Throws a 422 problem for the first fault; nothing has been written then. What an entry corrects or
 * ends is checked by {@link checkNamedEntries}.
 */
export async function acceptEntries(sql: Sql, entries: readonly Entry[]): Promise<void> {
  await learn(sql, entries);
  entries.forEach(checkPlace);
}

/** A line that is named, and what its event says by now where somebody would add to it. */
type NamedLine = Line & { said?: Record<string, unknown> | null };

/** The ledger's lines that entries correct, end or refer to, as far as they are not among them. */
export interface Named {
  lines: readonly NamedLine[];
  /** Of corrections among them: the ids of their roots, whose lines are there too. */
  roots: ReadonlyMap<string, string>;
}

export async function namedLines(sql: Sql, entries: readonly Entry[]): Promise<Named> {
  const sent = new Set(entries.map((entry) => entry.id));
  const absent = entries.map(namedBy).filter((id): id is string => id !== null && !sent.has(id));
  if (absent.length === 0) return { lines: [], roots: new Map() };
  const said = entries.some(isLimited) ? ', (SELECT e.data FROM event e WHERE e.id = l.id) AS said' : '';
  const rootsAsked = entries.some((entry) => is(entry, 'corrects'))
    ? rows<NamedLine & { of: string }>(
        sql,
        `SELECT c.id AS of, ${reading('ledger', 'l')}${said} FROM correction c JOIN ledger l ON l.id = c.root WHERE c.id = ANY($1)`,
        [absent],
      )
    : Promise.resolve([]);
  const [lines, roots] = await Promise.all([
    rows<NamedLine>(sql, `SELECT ${lineColumns}${said} FROM ledger l WHERE id = ANY($1)`, [absent]),
    rootsAsked,
  ]);
  return { lines: [...lines, ...roots], roots: new Map(roots.map(({ of, id }) => [of, id])) };
}

/**
 * Checks that a correction or an ending fits the entry it names, and of those that are new (`fresh`: their ids) whose it may be: what is sent again was let in when it came, and
 * may by now be what the entry says. Throws a 422 problem for the first that does not fit, a 403 one for another's.
 */
export function checkNamedEntries(entries: readonly Entry[], named: Named, fresh: ReadonlySet<string>): void {
  const lines = new Map<string, Entry>(entries.map((entry) => [entry.id, entry]));
  for (const row of named.lines) lines.set(row.id, row);
  checkNoRing(entries, lines);
  const chains = chainsWithin(entries);
  const rootOf = (entry: Entry): Entry => {
    const base = chains.get(entry.id)?.base ?? entry.id;
    return lines.get(named.roots.get(base) ?? base) ?? entry;
  };
  const received = new Map(named.lines.map((line) => [line.id, Date.parse(line.receivedAt)]));
  const corrected: Corrected = {
    said: new CurrentData(named.lines),
    rootOf,
    receivedAt: ({ id }) => received.get(id) ?? serverNow().getTime(),
  };
  for (const entry of entries) {
    if (namedBy(entry) === null) continue;
    checkNamed(entry, lines, fresh.has(entry.id) ? corrected : null);
  }
}

/** What is kept names only what was kept before it: a ring can only be among entries that come together. */
function checkNoRing(entries: readonly Entry[], lines: ReadonlyMap<string, Entry>): void {
  const cleared = new Set<string>();
  for (const entry of entries) {
    const passed = new Set<string>();
    for (
      let part: Entry | undefined = entry;
      part && !cleared.has(part.id);
      part = lines.get(namedBy(part) ?? '')
    ) {
      if (passed.has(part.id))
        throw invalid(
          'This entry names itself, by itself or by way of others. Name the entry that it is about.',
        );
      passed.add(part.id);
    }
    for (const id of passed) cleared.add(id);
  }
}

/** The entry that this one corrects, ends or refers to. */
function namedBy(entry: Entry): string | null {
  if (is(entry, 'corrects')) return entry.corrects;
  const { closes, refersTo } = flagsOf(entry.kind);
  const field = closes ? 'closes' : refersTo?.field;
  return field ? String(fieldOf(entry, field)) : null;
}

/** `corrected`: null for what is kept already. */
function checkNamed(entry: Entry, lines: ReadonlyMap<string, Entry>, corrected: Corrected | null): void {
  const target = lines.get(namedBy(entry)!);
  if (!target || target.machineId !== entry.machineId) {
    throw invalid(
      'This entry names another that is not in this machine’s ledger. Reload the page and try again.',
    );
  }
  if (entry.kind === 'correction') {
    if (corrected) requireMayCorrect(entry, target, corrected);
    return checkCorrection(entry, target);
  }
  const { closes = [], refersTo } = flagsOf(entry.kind);
  if (!closes.includes(target.kind) && refersTo?.kind !== target.kind) {
    throw invalid(`“${kindOf(entry.kind).name}” cannot follow “${kindOf(target.kind).name}”.`);
  }
}

/** The corrected entry must itself be a good entry. A correction can only be taken back. */
function checkCorrection(entry: EntryOf<'correction'>, target: Entry): void {
  const onlyVoid = Object.keys(entry.data).every((key) => key === 'void' || key === 'why');
  if (target.kind === 'correction') {
    if (!onlyVoid) throw invalid('A correction can only be taken back; correct the entry itself.');
    return;
  }
  const { closes, refersTo } = flagsOf(target.kind);
  const bound = closes ? 'closes' : refersTo?.field;
  if (bound && entry.data.data && bound in entry.data.data) {
    throw invalid('Which stop an entry ends cannot be corrected. Take it back and log it anew.');
  }
  // Whatever was accepted once can be taken back, and put back, by whatever rule it was accepted.
  if (onlyVoid) return;
  const effective = effectiveEntry(target, [entry]);
  const corrected = { ...effective, corrects: null } as Entry;
  try {
    checkEntry(sentOf(corrected), 'body');
    checkPlace(corrected);
    // As it was read there, so it is kept: an id in capitals would be another one to whoever looks for it.
    const read = corrected.data as Record<string, unknown>;
    for (const key of Object.keys(entry.data.data ?? {})) entry.data.data![key] = read[key];
  } catch (error) {
    if (error instanceof ProblemError)
      throw invalid(`After this correction the entry would not hold. ${error.message}`);
    throw error;
  }
}

function checkPlace(entry: Entry): void {
  const kind = kindOf(entry.kind);
  const { heads, positions } = known.machine.get(entry.machineId)!;
  const { head, position } = entry;
  if (kind.where === 'seat' && (head === null || position === null)) {
    throw invalid(`“${kind.name}” needs a head and a position.`);
  }
  if (kind.where === 'machine' && (head !== null || position !== null)) {
    throw invalid(`“${kind.name}” is about the whole machine: leave head and position out.`);
  }
  if (kind.needsJob && entry.jobId === null)
    throw invalid(`“${kind.name}” needs a job. Put a job on the machine first.`);
  const sewn = is(entry, 'sews') ? entry.data : null;
  const usedHeads = sewn ? sewn.heads : [head ?? 1];
  const usedPositions = sewn ? sewn.stops.map((stop) => stop.position) : [position ?? 1];
  const badHead = usedHeads.find((candidate) => candidate > heads);
  const badPosition = usedPositions.find((candidate) => candidate > positions);
  if (badHead !== undefined)
    throw invalid(`This machine has no head ${badHead}: it has ${heads === 1 ? 'one' : `1 to ${heads}`}.`);
  if (badPosition !== undefined)
    throw invalid(`There is no position ${badPosition}: this machine has 1 to ${positions}.`);
}

/** Looks up, once, everything the entries name; throws for what does not exist. */
async function learn(sql: Sql, entries: readonly Entry[]): Promise<void> {
  const named = (pick: (entry: Entry) => string | null) => [
    ...new Set(entries.map(pick).filter((id): id is string => id !== null)),
  ];
  const machines = named((entry) => entry.machineId).filter((id) => !known.machine.has(id));
  if (machines.length > 0) {
    for (const row of await rows<Bounds & { id: string }>(
      sql,
      'SELECT id, heads, positions FROM machine WHERE id = ANY($1)',
      [machines],
    )) {
      known.machine.set(row.id, row);
    }
  }
  if (machines.some((id) => !known.machine.has(id)))
    throw invalid('There is no such machine. Pick it from the list at the top.');
  await learnOne(
    sql,
    'operator',
    'SELECT id FROM operator WHERE id = ANY($1)',
    named((entry) =>
      entry.kind === 'correction' ? (entry.data.operatorId ?? entry.operatorId) : entry.operatorId,
    ),
  );
  const jobs = named((entry) => (entry.kind === 'correction' ? (entry.data.jobId ?? null) : entry.jobId));
  await learnOne(sql, 'job', 'SELECT id FROM job WHERE id = ANY($1)', [
    ...jobs,
    ...named((entry) => entry.jobId),
  ]);
  await learnOne(
    sql,
    'thread',
    'SELECT id FROM thread WHERE id = ANY($1)',
    named((entry) => coneData(entry)?.threadId ?? null),
  );
  await learnOne(
    sql,
    'cone',
    'SELECT id FROM cone WHERE id = ANY($1)',
    named((entry) => coneData(entry)?.coneId ?? null),
  );
  const bench = entries.flatMap((entry) => benchData(entry) ?? []);
  if (bench.length === 0) return;
  const distinct = (ids: (string | null | undefined)[]) => [
    ...new Set(ids.filter((id) => id !== null && id !== undefined)),
  ];
  await learnOne(
    sql,
    'bobbin case',
    'SELECT id FROM bobbin_case WHERE id = ANY($1)',
    distinct(bench.map((part) => part.caseId)),
  );
  await learnOne(
    sql,
    'bobbin',
    'SELECT id FROM bobbin_kind WHERE id = ANY($1)',
    distinct(bench.map((part) => part.bobbinKindId)),
  );
}

/** The case and bobbin named by an entry of the bench, or by a correction of one. */
function benchData(entry: Entry): { caseId?: string | null; bobbinKindId?: string | null } | null {
  if (is(entry, 'ofCase')) return entry.data;
  return entry.kind === 'correction' ? (entry.data.data ?? null) : null;
}

/** The cone named by an entry or by a correction of one. */
function coneData(entry: Entry): { threadId?: string; coneId?: string | null } | null {
  if (entry.kind === 'cone_mounted') return entry.data;
  return entry.kind === 'correction' ? (entry.data.data ?? null) : null;
}

async function learnOne(
  sql: Sql,
  noun: Exclude<keyof typeof known, 'machine'>,
  query: string,
  ids: string[],
): Promise<void> {
  const asked = ids.filter((id) => typeof id === 'string' && !known[noun].has(id));
  if (asked.length === 0) return;
  if (asked.some((id) => !/^[0-9a-f-]{36}$/i.test(id)))
    throw invalid(`There is no such ${noun}. Reload the page and pick it again.`);
  for (const row of await rows<{ id: string }>(sql, query, [asked])) known[noun].add(row.id);
  if (asked.some((id) => !known[noun].has(id.toLowerCase())))
    throw invalid(`There is no such ${noun}. Reload the page and pick it again.`);
}
