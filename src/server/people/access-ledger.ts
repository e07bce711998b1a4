import type { AccessLine } from '../../schemas/people.ts';
import type { ListQuery } from '../../schemas/workshop.ts';
import { roles } from '../../core/people/roles.ts';
import { database, rows } from '../base/database.ts';
import { keysOf, pageOf } from '../base/paging.ts';
import type { AccessChange } from './access-change.ts';

interface Row {
  seq: number;
  at: string;
  person: string | null;
  device: string | null;
  what: AccessChange['what'];
  about: { name?: string; role?: keyof typeof roles; kind?: string; minutes?: number; count?: number };
}

/** What was changed about people, devices and tokens, the newest first. */
export async function accessLines({
  limit = 50,
  after,
}: ListQuery): Promise<{ items: AccessLine[]; next: string | null }> {
  const keys = keysOf(after, 1);
  const found = await rows<Row>(
    database(),
    `SELECT seq, at, o.name AS person, d.name AS device, what, about FROM access_ledger
     LEFT JOIN operator o ON o.id = by_person LEFT JOIN device d ON d.id = by_device
     WHERE $1::bigint IS NULL OR seq < $1 ORDER BY seq DESC LIMIT $2`,
    [keys?.[0] ?? null, limit + 1],
  );
  return pageOf(
    found,
    limit,
    ({ seq, at, person, device, what, about }) => ({
      seq,
      at,
      by: person,
      device,
      what: inWords(what, about),
    }),
    (row) => [String(row.seq)],
  );
}

function inWords(
  what: AccessChange['what'],
  { name = '', role, kind, minutes, count }: Row['about'],
): string {
  const as = role ? `, ${roles[role].name.toLowerCase()}` : '';
  const said: Record<AccessChange['what'], string> = {
    'owner set': `${name} set as owner by the link of ./start`,
    'person added': `${name} added${as}`,
    'person changed': `${name} is now${as.slice(1)}`,
    'new secret': `new PIN for ${name}`,
    'person taken off': `${name} taken off the list`,
    'person removed': `${name} removed: nothing was done under this name`,
    'device let in': `“${name}” let in`,
    'device turned out': `“${name}” turned out`,
    'device changed': `“${name}” changed`,
    'code made': `code made for “${name}”`,
    'token made': `token made for ${kind} “${name}”`,
    'token taken back': `token of ${kind} “${name}” taken back`,
    'sign-in on': 'sign-in asked on the computer too',
    'sign-in off': 'sign-in not asked on the computer any more',
    'idle time': `signed out after ${minutes} minutes without a touch`,
    'signed in': `${name} signed in`,
    'signed out': `${name} signed out`,
    'wrong guesses': name === 'a code' ? `${count} wrong pairing codes` : `${count} wrong PINs for ${name}`,
    'session ended': `session of ${name} ended`,
  };
  return said[what];
}
