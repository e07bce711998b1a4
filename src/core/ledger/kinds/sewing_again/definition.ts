import { object, uuid } from '../../../shape/parts.ts';
import { kindOfEntry } from '../kind.ts';

const dayMs = 86_400_000;
/** Left out: from the stop to this ending. Said where several stops were one stand, or where a person puts the minutes right. */
const lostMs = { type: 'integer', minimum: 0, maximum: 7 * dayMs } as const;

/** Ends the stop or break `closes`; `lostMs`: what it cost. */
export const definition = kindOfEntry({
  name: 'Sewing again',
  where: 'either',
  shape: object({ closes: uuid, lostMs }, ['lostMs']),
  flags: { endsStop: true, closes: ['break', 'stop'] },
  says: () => 'sewing again',
});
