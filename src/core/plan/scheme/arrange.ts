import { Assignment } from '../../base/assignment.ts';

/** Seats that stay together, with where they may be: anywhere, or at an end of the head. */
export interface Group<Seat> {
  seats: readonly Seat[];
  atAnEnd: boolean;
}

/** The groups in the order in which they lie, and their seats in the order of the places. */
export interface Arranged<Seat> {
  order: number[];
  seats: Seat[][];
  cost: number;
}

/** More groups than this are not tried in every order. */
export const mostGroups = 12;

/**
 * Lays groups side by side onto places in a row, every order of the groups and of the seats within them: exactly the one that costs
 * least, by the places already filled (Held and Karp 1962) with an assignment within each group. Where orders cost the same, groups
 * lie as they are given. `places`: how many there are, as many as the groups have seats together. Throws RangeError where they do
 * not come to the same, or for more than {@link mostGroups} groups.
 */
export function arrange<Seat>(
  groups: readonly Group<Seat>[],
  places: number,
  costOf: (seat: Seat, place: number) => number,
): Arranged<Seat> {
  const size = groups.map(({ seats }) => seats.length);
  if (size.reduce((sum, count) => sum + count, 0) !== places)
    throw new RangeError(`${size.join(' + ')} seats are not ${places} places`);
  if (groups.length > mostGroups)
    throw new RangeError(`${groups.length} groups are too many to try in every order`);
  const all = 2 ** groups.length;
  const filled = new Int32Array(all);
  for (let set = 1; set < all; set++) {
    const low = Math.log2(set & -set);
    filled[set] = filled[set & (set - 1)]! + size[low]!;
  }
  const within = new Map<number, { cost: number; seats: Seat[] }>();
  const at = (group: number, from: number) => {
    const key = group * (places + 1) + from;
    let known = within.get(key);
    if (!known) within.set(key, (known = besideEachOther(groups[group]!.seats, from, costOf)));
    return known;
  };
  const least = new Float64Array(all).fill(Infinity);
  const last = new Int8Array(all).fill(-1);
  least[0] = 0;
  for (let set = 1; set < all; set++)
    for (let group = groups.length - 1; group >= 0; group--) {
      if (!(set & (1 << group))) continue;
      const before = set & ~(1 << group);
      const isEnd = before === 0 || set === all - 1;
      if (groups[group]!.atAnEnd && !isEnd) continue;
      const cost = least[before]! + at(group, filled[before]!).cost;
      if (cost < least[set]! - 1e-9) {
        least[set] = cost;
        last[set] = group;
      }
    }
  const order: number[] = [];
  for (let set = all - 1; set > 0; set &= ~(1 << order[0]!)) order.unshift(last[set]!);
  let from = 0;
  const seats = order.map((group) => {
    const here = at(group, from);
    from += size[group]!;
    return here.seats;
  });
  return { order, seats, cost: least[all - 1]! };
}

/** The seats of one group on the places from `from` on, at least cost; as given where it makes no difference. */
function besideEachOther<Seat>(
  seats: readonly Seat[],
  from: number,
  costOf: (seat: Seat, place: number) => number,
): { cost: number; seats: Seat[] } {
  const size = seats.length;
  const asGiven = seats.reduce((sum, seat, index) => sum + costOf(seat, from + index), 0);
  const assignment = new Assignment(new Int32Array(size).fill(size));
  seats.forEach((seat, source) => {
    for (let place = 0; place < size; place++)
      assignment.cost[place * size + source] = costOf(seat, from + place);
  });
  const cost = assignment.solve();
  if (cost > asGiven - 1e-9) return { cost: asGiven, seats: [...seats] };
  return { cost, seats: seats.map((_, place) => seats[assignment.sourceOf[place]!]!) };
}
