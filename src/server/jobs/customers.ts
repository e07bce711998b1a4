import { database, inTransaction, rows } from '../base/database.ts';
import { notFound } from '../base/problem.ts';
import { keepBefore, type By } from '../stores/things.ts';

/** Customers by the jobs that name them, most jobs first. */
export const listCustomers = (): Promise<{ name: string; jobs: number }[]> =>
  rows(
    database(),
    `SELECT customer AS name, count(*)::int AS jobs FROM job WHERE customer <> ''
     GROUP BY customer ORDER BY jobs DESC, customer LIMIT 500`,
  );

/** Gives a customer another name in all jobs; a name that is there already: the two become one. What each job said stays on record. */
export async function renameCustomer(
  { from, to }: { from: string; to: string },
  by: By,
): Promise<{ jobs: number }> {
  return inTransaction(async (sql) => {
    const changed = await rows<{ id: string }>(
      sql,
      'UPDATE job SET customer = $2, version = version + 1 WHERE customer = $1 AND $1 <> $2 RETURNING id',
      [from, to],
    );
    if (changed.length === 0) throw notFound('customer');
    for (const { id } of changed) await keepBefore(sql, 'job', id, { customer: from }, by);
    return { jobs: changed.length };
  });
}
