import { fieldOf, is } from '../../../core/ledger/about-kinds.ts';
import type { Entry, EntryOf } from '../../../core/ledger/entry.ts';
import { mayCorrect } from '../../../core/people/entry-rights.ts';
import { serverNow } from '../../base/clock.ts';
import { ProblemError } from '../../http/problem.ts';

type Correction = EntryOf<'correction'>;

/** Whether it is a correction by whoever may say of others' entries only what was not said yet. */
export const mayOnlyAdd = (entry: Entry): boolean =>
  is(entry, 'corrects') && entry.by !== undefined && entry.by.correctsOthers !== true;

/** What entries say by now, corrections and all: those kept, and then each correction that comes with them. */
export class Said {
  readonly #fields = new Map<string, Set<string>>();

  constructor(kept: readonly { id: string; said?: Record<string, unknown> | null }[]) {
    for (const { id, said } of kept) this.#add(id, said ?? {});
  }

  /** Notes what a correction says of the entry that it is about. */
  note({ corrects, data }: Correction): void {
    if (corrects) this.#add(corrects, data.data ?? {});
  }

  has(id: string, field: string): boolean {
    return this.#fields.get(id)?.has(field) ?? false;
  }

  #add(id: string, data: Readonly<Record<string, unknown>>): void {
    const fields = this.#fields.get(id) ?? new Set();
    for (const [field, value] of Object.entries(data)) if ((value ?? null) !== null) fields.add(field);
    this.#fields.set(id, fields);
  }
}

/**
 * Whose entry it is decides who may correct it; a correction of a correction is about the entry under both. What the server itself corrects (stops matched with a feed)
 * has no writer. Throws a 403 problem.
 */
export function checkWhoCorrects(
  correction: Correction,
  target: Entry,
  lines: ReadonlyMap<string, Entry>,
  said: Said,
): void {
  const { by, data } = correction;
  const root = target.kind === 'correction' ? (lines.get(target.corrects!) ?? target) : target;
  const adds = onlyAdds(data, root, said);
  said.note(correction);
  if (!by) return;
  const writing = (one: Entry) => ({
    kind: one.kind,
    deviceId: one.by?.deviceId ?? null,
    operatorId: one.operatorId,
    at: one.at,
  });
  const who = { personId: by.writerId, deviceId: by.deviceId, mayOthers: by.correctsOthers === true };
  const now = serverNow().toISOString();
  if (!mayCorrect(writing(target), who, now) && !mayCorrect(writing(root), who, now, adds))
    throw new ProblemError(
      403,
      'Not yours',
      'This entry is somebody else’s, or older than 12 hours. A technician or an owner can correct it.',
    );
  if (data.operatorId && data.operatorId !== by.writerId && !who.mayOthers)
    throw new ProblemError(
      403,
      'Not yours',
      'Claim an entry for yourself only. A technician can put another name to it.',
    );
}

/** Whether a correction says only what the entry did not say, by itself or by a correction since. */
function onlyAdds({ data, ...beside }: Correction['data'], root: Entry, said: Said): boolean {
  return (
    data !== undefined &&
    Object.keys(beside).every((field) => field === 'why') &&
    Object.keys(data).every((field) => (fieldOf(root, field) ?? null) === null && !said.has(root.id, field))
  );
}
