import type { FrameData } from '../../schemas/frame-data.ts';
import type { Cone, ListQuery, Thread, ThreadNew } from '../../schemas/workshop.ts';
import { usualTopMm } from '../../core/stitches/usual.ts';
import { texFrom } from '../../core/units/thread-count.ts';
import { database, rows } from '../base/database.ts';
import { conflict, invalid } from '../http/problem.ts';
import { makeOnce } from '../base/made-once.ts';
import { keysOf, pageOf } from '../base/paging.ts';

interface ThreadRow extends Omit<Thread, 'weightNo'> {
  weight_no: number;
}
const columns = 'id, code, name, colour, weight_no, tex, fibre';

function threadFrom({ weight_no: weightNo, ...row }: ThreadRow): Thread {
  return { ...row, weightNo };
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

interface ConeRow {
  id: string;
  thread_id: string;
  batch: string;
  metres: number;
  stitches: number;
}
/** A cone's stitches: where it sits now, or on the shelf of a machine that it was taken off. */
const coneColumns = `id, thread_id, batch, metres,
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
     FROM cone WHERE batch <> '' ORDER BY id DESC LIMIT 500`,
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

function coneFrom({ thread_id: threadId, stitches, ...row }: ConeRow): Cone {
  const used = (stitches * usualTopMm) / 1000;
  return { ...row, threadId, leftMetres: Math.max(0, Math.round(row.metres - used)) };
}
