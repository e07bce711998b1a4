import { serverNow } from '../../base/clock.ts';
import { database, rows } from '../../base/database.ts';
import { hasOwner } from '../access.ts';
import { hashOf, newToken } from './tokens.ts';

const hours = 24;

/** The key of a link by which an owner is set, once, within a day; null where there is one already and it is not asked for `always`. Earlier links hold no more. */
export async function makeOwnersLink(always: boolean): Promise<string | null> {
  if (!always && (await hasOwner())) return null;
  const key = newToken();
  await rows(database(), "DELETE FROM pairing_code WHERE kind = 'owner'");
  await rows(
    database(),
    `INSERT INTO pairing_code (code, kind, name, ends_at) VALUES ($1, 'owner', 'owner', $2::timestamptz + interval '${hours} hours')`,
    [hashOf(key), serverNow()],
  );
  return key;
}
