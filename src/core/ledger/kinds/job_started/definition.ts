import { mostStops } from '../../../shape/most.ts';
import { object, positionNo, stopNo } from '../../../shape/parts.ts';
import { kindOfEntry } from '../kind.ts';

/** The job that the entry names is on the machine from here on, its stops seated as they were then. */
export const definition = kindOfEntry({
  name: 'Job',
  where: 'machine',
  shape: object(
    {
      /** What is keyed into the machine: which position sews each stop. Entries before there was one have none. */
      seating: {
        type: 'array',
        maxItems: mostStops,
        items: object(
          {
            stop: stopNo,
            position: positionNo,
            /** Positions of one colour that take the stop piece by piece, that of the first piece first. */
            turns: {
              type: 'array',
              items: positionNo,
              minItems: 2,
              maxItems: positionNo.maximum,
              uniqueItems: true,
            },
          },
          ['turns'],
        ),
      },
    },
    ['seating'],
  ),
  flags: { unnamed: true, alters: true },
  says: () => 'job put on the machine',
  fold: (now, entry) => ({
    ...now,
    job:
      entry.jobId === null
        ? null
        : {
            id: entry.jobId,
            startedAt: entry.at,
            seating: Object.fromEntries(
              (entry.data.seating ?? []).map(({ stop, ...seat }) => [stop, { ...seat, by: 'put_on' }]),
            ),
          },
  }),
});
