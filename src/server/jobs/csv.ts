import Papa from 'papaparse';
import { safeCell } from '../../core/base/csv-cells.ts';
import { jobHeadings, moreHeadings } from '../../core/jobs/read-rows.ts';
import { writeJobRows } from '../../core/jobs/write-rows.ts';
import { database, rows } from '../base/database.ts';
import { listJobs } from './jobs.ts';

/** Jobs as a CSV file that the import reads back: one line per colour stop, and one for each of several parts. A page at a time. */
export async function* jobsCsv(show: 'waiting' | 'done' | 'all'): AsyncGenerator<string> {
  const threads = await rows<{ id: string; code: string }>(database(), 'SELECT id, code FROM thread');
  const codes = new Map(threads.map(({ id, code }) => [id, code]));
  const columns = [...jobHeadings, ...moreHeadings];
  yield Papa.unparse([columns]) + '\r\n';
  let after: string | null = null;
  do {
    const page: Awaited<ReturnType<typeof listJobs>> = await listJobs({
      ...{ show, limit: 200 },
      ...(after && { after }),
    });
    const found = writeJobRows(page.items, (id) => codes.get(id) ?? '');
    if (found.length > 0)
      yield (
        Papa.unparse(
          found.map((row) => columns.map((column) => safeCell((row as Record<string, string>)[column]))),
        ) + '\r\n'
      );
    after = page.next;
  } while (after);
}
