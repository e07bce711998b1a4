import { among, keyIn, object, orNull, uuid } from '../../../shape/parts.ts';
import type { Cause } from '../../../trouble/causes.ts';
import type { Part } from '../../../trouble/parts.ts';
import { inWords } from '../in-words.ts';
import { kindOfEntry } from '../kind.ts';

/** How a trace ends. */
export const traceOutcomes = {
  found: { name: 'Found, sews again' },
  went_away: { name: 'Went away by itself' },
  technician: { name: 'Given to a technician' },
} as const;

/** What became of the piece that was on the machine. */
export const pieceFates = {
  kept: { name: 'Piece kept' },
  spoiled: { name: 'Piece spoiled' },
  none: { name: 'No piece in it' },
} as const;

/** The end of a trace: from these the odds and the minutes are learnt. */
export const definition = kindOfEntry({
  name: 'Trace closed',
  where: 'seat',
  shape: object({
    closes: uuid,
    outcome: among(traceOutcomes),
    cause: orNull(keyIn<Cause>('causes')),
    replaced: orNull(keyIn<Part>('parts')),
    piece: among(pieceFates),
    /** Minutes that it took, and that the fixed checklist would have been expected to take. */
    minutes: { type: 'number', minimum: 0, maximum: 6000 },
    checklistMinutes: { type: ['number', 'null'], minimum: 0, maximum: 6000 },
  }),
  flags: { unnamed: true, closes: ['trace_opened'], story: 'others', onRecord: true },
  says: ({ data }) =>
    `trace closed: ${data.cause ? inWords(data.cause) : traceOutcomes[data.outcome].name.toLowerCase()}`,
});
