import { millisecondsInDay } from 'date-fns/constants';
import type { PlanProblem } from '../../../engines/planner/index.ts';
import { against } from './against.ts';
import { arrange, mostGroups, type Arranged } from './arrange.ts';
import { homeMinutes } from './home-minutes.ts';
import { homesOf, positionsOf, type Block, type Scheme } from '../blocks/scheme.ts';

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

/** A home with the stitches that it will sew, and where it is now. */
interface Moving {
  thread: string | null;
  ahead: number;
  from: number;
}

/** Of what the most even order gains, at least so much, for the fewest minutes. */
const worthShare = 0.8;
/** Prices of a minute against evenness that are tried: from dear to none. */
const steps = 14;

/** Minutes to bring the home of one place to another, as if the head were as the scheme has it. */
function changesBetween(
  blocks: readonly Block[],
  problem: Pick<PlanProblem, 'positions' | 'classes' | 'minutes'>,
) {
  const homes = new Map(
    homesOf({ blocks }).map(({ position, needle, thread }) => [position, { needle, thread }]),
  );
  const price = homeMinutes(problem);
  return (from: number, to: number) =>
    price([homes.get(to)!], homes.get(from)!).minutes * (problem.positions[0]?.now.length ?? 1);
}

/** The order that costs fewest minutes of those that gain nearly as much as the most even one. */
function worthwhile(
  groups: readonly { seats: readonly Moving[]; atAnEnd: boolean }[],
  places: readonly number[],
  sewnAt: (position: number) => number,
  minutes: (from: number, to: number) => number,
): Arranged<Moving> {
  const square = (seat: Moving, place: number) => (sewnAt(places[place]!) + seat.ahead) ** 2;
  const sum = ({ seats }: Arranged<Moving>, cost: (seat: Moving, place: number) => number) =>
    seats.flat().reduce((all, seat, place) => all + cost(seat, place), 0);
  const most = Math.max(1, ...groups.flatMap(({ seats }) => seats.map(({ ahead }) => (2 * ahead) ** 2)));
  const ways = Array.from({ length: steps }, (_, step) => {
    const price = step === steps - 1 ? 0 : most / 2 ** step / 10;
    return arrange(
      groups,
      places.length,
      (seat, place) => square(seat, place) + price * minutes(seat.from, places[place]!),
    );
  });
  const even = sum(ways.at(-1)!, square);
  const stays = groups.flatMap(({ seats }) => seats).reduce((all, seat) => all + (2 * seat.ahead) ** 2, 0);
  const enough = ways.filter((way) => stays - sum(way, square) >= worthShare * (stays - even) - 1);
  const cost = (way: Arranged<Moving>) => sum(way, (seat, place) => minutes(seat.from, places[place]!));
  return enough.reduce((least, way) => (cost(way) < cost(least) - 1e-9 ? way : least));
}

/**
 * The blocks in the order, and the homes within them, with which the positions have sewn about as evenly as they can after as long a
 * time again: of all orders of the blocks, that with the fewest minutes of those that gain four fifths of what the most even one gains
 * in the sum of squared stitches; odd colours stay at an end. Blocks trade ends from time to
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
      from: position,
    })),
    atAnEnd: block.use === 'odd',
  }));
  const { order, seats } = worthwhile(groups, places, at, changesBetween(blocks, problem));
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
  weeks * 7 -
  Math.round((Date.parse(`${today}T00:00:00Z`) - Date.parse(`${since}T00:00:00Z`)) / millisecondsInDay);
