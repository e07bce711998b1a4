import type { Measures } from '../element/measures.ts';
import type { Garment } from '../garment/garment.ts';
import { writeGarmentCells } from './garment-cells.ts';
import { writeMeasureCells } from './measure-cells.ts';
import { jobHeadings } from './read-rows.ts';

interface JobToWrite {
  name: string;
  customer: string;
  cloth: string;
  garment?: Garment | undefined;
  pieces: number;
  due: string | null;
  note: string;
  stops: readonly {
    stop: number;
    threadId: string;
    stitches: number;
    element: string;
    position: number | null;
    measures?: Measures | undefined;
  }[];
}

/**
 * Jobs as the rows of a jobs file, which `readJobRows` reads back the same. What is the job's own stands on its first line.
 * `codeOf`: the stores' code of a thread.
 */
export function writeJobRows(
  jobs: readonly JobToWrite[],
  codeOf: (threadId: string) => string,
): Record<(typeof jobHeadings)[number], string>[] {
  const blank = Object.fromEntries(jobHeadings.map((heading) => [heading, ''])) as Record<
    (typeof jobHeadings)[number],
    string
  >;
  return jobs.flatMap((job) =>
    job.stops.flatMap((stop, index) =>
      writeMeasureCells(stop.measures).map((cells, at) => ({
        ...blank,
        job: job.name,
        ...(index === 0 &&
          at === 0 && {
            customer: job.customer,
            cloth: job.cloth,
            due: job.due ?? '',
            note: job.note,
            ...writeGarmentCells(job.garment ?? {}),
          }),
        pieces: String(job.pieces),
        stop: String(stop.stop),
        thread: codeOf(stop.threadId),
        stitches: String(stop.stitches),
        element: stop.element,
        position: stop.position === null ? '' : String(stop.position),
        ...cells,
      })),
    ),
  );
}
