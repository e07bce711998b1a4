import { keyIn, object, orNull, text } from '../../../shape/parts.ts';
import type { Scope } from '../../../trouble/scopes.ts';
import type { Symptom } from '../../../trouble/symptoms.ts';
import type { Onset } from '../../../trouble/onsets.ts';
import { inWords } from '../in-words.ts';
import { kindOfEntry } from '../kind.ts';

/** Somebody begins to look for why this position breaks. What is said later corrects what was said here. */
export const definition = kindOfEntry({
  name: 'Trace',
  where: 'seat',
  shape: object({
    seen: orNull(keyIn<Symptom>('seen')),
    scope: orNull(keyIn<Scope>('scopes')),
    since: orNull(keyIn<Onset>('since')),
    /** Pieces of the ledger's evidence that were struck out, by their keys. */
    struck: { type: 'array', items: text(1, 80), maxItems: 40, uniqueItems: true },
  }),
  flags: { unnamed: true, shared: true, opens: true, story: 'others' },
  says: ({ data }) => `trace begun${data.seen ? `: ${inWords(data.seen)}` : ''}`,
});
