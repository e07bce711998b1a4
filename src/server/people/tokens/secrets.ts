import { hash, verify } from '@node-rs/argon2';
import { leastSigns, type PersonRole } from '../../../core/people/roles.ts';
import { invalid } from '../../base/problem.ts';

/**
 * PINs and passwords as argon2id (RFC 9106) with OWASP's first choice of cost: 46 MiB, one pass, one lane (from memory of its Password Storage Cheat Sheet).
 * One at a time: each takes a core for some hundredths of a second, and touches must find the other.
 */
const cost = { memoryCost: 47_104, timeCost: 1, parallelism: 1 } as const;
let last: Promise<unknown> = Promise.resolve();

function inTurn<T>(work: () => Promise<T>): Promise<T> {
  const mine = last.then(work, work);
  last = mine.catch(() => undefined);
  return mine;
}

/** The secret as it is kept. Throws a 422 problem for one that would be guessed first, or is too short for what its owner may. */
export function hashSecret(secret: string, role: PersonRole): Promise<string> {
  if (secret.length < leastSigns[role])
    throw invalid(
      `The PIN or password of ${role === 'operator' ? 'an operator' : `a technician or an owner`} needs ${leastSigns[role]} characters or more.`,
    );
  if (isGuessedFirst(secret))
    throw invalid('This one is guessed first: not the same character repeated, and no run like 1234.');
  return inTurn(() => hash(secret, cost));
}

export const isSecret = (secret: string, kept: string): Promise<boolean> =>
  inTurn(() => verify(kept, secret));

function isGuessedFirst(secret: string): boolean {
  const codes = [...secret].map((sign) => sign.codePointAt(0)!);
  return [0, 1, -1].some((step) =>
    codes.every((code, index) => index === 0 || code - codes[index - 1]! === step),
  );
}
