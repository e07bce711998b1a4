import { bobbinLength } from '../../core/bobbin/capacity.ts';
import { texFrom } from '../../core/units/thread-count.ts';
import type { BobbinCase, BobbinCaseNew, BobbinKind, BobbinKindNew } from '../../schemas/stores.ts';
import type { ListQuery } from '../../schemas/workshop.ts';
import { database, rows } from '../base/database.ts';
import { conflict, notFound } from '../http/problem.ts';
import { makeOnce } from '../base/made-once.ts';
import { keysOf, pageOf } from '../base/paging.ts';

interface KindRow extends Omit<BobbinKind, 'weightNo'> {
  weight_no: number;
}
const kindColumns = 'id, name, size, sides, weight_no, tex, fibre, colour, metres';
const kindFrom = ({ weight_no: weightNo, ...row }: KindRow): BobbinKind => ({ ...row, weightNo });

export async function listBobbinKinds({ limit = 50, after }: ListQuery = {}) {
  const keys = keysOf(after, 1);
  const found = await rows<KindRow>(
    database(),
    `SELECT ${kindColumns} FROM bobbin_kind WHERE $1::text IS NULL OR name > $1 ORDER BY name LIMIT $2`,
    [keys?.[0] ?? null, limit + 1],
  );
  return pageOf(found, limit, kindFrom, (row) => [row.name]);
}

/** Adds a kind of bobbin. Its metres may be left out: then they follow from its size class and thread. */
export async function addBobbinKind(sent: BobbinKindNew): Promise<BobbinKind> {
  const tex = sent.tex ?? texFrom('wt', sent.weightNo);
  const metres = sent.metres ?? Math.round(bobbinLength(sent.size, tex).value);
  const { id, name, size, sides, weightNo, fibre, colour } = sent;
  const { item } = await makeOnce<BobbinKind, KindRow>({
    table: 'bobbin_kind',
    values: { id, name, size, sides, weight_no: weightNo, tex, fibre, colour, metres },
    columns: kindColumns,
    read: kindFrom,
    noun: 'bobbin',
    taken: () => {
      throw conflict(`There is a bobbin called “${name}” already. Give this one another name.`);
    },
  });
  return item;
}

const caseColumns = 'id, name, size, turns, note, retired';

export async function listBobbinCases({ limit = 50, after }: ListQuery = {}) {
  const keys = keysOf(after, 1);
  const found = await rows<BobbinCase>(
    database(),
    `SELECT ${caseColumns} FROM bobbin_case WHERE $1::text IS NULL OR name > $1 ORDER BY name LIMIT $2`,
    [keys?.[0] ?? null, limit + 1],
  );
  return pageOf(
    found,
    limit,
    (row) => row,
    (row) => [row.name],
  );
}

export async function addBobbinCase({
  id,
  name,
  size,
  turns,
  note = '',
}: BobbinCaseNew): Promise<BobbinCase> {
  const { item } = await makeOnce<BobbinCase, BobbinCase>({
    table: 'bobbin_case',
    values: { id, name, size, turns, note },
    columns: caseColumns,
    read: (row) => row,
    noun: 'bobbin case',
    taken: () => {
      throw conflict(`There is a bobbin case called “${name}” already. Give this one another name.`);
    },
  });
  return item;
}

/** A note, or why the case is out of use. A retired case stays on record. */
export async function changeBobbinCase(
  id: string,
  change: { note?: string; retired?: string },
): Promise<BobbinCase> {
  const [row] = await rows<BobbinCase>(
    database(),
    `UPDATE bobbin_case SET note = COALESCE($2, note), retired = COALESCE($3, retired) WHERE id = $1 RETURNING ${caseColumns}`,
    [id, change.note ?? null, change.retired ?? null],
  );
  if (!row) throw notFound('bobbin case');
  return row;
}
