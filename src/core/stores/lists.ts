import { bobbinHeadings, caseHeadings, needleHeadings, threadHeadings } from './csv-rows.ts';

/** The lists of the stores as files: what each is called, and its headings. */
export const storeLists = {
  threads: { name: 'threads and cones', headings: threadHeadings },
  needles: { name: 'needles', headings: needleHeadings },
  bobbins: { name: 'bobbins', headings: bobbinHeadings },
  cases: { name: 'bobbin cases', headings: caseHeadings },
} as const;
export type StoreList = keyof typeof storeLists;

/** Which list a file is, by its headings: the one that knows most of them, `wanted` where it knows as many; null: none knows any. */
export function listOf(headings: readonly string[], wanted: StoreList): StoreList | null {
  const has = new Set(headings.map((heading) => heading.trim().toLowerCase()));
  const known = (list: StoreList) => storeLists[list].headings.filter((heading) => has.has(heading)).length;
  const best = (Object.keys(storeLists) as StoreList[]).reduce(
    (most, list) => (known(list) > known(most) ? list : most),
    wanted,
  );
  return known(best) > 0 ? best : null;
}

/** {@link alreadyThere} for lists in which a name stands for one thing, however it is written. */
export const namedAlready =
  (there: readonly { name: string }[]) =>
  (items: readonly { name: string }[]): boolean[] =>
    alreadyThere(
      items,
      there.map(({ name }) => name.toLowerCase()),
      ({ name }) => name.toLowerCase(),
    );

/**
 * Which of the items are in the stores already, item by item, by a key that says what is the same: as many as there are of it, so
 * that a file saved from the stores holds nothing new, and a third cone of a batch of two does.
 */
export function alreadyThere<Item>(
  items: readonly Item[],
  there: readonly string[],
  keyOf: (item: Item) => string | null,
): boolean[] {
  const left = new Map<string, number>();
  for (const key of there) left.set(key, (left.get(key) ?? 0) + 1);
  return items.map((item) => {
    const key = keyOf(item);
    const count = key === null ? 0 : (left.get(key) ?? 0);
    if (key !== null && count > 0) left.set(key, count - 1);
    return count > 0;
  });
}
