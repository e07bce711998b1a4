import type { Entry } from '../../core/ledger/entry.ts';
import { entries, entriesStored, type EntriesStored } from '../../schemas/entry.ts';
import { checker } from '../http/check.ts';
import { normalEntry } from './accept.ts';
import { storeEntries } from './queue.ts';

const checkBody = checker(entries as never);
const checkAnswer = process.env['VIVID_CHECK_ANSWERS'] ? checker(entriesStored) : undefined;

/** POST /api/ledger, from the parsed message to its answer. Throws a problem, having written nothing. */
export async function receiveEntries(message: unknown): Promise<EntriesStored> {
  const { entries: sent } = checkBody(message, 'body') as { entries: Entry[] };
  const answer = { stored: await storeEntries(sent.map(normalEntry)) };
  checkAnswer?.(answer, 'answer');
  return answer;
}
