import { median } from 'simple-statistics';

/** A stretch of samples, `to` left out. */
export interface Stretch {
  from: number;
  to: number;
}

/** Below this part of the pull's middle the hand had let go, or had not begun. */
const letGo = 0.55;
/** Seconds that a start, a stop and an end reach into the pull. */
const guard = { after: 0.2, before: 0.15 } as const;
/** A stretch shorter than this is no pull, s. */
const least = 0.6;

/**
 * The stretches in which thread was really drawn, in their order: the pull has come near its middle, and its start, its stops and its tail are cut
 * off with what they reach into. Empty where there is none. Found on means of a twentieth of a second, so that a single zero is no end.
 */
export function activeStretches(grams: readonly number[], rateHz: number): Stretch[] {
  if (grams.length === 0) return [];
  const smooth = movingMean(grams, Math.max(1, Math.round(rateHz / 20)));
  // The middle of what pulls at all: a long wait before or after must not lower it.
  const highest = [...smooth].sort((a, b) => a - b)[Math.floor(0.9 * (smooth.length - 1))]!;
  const pulling = smooth.filter((value) => value > 0.4 * highest);
  if (highest <= 0 || pulling.length === 0) return [];
  const middle = median(pulling);
  const stretches: Stretch[] = [];
  let from = -1;
  for (let at = 0; at <= smooth.length; at++) {
    const isOn = at < smooth.length && smooth[at]! > letGo * middle;
    if (isOn && from < 0) from = at;
    if (!isOn && from >= 0) {
      stretches.push({ from, to: at });
      from = -1;
    }
  }
  const samples = (seconds: number) => Math.round(seconds * rateHz);
  return stretches.flatMap((stretch) => {
    let begin = stretch.from + samples(guard.after);
    let end = stretch.to - (stretch.to < grams.length ? samples(guard.before) : 0);
    // A slow pull-in or release goes on past the guard: until it has come to nine tenths.
    while (begin < end && smooth[begin]! < 0.88 * middle && begin < stretch.from + samples(0.8)) begin++;
    while (end > begin && smooth[end - 1]! < 0.8 * middle && end > stretch.to - samples(0.6)) end--;
    return end - begin >= samples(least) ? [{ from: begin, to: end }] : [];
  });
}

function movingMean(values: readonly number[], width: number): number[] {
  const sums = [0];
  for (const value of values) sums.push(sums.at(-1)! + value);
  return values.map((_, at) => {
    const from = Math.max(0, at - Math.floor(width / 2));
    const to = Math.min(values.length, from + width);
    return (sums[to]! - sums[from]!) / (to - from);
  });
}
