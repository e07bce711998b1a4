/**
 * Everything that is kept, in an order in which it can be put back: what is named comes before what names it. The
 * projections are not among them: they are folded again from the ledger. `order` makes two exports of the same state equal.
 */
export const tables = {
  workshop: 'only_one',
  machine: 'created_at, id',
  operator: 'id',
  needle_kind: 'id',
  thread: 'id',
  cone: 'id',
  bobbin_kind: 'id',
  bobbin_case: 'id',
  job: 'created_at, id',
  job_stop: 'job_id, stop',
  job_picture: 'job_id',
  overruling: 'id',
  head_plan: 'id',
  head_scheme: 'id',
  feed_now: 'machine_id',
  feed_line: 'machine_id, id',
  ledger: 'seq',
} as const;
export type TableName = keyof typeof tables;
export const tableNames = Object.keys(tables) as TableName[];

/**
 * The first line of an export: what it is, and which shape its tables have. Version 2 ends with a line that says how much
 * there was; files of version 1 are still taken in, and cannot say whether they are whole.
 */
export const header = { format: 'vivid-eye-everything', version: 2 } as const;
export const readVersions: readonly unknown[] = [1, 2];

/** The last line: rows by table, and the SHA-256 (hex) of all bytes before this line. */
export type Ending = {
  end: true;
  rows: Partial<Record<TableName, number>>;
  sha256: string;
};
