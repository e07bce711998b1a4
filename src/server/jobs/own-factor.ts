import { ownFactor, type EstimateAndCount, type OwnFactor } from '../../core/artwork/own-factor.ts';
import { database, rows } from '../base/database.ts';

/** Designs that are looked at: a workshop's files change with who makes them. */
const lastDesigns = 60;

/**
 * What the workshop's own files are to an estimate: from the newest jobs that were read from a picture and whose stops' true stitches were
 * typed since. A stop that is still estimated tells nothing.
 */
export async function ownStitchFactor(): Promise<OwnFactor> {
  const designs = await rows<EstimateAndCount>(
    database(),
    `SELECT sum(estimate.stitches)::float8 AS estimated, sum(s.stitches)::float8 AS counted
     FROM job_stop s, LATERAL (
       SELECT sum((part->>'stitches')::float8) AS stitches, bool_and(part ? 'stitches') AS is_whole
       FROM jsonb_array_elements(s.measures->'parts') AS part) AS estimate
     WHERE s.measures->>'by' = 'picture' AND coalesce(s.measures->>'stitches', '') <> 'estimated'
       AND estimate.is_whole AND estimate.stitches > 0
     GROUP BY s.job_id ORDER BY s.job_id DESC LIMIT ${lastDesigns}`,
    [],
  );
  return ownFactor(designs);
}
