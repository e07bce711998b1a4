import { isDeepStrictEqual } from 'node:util';
import type { Entry, Line } from '../../../core/ledger/entry.ts';
import { kindOf } from '../../../core/ledger/about-kinds.ts';
import { otherContent } from '../../base/problem.ts';
import { sentOf } from '../../../schemas/ledger/fields.ts';

/** Whether two entries of one id say the same. A time that the server put right says what the device claimed. */
export function hasSameContent(a: Entry, b: Entry): boolean {
  const said = (entry: Entry) => ({
    ...sentOf(entry),
    ...{ at: entry.claimedAt ?? entry.at, operatorId: null },
  });
  return sameOperator(a, b) && isDeepStrictEqual(said(a), said(b));
}

/** Sent without a name, the server put the writer's to it: sent again, whoever is signed in by then, it is the same. */
function sameOperator(a: Entry, b: Entry): boolean {
  const wasNamed = ({ operatorId, writerId = null }: Entry) => operatorId !== writerId;
  return a.operatorId === b.operatorId || !(wasNamed(a) || wasNamed(b));
}

/** Takes entries that stand twice in one message for one. Throws a 409 problem when an id stands for two contents. */
export function withoutDuplicates(entries: readonly Entry[]): Entry[] {
  const byId = new Map<string, Entry>();
  for (const entry of entries) {
    const first = byId.get(entry.id);
    if (first && !hasSameContent(first, entry)) throw other(first, first, entry);
    if (!first) byId.set(entry.id, entry);
  }
  return byId.size === entries.length ? (entries as Entry[]) : [...byId.values()];
}

/** Throws a 409 problem when what was sent under the line's id is not what is kept. */
export function requireSameContent(kept: Line, sent: Entry): void {
  if (!hasSameContent(kept, sent)) throw other(kept, kept, sent);
}

const wordsOf = ({ kind, head, position, at }: Entry) =>
  `${kindOf(kind).name.toLowerCase()}${position === null ? '' : ` at ${head === null ? '' : `head ${head}, `}position ${position}`}, ${at.slice(0, 16).replace('T', ' ')} UTC`;

function other(shown: unknown, kept: Entry, sent: Entry) {
  return otherContent(
    `The ledger has another entry under this id: ${wordsOf(kept)}. Yours: ${wordsOf(sent)}. Yours was not stored; look at both, and log it anew if it happened.`,
    shown,
    sent,
  );
}
