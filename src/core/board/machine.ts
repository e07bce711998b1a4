import { feedSilentMs } from '../feed/live.ts';

/** A machine as the board tells it. Instants are ISO 8601. */
export interface BoardMachine {
  id: string;
  slug: string;
  name: string;
  /** The job on it; pieces finished, and asked for. */
  job: { name: string; pieces: number; of: number } | null;
  /** The stop or break it stands in; `says`: why, in words. */
  stop: { id: string; at: string; says: string } | null;
  /** The newest sign that somebody is at that stop; `by`: who, null: nobody said. */
  tended: { at: string; by: string | null } | null;
  /** Pieces on hold. */
  held: number;
  /** What should be looked at now, the most urgent first; `isUrgent`: at once. */
  acts: { key: string; says: string; isUrgent: boolean }[];
  /** Its own feed: whether it said that it sews, and when it spoke last; null: it has none. */
  feed: { isRunning: boolean; at: string } | null;
  /** The newest entry of any kind; null: there is none. */
  newsAt: string | null;
  /** How long a run of the job takes on average, ms; null: too few to tell. `left`: runs to go. `since`: when the last one ended. */
  runs: { ms: number; left: number; since: string } | null;
  /** Who was at it last; null: nobody on record lately. */
  who: string | null;
}

/** A machine without what is to be acted on: what it does, and when its job is done, are told from this. */
export type MachineToTime = Omit<BoardMachine, 'acts'>;

/** What a machine does, as whoever looks from afar has to know it: in the order in which they want a hand. */
export const boardStates = {
  stands: { name: 'stands', wantsHand: true, sum: 'standing' },
  tended: { name: 'stands', wantsHand: true, sum: 'standing' },
  finished: { name: 'finished', wantsHand: true, sum: 'free' },
  silent: { name: 'feed silent', wantsHand: true, sum: 'without news' },
  sews: { name: 'sews', wantsHand: false, sum: 'sewing' },
  quiet: { name: 'no news', wantsHand: false, sum: 'without news' },
  idle: { name: 'no job', wantsHand: false, sum: 'free' },
} as const;
export type BoardState = keyof typeof boardStates;

/** Whoever is on it and tells nothing for so long may have been called away: the bell asks again. Of this house, no published source. */
export const tendedForMs = 10 * 60_000;
/** Without a feed: so long after the last entry nobody knows whether it sews. */
export const quietMs = 30 * 60_000;

/** What machines are counted under, in this order: each under one, so that they add up. */
export const boardSums = ['sewing', 'standing', 'free', 'without news'] as const;

/** Since when it is so, ISO 8601; null: that is not known. */
export interface StateNow {
  state: BoardState;
  since: string | null;
}

/** What a machine does at `now` (ms since 1970). */
export function stateOf(machine: MachineToTime, now: number): StateNow {
  const { stop, tended, job, feed, newsAt } = machine;
  if (stop) {
    const isTended = tended !== null && now - Date.parse(tended.at) < tendedForMs;
    return { state: isTended ? 'tended' : 'stands', since: stop.at };
  }
  if (job && job.pieces >= job.of) return { state: 'finished', since: newsAt };
  if (feed?.isRunning && now - Date.parse(feed.at) > feedSilentMs) return { state: 'silent', since: feed.at };
  if (!job) return { state: 'idle', since: null };
  const heard = Math.max(Date.parse(newsAt ?? '') || 0, feed?.isRunning ? Date.parse(feed.at) : 0);
  return now - heard > quietMs ? { state: 'quiet', since: newsAt } : { state: 'sews', since: null };
}

const order = Object.keys(boardStates) as BoardState[];

/** What is to be acted on at once. A piece on hold is. */
export const urgentActs = ({
  held,
  acts,
}: Pick<BoardMachine, 'held' | 'acts'>): { key: string; says: string }[] => [
  ...(held > 0
    ? [{ key: `held:${held}`, says: held === 1 ? 'a piece is on hold' : `${held} pieces are on hold` }]
    : []),
  ...acts.filter(({ isUrgent }) => isUrgent),
];

/** Machines that want a hand, the most urgent first; of those alike the one that waits longest. An urgent thing to act on comes after the stops. */
export function wantHands(machines: readonly BoardMachine[], now: number): (BoardMachine & StateNow)[] {
  const rank = ({ state, ...machine }: BoardMachine & StateNow): number =>
    boardStates[state].wantsHand ? order.indexOf(state) : urgentActs(machine).length > 0 ? 0.5 : Infinity;
  return machines
    .map((machine) => ({ ...machine, ...stateOf(machine, now) }))
    .filter((machine) => rank(machine) < Infinity)
    .sort(
      (a, b) =>
        rank(a) - rank(b) ||
        (a.since ?? '').localeCompare(b.since ?? '') ||
        a.name.localeCompare(b.name, 'en', { numeric: true }),
    );
}

/**
 * When its job is done at about, ms since 1970; null: that cannot be told (no job, too few runs, nobody knows whether it sews). Standing time moves it on:
 * a stop that lasts is reckoned as if it ended now.
 */
export function doneAt(machine: MachineToTime, now: number): number | null {
  const { runs, stop } = machine;
  const { state } = stateOf(machine, now);
  if (!runs || runs.left <= 0 || state === 'quiet' || state === 'silent' || state === 'idle') return null;
  const sewedUntil = stop ? Math.min(Date.parse(stop.at), now) : now;
  const intoRun = Math.min(Math.max(0, sewedUntil - Date.parse(runs.since)), runs.ms * 0.9);
  return now + runs.left * runs.ms - intoRun;
}

/** What the runs to go take as the last ones did, ms; null: too few runs. It changes with a piece, not with the clock. */
export const runsLeft = ({ runs }: MachineToTime): number | null => runs && runs.left * runs.ms;

/** What is left of its job as its last runs took it, ms: to the moment of {@link doneAt} where that can be told; null: too few runs. */
export function measuredLeft(machine: MachineToTime, now: number): number | null {
  const done = doneAt(machine, now);
  return done !== null ? done - now : runsLeft(machine);
}

/** No run of a design takes so long: what lies between was a night or an empty machine. Of this house, no published source. */
const longestRunMs = 4 * 3_600_000;

/** How long a run takes, ms, from when the last ones ended (newest first, ISO 8601): the mean, without nights and without breaks of the shift (more than three medians). Null: fewer than two runs. */
export function runMs(ended: readonly string[]): number | null {
  const gaps = ended
    .slice(1)
    .map((at, index) => Date.parse(ended[index]!) - Date.parse(at))
    .filter((gap) => gap > 0 && gap < longestRunMs);
  if (gaps.length < 2) return null;
  const middle = [...gaps].sort((a, b) => a - b)[Math.floor((gaps.length - 1) / 2)]!;
  const usual = gaps.filter((gap) => gap <= 3 * middle);
  return usual.reduce((sum, gap) => sum + gap, 0) / usual.length;
}
