import type { Event } from '../../../core/ledger/entry.ts';
import { rows, type Sql } from '../../base/database.ts';
import type { FoldMark } from './checkpoints.ts';
import { eventColumns } from './columns.ts';

const chunkSize = 20_000;
const beforeAll: FoldMark = { at: '-infinity', id: '00000000-0000-0000-0000-000000000000' };

/** A machine's entries of some kinds that count, in ledger order after a mark (null: from the first), a chunk at a time. */
export async function* eventChunks(
  sql: Sql,
  machineId: string,
  kinds: readonly string[],
  after: FoldMark | null,
): AsyncGenerator<Event[]> {
  let mark = after ?? beforeAll;
  for (;;) {
    const chunk = await rows<Event>(
      sql,
      `SELECT ${eventColumns} FROM event
       WHERE machine_id = $1 AND kind = ANY($2) AND NOT void AND (at, id) > ($3, $4)
       ORDER BY at, id LIMIT ${chunkSize}`,
      [machineId, kinds, mark.at, mark.id],
    );
    const last = chunk.at(-1);
    if (!last) return;
    yield chunk;
    if (chunk.length < chunkSize) return;
    mark = { at: last.at, id: last.id };
  }
}
