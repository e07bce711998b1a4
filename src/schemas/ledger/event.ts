import type { EventOf } from '../../core/ledger/entry.ts';
import type { DataOf } from '../../core/shape/data-of.ts';
import { text, instant, object, page, paging, uuid, headNo, positionNo } from '../../core/shape/parts.ts';
import { fieldsOf } from './fields.ts';

/** An entry as it counts now (after corrections), as lists and the live feed give it. */
export const event = object(fieldsOf('event'));
export type { Event } from '../../core/ledger/entry.ts';

/** Everything on record about one broken needle. */
export interface NeedleRecord {
  broke: EventOf<'break'>;
  /** The needle that sat there, and stitches it had sewn when it broke. */
  needle: EventOf<'needle_fitted'> | null;
  stitches: number;
  /** The piece held for it, and its release. */
  held: EventOf<'piece_held'> | null;
  released: EventOf<'piece_released'> | null;
  /** The needle fitted after it. */
  next: EventOf<'needle_fitted'> | null;
}

/** GET /api/ledger. `from` and `to` are instants; the list runs from the newest to the oldest. */
export const ledgerQuery = object(
  {
    machine: uuid,
    position: positionNo,
    head: headNo,
    kind: { type: 'string', maxLength: 30, pattern: '^[a-z_]+$', description: 'the name of a kind of entry' },
    fault: { type: 'string', maxLength: 30, pattern: '^[a-z_]+$', description: 'the name of a fault' },
    job: uuid,
    who: uuid,
    find: text(1, 60),
    from: instant,
    to: instant,
    ...paging,
  },
  ['position', 'head', 'kind', 'fault', 'job', 'who', 'find', 'from', 'to', 'limit', 'after'],
);
export type LedgerQuery = DataOf<typeof ledgerQuery>;
export const ledgerPage = page(event);

/** One raw line of the ledger, never changed, with both times. */
export const ledgerLine = object(fieldsOf('ledger'));
export type LedgerLine = DataOf<typeof ledgerLine>;

/** GET /api/ledger/{id}: how it counts now, and every line that made it so. */
export const entryHistory = object({ event, lines: { type: 'array', items: ledgerLine } });
