import { v7 as uuid7 } from 'uuid';
import { readThreadRows, threadHeadings, type ThreadRow } from '../../core/stores/csv-rows.ts';
import { send } from '../../parts/live/send.ts';
import type { Thread } from '../../schemas/workshop.ts';
import { CsvIn } from './CsvIn.tsx';

/** Threads and cones from a CSV file: one line a cone; lines of one thread repeat its code. */
export function ThreadImport({ threads }: { threads: Thread[] }) {
  async function add(good: ThreadRow[]): Promise<void> {
    const ids = new Map(threads.map((one) => [one.code.toLowerCase(), one.id]));
    for (const { cone, ...thread } of good) {
      const key = thread.code.toLowerCase();
      if (!ids.has(key)) {
        const id = uuid7();
        await send('POST', '/api/threads', { id, ...thread });
        ids.set(key, id);
      }
      if (cone) await send('POST', '/api/cones', { id: uuid7(), threadId: ids.get(key), ...cone });
    }
  }
  return <CsvIn what="Threads and cones" headings={threadHeadings} read={readThreadRows} add={add} />;
}
