import { busyTimes } from '../../wear/busy.ts';
import type { PlanProblem } from '../../../../engines/planner/index.ts';
import { UserError } from '../../../base/user-error.ts';
import { arrange, mostGroups } from '../arrange.ts';
import { chooseSeats, laidOf, oddSeats, worthOf, type ChooseHooks, type SeatChoice } from './choose-seats.ts';
import { homeMinutes } from '../home-minutes.ts';
import { layable, mixOf, type JobInMix, type Mix } from './mix.ts';
import { middlingNeedle, seatShares, type SeatShares } from './shares.ts';
import { sewFrom, Sewing, type Laid } from './sewing.ts';
import { blockName, blockReason, oddReason } from './reasons.ts';
import type { Block, Scheme } from '../../blocks/scheme.ts';

export interface SchemeAsked {
  /** The jobs that are to come again, in the order they are sewn, and the head as it is. */
  problem: PlanProblem;
  about: readonly JobInMix[];
  /** Positions kept for tracing and odd colours. */
  odd: number;
  /** Minutes of breaking a block. */
  price: number;
  /** The name of a thread, for reasons. */
  threadNames?: Readonly<Record<string, string>>;
}

export interface ProposedScheme {
  scheme: Scheme;
  /** Changing minutes of the same jobs, sewn one after the other: from the head as it is, and from the scheme. */
  minutesNow: number;
  minutesThen: number;
  /** What it was chosen by: changing from the scheme, care for second-best needles, and a little for each block to keep in mind. */
  worth: number;
  /** Minutes to lay the head out so, once. */
  setUpMinutes: number;
  /** Threads that no block's needle suits, and the jobs that ask for them. */
  unserved: { thread: string; jobs: string[]; needles: string[] }[];
}

/** A seat of a proposal: thread −1 is open. */
interface Seat extends SeatChoice {
  weight: number;
}

/**
 * A scheme of blocks for jobs like these: the seats with which they cost the fewest changing minutes, the busiest colour twice, what
 * is left over given to the blocks by their share of the stitches; laid side by side where setting up takes the fewest minutes, odd
 * colours at an end. Throws Refusal: `SchemeNoWork`, `SchemeNoPositions`, `SchemeTooManyOdd`.
 */
export function proposeScheme(asked: SchemeAsked, hooks: ChooseHooks = {}): ProposedScheme {
  const { problem, odd, price } = asked;
  const places = layable(problem);
  if (places.length === 0)
    throw new UserError('SchemeNoPositions', 'Every position is out of order. Release at least one.');
  if (!(Number.isInteger(odd) && odd >= 0 && odd < places.length))
    throw new UserError(
      'SchemeTooManyOdd',
      `${odd} positions for odd colours leave none of ${places.length} for a block. Keep fewer.`,
    );
  const mix = mixOf(problem, asked.about);
  if (mix.jobs.length === 0)
    throw new UserError(
      'SchemeNoWork',
      'There is no job to lay the head out for. Add jobs, or say what you sew most.',
    );
  const needle = middlingNeedle(mix);
  const oddLaid = oddSeats(needle, odd);
  const now = places.map(({ now: heads }): Laid => ({
    needle: mix.needles.indexOf(heads[0]!.needle ?? ''),
    thread: mix.threads.indexOf(heads[0]!.thread ?? ''),
    isBlock: false,
    weight: -1,
  }));
  const seats = seatsFor(mix, places.length - odd, oddLaid, price, { ...hooks, now });
  const shares = seatShares(mix, seats);
  const { blocks, setUpMinutes } = layOut(asked, { mix, seats, shares, needle });
  const then = laidWith(mix, seats, oddLaid);
  return {
    scheme: { blocks },
    minutesNow: sewFrom(mix, now, price).changes,
    minutesThen: sewFrom(mix, then, price).changes,
    worth: worthOf(new Sewing(mix, then.length), then, price),
    setUpMinutes,
    unserved: unservedBy(mix, [
      ...new Set([...seats.map((seat) => seat.needle), ...(odd > 0 ? [needle] : [])]),
    ]),
  };
}

