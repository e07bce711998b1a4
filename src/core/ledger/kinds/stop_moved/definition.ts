import { object, positionNo, stopNo } from '../../../shape/parts.ts';
import { kindOfEntry } from '../kind.ts';

/** A stop of the running job sews at another position from here on; what was sewn before stays where it was booked. */
export const definition = kindOfEntry({
  name: 'Stop moved',
  where: 'machine',
  needsJob: true,
  shape: object(
    {
      stop: stopNo,
      position: positionNo,
      /** Told by the machine itself. */
      by: { const: 'feed' },
    },
    ['by'],
  ),
  flags: { unnamed: true, onRecord: true, alters: true, serverOnly: ['by'] },
  says: ({ data }) =>
    `stop ${data.stop} sews at position ${data.position}${data.by === 'feed' ? ', the machine says' : ''}`,
  fold(now, { jobId, data: { stop, position, by } }) {
    if (!now.job || now.job.id !== jobId) return now;
    const seating = { ...now.job.seating, [stop]: { position, by: by ?? ('operator' as const) } };
    return { ...now, job: { ...now.job, seating } };
  },
});
