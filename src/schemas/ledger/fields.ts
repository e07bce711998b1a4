import type { Entry } from '../../core/ledger/entry.ts';
import { columns, type Column } from './columns.ts';

type Columns = typeof columns;
export type Table = 'ledger' | 'event';
/** The fields of a table's rows. */
type FieldOf<T extends Table> = {
  [F in keyof Columns]: Columns[F] extends { only: Exclude<Table, T> } ? never : F;
}[keyof Columns];

/** What an entry says. */
const sentFields = (Object.keys(columns) as (keyof Columns)[]).filter(
  (field) => columns[field].from === 'sender',
) as (keyof Entry & keyof Columns)[];
/** An entry as its sender said it. */
export const sentOf = (entry: Entry): Record<string, unknown> =>
  Object.fromEntries(sentFields.map((field) => [field, entry[field]]));
/** The columns of a table, with the field each keeps. */
export const columnsOf = (table: Table): { field: string; column: Column }[] =>
  Object.entries<Column>(columns)
    .filter(([, { only }]) => only === undefined || only === table)
    .map(([field, column]) => ({ field, column }));

/** The fields of a table's rows, as parts of a message. */
export const fieldsOf = <T extends Table>(table: T): { [F in FieldOf<T>]: Columns[F]['shape'] } =>
  Object.fromEntries(columnsOf(table).map(({ field, column }) => [field, column.shape])) as {
    [F in FieldOf<T>]: Columns[F]['shape'];
  };
