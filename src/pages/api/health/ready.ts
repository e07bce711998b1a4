import { alive as answer } from '../../../schemas/workshop.ts';
import { rows, writerConnections } from '../../../server/base/database.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { ProblemError } from '../../../server/base/problem.ts';

/** Whether a touch would be stored now: the writer's database answers, and may be written (a standby may not). A proxy sends nobody here while it is 503. */
export const GET = endpoint({ right: 'anyone', answer }, async () => {
  const [row] = await rows<{ standby: boolean }>(
    writerConnections(),
    'SELECT pg_is_in_recovery() AS standby',
  );
  if (row?.standby !== false)
    throw new ProblemError(
      503,
      'Not ready',
      'The database takes no entries: it is a standby. Try again in a moment.',
    );
  return { ok: true };
});
