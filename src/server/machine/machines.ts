import { unknownMechanics } from '../../core/cards/mechanics.ts';
import { defaultUpkeep } from '../../core/check/upkeep.ts';
import { defaultNeedleLife } from '../../core/needle/life.ts';
import type { ListQuery, Machine, MachineChange, MachineNew } from '../../schemas/workshop.ts';
import { database, rows } from '../base/database.ts';
import { conflict, invalid, notFound } from '../http/problem.ts';
import { makeOnce } from '../base/made-once.ts';
import { keysOf, pageOf } from '../base/paging.ts';

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

/** Machines seen to exist. None is ever deleted. */
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

/** Heads, positions and numbering stay: the ledger's entries were written for them. */
export async function changeMachine(id: string, change: MachineChange): Promise<Machine> {
  const life = change.profile?.needleLife;
  if (life?.school === 'learnt' && !life.learnt)
    throw invalid(
      'Nothing was learnt of this machine’s needles yet. Open Findings, ask how long needles last, and make it the rule there.',
    );
  const [row] = await rows<MachineRow>(
    database(),
    `UPDATE machine SET name = COALESCE($2, name), top_speed = COALESCE($3, top_speed), profile = profile || COALESCE($4, '{}'::jsonb)
     WHERE id = $1 RETURNING ${columns}`,
    [id, change.name ?? null, change.topSpeed ?? null, change.profile ?? null],
  );
  if (!row) throw notFound('machine');
  return machineFrom(row);
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
