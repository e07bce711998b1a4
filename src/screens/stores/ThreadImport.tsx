import { v7 as uuid7 } from 'uuid';
import { differences, freeName } from '../../core/stores/differs.ts';
import { alreadyThere } from '../../core/stores/lists.ts';
import { readThreadRows, type ThreadRow } from '../../core/stores/csv-rows.ts';
import { send } from '../../parts/live/send.ts';
import type { Cone, Thread } from '../../schemas/workshop.ts';
import { CsvIn } from './CsvIn.tsx';

/** Threads and cones from a CSV file: one line a cone; lines of one thread repeat its code. */
export function ThreadImport({ threads, cones }: { threads: Thread[]; cones: Cone[] }) {
  async function add(good: ThreadRow[]): Promise<void> {
    const ids = new Map(threads.map((thread) => [thread.code.toLowerCase(), thread.id]));
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
  // A cone is the same by its thread, batch and metres; a line that names a thread alone, by the thread.
  const codeOf = new Map(threads.map((thread) => [thread.id, thread.code]));
  const key = (code: string, cone: { batch: string; metres: number } | null) =>
    [code.toLowerCase(), ...(cone ? [cone.batch, cone.metres] : [])].join('\n');
  const there = [
    ...threads.map((thread) => key(thread.code, null)),
    ...cones.map((cone) => key(codeOf.get(cone.threadId) ?? '', cone)),
  ];
  return (
    <CsvIn
      what="Threads and cones"
      list="threads"
      read={readThreadRows}
      add={add}
      clashOf={({ cone, ...line }) => {
        const kept = threads.find((thread) => thread.code.toLowerCase() === line.code.toLowerCase());
        const { code: _code, ...said } = line;
        void _code;
        const differs = kept ? differences(said, kept) : [];
        if (!kept || differs.length === 0) return null;
        const codes = threads.map(({ code }) => code);
        return {
          name: kept.code,
          differs,
          put: () => send('PATCH', `/api/threads/${kept.id}`, said),
          both: { ...line, cone, code: freeName(kept.code, codes, 24) },
        };
      }}
      isThere={(lines) => alreadyThere(lines, there, ({ code, cone }) => key(code, cone))}
    />
  );
}
