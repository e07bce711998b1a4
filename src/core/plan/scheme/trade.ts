import type { PlanProblem } from '../asked/problem.ts';
import { against } from './against.ts';
import { arrange, mostGroups } from './arrange.ts';
import { homesOf, positionsOf, type Block, type Scheme } from './scheme.ts';

/** Blocks that trade their places so that the head wears evenly. */
export interface Trade {
  scheme: Scheme;
  /** Stitches of each position at the end of the time ahead, by position: as it is, and with the trade. */
  before: ReadonlyMap<number, number>;
  after: ReadonlyMap<number, number>;
  /** The busiest position's stitches then. */
  busiestBefore: number;
  busiestAfter: number;
  /** Minutes to lay the head out so, from the head as it is. */
  minutes: number;
}

/** A home with the stitches that it will sew. */
interface Moving {
  thread: string | null;
  ahead: number;
}

/**
 * The blocks in the order, and the homes within them, with which the positions have sewn most evenly after as long a time again: the
 * least sum of squared stitches, exactly, of all orders of the blocks; odd colours stay at an end. Blocks trade ends from time to
 * time so that the whole machine wears evenly (common practice, no published source). `sewn`: stitches by position in the time looked
 * at, taken to come once more for the home that is there. Null: they lie best as they are, or the blocks have gaps between them.
 */
export function tradeEnds(
  scheme: Scheme,
  sewn: ReadonlyMap<number, number>,
  problem: Pick<PlanProblem, 'positions' | 'classes' | 'minutes'>,
): Trade | null {
  const blocks = [...scheme.blocks].sort((a, b) => a.from - b.from);
  if (blocks.length < 2 || blocks.length > mostGroups) return null;
  if (blocks.some((block, index) => index > 0 && block.from !== blocks[index - 1]!.to + 1)) return null;
  const places = blocks.flatMap(positionsOf);
  const at = (position: number) => sewn.get(position) ?? 0;
  const groups = blocks.map((block) => ({
    seats: positionsOf(block).map((position, index): Moving => ({
      thread: block.threads[index] ?? null,
      ahead: at(position),
    })),
    atAnEnd: block.use === 'odd',
  }));
  const { order, seats } = arrange(
    groups,
    places.length,
    (seat, place) => (at(places[place]!) + seat.ahead) ** 2,
  );
  const before = new Map(places.map((position) => [position, 2 * at(position)]));
  const after = new Map(seats.flat().map((seat, index) => [places[index]!, at(places[index]!) + seat.ahead]));
  const squares = (stitches: ReadonlyMap<number, number>) =>
    [...stitches.values()].reduce((sum, value) => sum + value ** 2, 0);
  if (squares(after) > squares(before) - 1) return null;
  let from = places[0]!;
  const moved = order.map((group, index): Block => {
    const here = seats[index]!;
    const block = {
      ...blocks[group]!,
      from,
      to: from + here.length - 1,
      threads: here.map(({ thread }) => thread),
    };
    from += here.length;
    return block;
  });
  const next = { blocks: moved };
  return {
    scheme: next,
    before,
    after,
    busiestBefore: Math.max(...before.values()),
    busiestAfter: Math.max(...after.values()),
    minutes: against(next, problem).reduce((sum, difference) => sum + difference.minutes, 0),
  };
}

/** Positions on which something else lives after a trade. */
export const movedBy = (from: Scheme, to: Scheme): number[] => {
  const before = new Map(homesOf(from).map((home) => [home.position, home]));
  return homesOf(to).flatMap(({ position, needle, thread }) => {
    const was = before.get(position);
    return was && was.needle === needle && was.thread === thread ? [] : [position];
  });
};

/** Whole days until blocks are to trade, 0 or less: due. `since`, `today`: yyyy-mm-dd; `weeks` from 1. */
export const daysToTrade = (since: string, weeks: number, today: string): number =>
  weeks * 7 - Math.round((Date.parse(`${today}T00:00:00Z`) - Date.parse(`${since}T00:00:00Z`)) / 86_400_000);
