import { createHash, type Hash } from 'node:crypto';
import { invalid } from '../http/problem.ts';

/** No line of an export is longer: the largest holds a plan, whose message was below 1 MB. */
const mostBytes = 8_000_000;

export interface NumberedLine {
  /** From 1, as an editor counts. */
  number: number;
  text: string;
  /** SHA-256 (hex) of all bytes before this line. */
  hashBefore: () => string;
}

/**
 * The lines of a file whose bytes arrive in pieces, cut anywhere; blank ones are left out. Throws a 422 problem that names
 * the line for one that is too long or no UTF-8.
 */
export async function* numberedLines(pieces: AsyncIterable<Uint8Array>): AsyncGenerator<NumberedLine> {
  const decoder = new TextDecoder('utf-8', { fatal: true });
  let hash: Hash = createHash('sha256');
  let parts: Buffer[] = [];
  let held = 0;
  let number = 0;
  const line = (withBreak: boolean): NumberedLine | null => {
    const bytes = Buffer.concat(parts);
    parts = [];
    held = 0;
    number++;
    const before = hash.copy();
    hash = hash.update(bytes);
    if (withBreak) hash = hash.update('\n');
    let text: string;
    try {
      text = decoder.decode(bytes);
    } catch {
      throw invalid(
        `Line ${number} holds bytes that are no UTF-8 text: the file is damaged. Nothing was taken in.`,
      );
    }
    return text.trim() === '' ? null : { number, text, hashBefore: () => before.digest('hex') };
  };
  const hold = (some: Buffer) => {
    held += some.length;
    if (held > mostBytes)
      throw invalid(`Line ${number + 1} is longer than any line of an export. Nothing was taken in.`);
    if (some.length > 0) parts.push(some);
  };
  for await (const piece of pieces) {
    const bytes = Buffer.from(piece.buffer, piece.byteOffset, piece.byteLength);
    let from = 0;
    for (let end = bytes.indexOf(10); end >= 0; end = bytes.indexOf(10, from)) {
      hold(bytes.subarray(from, end));
      const whole = line(true);
      if (whole) yield whole;
      from = end + 1;
    }
    hold(bytes.subarray(from));
  }
  const last = held > 0 ? line(false) : null;
  if (last) yield last;
}
