import { head, instant, object, position, text, uuidOrNull } from '../../../shape/parts.ts';
import { kindOfEntry } from '../kind.ts';

/** Replaces what it names in the entry it corrects; `void` takes the whole entry back (or puts it back). */
export const definition = kindOfEntry({
  name: 'Correction',
  where: 'either',
  shape: object(
    {
      void: { type: 'boolean' },
      head,
      position,
      jobId: uuidOrNull,
      /** Who did it: an entry that nobody signed is claimed so. */
      operatorId: uuidOrNull,
      at: instant,
      data: { type: 'object', maxProperties: 10 },
      why: text(1, 500),
    },
    ['void', 'head', 'position', 'jobId', 'operatorId', 'at', 'data', 'why'],
  ),
  flags: { corrects: true },
  says: ({ data }) => (data.void ? 'taken back' : `corrected${data.why ? `: ${data.why}` : ''}`),
});
