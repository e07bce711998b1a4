import { counting } from '../../../core/ledger/about-kinds.ts';
import type { Event } from '../../../core/ledger/entry.ts';
import type { FaultReport } from '../../../core/trace/fault-report.ts';
import { newestOf, presentRow } from '../../../core/trace/evidence/input.ts';
import { symptomOfFault } from '../../../core/trouble/symptoms.ts';

export interface Where {
  head: number;
  position: number;
}

const newestBreak = (events: readonly Event[], { head, position }: Where) =>
  newestOf(
    events.filter(counting('break')).filter((event) => event.head === head && event.position === position),
  );

/**
 * What the ledger knows without asking: the kind of the break that the machine stands in; else the most frequent one of the
 * present row of breaks here, the newest of equals.
 */
export function knownOf(
  events: readonly Event[],
  where: Where,
  openStop: { kind: string; id: string } | null,
  now: string,
): FaultReport {
  const newest = newestBreak(events, where);
  const standing = newest && openStop?.id === newest.id ? newest.data.fault : null;
  const kinds = presentRow({ ...where, events, now }).flatMap(({ data }) => data.fault ?? []);
  const often = [...new Set([...kinds].reverse())].sort((a, b) => count(kinds, b) - count(kinds, a))[0];
  const fault = standing ?? often;
  return { seen: fault ? symptomOfFault(fault) : null, scope: null, since: null };
}

const count = <T>(list: readonly T[], one: T) => list.filter((each) => each === one).length;

export const isFragmentMissing = (events: readonly Event[], where: Where): boolean =>
  newestBreak(events, where)?.data.fragments === 'missing';

/** Evidence of the ledger that says the same as an operator has said: what was said counts. */
export function doubles(key: string, { scope, since }: FaultReport): boolean {
  if (since && key.startsWith('before:')) return true;
  return scope !== null && key === 'where:positions';
}
