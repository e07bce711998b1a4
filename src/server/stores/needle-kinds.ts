import { needleText, readNeedleLabel, type NeedleSpec } from '../../core/needle/label.ts';
import type { NeedleKindChange } from '../../schemas/stores.ts';
import type { ListQuery, NeedleKind } from '../../schemas/workshop.ts';
import { database, inTransaction, rows } from '../base/database.ts';
import { notFound } from '../base/problem.ts';
import { makeOnce } from '../base/made-once.ts';
import { keysOf, pageOf } from '../base/paging.ts';
import { changeThing, type By, type Thing } from './things.ts';
import { taughtLetters } from './workshop.ts';

interface NeedleKindRow extends Omit<NeedleSpec, 'sizeMetric'> {
  id: string;
  size_metric: NeedleSpec['sizeMetric'];
  reorder_at: number;
  on_hand: number | null;
}
const properties = 'system, size_metric, point, coating, eye, blade';

/**
 * Rows of needle kinds with what is left: what was counted, less what any machine was fitted with since (no more of them
 * are looked at than were counted). Index event_needle.
 */
const selectKinds = `
  SELECT n.id, ${properties}, n.reorder_at, n.counted - f.count AS on_hand
  FROM needle_kind n CROSS JOIN LATERAL (
    SELECT count(*) FROM (
      SELECT FROM event e WHERE e.kind = 'needle_fitted' AND NOT e.void AND e.at > n.counted_at
        AND e.data -> 'needle' = jsonb_build_object('system', n.system, 'sizeMetric', n.size_metric, 'point', n.point,
          'coating', n.coating, 'eye', n.eye, 'blade', n.blade)
      LIMIT n.counted) fitted) f`;

function kindFrom({
  id,
  size_metric: sizeMetric,
  reorder_at: reorderAt,
  on_hand: onHand,
  ...rest
}: NeedleKindRow): NeedleKind {
  const spec = { ...rest, sizeMetric };
  return { id, spec, text: needleText(spec), onHand, reorderAt };
}

export async function listNeedleKinds({ limit = 50, after }: ListQuery = {}): Promise<{
  items: NeedleKind[];
  next: string | null;
}> {
  const keys = keysOf(after, 2);
  const found = await rows<NeedleKindRow>(
    database(),
    `${selectKinds} WHERE $1::int IS NULL OR (n.size_metric, n.id::text) > ($1, $2)
     ORDER BY n.size_metric, n.id::text LIMIT $3`,
    [typeof keys?.[0] === 'number' ? keys[0] : null, keys?.[1] ?? null, limit + 1],
  );
  return pageOf(found, limit, kindFrom, (row) => [row.size_metric, row.id]);
}

/** Adds the kind of needle that `label` names, or gives the one there is. Throws Refusal for a label it cannot read. */
export async function addNeedleKind({ id, label }: { id: string; label: string }): Promise<NeedleKind> {
  const { spec } = readNeedleLabel(label, await taughtLetters());
  const { system, sizeMetric: size_metric, point, coating, eye, blade } = spec;
  const values = [system, size_metric, point, coating, eye, blade];
  await makeOnce({
    table: 'needle_kind',
    values: { id, system, size_metric, point, coating, eye, blade },
    columns: `id, ${properties}`,
    read: (row) => row,
    noun: 'kind of needle',
    // The kind is there already under another id: that one is given.
    taken: () => ({}),
  });
  const [kept] = await rows<NeedleKindRow>(
    database(),
    `${selectKinds} WHERE (${properties}) = ($1, $2, $3, $4, $5, $6)`,
    values,
  );
  return kindFrom(kept!);
}

export const needleThing: Thing = {
  table: 'needle_kind',
  noun: 'needle',
  name: "'This needle'",
  columns: {
    ...{ system: 'system', sizeMetric: 'size_metric', point: 'point', coating: 'coating' },
    ...{ eye: 'eye', blade: 'blade' },
  },
  // Entries hold what was fitted in words of their own: none needs the shelf's.
  inLedger: [],
  instead: '',
};

/** What was counted on the shelf just now, how few call for new ones, and what the label should have said. */
export async function changeNeedleKind(
  id: string,
  { counted, reorderAt, label }: NeedleKindChange,
  by: By,
): Promise<NeedleKind> {
  if (label !== undefined) {
    const { spec } = readNeedleLabel(label, await taughtLetters());
    await inTransaction((sql) => changeThing(sql, needleThing, id, { ...spec }, by));
  }
  await rows(
    database(),
    `UPDATE needle_kind SET counted = COALESCE($2, counted), reorder_at = COALESCE($3, reorder_at),
       counted_at = CASE WHEN $2::int IS NULL THEN counted_at ELSE now() END
     WHERE id = $1`,
    [id, counted ?? null, reorderAt ?? null],
  );
  const [row] = await rows<NeedleKindRow>(database(), `${selectKinds} WHERE n.id = $1`, [id]);
  if (!row) throw notFound('needle');
  return kindFrom(row);
}

/** No container holds more: beyond, its needles are not counted. */
export const mostSharps = 1000;

/** Old needles put into the sharps container since `since`: one for each needle fitted where another sat, about. */
export async function sharpsSince(since: string | null): Promise<number> {
  const [row] = await rows<{ count: number }>(
    database(),
    `SELECT count(*) AS count FROM (
       SELECT FROM machine m JOIN event e ON e.machine_id = m.id AND e.kind = 'needle_fitted'
         AND NOT e.void AND e.at > COALESCE($1::timestamptz, '-infinity')
       LIMIT ${mostSharps}) AS fitted`,
    [since],
  );
  return row?.count ?? 0;
}
