import { mustFind } from '../../base/must-find.ts';
import { Assignment } from '../../base/assignment.ts';

/** A position with what it has sewn, and what the needle and thread on it are likely to sew in the time to come. */
export interface WornPosition {
  position: number;
  /** Stitches sewn so far in the time looked at. */
  sewn: number;
  /** Stitches that its seat (needle and thread) will sew in as long a time again. */
  ahead: number;
  /** Its seat may go elsewhere and another may come. */
  free: boolean;
}

/** Seats that change places so that the head wears evenly. */
export interface Levelling {
  /** Which position's seat comes to which: only those that move. */
  moves: { from: number; to: number }[];
  /** Stitches of each position at the end of the time ahead, in the order given. */
  after: number[];
  /** Stitches of the busiest position then. */
  busiest: number;
}

/**
 * The ways to let seats trade places so that, at the end of the time ahead, all positions have sewn as evenly as
 * possible: from none moved to as many as help, each with the fewest moves for its evenness. Evenness is the sum of
 * squared stitches; each way is the exact best for some price of a move (an assignment), so none beats it in both.
 * The first way moves nothing.
 */
export function levellings(positions: readonly WornPosition[]): Levelling[] {
  const size = positions.length;
  const stay = wayOf(
    positions,
    positions.map((_, index) => index),
  );
  const ways = new Map<number, Levelling>([[0, stay]]);
  // Even two seats as unlike as can be gain no more than this by trading places.
  const most = Math.max(1, ...positions.map((position) => position.sewn + position.ahead)) ** 2 * 2;
  for (let step = 0; step <= 48; step++) {
    const price = step === 48 ? 0 : most / 2 ** (step / 2);
    const assignment = new Assignment(new Int32Array(size).fill(size));
    for (let to = 0; to < size; to++)
      for (let from = 0; from < size; from++) {
        const mayCome = from === to || (positions[from]!.free && positions[to]!.free);
        const stitches = positions[to]!.sewn + positions[from]!.ahead;
        assignment.cost[to * size + from] = mayCome ? stitches ** 2 + (from === to ? 0 : price) : 1e30;
      }
    assignment.solve();
    const way = wayOf(positions, [...assignment.sourceOf.slice(0, size)]);
    const known = ways.get(way.moves.length);
    if (!known || unevenness(way) < unevenness(known)) ways.set(way.moves.length, way);
  }
  const byMoves = [...ways.values()].sort((a, b) => a.moves.length - b.moves.length);
  return byMoves.filter(
    (way, at) => at === 0 || byMoves.slice(0, at).every((move) => unevenness(way) < unevenness(move) - 1),
  );
}

/** Of the ways, the first that gains at least this share of what the most even one gains. */
export function worthwhile(ways: readonly Levelling[], share = 0.8): Levelling {
  const stay = unevenness(ways[0]!);
  const gain = stay - unevenness(ways.at(-1)!);
  return mustFind(ways, (way) => stay - unevenness(way) >= share * gain, 'way that gains so much');
}

/** Sum of squares of the stitches: the smaller, the more even. */
const unevenness = ({ after }: Levelling) => after.reduce((sum, stitches) => sum + stitches ** 2, 0);

function wayOf(positions: readonly WornPosition[], from: readonly number[]): Levelling {
  const after = positions.map((position, to) => position.sewn + positions[from[to]!]!.ahead);
  return {
    moves: from.flatMap((source, to) =>
      source === to ? [] : [{ from: positions[source]!.position, to: positions[to]!.position }],
    ),
    after,
    busiest: Math.max(0, ...after),
  };
}
