import type { Entry } from '../../core/ledger/entry.ts';
import { entries, entriesStored, type EntriesStored } from '../../schemas/entry.ts';
import { matchLately } from '../feed/match.ts';
import { log } from '../log.ts';
import { checker } from '../http/check.ts';
import { normalEntry } from './accept.ts';
import { storeEntries } from './queue.ts';

const checkBody = checker(entries as never);
const checkAnswer = process.env['VIVID_CHECK_ANSWERS'] ? checker(entriesStored) : undefined;

/** Stops that the machine's feed told too become one with it; the answer does not wait for that. */
function matchSoon(sent: readonly Entry[], stored: EntriesStored['stored']): void {
  const again = new Set(stored.filter((one) => one.again).map((one) => one.id));
  const stops = sent.filter((one) => (one.kind === 'break' || one.kind === 'stop') && !again.has(one.id));
  matchLately(stops).catch((error: unknown) => log().warn({ err: error }, 'stops not matched with the feed'));
}

/** POST /api/ledger, from the parsed message to its answer. Throws a problem, having written nothing. */
export async function receiveEntries(message: unknown): Promise<EntriesStored> {
  const { entries: sent } = checkBody(message, 'body') as { entries: Entry[] };
  const answer = { stored: await storeEntries(sent.map((entry) => normalEntry(entry))) };
  matchSoon(sent, answer.stored);
  checkAnswer?.(answer, 'answer');
  return answer;
}
