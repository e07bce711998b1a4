import { clockNow } from './clock.ts';

/** How long a question stands open for a second press, ms. */
const askedForMs = 15_000;
let asked: { what: string; at: number } | null = null;
/** True on the second press within {@link askedForMs}: the first was asked about. */
export function isSaidAgain(what: string): boolean {
  const isAgain = asked?.what === what && clockNow() - asked.at < askedForMs;
  asked = isAgain ? null : { what, at: clockNow() };
  return isAgain;
}
