import { howOften, type HowOften, type ManualCorrection } from '../../core/artwork/manual-correction.ts';
import { database, rows } from '../base/database.ts';

/** Of so many newest jobs and photos: a reader and those who use it change. */
const lastJobs = 60;
const lastBlocks = 60;

/** How often the readers of logos and of test blocks' photos were put right on this computer. */
export async function putRightHere(): Promise<HowOften & { columns: number; columnsPutRight: number }> {
  const [jobs, [blocks]] = await Promise.all([
    rows<{ put_right: ManualCorrection }>(
      database(),
      `SELECT put_right FROM job WHERE put_right IS NOT NULL ORDER BY id DESC LIMIT ${lastJobs}`,
    ),
    // Columns that were read from a photo have a spread, or were corrected on it; typed ones have neither.
    rows<{ columns: number; corrected: number }>(
      database(),
      `SELECT count(*)::int8 AS columns, count(*) FILTER (WHERE (col->>'corrected')::boolean)::int8 AS corrected
       FROM (SELECT data FROM event WHERE kind = 'block_read' AND NOT void ORDER BY at DESC LIMIT ${lastBlocks}) block,
         jsonb_array_elements(block.data->'columns') AS col
       WHERE (col->>'corrected')::boolean OR col ? 'spread'`,
    ),
  ]);
  return {
    ...howOften(jobs.map((job) => job.put_right)),
    columns: blocks?.columns ?? 0,
    columnsPutRight: blocks?.corrected ?? 0,
  };
}
