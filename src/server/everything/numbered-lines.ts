import { createHash } from 'node:crypto';
import { invalid } from '../base/problem.ts';
import { LineSplitter, type SplitLine } from '../base/split-lines.ts';

/** No line of an export is longer: the largest holds a plan, whose message was below 1 MB. */
const mostBytes = 8_000_000;

export interface NumberedLine {
  /** From 1, as an editor counts. */
  number: number;
  text: string;
  /** SHA-256 (hex) of all bytes before this line; to be asked before the next is read. */
  hashBefore: () => string;
}

/**
 * The lines of a file whose bytes arrive in pieces, cut anywhere; blank ones are left out. Throws a 422 problem that names
 * the line for one that is too long or no UTF-8.
 */
export async function* numberedLines(pieces: AsyncIterable<Uint8Array>): AsyncGenerator<NumberedLine> {
  const hash = createHash('sha256');
  let number = 0;
  // One line late: copying a hash at each of a million lines takes longer than reading them.
  let last: Buffer | undefined;
  const numbered = (line: SplitLine): NumberedLine => {
    number++;
    if (line.text === null)
      throw invalid(
        line.why === 'long'
          ? `Line ${number} is longer than any line of an export. Nothing was taken in.`
          : `Line ${number} holds bytes that are no UTF-8 text: the file is damaged. Nothing was taken in.`,
      );
    if (last) hash.update(last).update('\n');
    last = line.bytes;
    return { number, text: line.text, hashBefore: () => hash.copy().digest('hex') };
  };
  for await (const line of linesOf(pieces)) {
    const whole = numbered(line);
    if (whole.text.trim() !== '') yield whole;
  }
}

async function* linesOf(pieces: AsyncIterable<Uint8Array>): AsyncGenerator<SplitLine> {
  const splitter = new LineSplitter(mostBytes);
  for await (const piece of pieces) yield* splitter.push(piece);
  yield* splitter.end();
}
