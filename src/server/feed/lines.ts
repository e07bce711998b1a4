import type { FeedEvent } from '../../core/feed/event.ts';
import { feedEvent, type FeedTaken } from '../../schemas/feed.ts';
import { checker } from '../http/check.ts';
import { ProblemError } from '../http/problem.ts';
import { takeFeed } from './take.ts';

const checkLine = checker(feedEvent as never);
const mostLine = 4096;
/** Lines taken at once: what has arrived together is stored together. */
const mostAtOnce = 200;

/**
 * Reads NDJSON as it arrives and takes each line when it is whole, so that a connection may stay open and be written to
 * for as long as the sender likes. A line that cannot be read is refused by itself; those before and behind it count.
 */
export async function readFeed(
  machineId: string,
  body: AsyncIterable<Uint8Array>,
  contentType: string,
): Promise<FeedTaken> {
  if (!/^application\/(x-)?ndjson\b/i.test(contentType))
    throw new ProblemError(415, 'Not NDJSON', 'Send lines of JSON as “application/x-ndjson”.');
  const all: FeedTaken = { taken: 0, again: 0, refused: [] };
  const decoder = new TextDecoder();
  let rest = '';
  let count = 0;
  const takeText = async (text: string, isLast: boolean) => {
    const lines = (rest + text).split('\n');
    rest = isLast ? '' : lines.pop()!;
    if (rest.length > mostLine)
      throw new ProblemError(413, 'Too long', 'A line of the feed is at most 4096 characters.');
    for (let at = 0; at < lines.length; at += mostAtOnce) {
      await takeSome(lines.slice(at, at + mostAtOnce));
    }
  };
  const takeSome = async (texts: readonly string[]) => {
    const good: FeedEvent[] = [];
    const numbers: number[] = [];
    for (const text of texts) {
      count++;
      if (text.trim() === '') continue;
      try {
        good.push(checkLine(JSON.parse(text), 'body') as FeedEvent);
        numbers.push(count);
      } catch (error) {
        all.refused.push({ line: count, why: whyOf(error) });
      }
    }
    if (good.length === 0) return;
    const answer = await takeFeed(machineId, good);
    all.taken += answer.taken;
    all.again += answer.again;
    for (const { line, why } of answer.refused) all.refused.push({ line: numbers[line - 1]!, why });
  };
  for await (const part of body) await takeText(decoder.decode(part, { stream: true }), false);
  await takeText(decoder.decode(), true);
  return { ...all, refused: all.refused.slice(0, 100).sort((a, b) => a.line - b.line) };
}

const whyOf = (error: unknown) => (error instanceof ProblemError ? error.message : 'This line is no JSON.');
