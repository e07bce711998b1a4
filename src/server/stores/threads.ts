import type { FrameData } from '../../schemas/frame-data.ts';
import type { Cone, ConeChange, ListQuery, Thread, ThreadChange, ThreadNew } from '../../schemas/workshop.ts';
import { usualTopMm } from '../../core/stitches/usual.ts';
import { texFrom } from '../../core/units/thread-count.ts';
import { database, inTransaction, rows, type Sql } from '../base/database.ts';
import { conflict, invalid, notFound } from '../base/problem.ts';
import { makeOnce } from '../base/made-once.ts';
import { keysOf, pageOf } from '../base/paging.ts';
import { changeThing, type By, type Thing } from './things.ts';

interface ThreadRow extends Omit<Thread, 'weightNo' | 'retired'> {
  weight_no: number;
  retired: string | null;
}
const columns = 'id, code, name, colour, weight_no, tex, fibre, retired';

function threadFrom({ weight_no: weightNo, retired, ...row }: ThreadRow): Thread {
  return { ...row, weightNo, ...(retired && { retired }) };
}

export async function listThreads({ limit = 50, after }: ListQuery = {}): Promise<{
  items: Thread[];
  next: string | null;
}> {
  const keys = keysOf(after, 1);
  const found = await rows<ThreadRow>(
    database(),
    `SELECT ${columns} FROM thread WHERE $1::text IS NULL OR lower(code) > $1 ORDER BY lower(code) LIMIT $2`,
    [keys?.[0] ?? null, limit + 1],
  );
  return pageOf(found, limit, threadFrom, (row) => [row.code.toLowerCase()]);
}

/** Adds a thread article. Its true tex may be stated; else it follows from the weight number. */
export async function addThread(thread: ThreadNew): Promise<Thread> {
  const tex = thread.tex ?? texFrom('wt', thread.weightNo);
  const { id, code, name, colour, weightNo, fibre } = thread;
  const { item } = await makeOnce<Thread, ThreadRow>({
    table: 'thread',
    values: { id, code, name, colour, weight_no: weightNo, tex, fibre },
    columns,
    read: threadFrom,
    noun: 'thread',
    taken: () => {
      throw conflict(`There is a thread with the code “${code}” already. Use another code.`);
    },
  });
  return item;
}

export const threadThing: Thing = {
  table: 'thread',
  noun: 'thread',
  name: 'code',
  columns: {
    ...{ code: 'code', name: 'name', colour: 'colour', weightNo: 'weight_no', tex: 'tex', fibre: 'fibre' },
    retired: 'retired',
  },
  inLedger: ['threadId', 'over'],
  instead: 'Retire it instead: then it is not offered any more.',
};

/**
 * Puts a thread right. `sameAs`: it was named twice; its cones and the jobs that wait go over to that one. What was sewn keeps
 * its words; where it sits on a machine, a 409 problem says which entry to correct first.
 */
export async function changeThread(id: string, { sameAs, ...change }: ThreadChange, by: By): Promise<Thread> {
  // A new weight without a tex: the old tex would contradict it.
  const tex = change.tex ?? (change.weightNo && texFrom('wt', change.weightNo));
  await inTransaction((sql) =>
    sameAs === undefined
      ? changeThing(sql, threadThing, id, { ...change, tex }, by)
      : mergeThread(sql, id, sameAs, by),
  );
  return threadById(id);
}

async function threadById(id: string): Promise<Thread> {
  const [row] = await rows<ThreadRow>(database(), `SELECT ${columns} FROM thread WHERE id = $1`, [id]);
  if (!row) throw notFound('thread');
  return threadFrom(row);
}

