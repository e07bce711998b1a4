import { is, serverOnlyField } from '../../../core/ledger/about-kinds.ts';
import type { Entry } from '../../../core/ledger/entry.ts';
import type { Principal } from '../../../schemas/people.ts';
import { entries, entriesStored, type EntriesStored } from '../../../schemas/ledger/entry.ts';
import { matchLately } from './match-stops.ts';
import { log } from '../../base/log.ts';
import { validator } from '../../http/validate.ts';
import { endSession } from '../../people/sessions.ts';
import { invalid } from '../../base/problem.ts';
import { normalEntry } from './accept.ts';
import { endsShift, signEntries } from './sign.ts';
import { storeEntries } from './queue.ts';

const checkBody = validator(entries);
const checkAnswer = process.env['VIVID_CHECK_ANSWERS'] ? validator(entriesStored) : undefined;

/** Stops that wait to be held against what feeds told, and how long they may: one question then serves many touches. */
let unmatched: Entry[] = [];
const matchAfterMs = 50;

/** Stops that the machine's feed told too become one with it; the answer does not wait for that. */
function matchSoon(sent: readonly Entry[], stored: EntriesStored['stored']): void {
  for (const [index, entry] of sent.entries()) {
    if (!is(entry, 'stops') || stored[index]!.again) continue;
    if (unmatched.length === 0) setTimeout(matchAll, matchAfterMs);
    unmatched.push(entry);
  }
}

function matchAll(): void {
  const stops = unmatched;
  unmatched = [];
  matchLately(stops).catch((error: unknown) => log().warn({ err: error }, 'stops not matched with the feed'));
}

/** POST /api/ledger, from the parsed message to its answer. Throws a problem, having written nothing. */
export async function receiveEntries(message: unknown, asker: Principal): Promise<EntriesStored> {
  const { entries: sent } = checkBody(message, 'body') as { entries: Entry[] };
  const odd = sent.map(serverOnlyField).find((field) => field !== undefined);
  if (odd !== undefined) throw invalid(`“${odd}” is written by the server, and never sent.`);
  const normal = sent.map((entry) => normalEntry(entry));
  if (asker.asked) await signEntries(normal, asker);
  const answer = { stored: await storeEntries(normal, { sender: asker.device?.id ?? 'here' }) };
  if (asker.sessionId && normal.some(endsShift)) await endSession(asker.sessionId, asker, 'signed out');
  matchSoon(sent, answer.stored);
  checkAnswer?.(answer, 'answer');
  return answer;
}
