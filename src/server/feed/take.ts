import { sentOf } from '../../schemas/ledger/fields.ts';
import { is } from '../../core/ledger/about-kinds.ts';
import type { FeedEvent } from '../../core/feed/event.ts';
import type { Entry } from '../../core/ledger/entry.ts';
import type { FeedTaken } from '../../schemas/ledger/feed.ts';
import { serverNow } from '../base/clock.ts';
import { database } from '../base/database.ts';
import { feedLagSeconds } from '../base/metrics.ts';
import { notFound, ProblemError } from '../base/problem.ts';
import { checkEntry, normalEntry } from '../ledger/writing/accept.ts';
import { storeEntries } from '../ledger/writing/queue.ts';
import { openStops } from '../ledger/reading/open-stop.ts';
import { log } from '../base/log.ts';
import { foldPost, mayBeOld, type FoldedPost } from './fold-post.ts';
import { matchLately } from '../ledger/writing/match-stops.ts';
import { linesTaken, readStates, writeStates, type FeedState } from './state.ts';
import { tellFeed } from './tell.ts';

/** Lines of one machine that came together. */
interface Post {
  machineId: string;
  lines: readonly FeedEvent[];
  attempts: number;
  resolve: (taken: FeedTaken) => void;
  reject: (error: unknown) => void;
}

/**
 * How long a post waits for those of other machines, ms. Forty machines then cost twenty rounds of queries a second
 * instead of a hundred, and nobody watches a feed that closely.
 */
const gatherMs = 40;
/** A machine written by another process at the same moment is folded again, this often; then its sender's turn ends. */
const mostAttempts = 5;

/** SQLSTATE 40001, serialization failure: the same lines may go well in a moment, and their sender need not know. */
class WrittenByOthers extends Error {
  readonly code = '40001';
  override readonly message = 'The feed of one machine is being written by several servers at once.';
}

let waiting: Post[] = [];
let taking = false;

/**
 * Takes lines of a machine's feed, those of a machine in the order they are given. Each is stored once, however often it
 * is sent. Throws a 404 problem for a machine that does not exist.
 */
export function takeFeed(machineId: string, lines: readonly FeedEvent[]): Promise<FeedTaken> {
  return new Promise((resolve, reject) => {
    waiting.push({ machineId, lines, attempts: 0, resolve, reject });
    if (!taking) void drain();
  });
}

async function drain(): Promise<void> {
  taking = true;
  try {
    while (waiting.length > 0) {
      await new Promise((ready) => setTimeout(ready, gatherMs * pauseOf(waiting)));
      const round = nextRound();
      try {
        await takeRound(round);
        for (const { lines } of round) noteLag(lines);
      } catch (error) {
        for (const post of round) post.reject(error);
      }
    }
  } finally {
    taking = false;
  }
}

/**
 * How many times {@link gatherMs} the next round waits. Where another process was quicker the pause is longer each time, and
 * of chance: two that keep step would lose to each other for ever.
 */
function pauseOf(posts: readonly Post[]): number {
  const attempts = posts.reduce((most, post) => Math.max(most, post.attempts), 0);
  return 1 + Math.random() * attempts;
}

/** How late the newest of lines that came together was stored. */
function noteLag(lines: readonly FeedEvent[]): void {
  const told = Date.parse(lines.at(-1)?.at ?? '');
  if (told > 0) feedLagSeconds.observe(Math.max(0, serverNow().getTime() - told) / 1000);
}

/** The oldest waiting post of each machine. */
function nextRound(): Post[] {
  const round = new Map<string, Post>();
  for (const post of waiting) if (!round.has(post.machineId)) round.set(post.machineId, post);
  const taken = new Set(round.values());
  waiting = waiting.filter((post) => !taken.has(post));
  return [...taken];
}

/**
 * Reads the machines' states, folds, stores, and writes the states back: one query each for the whole round. What is wrong
 * with one machine's lines is that machine's alone.
 */
