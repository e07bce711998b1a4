import { ProblemError } from './problem.ts';

/** A list page's cursor: the sort keys of its last row, so that new rows never shift a page. */
export function cursorOf(keys: readonly (string | number | null)[]): string {
  return Buffer.from(JSON.stringify(keys)).toString('base64url');
}

/** The sort keys in a cursor that {@link cursorOf} made; throws a 422 problem for anything else. */
export function keysOf(cursor: string | undefined, count: number): (string | number | null)[] | null {
  if (cursor === undefined) return null;
  try {
    const keys: unknown = JSON.parse(Buffer.from(cursor, 'base64url').toString('utf8'));
    const simple = (key: unknown) =>
      key === null || typeof key === 'number' || (typeof key === 'string' && !key.includes('\0'));
    if (Array.isArray(keys) && keys.length === count && keys.every(simple))
      return keys as (string | number | null)[];
  } catch {
    // Falls through: whatever it is, it is no cursor of ours.
  }
  throw new ProblemError(
    422,
    'Not accepted',
    'This page of the list cannot be found. Start again from the first page.',
  );
}

/** Cuts a result that was asked with one row too many into a page with its cursor. */
export function pageOf<Row, Item>(
  found: readonly Row[],
  limit: number,
  item: (row: Row) => Item,
  keys: (row: Row) => (string | number | null)[],
): { items: Item[]; next: string | null } {
  const shown = found.slice(0, limit);
  return { items: shown.map(item), next: found.length > limit ? cursorOf(keys(shown.at(-1)!)) : null };
}
