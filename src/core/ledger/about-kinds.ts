import { keysOf } from '../base/keys.ts';
import type { EntryKind, KindWith } from './entry.ts';
import { entryKinds } from './kinds/index.ts';
import { isSimulated } from './simulated.ts';
import type { KindFlags, KindOfEntry } from './kinds/kind.ts';

/** Every kind, seen without its own types: for whoever goes through all of them. */
const kinds: Readonly<Record<string, KindOfEntry>> = entryKinds;

export const entryKindKeys = keysOf(entryKinds);

/** What is known of a kind. */
export const kindOf = (kind: EntryKind): KindOfEntry => kinds[kind]!;

/** The flags of a kind, whichever it is; none for a name that is no kind. */
export const flagsOf = (kind: string): KindFlags => (Object.hasOwn(kinds, kind) ? kinds[kind]!.flags : {});

/** Kinds with a flag, in the registry's order. */
export const kindsWith = <Flag extends keyof KindFlags>(flag: Flag): readonly KindWith<Flag>[] =>
  entryKindKeys.filter((kind): kind is KindWith<Flag> => flagsOf(kind)[flag] !== undefined);

/** Whether an entry is of a kind with this flag; its data are one of those kinds' then. */
export const is = <Flag extends keyof KindFlags, Told extends { kind: EntryKind }>(
  entry: Told,
  flag: Flag,
): entry is Extract<Told, { kind: KindWith<Flag> }> => flagsOf(entry.kind)[flag] !== undefined;

/** Whether an entry that counts (not taken back) is of this kind: for looking one up in a list. */
export const counting =
  <K extends EntryKind>(kind: K) =>
  <Told extends { kind: EntryKind; void: boolean }>(entry: Told): entry is Extract<Told, { kind: K }> =>
    entry.kind === kind && !entry.void;

/** Whether only the server says this of an entry of this kind: one of its own fields, with the value that it takes there. */
const isServerOnly = (kind: EntryKind, field: string, value: unknown): boolean => {
  const shape = kindOf(kind).shape as { properties?: Record<string, { const?: unknown }> };
  const only = shape.properties?.[field]?.const;
  return flagsOf(kind).serverOnly?.includes(field) === true && (only === undefined || only === value);
};

/** A field that an entry, or a correction of one of whatever kind, says and that only the server may say; undefined: none. */
export function serverOnlyField(entry: { kind: EntryKind; data: object }): string | undefined {
  const isCorrection = is(entry, 'corrects');
  const said = Object.entries((isCorrection ? fieldOf(entry, 'data') : entry.data) ?? {});
  const kinds = isCorrection ? entryKindKeys : [entry.kind];
  return said.find(([field, value]) => kinds.some((kind) => isServerOnly(kind, field, value)))?.[0];
}

/** A field of an entry's data, whatever its kind; undefined where that kind has none. */
export const fieldOf = (entry: { data: object }, field: string): unknown =>
  (entry.data as Record<string, unknown>)[field];

/** Kinds that change the head: only these are read again when a late entry or a correction makes a new fold necessary. */
export const foldingKinds = entryKindKeys.filter((kind) => kindOf(kind).fold);

/** Kinds that a position's story tells in one of its parts. */
export const kindsOfStory = (part: NonNullable<KindFlags['story']>) =>
  entryKindKeys.filter((kind) => flagsOf(kind).story === part);

/** Kinds as a list in SQL: literal text, so that a plan and a partial index see which they are. */
export const sqlList = (list: readonly EntryKind[]): string => list.map((kind) => `'${kind}'`).join(', ');
/** {@link sqlList} of the kinds with a flag. */
export const sqlKinds = (flag: keyof KindFlags): string => sqlList(kindsWith(flag));

/** An entry by its kind and place: "break at position 13". */
export const entryNamed = ({ kind, position }: { kind: EntryKind; position: number | null }): string =>
  `${kindOf(kind).name.toLowerCase()}${position === null ? '' : ` at position ${position}`}`;

/**
 * An entry in the operator's words, without its place: "shred", "needle 75/11 sharp, worn". `name` gives the
 * name of a thread or a bobbin case by its id.
 */
export function entrySays(
  entry: { kind: EntryKind; data: unknown; deviceId?: string | null },
  name: (id: string) => string,
): string {
  return `${kindOf(entry.kind).says(entry, name)}${isSimulated(entry) ? ', simulated' : ''}`;
}
