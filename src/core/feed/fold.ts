import type { Entry, EntryOf } from '../ledger/entry.ts';
import type { JobNow } from '../ledger/head-now.ts';
import { mostStitches, mostStops } from '../shape/most.ts';
import type { FeedEvent, FeedNow } from './event.ts';

/** The machine that a feed belongs to, as far as its lines do not say. */
export interface FeedMachine {
  id: string;
  heads: number;
  positions: number;
  topSpeed: number;
  /** The job on the machine. */
  jobId: string | null;
  /** Where the job's stops sew, as recorded. */
  seating: JobNow['seating'];
}

/** What a feed line comes to: the machine's new state, and what goes into the ledger. */
export interface Folded {
  now: FeedNow;
  /** `again`: sewing again after whatever stop stands open; only the ledger knows which. */
  entry: Entry | 'again' | null;
  /** Why the line could not be taken, in a sentence; the state is unchanged then. */
  refused: string | null;
}

/**
 * One line of the feed. An entry has the line's own id, so that folding it again gives the same entry and it is stored
 * once. Stitches go to the ledger with the piece; until then they are kept in the state.
 */
export function foldFeed(now: FeedNow, line: FeedEvent, machine: FeedMachine): Folded {
  const at = line.at;
  const next = (more: Partial<FeedNow>, entry: Folded['entry'] = null): Folded => ({
    now: { ...now, ...more, at },
    entry,
    refused: null,
  });
  const refuse = (refused: string): Folded => ({ now, entry: null, refused });
  switch (line.event) {
    case 'start':
      return next(
        { running: true, stop: line.stop ?? now.stop, position: line.position ?? now.position },
        now.running ? null : 'again',
      );
    case 'stop':
      // A machine that stands already tells nothing new.
      return next({ running: false }, now.running ? stopEntry(line, machine) : null);
    case 'speed':
      return next({ speed: line.speed });
    case 'colour':
      if (line.position > machine.positions)
        return refuse(`This machine has no position ${line.position}: it has 1 to ${machine.positions}.`);
      return next({ stop: line.stop, position: line.position }, movedEntry(line, machine, now));
    case 'stitches': {
      const more = counted(now, line.stitches);
      const counts = more.counts ?? now.counts;
      if (counts.length > mostStops) return refuse(`A piece has at most ${mostStops} colour stops.`);
      if (counts.some((count) => count.stitches > mostStitches))
        return refuse(
          `One colour stop of a piece has at most ${mostStitches} stitches. Tell “piece” when it is done.`,
        );
      return next(more);
    }
    case 'break': {
      const position = line.position ?? now.position;
      const head = line.head ?? (machine.heads === 1 ? 1 : null);
      if (position === null || head === null)
        return refuse('A break needs its head and position; send "head" and "position", or "colour" before.');
      if (position > machine.positions || head > machine.heads)
        return refuse(`This machine has no head ${head}, position ${position}.`);
      return next({ running: false }, breakEntry(line, machine, { head, position }, now));
    }
    case 'piece': {
      if (machine.jobId === null)
        return refuse('A piece needs a job. Put a job on the machine, on Run, and send the line again.');
      const heads = line.heads ?? Array.from({ length: machine.heads }, (_, index) => index + 1);
      if (heads.some((head) => head > machine.heads))
        return refuse(`This machine has ${machine.heads} heads.`);
      const entry: EntryOf<'piece_finished'> = {
        ...common(line, machine),
        head: null,
        position: null,
        kind: 'piece_finished',
        data: { heads, speed: speedOf(now, machine), stops: now.counts, by: 'feed' },
      };
      return next({ stitches: 0, counts: [], stop: null, running: false }, entry);
    }
  }
}

/** New stitches go to the stop and position that sew now. */
function counted(now: FeedNow, stitches: number): Partial<FeedNow> {
  const fresh = stitches - now.stitches;
  if (fresh <= 0 || now.stop === null || now.position === null) return { stitches };
  const { stop, position } = now;
  const here = now.counts.some((count) => count.stop === stop && count.position === position);
  const counts = here
    ? now.counts.map((count) =>
        count.stop === stop && count.position === position
          ? { ...count, stitches: count.stitches + fresh }
          : count,
      )
    : [...now.counts, { stop, position, stitches: fresh }];
  return { stitches, counts };
}

const speedOf = ({ speed }: FeedNow, machine: FeedMachine) =>
  Math.min(2000, Math.max(100, Math.round(speed ?? machine.topSpeed)));

function common(line: FeedEvent, machine: FeedMachine) {
  const { id: machineId, jobId } = machine;
  return { id: line.id, machineId, at: line.at, operatorId: null, jobId, corrects: null };
}

/** What the machine sews with wins over what is on record: where they differ, it is recorded, once. */
function movedEntry(
  line: FeedEvent & { event: 'colour' },
  machine: FeedMachine,
  now: FeedNow,
): EntryOf<'stop_moved'> | null {
  const { stop, position } = line;
  const isTold = now.stop === stop && now.position === position;
  if (machine.jobId === null || isTold || machine.seating[stop]?.position === position) return null;
  return {
    ...common(line, machine),
    head: null,
    position: null,
    kind: 'stop_moved',
    data: { stop, position, by: 'feed' },
  };
}

function stopEntry(line: FeedEvent & { event: 'stop' }, machine: FeedMachine): EntryOf<'stop'> {
  return {
    ...common(line, machine),
    head: null,
    position: null,
    kind: 'stop',
    data: { why: line.why ?? 'machine stopped', by: 'feed' },
  };
}

function breakEntry(
  line: FeedEvent & { event: 'break' },
  machine: FeedMachine,
  where: { head: number; position: number },
  now: FeedNow,
): EntryOf<'break'> {
  const stitch = line.stitch ?? now.stitches;
  return {
    ...common(line, machine),
    ...where,
    kind: 'break',
    data: { fault: line.fault ?? null, ...(now.stop !== null && { stop: now.stop }), stitch, by: 'feed' },
  };
}
