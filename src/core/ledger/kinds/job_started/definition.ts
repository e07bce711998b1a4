import { object } from '../../../shape/parts.ts';
import { kindOfEntry } from '../kind.ts';

/** The job that the entry names is on the machine from here on. */
export const definition = kindOfEntry({
  name: 'Job',
  where: 'machine',
  shape: object({}),
  flags: {},
  says: () => 'job put on the machine',
  fold: (now, entry) => ({
    ...now,
    job: entry.jobId === null ? null : { id: entry.jobId, startedAt: entry.at },
  }),
});
