/** A line of at most `mostBytes`; `null`: one that was longer, or no UTF-8 (told which). */
export type SplitLine = { text: string; bytes: Buffer } | { text: null; why: 'long' | 'not UTF-8' };

/**
 * Splits bytes that arrive in pieces, cut anywhere, into lines. What is too long is passed over to its end and named, so
 * that the lines behind it are read as they were meant; no more than one line's bytes are held. Node's readline holds a line
 * of any length, and the packages that set a limit end at the first line that is longer.
 */
export class LineSplitter {
  private parts: Buffer[] = [];
  private held = 0;
  private tooLong = false;
  private readonly decoder = new TextDecoder('utf-8', { fatal: true });

  constructor(private readonly mostBytes: number) {}

  /** The lines that have become whole with this piece. */
  push(piece: Uint8Array): SplitLine[] {
    const bytes = Buffer.from(piece.buffer, piece.byteOffset, piece.byteLength);
    const lines: SplitLine[] = [];
    let from = 0;
    for (let end = bytes.indexOf(10); end >= 0; end = bytes.indexOf(10, from)) {
      this.hold(bytes.subarray(from, end));
      lines.push(this.take());
      from = end + 1;
    }
    this.hold(bytes.subarray(from));
    return lines;
  }

  /** What stood behind the last line break, when the bytes have ended. */
  end(): SplitLine[] {
    return this.held > 0 || this.tooLong ? [this.take()] : [];
  }

  private hold(some: Buffer): void {
    if (some.length === 0 || this.tooLong) return;
    this.held += some.length;
    if (this.held > this.mostBytes) {
      this.tooLong = true;
      this.parts = [];
    } else this.parts.push(Buffer.from(some));
  }

  private take(): SplitLine {
    const { parts, tooLong } = this;
    this.parts = [];
    this.held = 0;
    this.tooLong = false;
    if (tooLong) return { text: null, why: 'long' };
    const bytes = Buffer.concat(parts);
    try {
      return { text: this.decoder.decode(bytes), bytes };
    } catch {
      return { text: null, why: 'not UTF-8' };
    }
  }
}