/** Chosen for the fewest minutes, the busiest colour twice where it sews like several positions; what saves nothing goes by share. */
function seatsFor(mix: Mix, count: number, odd: readonly Laid[], price: number, hooks: ChooseHooks): Seat[] {
  const twin = count > 2 ? busiestOf(mix, count + odd.length) : null;
  const fixed = twin ? [twin, twin] : [];
  // One position fewer first: what is best there is a good beginning, so that one more does not come out worse.
  const isTwice = twin !== null && busiestOf(mix, count - 1 + odd.length) !== null && count > 3;
  const fewer = chooseSeats(mix, count - 1, { odd, price, fixed: isTwice ? fixed : [] }, hooks).seats;
  const from = twin && !isTwice ? withTwin(fewer, twin, count) : fewer;
  const { seats: found } = chooseSeats(mix, count, { odd, price, fixed, from }, hooks);
  const seats = found.map((seat): Seat => ({ ...seat, weight: mix.weightOf[seat.thread]! }));
  const useful = usefulOf(mix, seats, fixed.length, odd, price);
  // Where no change takes a minute none is useful: then as they were found.
  let byShare = useful.length > 0 ? useful : seats;
  while (groupsOf(mix, byShare).length >= mostGroups) byShare = withoutTheLeast(mix, byShare);
  while (byShare.length < count) byShare = withOneMore(mix, byShare);
  const cost = (all: readonly Seat[]) =>
    worthOf(new Sewing(mix, count + odd.length), laidWith(mix, all, odd), price);
  return groupsOf(mix, seats).length >= mostGroups || cost(byShare) <= cost(seats) + 1e-9 ? byShare : seats;
}

/** The seats with the busy colour's first and once more: with the needle that it has there. */
function withTwin(seats: readonly SeatChoice[], twin: SeatChoice, count: number): SeatChoice[] {
  const own = seats.find(({ thread }) => thread === twin.thread) ?? twin;
  return [own, own, ...seats.filter((seat) => seat !== own)].slice(0, count);
}

/** The colour that sews like several positions would on average, with the needle that is best for most of it; null: none does. */
function busiestOf(mix: Mix, positions: number): SeatChoice | null {
  const sums = new Map<string, { seat: SeatChoice; stitches: number }>();
  let all = 0;
  for (const { asks } of mix.jobs)
    for (const { thread, best, stitches } of asks) {
      all += stitches;
      const known = sums.get(`${thread} ${best}`);
      sums.set(`${thread} ${best}`, {
        seat: { thread, needle: best },
        stitches: stitches + (known?.stitches ?? 0),
      });
    }
  const busiest = [...sums.values()].reduce((most, one) => (one.stitches > most.stitches ? one : most));
  return busiest.stitches > (busyTimes / positions) * all ? busiest.seat : null;
}

const laidWith = (mix: Mix, seats: readonly Seat[], odd: readonly Laid[]): Laid[] => [
  ...seats.map((seat) => ({ ...laidOf(mix, seat), weight: seat.weight })),
  ...odd,
];

/** Without the block that sews least. */
function withoutTheLeast(mix: Mix, seats: readonly Seat[]): Seat[] {
  const { seats: share } = seatShares(mix, seats);
  const sews = (group: readonly Seat[]) => group.reduce((sum, seat) => sum + share[seats.indexOf(seat)]!, 0);
  const [least] = groupsOf(mix, seats).sort((a, b) => sews(a) - sews(b));
  return seats.filter((seat) => !least!.includes(seat));
}

/** The seats without which the mix would cost more minutes, looked at one after the other from the last; the first few in any case. */
function usefulOf(
  mix: Mix,
  seats: readonly Seat[],
  fixed: number,
  odd: readonly Laid[],
  price: number,
): Seat[] {
  const laid = laidWith(mix, seats, odd);
  const sewing = new Sewing(mix, laid.length);
  const cost = () => {
    const { changes, penalties } = sewing.run(laid, price);
    return changes + penalties;
  };
  const least = cost();
  const kept: Seat[] = [];
  for (let at = seats.length - 1; at >= 0; at--) {
    const seat = laid[at]!;
    // An open position in its place.
    laid[at] = { ...seat, thread: -1 };
    if (at >= fixed && cost() <= least + 1e-9) continue;
    laid[at] = seat;
    kept.unshift(seats[at]!);
  }
  return kept;
}

/**
 * One position more: the busiest seat that sits once and sews more than an even share gets a second; where none does, an open one
 * goes to the block that has most colours for its size, where the next new colour is likeliest.
 */