async function takeRound(round: readonly Post[]): Promise<void> {
  const states = await readStates(round.map((post) => post.machineId));
  const folded = await foldRound(round, states);
  const again: Post[] = [];
  const stored: Entry[] = [];
  // One transaction for all; if it is refused, each machine's entries stand or fall by themselves.
  await Promise.all(
    [...folded].map(async ([post, { entries }]) => {
      if (entries.length === 0) return;
      try {
        const normal = entries.map(checkedEntry);
        await storeEntries(normal, { isTold: true, sender: `feed ${post.machineId}` });
        stored.push(...normal);
      } catch (error) {
        folded.delete(post);
        if (!(error instanceof ProblemError) || error.status >= 500) post.reject(error);
        else if (post.lines.length > 1) again.push(...inHalves(post));
        else post.resolve({ taken: 0, again: 0, refused: [{ line: 1, why: error.message }] });
      }
    }),
  );
  await matchLately(stored.filter((entry) => is(entry, 'stops'))).catch((error: unknown) =>
    log().warn({ err: error }, 'stops of a feed not matched with those by hand'),
  );
  const written = await writeStates(
    [...folded].flatMap(([{ machineId }, { kept, fresh }]) =>
      kept ? [{ machineId, before: states.get(machineId)!.kept, kept, fresh }] : [],
    ),
  );
  for (const [post, { answer, kept }] of folded) {
    if (kept && !written.has(post.machineId)) {
      // Another server process takes lines of the same machine: folded once more, they give the same entries.
      if (++post.attempts < mostAttempts) again.push(post);
      else post.reject(new WrittenByOthers());
      continue;
    }
    if (kept) tellFeed(post.machineId, kept.now);
    post.resolve(answer);
  }
  waiting.unshift(...again);
}

async function foldRound(
  round: readonly Post[],
  states: ReadonlyMap<string, FeedState>,
): Promise<Map<Post, FoldedPost>> {
  const old = await linesTaken(
    round.flatMap(({ machineId, lines }) =>
      mayBeOld(states.get(machineId)?.kept ?? null, lines).map((id) => ({ machineId, id })),
    ),
  );
  const folded = new Map<Post, FoldedPost>();
  const needOpen: Post[] = [];
  for (const post of round) {
    const state = states.get(post.machineId);
    if (!state) post.reject(notFound('machine'));
    else {
      const refusal = foldPost(state, post.lines, undefined, old);
      if (refusal) folded.set(post, refusal);
      else needOpen.push(post);
    }
  }
  if (needOpen.length === 0) return folded;
  const open = await openStops(
    database(),
    needOpen.map((post) => post.machineId),
  );
  for (const post of needOpen) {
    const stop = open.get(post.machineId)?.id ?? null;
    folded.set(post, foldPost(states.get(post.machineId)!, post.lines, stop, old)!);
  }
  return folded;
}

/** An entry that can be corrected later: it holds by the same rules as one written by hand. */
function checkedEntry(entry: Entry): Entry {
  checkEntry(sentOf(entry), 'body');
  return normalEntry(entry);
}

/** Two posts in place of one of whose lines some cannot be stored: halved until that line stands alone. */
function inHalves(post: Post): Post[] {
  const middle = Math.ceil(post.lines.length / 2);
  const halves = [post.lines.slice(0, middle), post.lines.slice(middle)];
  const answers: FeedTaken[] = [];
  return halves.map((lines, half): Post => ({
    machineId: post.machineId,
    lines,
    attempts: 0,
    reject: post.reject,
    // The first half is taken before the second: the order of a machine's lines is kept.
    resolve: (answer) => {
      answers[half] = answer;
      const [first, second] = answers;
      if (!first || !second) return;
      post.resolve({
        taken: first.taken + second.taken,
        again: first.again + second.again,
        refused: [
          ...first.refused,
          ...second.refused.map((refusal) => ({ ...refusal, line: refusal.line + middle })),
        ],
      });
    },
  }));
}
