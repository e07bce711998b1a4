import type { EventOf } from '../../core/ledger/entry.ts';
import { entryKindKeys } from '../../core/ledger/about-kinds.ts';
import type { DataOf } from '../../core/shape/data-of.ts';
import {
  text,
  count,
  instant,
  instantOrNull,
  object,
  page,
  paging,
  uuid,
  uuidOrNull,
  headNo,
  positionNo,
} from '../../core/shape/parts.ts';

const wholeOrNull = { type: ['integer', 'null'] } as const;

/** Who wrote it, as the server knows it. */
const writtenBy = { writerId: uuidOrNull, deviceId: uuidOrNull, unconfirmed: { type: 'boolean' } } as const;

/** An entry as it counts now (after corrections), as lists and the live feed give it. */
export const event = object({
  id: uuid,
  machineId: uuid,
  head: wholeOrNull,
  position: wholeOrNull,
  kind: { enum: entryKindKeys },
  at: instant,
  receivedAt: instant,
  operatorId: uuidOrNull,
  jobId: uuidOrNull,
  data: { type: 'object' },
  void: { type: 'boolean' },
  corrections: count,
  closedBy: uuidOrNull,
  closedAt: instantOrNull,
  lostMs: wholeOrNull,
  seq: { type: 'integer' },
  /** What the device said, where its clock was so far ahead that `at` is the server's time instead. */
  claimedAt: instantOrNull,
  ...writtenBy,
});
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
export const ledgerLine = object({
  id: uuid,
  seq: { type: 'integer' },
  machineId: uuid,
  head: wholeOrNull,
  position: wholeOrNull,
  kind: { enum: entryKindKeys },
  at: instant,
  receivedAt: instant,
  operatorId: uuidOrNull,
  jobId: uuidOrNull,
  corrects: uuidOrNull,
  data: { type: 'object' },
  claimedAt: instantOrNull,
  ...writtenBy,
});
export type LedgerLine = DataOf<typeof ledgerLine>;

/** GET /api/ledger/{id}: how it counts now, and every line that made it so. */
export const entryHistory = object({ event, lines: { type: 'array', items: ledgerLine } });
