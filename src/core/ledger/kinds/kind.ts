import type { DataOf, Shape } from '../../shape/data-of.ts';
import type { EntryBase } from '../entry-base.ts';
import type { HeadNow } from '../head-now.ts';

/** What the rest of the house asks of a kind instead of its name. A flag left out is false. */
export interface KindFlags {
  /** Stitches were sewn: `data` has heads, speed and stops. `piece`: and a piece came of it. */
  sews?: 'piece' | 'part';
  /** The machine stands from here on. */
  stops?: true;
  /** It is a break: counted as one, at a seat, with a kind of fault in `data.fault`. */
  breaks?: true;
  /** The time to its ending is time lost. */
  losesTime?: true;
  /** The machine sews again: whatever it stood for is over. */
  endsStop?: true;
  /** A piece is on hold from here on. */
  holds?: true;
  /** Needs an ending: until then it is open. */
  opens?: true;
  /** The kinds of entry that this one ends, by `data.closes`. */
  closes?: readonly string[];
  /** The field of `data` that names another entry, and of which kind that must be. */
  refersTo?: { field: string; kind: string };
  /** What it puts on its seat. Says in `data.over` which one it took the place of. */
  fits?: 'needle' | 'cone';
  /** It belongs to a bobbin case: the case's life is these. */
  ofCase?: true;
  /** Where a position's story tells it. */
  story?: 'breaks' | 'needles' | 'others';
  /** A job's record tells it in words. */
  onRecord?: true;
  /** It changes what sews or how: breaks may rise or fall from then on. */
  alters?: true;
  /** It changes another entry, and has no standing of its own. */
  corrects?: true;
  /** Not everyone who logs may write it: the right it takes. */
  needs?: 'mechanical' | 'release';
  /** Several do it together: whoever may log may correct it, whoever began it. */
  shared?: true;
  /** Fields of `data` that whoever may log may add to another's entry, where they were not said. */
  addable?: readonly string[];
  /** Fields of `data` that only the server writes: no client sends them. */
  serverOnly?: readonly string[];
  /** It may be logged by whoever stands there, signed in or not (as may whatever stops, sews, holds or fits). */
  unnamed?: true;
}

/** An entry whose data have this shape. */
export type EntryShaped<S extends Shape> = EntryBase & { data: DataOf<S> };

/** What a kind of entry is called, what it carries and needs, how it is told, and what it does to the head. */
export interface KindOfEntry<S extends Shape = Shape, Flags extends KindFlags = KindFlags> {
  name: string;
  /** `seat`: head and position are required. `machine`: both are null. `either`: position may be given. */
  where: 'seat' | 'machine' | 'either';
  /** The entry must name a job. */
  needsJob?: true;
  /** What `data` is: plain JSON Schema. */
  shape: S;
  flags: Flags;
  /** The rest of the sentence after "Position 7:", in the operator's words. `name` names a thread or a bobbin case by its id. */
  says(entry: { data: DataOf<S> }, name: (id: string) => string): string;
  /** The head after it. Entries come in ledger order; the given head is not changed. */
  fold?(head: HeadNow, entry: EntryShaped<S>): HeadNow;
}

/** Defines a kind: the types of its data and its flags come from what is written. */
export const kindOfEntry = <const S extends Shape, const Flags extends KindFlags>(
  kind: KindOfEntry<S, Flags>,
): KindOfEntry<S, Flags> => kind;
