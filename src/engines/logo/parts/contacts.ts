/** How many pixels of each part lie beside pixels of each other, 0 being what is not sewn. By part id. */
export type Contacts = ReadonlyMap<number, ReadonlyMap<number, number>>;

/** Counts where parts touch, side by side and one above the other. `of`: the part of every pixel, 0: none. */
export function contactsOf(of: Uint32Array, width: number, height: number): Contacts {
  // Pairs come in long runs: the last one is kept at hand.
  const pairs = new Map<number, number>();
  let last = -1;
  let run = 0;
  const note = (one: number, other: number) => {
    const key = one < other ? one * most + other : other * most + one;
    if (key !== last) {
      if (run > 0) pairs.set(last, (pairs.get(last) ?? 0) + run);
      last = key;
      run = 0;
    }
    run++;
  };
  for (let y = 0, pixel = 0; y < height; y++) {
    for (let x = 0; x < width; x++, pixel++) {
      const here = of[pixel]!;
      if (x < width - 1 && of[pixel + 1] !== here) note(here, of[pixel + 1]!);
      if (y < height - 1 && of[pixel + width] !== here) note(here, of[pixel + width]!);
    }
  }
  if (run > 0) pairs.set(last, (pairs.get(last) ?? 0) + run);
  const counts = new Map<number, Map<number, number>>();
  const add = (one: number, other: number, count: number) => {
    const own = counts.get(one) ?? new Map<number, number>();
    counts.set(one, own.set(other, count));
  };
  for (const [key, count] of pairs) {
    const low = Math.floor(key / most);
    const high = key % most;
    if (low > 0) add(low, high, count);
    add(high, low, count);
  }
  return counts;
}

/** More parts than any picture has. */
const most = 2 ** 24;

/** How long a part's edge is: all that it touches. */
export const edgeOf = (own: ReadonlyMap<number, number>): number =>
  [...own.values()].reduce((sum, count) => sum + count, 0);