function withOneMore(mix: Mix, seats: readonly Seat[]): Seat[] {
  const { seats: share } = seatShares(mix, seats);
  const alikes = (seat: Seat) => seats.filter((other) => isAlike(other, seat)).length;
  const single = seats
    .map((seat, index) => ({ seat, share: share[index]! }))
    .filter(({ seat, share: own }) => seat.thread >= 0 && alikes(seat) === 1 && own > 1 / (seats.length + 1))
    .sort((a, b) => b.share - a.share)[0];
  if (single) return [...seats, single.seat];
  const roomy = groupsOf(mix, seats)
    .map((group) => ({
      seat: group[0]!,
      room: new Set(group.map(({ thread }) => thread)).size / (group.length + 1),
    }))
    .sort((a, b) => b.room - a.room)[0];
  return roomy ? [...seats, { ...roomy.seat, thread: -1 }] : [...seats];
}

const isAlike = (a: Seat, b: Seat) => a.needle === b.needle && a.thread === b.thread;

/** The seats as blocks on the positions of the head, where setting up takes the fewest minutes. */
function layOut(
  { problem, odd, threadNames = {} }: SchemeAsked,
  { mix, seats, shares, needle }: { mix: Mix; seats: readonly Seat[]; shares: SeatShares; needle: number },
): { blocks: Block[]; setUpMinutes: number } {
  const places = layable(problem);
  const groups = groupsOf(mix, seats);
  const all: { seats: readonly Seat[]; atAnEnd: boolean }[] = [
    ...groups.map((group) => ({ seats: group, atAnEnd: false })),
    ...(odd > 0
      ? [
          {
            seats: Array.from({ length: odd }, (): Seat => ({ needle, thread: -1, weight: -1 })),
            atAnEnd: true,
          },
        ]
      : []),
  ];
  const price = homeMinutes(problem);
  const {
    order,
    seats: laid,
    cost,
  } = arrange(
    all,
    places.length,
    (seat, place) =>
      price(places[place]!.now, {
        needle: mix.needles[seat.needle]!,
        thread: mix.threads[seat.thread] ?? null,
      }).minutes,
  );
  const named: string[] = [];
  let from = 0;
  const blocks = order.map((group, at): Block => {
    const here = laid[at]!;
    const positions = here.map((_, index) => places[from + index]!.position);
    from += here.length;
    const isOdd = group === groups.length;
    const about = { mix, seats, shares, group: here, threadNames };
    const base = isOdd
      ? { name: 'Odd colours', reason: oddReason(mix, needle) }
      : { name: blockName(about), reason: blockReason(about) };
    const name = named.includes(base.name)
      ? `${base.name} ${mix.needles[here[0]!.needle]!.split(' ')[0]}`
      : base.name;
    named.push(name);
    return {
      name,
      use: isOdd ? 'odd' : 'work',
      from: positions[0]!,
      to: positions.at(-1)!,
      needle: mix.needles[here[0]!.needle]!,
      weight: isOdd ? null : mix.weights[here[0]!.weight]!,
      // A position out of order between two of a block is the block's as well: it is its again when it is mended.
      threads: Array.from({ length: positions.at(-1)! - positions[0]! + 1 }, (_, index) => {
        const seat = here[positions.indexOf(positions[0]! + index)];
        return seat ? (mix.threads[seat.thread] ?? null) : null;
      }),
      reason: base.reason,
    };
  });
  return { blocks, setUpMinutes: cost };
}

/** Seats with one needle and one weight class lie together; thin needles first. */
function groupsOf(mix: Mix, seats: readonly Seat[]): Seat[][] {
  const groups = new Map<string, Seat[]>();
  for (const seat of seats) {
    const key = `${seat.needle} ${seat.weight}`;
    groups.set(key, [...(groups.get(key) ?? []), seat]);
  }
  const size = (group: readonly Seat[]) => Number.parseInt(mix.needles[group[0]!.needle]!, 10) || 0;
  return [...groups.values()].sort((a, b) => size(a) - size(b));
}

/** Threads of which some job has no needle in common with the blocks. */
function unservedBy({ jobs, threads, needles }: Mix, there: readonly number[]): ProposedScheme['unserved'] {
  const found = new Map<number, { jobs: Set<string>; needles: Set<string> }>();
  for (const job of jobs)
    for (const ask of job.asks) {
      if (ask.ways.some(({ needle }) => there.includes(needle))) continue;
      const known = found.get(ask.thread) ?? { jobs: new Set(), needles: new Set() };
      known.jobs.add(job.name);
      for (const { needle } of ask.ways) known.needles.add(needles[needle]!);
      found.set(ask.thread, known);
    }
  return [...found].map(([thread, known]) => ({
    thread: threads[thread]!,
    jobs: [...known.jobs],
    needles: [...known.needles],
  }));
}
