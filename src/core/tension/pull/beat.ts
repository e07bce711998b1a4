/** How a pull repeats itself while its period changes with the hand's speed. */
export interface LocalBeat {
  /** How alike each turn is to the next along the likeliest course of the period, −1 to 1. */
  likeness: number;
  /** The middle period along it, samples. */
  period: number;
  /** Half the swing of a turn, in the pull's own unit: the median over turns. */
  swing: number;
}

/** Periods that are tried, against the one that speed and diameter give: the hand sways, and the diameter may be told wrongly. */
const periods = { from: 0.55, to: 1.9, steps: 22 } as const;
/** Likeness that a change of the period by a tenth costs, from one place to the next. */
const changes = 0.35;

/**
 * Local autocorrelation: at each place the turn before it against the turn after it, for every period that may be, and through all places the
 * course of periods that changes slowly and is most alike (Viterbi's algorithm). A stiff place that comes once a turn is found
 * however the hand's speed sways. null where the signal is shorter than three turns.
 * Source: Forney, “The Viterbi algorithm”, Proceedings of the IEEE 61(3), 1973.
 */
export function localBeat(rest: readonly number[], turnSamples: number): LocalBeat | null {
  const lags = Array.from({ length: periods.steps }, (_, index) =>
    Math.round(turnSamples * periods.from * (periods.to / periods.from) ** (index / (periods.steps - 1))),
  );
  const shortest = lags[0]!;
  if (shortest < 3 || rest.length < 3 * turnSamples) return null;
  const hop = Math.max(1, Math.round(turnSamples / 4));
  const places: number[] = [];
  for (let at = shortest; at + shortest <= rest.length; at += hop) places.push(at);
  const scores = places.map((at) => lags.map((lag) => likenessAt(rest, at, lag)));
  const course = slowCourse(scores);
  const alike = course.map((lag, place) => scores[place]![lag]!).filter((score) => score > -1);
  if (alike.length < 3) return null;
  const swings = course.map((lag, place) => swingAt(rest, places[place]!, lags[lag]!)).sort((a, b) => a - b);
  const chosen = course.map((lag) => lags[lag]!).sort((a, b) => a - b);
  return {
    likeness: alike.reduce((sum, score) => sum + score, 0) / alike.length,
    period: chosen[Math.floor(chosen.length / 2)]!,
    swing: swings[Math.floor(swings.length / 2)]!,
  };
}

/** A place so near an end that a turn does not fit on both sides says nothing. */
const nothing = -2;

/** Correlation of the turn before a place with the turn after it, each without its own mean. */
function likenessAt(rest: readonly number[], at: number, lag: number): number {
  if (at - lag < 0 || at + lag > rest.length) return nothing;
  let [a, b] = [0, 0];
  for (let index = 0; index < lag; index++) {
    a += rest[at - lag + index]!;
    b += rest[at + index]!;
  }
  a /= lag;
  b /= lag;
  let [both, before, after] = [0, 0, 0];
  for (let index = 0; index < lag; index++) {
    const x = rest[at - lag + index]! - a;
    const y = rest[at + index]! - b;
    both += x * y;
    before += x * x;
    after += y * y;
  }
  return before > 0 && after > 0 ? both / Math.sqrt(before * after) : 0;
}

/** Half the distance from the least to the most of the turn about a place, single samples left out. */
function swingAt(rest: readonly number[], at: number, lag: number): number {
  const from = Math.max(0, at - Math.floor(lag / 2));
  const turn = rest.slice(from, from + lag).sort((a, b) => a - b);
  const edge = Math.floor(turn.length / 20);
  return (turn[turn.length - 1 - edge]! - turn[edge]!) / 2;
}

/** For each place the index of its period on the best course. */
function slowCourse(scores: readonly (readonly number[])[]): number[] {
  const step = Math.log(periods.to / periods.from) / (periods.steps - 1);
  const price = (change: number) => (changes * Math.abs(change) * step) / 0.1;
  let best = [...(scores[0] ?? [])];
  const from: number[][] = [];
  for (const row of scores.slice(1)) {
    const origin: number[] = [];
    best = row.map((score, lag) => {
      let chosen = 0;
      let most = -Infinity;
      for (let other = 0; other < best.length; other++) {
        const value = best[other]! - price(lag - other);
        if (value > most) [most, chosen] = [value, other];
      }
      origin.push(chosen);
      return most + Math.max(-0.2, score);
    });
    from.push(origin);
  }
  let at = best.indexOf(Math.max(...best));
  const course = [at];
  for (const origin of from.reverse()) course.unshift((at = origin[at]!));
  return course;
}
