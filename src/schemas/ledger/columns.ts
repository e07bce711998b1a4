import type { Event, Line } from '../../core/ledger/entry.ts';
import { entryKindKeys } from '../../core/ledger/about-kinds.ts';
import type { AnyShape } from '../../core/shape/data-of.ts';
import { count, instant, instantOrNull, uuid, uuidOrNull } from '../../core/shape/parts.ts';

/** A field of an entry, and the column that keeps it in the tables `ledger` and `event`. */
export interface Column {
  /** In SQL; in `event` it may be called otherwise. */
  name: string;
  inEvent?: string;
  type: 'uuid' | 'bigint' | 'smallint' | 'integer' | 'text' | 'timestamptz' | 'jsonb' | 'boolean';
  /** In messages. */
  shape: AnyShape;
  /** The only table that has it; left out: both have it. */
  only?: 'ledger' | 'event';
  /** Who says it: whoever sends the entry, the server when it takes it in, or the database when it is stored. */
  from: 'sender' | 'server' | 'database';
  /** What a row says that has null there, as SQL; left out: null. */
  whenNull?: string;
}

const wholeOrNull = { type: ['integer', 'null'] } as const;
const isTrue = { type: 'boolean' } as const;

/**
 * Every field of a line and of an event, once: the lists of columns, what is inserted and read, and the messages' schemas follow from this
 * table. A new one: a migration, its type in core/ledger/entry-base.ts, its record here, and whatever fills it.
 */
export const columns = {
  id: { name: 'id', type: 'uuid', shape: uuid, from: 'sender' },
  seq: { name: 'seq', inEvent: 'changed_seq', type: 'bigint', shape: { type: 'integer' }, from: 'database' },
  machineId: { name: 'machine_id', type: 'uuid', shape: uuid, from: 'sender' },
  head: { name: 'head', type: 'smallint', shape: wholeOrNull, from: 'sender' },
  position: { name: 'position', type: 'smallint', shape: wholeOrNull, from: 'sender' },
  kind: { name: 'kind', type: 'text', shape: { enum: entryKindKeys }, from: 'sender' },
  at: { name: 'at', type: 'timestamptz', shape: instant, from: 'sender' },
  receivedAt: { name: 'received_at', type: 'timestamptz', shape: instant, from: 'database' },
  operatorId: { name: 'operator_id', type: 'uuid', shape: uuidOrNull, from: 'sender' },
  jobId: { name: 'job_id', type: 'uuid', shape: uuidOrNull, from: 'sender' },
  corrects: { name: 'corrects', type: 'uuid', shape: uuidOrNull, only: 'ledger', from: 'sender' },
  data: { name: 'data', type: 'jsonb', shape: { type: 'object' }, from: 'sender' },
  void: { name: 'void', type: 'boolean', shape: isTrue, only: 'event', from: 'database' },
  corrections: { name: 'corrections', type: 'integer', shape: count, only: 'event', from: 'database' },
  closedBy: { name: 'closed_by', type: 'uuid', shape: uuidOrNull, only: 'event', from: 'database' },
  closedAt: { name: 'closed_at', type: 'timestamptz', shape: instantOrNull, only: 'event', from: 'database' },
  lostMs: { name: 'lost_ms', type: 'bigint', shape: wholeOrNull, only: 'event', from: 'database' },
  claimedAt: { name: 'claimed_at', type: 'timestamptz', shape: instantOrNull, from: 'server' },
  writerId: { name: 'writer_id', type: 'uuid', shape: uuidOrNull, from: 'server' },
  deviceId: { name: 'device_id', type: 'uuid', shape: uuidOrNull, from: 'server' },
  unconfirmed: { name: 'unconfirmed', type: 'boolean', shape: isTrue, from: 'server', whenNull: 'false' },
} as const satisfies Record<Exclude<keyof Event | keyof Line, 'writerMay'>, Column>;
