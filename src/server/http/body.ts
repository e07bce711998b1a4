import { ProblemError } from '../base/problem.ts';

/** Bodies over this are refused unread: 500 ledger entries with notes fit several times. */
export const maxBodyBytes = 1_000_000;

const overLimit = 'The message is over 1 MB. Send it in several parts.';
export const tooLong = (sentence = overLimit) => new ProblemError(413, 'Too much at once', sentence);

export const cutOff = () =>
  new ProblemError(400, 'Cut off', 'The message was cut off on its way. Send it again.');

/**
 * Reads on, and throws away what comes: a body that is answered before its end must not be cut off (the sender would not get
 * to read the answer), and must not stand in the connection's way. server/app/answer.ts ends what does not end by itself.
 */
export function readAway(reader: ReadableStreamDefaultReader<Uint8Array>): void {
  const on = (): Promise<void> =>
    reader.read().then(
      ({ done }) => (done ? undefined : on()),
      () => undefined,
    );
  void on();
}

/** A body must have come whole after this, ms; a machine's feed and an import may take their time. */
export const bodyWithinMs = 30_000;
export const tooSlow = () =>
  new ProblemError(
    408,
    'Too slow',
    'The message did not come whole within 30 seconds. Nothing was written; send it again.',
  );

/** No message of ours is nested half as deep. What is would fail somewhere behind, by the depth of some stack. */
const deepest = 40;

const utf8 = new TextDecoder('utf-8', { fatal: true });

/** The bytes as text; throws a 400 problem for what is no UTF-8, which would be stored as something else. */
export function textOf(bytes: Uint8Array): string {
  try {
    return utf8.decode(bytes);
  } catch {
    throw new ProblemError(
      400,
      'Not UTF-8',
      'The message holds bytes that are no UTF-8 text. Send it as UTF-8.',
    );
  }
}

/** The value of a JSON text. Throws a 400 problem for what is no JSON or nested too deep. */
export function parseText(text: string): unknown {
  checkDepth(text);
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

/** Throws a 415 problem for another content type. Asked first: what is no JSON need not be read at all. */
export function mustBeJson(contentType: string): void {
  if (!/^application\/json\s*(;|$)/i.test(contentType)) {
    throw new ProblemError(
      415,
      'JSON wanted',
      'Send the message as JSON, with the content type application/json.',
    );
  }
}

/** Counts brackets outside of strings, without recursion: depth is what must not be trusted here. */
function checkDepth(text: string): void {
  // A touch has a handful of brackets: counting them natively costs nothing beside going through its characters.
  if (count(text, '{') + count(text, '[') <= deepest) return;
  let depth = 0;
  let inString = false;
  for (let at = 0; at < text.length; at++) {
    const code = text.charCodeAt(at);
    if (inString) {
      if (code === 92) at++;
      else if (code === 34) inString = false;
    } else if (code === 34) inString = true;
    else if (code === 91 || code === 123) {
      if (++depth > deepest)
        throw new ProblemError(
          400,
          'Nested too deep',
          `The message is nested more than ${deepest} deep: no message of Vivid Eye is.`,
        );
    } else if (code === 93 || code === 125) depth--;
  }
}

/** How often a character stands in a text; not beyond what matters here. */
function count(text: string, character: string): number {
  let found = 0;
  for (let at = text.indexOf(character); at >= 0 && found <= deepest; at = text.indexOf(character, at + 1))
    found++;
  return found;
}
