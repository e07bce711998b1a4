import type { Mix } from './mix.ts';
import type { Laid } from './sewing.ts';

/** Of the minutes to lay a head out, what counts against the mix's own: a scheme stands for about four times as long. From memory. */
export const setUpShare = 0.25;

/**
 * About the minutes that it takes to make one set of seats of another, wherever they lie: a seat that is there costs nothing, its
 * needle under another thread a tie-on or a re-thread, the others a new needle. `now`, `then`: as many seats each.
 */
export function setUpEstimate(mix: Mix, now: readonly Laid[], then: readonly Laid[]): number {
  const isUsed = new Uint8Array(now.length);
  const left: Laid[] = [];
  const use = (isSo: (seat: Laid) => boolean): boolean => {
    for (let at = 0; at < now.length; at++)
      if (!isUsed[at] && isSo(now[at]!)) {
        isUsed[at] = 1;
        return true;
      }
    return false;
  };
  for (const seat of then)
    if (!use((there) => there.needle === seat.needle && there.thread === seat.thread)) left.push(seat);
  const without = left.filter((seat) => !use((there) => there.needle === seat.needle));
  return (left.length - without.length) * mix.kept[1]! + without.length * mix.renewed[2]!;
}
