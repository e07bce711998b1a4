import { among, object, text } from '../../../shape/parts.ts';
import { scopes } from '../../../trouble/scopes.ts';
import { seen } from '../../../trouble/seen.ts';
import { since } from '../../../trouble/since.ts';
import { kindOfEntry } from '../kind.ts';

/** What may be said of a fault, or not. */
const orNull = <Registry extends object>(registry: Registry) =>
  ({ enum: [null, ...among(registry).enum] }) as const;

/** Somebody begins to look for why this position breaks. What is said later corrects what was said here. */
export const definition = kindOfEntry({
  name: 'Trace',
  where: 'seat',
  shape: object({
    seen: orNull(seen),
    scope: orNull(scopes),
    since: orNull(since),
    /** Pieces of the ledger's evidence that were struck out, by their keys. */
    struck: { type: 'array', items: text(1, 80), maxItems: 40, uniqueItems: true },
  }),
  flags: { opens: true, story: 'others' },
  says: ({ data }) => `trace begun${data.seen ? `: ${seen[data.seen].says}` : ''}`,
});
