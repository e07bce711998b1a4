import type { LabelMeaning } from '../../needle/letters.ts';
import type { NeedleSpec } from '../../needle/label.ts';
import type { Fibre } from '../../thread/fibres.ts';
import type { EntryData, EntryKind } from '../entry.ts';
import type { QuickSeat } from './quick-seats.ts';

/** What the line needs to know of the machine to understand a short text. */
export interface QuickContext {
  heads: number;
  positions: number;
  /** The head meant when none is typed. */
  head: number;
  /** Thread articles by which `3c teal-40` is understood. */
  threads: readonly { id: string; code: string; name: string; fibre: Fibre }[];
  /** Cones on the shelf by their batch, for `3c teal-40 L9`. */
  cones?: readonly { id: string; threadId: string; batch: string }[];
  /** Words on needle packs that this workshop taught, beside the usual ones. */
  letters?: Readonly<Record<string, LabelMeaning>>;
  /** The article that sits on a position now, for `3c` alone. */
  threadOn: (head: number, position: number) => string | null;
  /** The needle in a position now, for `5n` alone. */
  needleOn?: (head: number, position: number) => NeedleSpec | null;
  /** The workshop's bobbin cases, for `g B 27` and `case B`, and the one in the head, for `g 27`. */
  cases?: readonly { id: string; name: string; retired?: boolean }[];
  caseId?: string | null | undefined;
}

/** An entry without what only the writer knows (id, time, operator). */
export interface Draft<K extends EntryKind = EntryKind> {
  kind: K;
  head: number | null;
  position: number | null;
  data: EntryData[K];
}

/** What the line understood: `says` is shown before Enter is pressed. */
export type Understood =
  /** `at`: every seat that gets the draft, the draft's own among them. Empty: it belongs to no seat. */
  | { does: 'log'; says: string; draft: Draft; at: readonly QuickSeat[] }
  | { does: 'piece'; says: string }
  | { does: 'undo'; says: string }
  | { does: 'sewing-again'; says: string };

/** A line that logs an entry at the seats it names. */
export const log = (
  says: string,
  draft: Omit<Draft, 'head' | 'position'>,
  at: readonly QuickSeat[],
): Understood => ({
  does: 'log',
  says,
  draft: { ...draft, head: at[0]?.head ?? null, position: at[0]?.position ?? null },
  at,
});
