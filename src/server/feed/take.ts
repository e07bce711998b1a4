import type { FeedEvent } from '../../core/feed/event.ts';
import type { FeedTaken } from '../../schemas/feed.ts';
import { database } from '../database.ts';
import { notFound } from '../http/problem.ts';
import { normalEntry } from '../ledger/accept.ts';
import { storeEntries } from '../ledger/queue.ts';
import { openStops } from '../ledger/open-stop.ts';
import { foldPost, type FoldedPost } from './fold-post.ts';
import { matchLately } from './match.ts';
import { readStates, writeStates } from './state.ts';
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
/** A machine written by another process at the same moment is folded again, this often. */
const mostAttempts = 5;
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
  while (waiting.length > 0) {
    await new Promise((ready) => setTimeout(ready, gatherMs));
    const round = nextRound();
    try {
      await takeRound(round);
    } catch (error) {
      for (const post of round) post.reject(error);
    }
  }
  taking = false;
}

/** The oldest waiting post of each machine. */
function nextRound(): Post[] {
  const round = new Map<string, Post>();
  for (const post of waiting) if (!round.has(post.machineId)) round.set(post.machineId, post);
  const taken = new Set(round.values());
  waiting = waiting.filter((post) => !taken.has(post));
  return [...taken];
}

/** Reads the machines' states, folds, stores, and writes the states back: one query each for the whole round. */
async function takeRound(round: readonly Post[]): Promise<void> {
  const states = await readStates(round.map((post) => post.machineId));
  const folded = new Map<Post, FoldedPost>();
  const needOpen: Post[] = [];
  for (const post of round) {
    const state = states.get(post.machineId);
    if (!state) post.reject(notFound('machine'));
    else {
      const one = foldPost(state, post.lines, undefined);
      if (one) folded.set(post, one);
      else needOpen.push(post);
    }
  }
  if (needOpen.length > 0) {
    const open = await openStops(
      database(),
      needOpen.map((post) => post.machineId),
    );
    for (const post of needOpen) {
      const one = foldPost(states.get(post.machineId)!, post.lines, open.get(post.machineId)?.id ?? null)!;
      folded.set(post, one);
    }
  }
  // One transaction for all; if it is refused, each machine's entries stand or fall by themselves.
  await Promise.all(
    [...folded].map(([post, { entries }]) =>
      entries.length === 0
        ? undefined
        : storeEntries(entries.map(normalEntry)).catch((error: unknown) => {
            folded.delete(post);
            post.reject(error);
          }),
    ),
  );
  const all = [...folded.values()].flatMap(({ entries }) => entries);
  await matchLately(all.filter((entry) => entry.kind === 'break' || entry.kind === 'stop'));
  const written = await writeStates(
    [...folded].flatMap(([{ machineId }, { kept }]) =>
      kept ? [{ machineId, before: states.get(machineId)!.kept, kept }] : [],
    ),
  );
  const again: Post[] = [];
  for (const [post, { answer, kept }] of folded) {
    if (kept && !written.has(post.machineId)) {
      // Another server process takes lines of the same machine: folded once more, they give the same entries.
      if (++post.attempts < mostAttempts) again.push(post);
      else post.reject(new Error('The feed of one machine is being written by several servers at once.'));
      continue;
    }
    if (kept) tellFeed(post.machineId, kept.now);
    post.resolve(answer);
  }
  waiting.unshift(...again);
}
