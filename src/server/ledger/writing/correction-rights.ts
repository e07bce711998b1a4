import { fieldOf, flagsOf, is } from '../../../core/ledger/about-kinds.ts';
import type { Entry, EntryOf } from '../../../core/ledger/entry.ts';
import { holdsAPiece, mayCorrect } from '../../../core/people/entry-rights.ts';
import { serverNow } from '../../base/clock.ts';
import { ProblemError } from '../../base/problem.ts';

type Correction = EntryOf<'correction'>;

/** A hold may be undone by who made it for this long after it was received, ms: a touch beside the one that was meant. */
const undoHoldMs = 10_000;

/** Without a writer (the server itself, or where nobody is asked) everything is allowed. */
const writer = ({ writerMay }: Entry, may: 'correctOthers' | 'release'): boolean => writerMay?.[may] ?? true;

/** Whether what it corrects must be known as it stands by now, to say whether it may. */
export const isLimited = (entry: Entry): boolean =>
  is(entry, 'corrects') && !(writer(entry, 'correctOthers') && writer(entry, 'release'));

/** What entries say by now, corrections and all: those kept, and then each correction that comes with them. */
export class CurrentData {
  readonly #data = new Map<string, Record<string, unknown>>();

  constructor(kept: readonly { id: string; said?: Record<string, unknown> | null }[]) {
    for (const { id, said } of kept) this.#add(id, said ?? {});
  }

  /** Notes what a correction says of the entry that it is about. */
  note(root: Entry, { data }: Correction): void {
    this.#add(root.id, data.data ?? {});
  }

  /** A field of an entry as it stands; null: it was not said. */
  of(entry: Entry, field: string): unknown {
    return this.#data.get(entry.id)?.[field] ?? fieldOf(entry, field) ?? null;
  }

  #add(id: string, data: Readonly<Record<string, unknown>>): void {
    const said = this.#data.get(id) ?? {};
    for (const [field, value] of Object.entries(data)) if ((value ?? null) !== null) said[field] = value;
    this.#data.set(id, said);
  }
}

/** What is known of the entries that corrections are about. */
export interface Corrected {
  said: CurrentData;
  /** The entry under a correction of corrections; of any other entry, itself. */
  rootOf: (entry: Entry) => Entry;
  /** When the server got an entry, ms since 1970; of one that comes with this message, now. */
  receivedAt: (entry: Entry) => number;
}

/**
 * Whose entry it is decides who may correct it; a correction of a correction is about the entry under both. What the server itself corrects (stops matched with a feed)
 * has no writer. Throws a 403 problem.
 */
export function requireMayCorrect(correction: Correction, target: Entry, corrected: Corrected): void {
  const { data, writerId = null, deviceId = null, writerMay } = correction;
  const { said, rootOf, receivedAt } = corrected;
  const root = rootOf(target);
  const adds = onlyAdds(data, root, said);
  const isHold = holdsAPiece(root.kind, (field) => said.of(root, field));
  said.note(root, correction);
  if (!writerMay) return;
  const writing = (one: Entry) => ({
    kind: one.kind,
    deviceId: one.deviceId ?? null,
    operatorId: one.operatorId,
    at: one.at,
  });
  const who = {
    personId: writerId,
    deviceId,
    mayOthers: writerMay.correctOthers,
  };
  const now = serverNow();
  const iso = now.toISOString();
  if (!mayCorrect(writing(target), who, iso) && !mayCorrect(writing(root), who, iso, adds))
    throw new ProblemError(
      403,
      'Not yours',
      'This entry is somebody else’s, or older than 12 hours. A technician or an owner can correct it.',
    );
  const isUndo = data.void === true && now.getTime() - receivedAt(target) <= undoHoldMs;
  if (isHold && !adds && !isUndo && !onlyClaims(data) && !writerMay.release)
    throw new ProblemError(
      403,
      'On hold',
      'This holds a piece back. Only a technician or an owner can change or undo it, or release the piece.',
    );
  if (data.operatorId && data.operatorId !== writerId && !who.mayOthers)
    throw new ProblemError(
      403,
      'Not yours',
      'Claim an entry for yourself only. A technician can put another name to it.',
    );
}

/** Whether a correction says only what the entry did not say yet, and what whoever stands there may add to it. */
function onlyAdds({ data, ...beside }: Correction['data'], root: Entry, said: CurrentData): boolean {
  const { addable = [] } = flagsOf(root.kind);
  return (
    data !== undefined &&
    Object.keys(beside).every((field) => field === 'why') &&
    Object.keys(data).every((field) => addable.includes(field) && said.of(root, field) === null)
  );
}

/** Whether a correction only puts a name to an entry. */
const onlyClaims = (data: Correction['data']): boolean =>
  Object.keys(data).every((field) => field === 'operatorId' || field === 'why');
