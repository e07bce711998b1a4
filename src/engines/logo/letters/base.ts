import { median } from 'simple-statistics';
import type { Reach } from './reach.ts';

/**
 * Where the letters stand: the middle of the densest tenth of a height of their feet, of equally dense ones the higher. Where these are those of small letters
 * that hang, as most are of “Happy”, it is where the others stand, a little above: letters that touch no other, since a slice of an M ends anywhere.
 */
export function baseOf(reaches: readonly (Reach & { isSlice?: boolean })[]): number {
  const high = median(reaches.map(({ low, high }) => low - high));
  const most = densest(reaches, 0.1 * high);
  const base = median(most.map(({ low }) => low));
  const above = reaches.filter(
    ({ low, high: head, isSlice }) =>
      !isSlice &&
      low > base - hanging.most * high &&
      low < base - hanging.least * high &&
      low - head > hanging.tall * high,
  );
  if (above.length < hanging.from * reaches.length) return base;
  const standing = densest(above, 0.1 * high);
  const areAsHigh =
    Math.min(...standing.map((reach) => reach.high)) < Math.max(...most.map((reach) => reach.high)) + hanging.even * high; // prettier-ignore
  return standing.length >= Math.min(hanging.letters, reaches.length - 2) && areAsHigh
    ? median(standing.map(({ low }) => low))
    : base;
}

/**
 * So deep letters hang, of a line's middle height. The others, so many and so large a share, are so tall at least and reach as high as some that hang, but
 * for so much: no dash and no star between two capitals. From memory.
 */
const hanging = { least: 0.12, most: 0.45, tall: 0.45, even: 0.06, letters: 2, from: 0.25 } as const;

/** Those of the feet that lie most densely, so wide apart at most; of equally dense ones the highest. */
function densest(reaches: readonly Reach[], wide: number): readonly Reach[] {
  const sorted = [...reaches].sort((a, b) => a.low - b.low);
  let best: readonly Reach[] = [];
  sorted.forEach((from, index) => {
    const within = sorted.slice(index).filter(({ low }) => low <= from.low + wide);
    if (within.length > best.length) best = within;
  });
  return best;
}
