/** A column in the straightened block, px across. */
export interface Span {
  left: number;
  right: number;
}

/**
 * Finds the columns of a block: `count` columns of one width at one pitch, so that both sides of every column are edges
 * from cloth to thread (a stripe inside a column may look like the cloth: its sides are no ends of the comb). `line`:
 * how unlike the cloth the block is, added up along the columns; `planes`: its colour likewise. Null when nothing stands out.
 */
export function findComb(
  seen: Float32Array,
  planes: readonly Float32Array[],
  count: number,
): { spans: Span[]; edge: number } | null {
  // What the cloth's own fibres make is taken off; the root lets pale thread count as well.
  const floor = Float32Array.from(seen).sort()[Math.floor(0.08 * seen.length)]!;
  const line = seen.map((value) => Math.sqrt(Math.max(0, value - floor)));
  const most = line.reduce((a, b) => Math.max(a, b), 0);
  if (most < 0.14) return null;
  const limit = Math.max(0.1, 0.3 * most);
  const first = line.findIndex((value) => value > limit);
  const last = line.length - 1 - [...line].reverse().findIndex((value) => value > limit);
  const extent = last - first + 1;
  if (extent < 6 * count) return null;
  const mean = stripMean(line);
  const colours = planes.map(stripMean);
  let best: Comb | null = null;
  const look = (
    pitches: readonly number[],
    shares: readonly number[],
    startsOf: (pitch: number, width: number) => number[],
  ) => {
    for (const pitch of pitches)
      for (const share of shares)
        for (const start of startsOf(pitch, pitch * share)) {
          const comb = { pitch, width: pitch * share, start, score: 0 };
          comb.score = scoreOf(mean, colours, comb, count, line.length);
          if (!best || comb.score > best.score) best = comb;
        }
  };
  const between = (from: number, to: number, steps: number) =>
    Array.from({ length: steps + 1 }, (_, step) => from + ((to - from) * step) / steps);
  // The extent may lack most of an end column, where thread and cloth are alike: so the comb is only about so long.
  const shares = between(0.4, 0.96, 14);
  look(
    count === 1 ? [extent / 0.9] : between(extent / (count + 0.1), extent / Math.max(0.6, count - 1.1), 36),
    count === 1 ? between(0.5, 1.2, 14) : shares,
    (pitch, width) => {
      const slack = count * pitch - (pitch - width) - extent;
      return between(
        first - Math.max(0, slack) - 0.05 * pitch,
        first + Math.max(0, -slack) + 0.05 * pitch,
        12,
      );
    },
  );
  for (const fine of [1, 0.3]) {
    const { pitch, width, start } = best! as Comb;
    const reach = (0.02 * pitch * fine) / Math.max(1, count / 4);
    look(
      between(pitch - reach, pitch + reach, 6),
      between(width / pitch - 0.04 * fine, width / pitch + 0.04 * fine, 6),
      () => between(start - 0.06 * fine * pitch, start + 0.06 * fine * pitch, 8),
    );
  }
  const { pitch, width, start, score } = best! as Comb;
  const spans = Array.from({ length: count }, (_, index): Span => {
    const left = start + index * pitch;
    return { left: refine(seen, left, 1, width), right: refine(seen, left + width, -1, width) };
  });
  return { spans, edge: score / count };
}

type StripMean = (from: number, to: number) => number;

/** The mean of a line between two places, quickly: by sums made once. */
function stripMean(line: Float32Array): StripMean {
  const sums = new Float64Array(line.length + 1);
  line.forEach((value, at) => (sums[at + 1] = sums[at]! + value));
  return (from, to) => {
    const a = Math.max(0, Math.min(line.length - 1, Math.round(from)));
    const b = Math.min(line.length, Math.max(a + 1, Math.round(to)));
    return (sums[b]! - sums[a]!) / (b - a);
  };
}

interface Comb {
  pitch: number;
  width: number;
  start: number;
  score: number;
}

/** No thread counts for more than this against the cloth: one black column does not outvote four light ones. */
const enough = 0.5;

/**
 * How well a comb lies: thread just inside both sides of each column, cloth in all of every gap and beyond the ends.
 * A stripe that looks like the cloth is no gap: then thread would lie beyond the comb's ends.
 */
function scoreOf(
  mean: StripMean,
  colours: readonly StripMean[],
  comb: Comb,
  count: number,
  length: number,
): number {
  const { pitch, width, start } = comb;
  const strip = Math.max(1.5, 0.08 * width);
  const gap = Math.max(1.5, pitch - width);
  let score = 0;
  for (let index = 0; index < count; index++) {
    const left = start + index * pitch;
    const right = left + width;
    score += Math.min(enough, mean(left, left + strip)) + Math.min(enough, mean(right - strip, right));
    // One thread sews both sides of a column: sides of two colours are sides of two columns.
    score -= Math.min(
      enough,
      Math.max(
        ...colours.map((colour) => Math.abs(colour(left, left + strip) - colour(right - strip, right))),
      ),
    );
    if (index > 0) score -= 2 * Math.min(enough, mean(left - 0.94 * gap, left - 0.06 * gap));
  }
  const end = start + count * pitch - gap;
  // Where thread and cloth are alike at an end, nothing else tells the two ends apart: a block lies about the middle.
  score -= (0.2 * Math.abs((start + end) / 2 - length / 2)) / pitch;
  const reach = 0.6 * pitch;
  if (start > 2) score -= 2 * Math.min(enough, mean(Math.max(0, start - reach), start - 0.06 * gap));
  if (end < length - 2) score -= 2 * Math.min(enough, mean(end + 0.06 * gap, Math.min(length, end + reach)));
  return score;
}

/** The side to a part of a pixel: where the line crosses half of what is just inside it. `into`: 1 to the right. */
function refine(line: Float32Array, near: number, into: -1 | 1, width: number): number {
  const reach = Math.max(3, 0.12 * width);
  let inside = 0;
  for (let step = 0; step <= reach; step++)
    inside = Math.max(inside, line[Math.round(near + into * step)] ?? 0);
  let outside = 1;
  for (let step = 0; step <= reach; step++)
    outside = Math.min(outside, line[Math.round(near - into * step)] ?? 0);
  const half = (inside + outside) / 2;
  // From outside inwards: the first crossing is the side.
  for (let step = -reach; step <= reach; step++) {
    const here = Math.round(near + into * step);
    const [a, b] = [line[here] ?? 0, line[here + into] ?? 0];
    if (a < half && b >= half) return here + into * ((half - a) / (b - a)) + 0.5;
  }
  return near;
}
