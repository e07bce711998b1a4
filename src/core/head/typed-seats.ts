import { UserError } from '../base/user-error.ts';
import type { Seat } from '../ledger/head-now.ts';
import { needleText, readNeedleLabel, type NeedleSpec } from '../needle/label.ts';
import type { LabelMeaning } from '../needle/letters.ts';
import { threadNamed } from '../thread/find-thread.ts';

/** A row of the head's table as typed: empty leaves what sits there, `"` means as in the row above. */
export interface TypedSeat {
  position: number;
  needle: string;
  thread: string;
}

interface TypedThread {
  id: string;
  code: string;
  name: string;
}

/** What a row comes to. Null: nothing is changed there. */
export interface ReadSeat<T> {
  position: number;
  needle: NeedleSpec | null;
  thread: T | null;
  /** Why a cell cannot be read; '' where it can. */
  badNeedle: string;
  badThread: string;
}

const ditto = /^["”“''=]$/;

/**
 * Reads a head's table row by row. What sits there already is no change. `seats`: of one head. Nothing is thrown: what cannot be read is
 * said in its row, and the others stand.
 */
export function readTypedSeats<T extends TypedThread>(
  rows: readonly TypedSeat[],
  seats: readonly Seat[],
  { threads, letters = {} }: { threads: readonly T[]; letters?: Readonly<Record<string, LabelMeaning>> },
): ReadSeat<T>[] {
  const above = { needle: '', thread: '' };
  return rows.map(({ position, ...typed }) => {
    for (const cell of ['needle', 'thread'] as const)
      if (!ditto.test(typed[cell].trim())) above[cell] = typed[cell].trim();
    const seat = seats.find((candidate) => candidate.position === position);
    const needle = readNeedle(above.needle, letters);
    const thread = above.thread ? threadNamed(above.thread, threads) : null;
    const isSameNeedle =
      needle.spec && seat?.needle && needleText(seat.needle.spec) === needleText(needle.spec);
    return {
      position,
      needle: isSameNeedle ? null : needle.spec,
      thread: thread && seat?.cone?.threadId === thread.id ? null : thread,
      badNeedle: needle.bad,
      badThread:
        above.thread && !thread
          ? `No single thread of the stores is called “${above.thread}”: write its code.`
          : '',
    };
  });
}

function readNeedle(
  text: string,
  letters: Readonly<Record<string, LabelMeaning>>,
): { spec: NeedleSpec | null; bad: string } {
  if (!text) return { spec: null, bad: '' };
  try {
    return { spec: readNeedleLabel(text, letters).spec, bad: '' };
  } catch (error) {
    if (error instanceof UserError) return { spec: null, bad: error.message };
    throw error;
  }
}
