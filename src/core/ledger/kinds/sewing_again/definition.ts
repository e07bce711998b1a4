import { millisecondsInDay } from 'date-fns/constants';
import { object, uuid } from '../../../shape/parts.ts';
import { kindOfEntry } from '../kind.ts';

/** Left out: from the stop to this ending. Said where several stops were one stand, or where a person puts the minutes right. */
const lostMs = { type: 'integer', minimum: 0, maximum: 7 * millisecondsInDay } as const;

/** Ends the stop or break `closes`; `lostMs`: what it cost. */
export const definition = kindOfEntry({
  name: 'Sewing again',
  where: 'either',
  shape: object({ closes: uuid, lostMs }, ['lostMs']),
  flags: { endsStop: true, closes: ['break', 'stop'] },
  says: () => 'sewing again',
});
