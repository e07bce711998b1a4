import { seatingAfterPiece } from '../../core/ledger/after-piece.ts';
import { noFeedYet, type FeedEvent } from '../../core/feed/event.ts';
import { foldFeed } from '../../core/feed/fold.ts';
import { is } from '../../core/ledger/about-kinds.ts';
import type { Entry } from '../../core/ledger/entry.ts';
import { simulatorId } from '../../core/ledger/simulated.ts';
import type { FeedTaken } from '../../schemas/ledger/feed.ts';
import type { FeedState, Kept } from './state.ts';

/** Lines whose ids are kept with the state, to know one that is sent again at once; no batch is longer. */
const remembered = 200;

export interface FoldedPost {
  answer: FeedTaken;
  entries: Entry[];
  /** null: no line was taken, so nothing changed. */
  kept: Kept | null;
  /** Ids of the lines that were taken now. */
  fresh: readonly string[];
}

/**
 * Ids that may be of lines taken longer ago than the state remembers: ids grow with time, so only those before the newest
 * can be. They must be looked up before {@link foldPost}.
 */
export function mayBeOld(kept: Kept | null, lines: readonly FeedEvent[]): string[] {
  if (!kept || kept.recent.length < remembered) return [];
  const known = new Set(kept.recent);
  const newest = kept.recent.reduce((a, b) => (a > b ? a : b));
  return lines.map((line) => line.id).filter((id) => id < newest && !known.has(id));
}

/**
 * Folds the lines that came together into a machine's feed. `open`: the stop that stands open on the machine, null if
 * none; undefined: not asked yet. Gives null when it must be asked for first. `old`: those of {@link mayBeOld} that were
 * taken before.
 */
export function foldPost(
  { machine, kept }: FeedState,
  lines: readonly FeedEvent[],
  open: string | null | undefined,
  old: ReadonlySet<string> = new Set(),
): FoldedPost | null {
  const known = new Set([...(kept?.recent ?? []), ...old]);
  const answer: FeedTaken = { taken: 0, again: 0, refused: [] };
  const entries: Entry[] = [];
  const ids: string[] = [];
  let now = kept?.now ?? noFeedYet;
  let { seating } = machine;
  for (const [index, line] of lines.entries()) {
    if (known.has(line.id)) {
      answer.again++;
      continue;
    }
    known.add(line.id);
    const folded = foldFeed(now, line, { ...machine, seating });
    if (folded.refused !== null) {
      answer.refused.push({ line: index + 1, why: folded.refused });
      continue;
    }
    now = folded.now;
    ids.push(line.id);
    answer.taken++;
    const by = line.simulated && { deviceId: simulatorId };
    if (folded.entry === 'again') {
      if (open === undefined) return null;
      if (open !== null) entries.push({ ...sewingAgain(line, machine.id, machine.jobId, open), ...by });
      open = null;
    } else if (folded.entry) {
      entries.push({ ...folded.entry, ...by });
      if (is(folded.entry, 'endsStop')) open = null;
      else if (is(folded.entry, 'stops')) open ??= folded.entry.id;
      // What was told in this post holds for its next lines: it is recorded once.
      if (folded.entry.kind === 'stop_moved') {
        const { stop, position } = folded.entry.data;
        seating = { ...seating, [stop]: { position, by: 'feed' } };
      }
      if (folded.entry.kind === 'piece_finished') seating = seatingAfterPiece(seating);
    }
  }
  const recent = [...(kept?.recent ?? []), ...ids].slice(-remembered);
  return { answer, entries, kept: ids.length > 0 ? { now, recent } : null, fresh: ids };
}

function sewingAgain(line: FeedEvent, machineId: string, jobId: string | null, closes: string): Entry {
  return {
    id: line.id,
    machineId,
    at: line.at,
    operatorId: null,
    jobId,
    corrects: null,
    head: null,
    position: null,
    kind: 'sewing_again',
    data: { closes },
  };
}
