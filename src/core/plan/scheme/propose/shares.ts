import { unfit, type Ask, type Mix } from './mix.ts';
import type { SeatChoice } from './choose-seats.ts';

/** Which share of all stitches each seat sews, 0 to 1 (seats that are alike take turns), and what it sews. */
export interface SeatShares {
  seats: number[];
  /** The requests that each seat serves. */
  asks: Ask[][];
}

/** Every request on the seat of its thread with the least penalty. */
export function seatShares(mix: Mix, seats: readonly SeatChoice[]): SeatShares {
  const stitches = seats.map(() => 0);
  const asks = seats.map((): Ask[] => []);
  let all = 0;
  for (const job of mix.jobs)
    for (const ask of job.asks) {
      all += ask.stitches;
      const ways = ask.ways.map(({ needle, penalty }) => ({
        penalty,
        homes: [...seats.keys()].filter(
          (seat) => seats[seat]!.thread === ask.thread && seats[seat]!.needle === needle,
        ),
      }));
      const best = ways.filter(({ homes }) => homes.length > 0).sort((a, b) => a.penalty - b.penalty)[0];
      if (!best) continue;
      for (const home of best.homes) {
        stitches[home]! += ask.stitches / best.homes.length;
        asks[home]!.push(ask);
      }
    }
  const whole = Math.max(1, all);
  return { seats: stitches.map((sum) => sum / whole), asks };
}

/** The needle that suits most of the stitches, or least badly: what a position for tracing and odd colours has. */
export function middlingNeedle({ jobs, needles }: Mix): number {
  const worth = needles.map((_, needle) =>
    jobs.reduce(
      (sum, { asks }) =>
        asks.reduce(
          (inner, { ways, stitches }) =>
            inner + Math.max(1, stitches) * (ways.find((way) => way.needle === needle)?.penalty ?? unfit),
          sum,
        ),
      0,
    ),
  );
  return worth.indexOf(Math.min(...worth));
}
