import type { FeedEvent } from '../../core/feed/event.ts';
import { feedEvent, type FeedTaken } from '../../schemas/ledger/feed.ts';
import { validator } from '../http/validate.ts';
import { parseText } from '../http/body.ts';
import { isUnreachable, ProblemError } from '../base/problem.ts';
import { LineSplitter, type SplitLine } from '../base/split-lines.ts';
import { takeFeed } from './take.ts';

const checkLine = validator(feedEvent);
const mostLine = 4096;
/** Lines taken at once: what has arrived together is stored together. */
const mostAtOnce = 200;
/** Refused lines told one by one; those beyond are counted. A feed that tells nonsense for days must fill no memory. */
const mostTold = 100;
/** While the database is away, lines wait for it this long; then the feed is ended, and its sender begins anew. */
const patienceMs = 30_000;
const pauseMs = 1000;

/**
 * Reads NDJSON as it arrives and takes each line when it is whole, so that a connection may stay open and be written to
 * for as long as the sender likes. A line that cannot be read is refused by itself; those before and behind it count.
 * Throws a 503 problem that says how far it came when the database stays away; the lines are then sent again.
 */
export async function readFeed(
  machineId: string,
  body: AsyncIterable<Uint8Array>,
  contentType: string,
): Promise<FeedTaken> {
  if (!/^application\/(x-)?ndjson\b/i.test(contentType))
    throw new ProblemError(415, 'Not NDJSON', 'Send lines of JSON as “application/x-ndjson”.');
  const all: FeedTaken = { taken: 0, again: 0, refused: [] };
  let unnamed = 0;
  let count = 0;
  const refuse = (line: number, why: string) => {
    if (all.refused.length < mostTold) all.refused.push({ line, why });
    else unnamed++;
  };
  const takeSome = async (lines: readonly SplitLine[]) => {
    const good: FeedEvent[] = [];
    const numbers: number[] = [];
    for (const line of lines) {
      count++;
      if (line.text?.trim() === '') continue;
      try {
        good.push(readLine(line));
        numbers.push(count);
      } catch (error) {
        refuse(count, whyOf(error));
      }
    }
    if (good.length === 0) return;
    const answer = await patiently(() => takeFeed(machineId, good));
    all.taken += answer.taken;
    all.again += answer.again;
    for (const { line, why } of answer.refused) refuse(numbers[line - 1]!, why);
  };
  const takeAll = async (lines: readonly SplitLine[]) => {
    for (let at = 0; at < lines.length; at += mostAtOnce) await takeSome(lines.slice(at, at + mostAtOnce));
  };
  const told = () => ({
    ...all,
    refused: [...all.refused].sort((a, b) => a.line - b.line),
    ...(unnamed > 0 && { more: unnamed }),
  });
  const splitter = new LineSplitter(mostLine);
  try {
    for await (const part of body) await takeAll(splitter.push(part));
    await takeAll(splitter.end());
  } catch (error) {
    // Its token was taken back meanwhile.
    if (error instanceof ProblemError && (error.status === 401 || error.status === 403))
      throw new ProblemError(error.status, error.title, error.message, undefined, error.type, told());
    if (!isUnreachable(error)) throw error;
    throw new ProblemError(
      503,
      'Not just now',
      'The database does not answer. Lines up to here are counted below: send those behind them again; what was taken is known and counts once.',
      undefined,
      'about:blank',
      told(),
    );
  }
  return told();
}

function readLine(line: SplitLine): FeedEvent {
  if (line.text === null)
    throw new ProblemError(
      422,
      'Not accepted',
      line.why === 'long' ? `A line of the feed is at most ${mostLine} bytes.` : 'This line is no UTF-8.',
    );
  return checkLine(parseText(line.text), 'body') as FeedEvent;
}

/** Tries again while the database is away. What was taken before it went is known again by its ids. */
async function patiently<T>(work: () => Promise<T>): Promise<T> {
  const began = Date.now();
  for (;;) {
    try {
      return await work();
    } catch (error) {
      if (!isUnreachable(error) || Date.now() - began > patienceMs) throw error;
      await new Promise((next) => setTimeout(next, pauseMs));
    }
  }
}

const whyOf = (error: unknown) => (error instanceof ProblemError ? error.message : 'This line is no JSON.');
