import { serverNow } from '../base/clock.ts';
import { rows, type Sql } from '../base/database.ts';
import { log } from '../base/log.ts';
import { notify } from '../base/notifications.ts';
import type { Principal } from '../../schemas/people.ts';
import { forgetPrincipals } from './access-cache.ts';

/** What can be changed about who may do what, as it is told afterwards. */
export type AccessChange =
  | {
      what:
        | 'owner set'
        | 'person added'
        | 'person changed'
        | 'new secret'
        | 'person taken off'
        | 'person removed';
      name: string;
      role?: string;
    }
  | { what: 'device let in' | 'device turned out' | 'device changed' | 'code made'; name: string }
  | { what: 'token made' | 'token taken back'; name: string; kind: string }
  | { what: 'sign-in on' | 'sign-in off' | 'idle time'; minutes?: number }
  | { what: 'signed in' | 'signed out' | 'session ended'; name: string }
  | { what: 'wrong guesses'; name: string; count: number };

/** Writes a change beside it, in its transaction. */
export async function recordAccessChange(
  sql: Sql,
  by: Pick<Principal, 'person' | 'device'>,
  { what, ...about }: AccessChange,
): Promise<void> {
  await rows(
    sql,
    'INSERT INTO access_ledger (at, by_person, by_device, what, about) VALUES ($1, $2, $3, $4, $5)',
    [serverNow(), by.person?.id ?? null, by.device?.id ?? null, what, about],
  );
}

/** After the commit: nobody is what he was before. In this process at once, in others as soon as they hear of it. */
export async function accessChanged(): Promise<void> {
  forgetPrincipals();
  await notify('vivid_eye_access', ['']).catch((error: unknown) =>
    log().warn({ err: error }, 'change of access not announced'),
  );
}
