import { bobbinLength } from '../../core/bobbin/capacity.ts';
import { texFrom } from '../../core/units/thread-count.ts';
import type {
  BobbinCase,
  BobbinCaseChange,
  BobbinCaseNew,
  BobbinKind,
  BobbinKindChange,
  BobbinKindNew,
} from '../../schemas/stores.ts';
import type { ListQuery } from '../../schemas/workshop.ts';
import { database, inTransaction, rows } from '../base/database.ts';
import { conflict, notFound } from '../base/problem.ts';
import { makeOnce } from '../base/made-once.ts';
import { keysOf, pageOf } from '../base/paging.ts';
import { changeThing, type By, type Thing } from './things.ts';

interface KindRow extends Omit<BobbinKind, 'weightNo' | 'retired'> {
  weight_no: number;
  retired: string | null;
}
const kindColumns = 'id, name, size, sides, weight_no, tex, fibre, colour, metres, retired';
const kindFrom = ({ weight_no: weightNo, retired, ...row }: KindRow): BobbinKind => ({
  ...row,
  weightNo,
  ...(retired && { retired }),
});

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

export const bobbinThing: Thing = {
  table: 'bobbin_kind',
  noun: 'bobbin',
  name: 'name',
  columns: {
    ...{ name: 'name', size: 'size', sides: 'sides', weightNo: 'weight_no', tex: 'tex', fibre: 'fibre' },
    ...{ colour: 'colour', metres: 'metres', retired: 'retired' },
  },
  inLedger: ['bobbinKindId'],
  instead: 'Retire it instead.',
};

/** Another size or thread and no metres said: they follow from the two again. */
export async function changeBobbinKind(id: string, change: BobbinKindChange, by: By): Promise<BobbinKind> {
  const [kept] = await rows<KindRow>(database(), `SELECT ${kindColumns} FROM bobbin_kind WHERE id = $1`, [
    id,
  ]);
  if (!kept) throw notFound('bobbin');
  const tex = change.tex ?? (change.weightNo === undefined ? kept.tex : texFrom('wt', change.weightNo));
  const size = change.size ?? kept.size;
  const isOther = tex !== kept.tex || size !== kept.size;
  const metres = change.metres ?? (isOther ? Math.round(bobbinLength(size, tex).value) : kept.metres);
  await inTransaction((sql) => changeThing(sql, bobbinThing, id, { ...change, tex, metres }, by));
  const [row] = await rows<KindRow>(database(), `SELECT ${kindColumns} FROM bobbin_kind WHERE id = $1`, [id]);
  if (!row) throw notFound('bobbin');
  return kindFrom(row);
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

export const caseThing: Thing = {
  table: 'bobbin_case',
  noun: 'bobbin case',
  name: 'name',
  columns: { name: 'name', size: 'size', turns: 'turns', note: 'note', retired: 'retired' },
  inLedger: ['caseId'],
  instead: 'Retire it instead: its readings stay.',
};

/** A retired case stays on record. */
export async function changeBobbinCase(id: string, change: BobbinCaseChange, by: By): Promise<BobbinCase> {
  await inTransaction((sql) => changeThing(sql, caseThing, id, change, by));
  const [row] = await rows<BobbinCase>(database(), `SELECT ${caseColumns} FROM bobbin_case WHERE id = $1`, [
    id,
  ]);
  if (!row) throw notFound('bobbin case');
  return row;
}