async function mergeThread(sql: Sql, id: string, into: string, by: By): Promise<void> {
  const [other] = await rows<{ code: string; retired: string | null }>(
    sql,
    'SELECT code, retired FROM thread WHERE id = $1 FOR UPDATE',
    [into],
  );
  if (!other || id === into || other.retired)
    throw invalid('Name another thread that is in use: this one goes over to it.');
  const [seat] = await rows<{ machine: string; position: number }>(
    sql,
    'SELECT m.name AS machine, s.position FROM seat s JOIN machine m ON m.id = s.machine_id WHERE s.thread_id = $1 LIMIT 1',
    [id],
  );
  if (seat)
    throw conflict(
      `It is on ${seat.machine}, position ${seat.position}. Correct that entry in the ledger first: its thread is ${other.code}.`,
    );
  await changeThing(sql, threadThing, id, { retired: `duplicate of ${other.code}` }, by);
  await rows(sql, 'UPDATE cone SET thread_id = $2 WHERE thread_id = $1', [id, into]);
  await rows(
    sql,
    `WITH moved AS (UPDATE job_stop s SET thread_id = $2 FROM job j
       WHERE j.id = s.job_id AND j.done_at IS NULL AND s.thread_id = $1 RETURNING s.job_id)
     UPDATE job SET version = version + 1 WHERE id IN (SELECT job_id FROM moved)`,
    [id, into],
  );
}

interface ConeRow {
  retired: string | null;
  id: string;
  thread_id: string;
  batch: string;
  metres: number;
  stitches: number;
}
/** A cone's stitches: where it sits now, or on the shelf of a machine that it was taken off. */
const coneColumns = `id, thread_id, batch, metres, retired,
  COALESCE((SELECT sum(cone_stitches) FROM seat WHERE cone_id = cone.id), 0)
  + COALESCE((SELECT sum((shelf ->> cone.id::text)::bigint) FROM machine_now WHERE shelf ? cone.id::text), 0) AS stitches`;

export async function listCones({
  limit = 50,
  after,
  thread,
}: ListQuery & { thread?: string }): Promise<{ items: Cone[]; next: string | null }> {
  const keys = keysOf(after, 1);
  if (keys && !/^[0-9a-f-]{36}$/.test(String(keys[0])))
    throw invalid('This page of the list cannot be found. Start again from the first page.');
  const found = await rows<ConeRow>(
    database(),
    `SELECT ${coneColumns} FROM cone
     WHERE ($1::uuid IS NULL OR thread_id = $1) AND ($2::uuid IS NULL OR id > $2) ORDER BY id LIMIT $3`,
    [thread ?? null, keys?.[0] ?? null, limit + 1],
  );
  return pageOf(found, limit, coneFrom, (row) => [row.id]);
}

/** The newest cones that bear a batch: what a scanned label can name. */
export async function batches(): Promise<FrameData['cones']> {
  return rows(
    database(),
    `SELECT id, thread_id AS "threadId", batch, metres,
       (SELECT machine_id FROM seat WHERE cone_id = cone.id LIMIT 1) AS "mountedOn"
     FROM cone WHERE batch <> '' AND retired IS NULL ORDER BY id DESC LIMIT 500`,
  );
}

export async function addCone(cone: Omit<Cone, 'leftMetres'>): Promise<Cone> {
  const [thread] = await rows(database(), 'SELECT id FROM thread WHERE id = $1', [cone.threadId]);
  if (!thread) throw invalid('There is no such thread. Add the thread article first, then its cones.');
  await makeOnce({
    table: 'cone',
    values: { id: cone.id, thread_id: cone.threadId, batch: cone.batch, metres: cone.metres },
    columns: 'id, thread_id AS "threadId", batch, metres',
    read: (row) => row,
    noun: 'cone',
  });
  const [kept] = await rows<ConeRow>(database(), `SELECT ${coneColumns} FROM cone WHERE id = $1`, [cone.id]);
  return coneFrom(kept!);
}

export const coneThing: Thing = {
  table: 'cone',
  noun: 'cone',
  name: "'This cone'",
  columns: { batch: 'batch', metres: 'metres', retired: 'retired' },
  inLedger: ['coneId'],
  instead: 'Retire it instead.',
};

export async function changeCone(id: string, change: ConeChange, by: By): Promise<Cone> {
  await inTransaction((sql) => changeThing(sql, coneThing, id, change, by));
  const [row] = await rows<ConeRow>(database(), `SELECT ${coneColumns} FROM cone WHERE id = $1`, [id]);
  if (!row) throw notFound('cone');
  return coneFrom(row);
}

function coneFrom({ thread_id: threadId, stitches, retired, ...row }: ConeRow): Cone {
  const used = (stitches * usualTopMm) / 1000;
  return {
    ...row,
    threadId,
    leftMetres: Math.max(0, Math.round(row.metres - used)),
    ...(retired && { retired }),
  };
}
