import { unknownMechanics } from '../../core/cards/mechanics.ts';
import { defaultUpkeep } from '../../core/check/upkeep.ts';
import { defaultNeedleLife } from '../../core/needle/life.ts';
import type { ListQuery, Machine, MachineChange, MachineNew } from '../../schemas/workshop.ts';
import { database, inTransaction, rows } from '../base/database.ts';
import { conflict, invalid, notFound } from '../base/problem.ts';
import { makeOnce } from '../base/made-once.ts';
import { keysOf, pageOf } from '../base/paging.ts';
import { changeThing, removeThing, type By, type Thing } from './things.ts';

interface MachineRow {
  id: string;
  slug: string;
  name: string;
  heads: number;
  positions: number;
  numbering_side: 'left' | 'right';
  top_speed: number;
  profile: Partial<Machine['profile']>;
}

const columns = 'id, slug, name, heads, positions, numbering_side, top_speed, profile';

function machineFrom(row: MachineRow): Machine {
  const { numbering_side: numberingSide, top_speed: topSpeed, profile, ...rest } = row;
  return {
    ...rest,
    numberingSide,
    topSpeed,
    profile: {
      needleLife: profile.needleLife ?? defaultNeedleLife,
      upkeep: profile.upkeep ?? defaultUpkeep,
      mechanics: profile.mechanics ?? unknownMechanics,
      ...(profile.learnSince && { learnSince: profile.learnSince }),
      ...(profile.comparesPeople && { comparesPeople: true }),
    },
  };
}

export async function listMachines({ limit = 50, after }: ListQuery = {}): Promise<{
  items: Machine[];
  next: string | null;
}> {
  const keys = keysOf(after, 2);
  const found = await rows<MachineRow & { created: string }>(
    database(),
    `SELECT ${columns}, created_at AS created FROM machine
     WHERE $1::timestamptz IS NULL OR (created_at, slug) > ($1, $2) ORDER BY created_at, slug LIMIT $3`,
    [keys?.[0] ?? null, keys?.[1] ?? null, limit + 1],
  );
  return pageOf(
    found,
    limit,
    ({ created: _created, ...row }) => (void _created, machineFrom(row)),
    (row) => [row.created, row.slug],
  );
}

export async function machineById(id: string): Promise<Machine> {
  const [row] = await rows<MachineRow>(database(), `SELECT ${columns} FROM machine WHERE id = $1`, [id]);
  if (!row) throw notFound('machine');
  return machineFrom(row);
}

/** Machines seen to exist. */
const seen = new Set<string>();

/** Throws a 404 problem when there is no such machine. */
export async function machineMustExist(id: string): Promise<void> {
  if (seen.has(id)) return;
  await machineById(id);
  seen.add(id);
}

export async function machineBySlug(slug: string): Promise<Machine | null> {
  // What no machine can be called need not be asked for, and the database refuses to be asked for some of it.
  if (!/^[a-z0-9-]{1,40}$/.test(slug)) return null;
  const [row] = await rows<MachineRow>(database(), `SELECT ${columns} FROM machine WHERE slug = $1`, [slug]);
  return row ? machineFrom(row) : null;
}

/** Names that are pages, so no machine's address may be one. */
const takenSlugs = ['api', 'workshop', 'board', 'trust', 'icons', 'assets', '_astro'];

export async function addMachine(machine: MachineNew): Promise<Machine> {
  const slug = slugOf(machine.name);
  const { item } = await makeOnce<Machine, MachineRow>({
    table: 'machine',
    values: {
      id: machine.id,
      slug,
      name: machine.name,
      heads: machine.heads,
      positions: machine.positions,
      numbering_side: machine.numberingSide,
      top_speed: machine.topSpeed,
      profile: machine.profile ?? {},
    },
    columns,
    read: machineFrom,
    noun: 'machine',
    taken: () => {
      throw conflict(
        `There is a machine called “${machine.name}” already, or one that sounds the same. Give this one another name.`,
      );
    },
  });
  return item;
}

export const machineThing: Thing = {
  table: 'machine',
  noun: 'machine',
  name: 'name',
  columns: {
    ...{ name: 'name', heads: 'heads', positions: 'positions', numberingSide: 'numbering_side' },
    ...{ topSpeed: 'top_speed', profile: 'profile' },
  },
  inLedger: [],
  instead: 'Put its name, heads or positions right instead.',
};

/** Its address stays, as it stands in bookmarks. Throws a 409 problem for fewer heads or positions than needles and threads sit on. */
export async function changeMachine(id: string, change: MachineChange, by: By): Promise<Machine> {
  const life = change.profile?.needleLife;
  if (life?.school === 'learnt' && !life.learnt)
    throw invalid(
      'Nothing was learnt of this machine’s needles yet. Open Findings, ask how long needles last, and make it the rule there.',
    );
  const { profile } = await machineById(id);
  await inTransaction(async (sql) => {
    await changeThing(
      sql,
      machineThing,
      id,
      { ...change, profile: change.profile && { ...profile, ...change.profile } },
      by,
    );
    const [beyond] = await rows<{ head: number; position: number }>(
      sql,
      `SELECT s.head, s.position FROM seat s JOIN machine m ON m.id = s.machine_id
       WHERE m.id = $1 AND (s.head > m.heads OR s.position > m.positions) LIMIT 1`,
      [id],
    );
    if (beyond)
      throw conflict(
        `There is a needle or a thread on head ${beyond.head}, position ${beyond.position} by the ledger. Take that entry back first, or leave so many.`,
      );
  });
  return machineById(id);
}

/** Removes a machine at which nothing ever happened. */
export async function removeMachine(id: string, by: By): Promise<void> {
  await removeThing(machineThing, id, by);
  seen.delete(id);
}

/** A name as it stands in an address: "Heron 2" → heron-2. */
export function slugOf(name: string): string {
  const plain = name
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 40);
  return !plain || takenSlugs.includes(plain) ? `machine-${plain || 'x'}`.slice(0, 40) : plain;
}
