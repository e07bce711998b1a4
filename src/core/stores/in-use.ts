/** Those that can be chosen: what is out of use is not, but where it was chosen already. */
export const inUse = <Item extends { id: string; retired?: string | null }>(
  things: readonly Item[],
  chosen?: string | null,
): Item[] => things.filter((thing) => !thing.retired || thing.id === chosen);
