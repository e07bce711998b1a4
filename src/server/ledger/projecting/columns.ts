import { flagsOf } from '../../../core/ledger/about-kinds.ts';
import { columnsOf, type Table } from '../../../schemas/ledger/fields.ts';

const nameIn = (table: Table, { name, inEvent }: { name: string; inEvent?: string }): string =>
  table === 'event' ? (inEvent ?? name) : name;

/** What a query reads of a table's rows, as fields: a row of it is a line, or an event. `alias`: what the query calls the table. */
export const reading = (table: Table, alias = ''): string =>
  columnsOf(table)
    .map(({ field, column }) => {
      const name = `${alias && `${alias}.`}${nameIn(table, column)}`;
      return `${column.whenNull ? `coalesce(${name}, ${column.whenNull})` : name} AS "${field}"`;
    })
    .join(', ');

/** Rows of the ledger as lines. */
export const lineColumns = reading('ledger');
/** Rows of the projection as events. */
export const eventColumns = reading('event');

/** What the sender of an entry said, from a raw row of the ledger: the message that it was. */
export const sentOfRow = (row: Readonly<Record<string, unknown>>): unknown =>
  Object.fromEntries(
    columnsOf('ledger')
      .filter(({ column }) => column.from === 'sender')
      .map(({ field, column }) => [field, row[column.name]]),
  );

/** What stands in columns of its own beside an event's fields, to be looked for: the kind of fault, and what the entry ends. */
export function soughtIn(entry: { kind: string; data: object }): {
  fault: string | null;
  closes: string | null;
} {
  const { fault, closes } = entry.data as Record<string, unknown>;
  return {
    fault:
      flagsOf(entry.kind as Parameters<typeof flagsOf>[0]).breaks && typeof fault === 'string' ? fault : null,
    closes: typeof closes === 'string' ? closes : null,
  };
}
const soughtTypes = 'fault text, closes uuid';
const soughtNames = 'fault, closes';

const quoted = (fields: readonly { field: string }[]): string =>
  fields.map(({ field }) => `"${field}"`).join(', ');
const typed = (fields: ReturnType<typeof columnsOf>): string =>
  fields.map(({ field, column }) => `"${field}" ${column.type}`).join(', ');
const names = (table: Table, fields: ReturnType<typeof columnsOf>): string =>
  fields.map(({ column }) => nameIn(table, column)).join(', ');

const stored = columnsOf('ledger').filter(({ column }) => column.from !== 'database');
const storedBoth = stored.filter(({ column }) => column.only === undefined);

/**
 * Stores entries ($1: JSON, with {@link soughtIn} in each) as lines of the ledger, and beside each (but corrections) its event as it counts at first: in one
 * statement, which reads what was sent once and takes numbers and time from the line. $2: received so long after each entry's own time, ms, or null: at $3.
 * Gives the lines that were not there before.
 */
export const insertLines = `
  WITH sent AS MATERIALIZED (SELECT * FROM jsonb_to_recordset($1) AS r(${typed(stored)}, ${soughtTypes})),
  stored AS (
    INSERT INTO ledger (${names('ledger', stored)}, received_at)
    SELECT ${quoted(stored)}, coalesce(at + $2 * interval '1 ms', $3) FROM sent
    ON CONFLICT (id) DO NOTHING RETURNING id, seq, received_at),
  events AS (
    INSERT INTO event (${names('event', storedBoth)}, ${soughtNames}, received_at, void, corrections, changed_seq)
    SELECT ${quoted(storedBoth)}, ${soughtNames}, received_at, false, 0, seq
    FROM stored JOIN sent USING (id) WHERE kind <> 'correction')
  SELECT id, seq, received_at AS "receivedAt" FROM stored`;

const ofEvent = columnsOf('event');
const eventNames = `${names('event', ofEvent)}, ${soughtNames}`;

/** Inserts events ($1: JSON, with {@link soughtIn} in each). Without a look for conflicts, which would cost a third more. */
export const insertEvents = `INSERT INTO event (${eventNames})
  SELECT ${quoted(ofEvent)}, ${soughtNames} FROM jsonb_to_recordset($1) AS r(${typed(ofEvent)}, ${soughtTypes})`;

/** The same for events of which some are there already. */
export const replaceEvents = `${insertEvents} ON CONFLICT (id) DO UPDATE SET (${eventNames}) =
  ROW(${eventNames
    .split(', ')
    .map((name) => `excluded.${name}`)
    .join(', ')})`;
