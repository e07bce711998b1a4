import { needleText, readNeedleLabel } from '../../core/needle/label.ts';
import type { Overruling, OverrulingNew } from '../../schemas/advice.ts';
import type { ListQuery } from '../../schemas/workshop.ts';
import { database, rows } from '../base/database.ts';
import { makeOnce } from '../base/made-once.ts';
import { keysOf, pageOf } from '../base/paging.ts';
import { taughtLetters } from '../stores/workshop.ts';

interface OverrulingRow extends Omit<Overruling, 'jobId' | 'weightNo'> {
  job_id: string | null;
  weight_no: number | null;
}
const columns = 'id, job_id, cloth, element, weight_no, advised, needle, why, at';
const from = ({ job_id: jobId, weight_no: weightNo, ...row }: OverrulingRow): Overruling => ({
  ...row,
  jobId,
  weightNo,
});

/** Needles chosen against advice, newest first. */
export async function listOverrulings({
  limit = 50,
  after,
  cloth,
  element,
}: ListQuery & { cloth?: string; element?: string }) {
  const keys = keysOf(after, 2);
  const found = await rows<OverrulingRow>(
    database(),
    `SELECT ${columns} FROM overruling WHERE ($1::text IS NULL OR cloth = $1) AND ($2::text IS NULL OR element = $2)
       AND ($3::timestamptz IS NULL OR (at, id::text) < ($3, $4)) ORDER BY at DESC, id::text DESC LIMIT $5`,
    [cloth ?? null, element ?? null, keys?.[0] ?? null, keys?.[1] ?? null, limit + 1],
  );
  return pageOf(found, limit, from, (row) => [row.at, row.id]);
}

/** What was chosen last time on the same cloth for the same element, or null. */
export async function lastOverruling(cloth: string, element: string): Promise<Overruling | null> {
  return (await listOverrulings({ limit: 1, cloth, element })).items[0] ?? null;
}

/** Keeps a choice against advice. Throws Refusal for a label it cannot read. */
export async function addOverruling(sent: OverrulingNew): Promise<Overruling> {
  const { spec } = readNeedleLabel(sent.label, await taughtLetters());
  const { item } = await makeOnce<Overruling, OverrulingRow>({
    table: 'overruling',
    values: {
      id: sent.id,
      job_id: sent.jobId ?? null,
      cloth: sent.cloth,
      element: sent.element,
      weight_no: sent.weightNo ?? null,
      advised: sent.advised || needleText(spec),
      needle: spec,
      why: sent.why ?? '',
      operator_id: sent.operatorId ?? null,
    },
    columns,
    read: from,
    noun: 'choice against advice',
  });
  return item;
}
