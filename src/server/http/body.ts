import { ProblemError } from './problem.ts';

/** Bodies over this are refused unread: 500 ledger entries with notes fit several times. */
export const maxBodyBytes = 1_000_000;

const overLimit = 'The message is over 1 MB. Send it in several parts.';
export const tooLong = (sentence = overLimit) => new ProblemError(413, 'Too much at once', sentence);

/** A JSON message. Throws a 415 problem for another content type, a 400 one for what is no JSON. */
export function parseJson(contentType: string, text: string): unknown {
  if (!/^application\/json\b/i.test(contentType)) {
    throw new ProblemError(
      415,
      'JSON wanted',
      'Send the message as JSON, with the content type application/json.',
    );
  }
  try {
    return JSON.parse(text);
  } catch {
    throw new ProblemError(
      400,
      'Broken JSON',
      'The message is not complete JSON: it may have been cut off. Send it again.',
    );
  }
}
