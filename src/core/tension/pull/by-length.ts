import { mean } from 'simple-statistics';

/** Below this part of its mean speed the thread stands still: no length goes by. */
const standing = 0.02;

/**
 * A pull's samples as they lie along the thread: from evenly spaced in time to evenly spaced in length, as many as came while the thread
 * moved. What comes once a turn of the bobbin comes then at one period, however the hand's speed swayed.
 *
 * `values` and `speeds` (mm/s) sample by sample, of one length. `speed`: mm/s that an even hand would have had, so that the samples
 * keep their rate. Source: computed order tracking, Fyfe and Munck, “Analysis of computed order tracking”, Mechanical Systems and
 * Signal Processing 11(2), 1997 (there for a shaft's angle, here for the thread's length; linear interpolation).
 */
export function byLength(
  values: readonly number[],
  speeds: readonly number[],
): { values: number[]; speed: number } {
  const least = standing * mean([...speeds]);
  const moving = values.flatMap((value, at) => (speeds[at]! > least ? [{ value, speed: speeds[at]! }] : []));
  if (moving.length < 2) return { values: [...values], speed: Math.max(0, mean([...speeds])) };
  const speed = mean(moving.map((sample) => sample.speed));
  const along: number[] = [];
  // Length of thread in steps of an even hand: half of each sample's step lies on either side of it.
  let length = 0;
  let next = 0;
  for (let at = 1; at < moving.length; at++) {
    const [before, here] = [moving[at - 1]!, moving[at]!];
    const step = (before.speed + here.speed) / (2 * speed);
    for (; next <= length + step; next++)
      along.push(before.value + ((next - length) / step) * (here.value - before.value));
    length += step;
  }
  return { values: along, speed };
}
