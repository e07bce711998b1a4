import { UserError } from '../../../core/base/user-error.ts';
import { changeTable, relationOf, type ChangeTable } from '../problem/minutes.ts';
import {
  checkProblem,
  isUsable,
  type PlanJob,
  type PlanPosition,
  type PlanProblem,
} from '../problem/problem.ts';

/** More than any plan costs (60 jobs of 24 threads on 56 heads at 240 minutes a move: 10^8): what must not be. */
export const forbidden = 1e9;

/**
 * Positions that a chain of requests cannot be told apart by: all free ones are one lane; those locked with one
 * needle are another; each pinned state and each position that someone wishes something onto is a lane too.
 */
interface Lane {
  needle: number | null;
  thread: number | null;
  /** The block of its free positions; null: they are of none, or breaking one costs nothing. */
  block: { needle: number | null; weight: string | null } | null;
}

/** One way for a node to be served. */
export interface Option {
  lane: number;
  needle: number;
  /** What breaking a block costs is in it. */
  penalty: number;
  /** The part of it that is the price of breaking a block. */
  breaking: number;
}

/** A position's present state, or a request. Indexes stand for needles, threads and classes. */
export interface Node {
  job: number;
  request: number;
  thread: number;
  /** The thread that stays on: another when stops share the position. */
  leaves: number;
  options: readonly Option[];
}

export interface Model {
  problem: PlanProblem;
  jobs: readonly PlanJob[];
  table: ChangeTable;
  /** Usable positions, in the order of the problem. */
  places: readonly PlanPosition[];
  placeLane: readonly number[];
  lanes: number;
  needles: readonly string[];
  threads: readonly string[];
  nodes: readonly Node[];
  /** First node of each job, and the count of nodes behind the last. */
  firstOf: readonly number[];
  /** The least step between two plans' costs: a bound above the best less this proves it. */
  grain: number;
  /** Options of all nodes in one row: node i has those from start[i] to start[i + 1]. */
  start: Int32Array;
  /** Lane and needle of each option as one number, its lane, its needle, and its penalty. */
  code: Int32Array;
  lane: Int32Array;
  needle: Int32Array;
  penalty: Float64Array;
  breaking: Float64Array;
  /** How the thread that node i leaves lies to the one that node k needs: at [i * nodes + k], see `relations`. */
  relation: Uint8Array;
  /** Minutes for all heads by relation, with the needle kept and with a new one. */
  kept: Float64Array;
  renewed: Float64Array;
  /** Minutes when an option is the first on a place: at [place * options + option]; penalty included. */
  onto: Float64Array;
}

/** A request with threads that leave other than they came: see problem/turns.ts. */
interface Leaving {
  leaves?: string;
}

/** Numbers everything, so that the search need not compare words. Throws a Refusal for what cannot be planned. */
export function modelOf(problem: PlanProblem): Model {
  checkProblem(problem);
  const places = problem.positions.filter(isUsable);
  const table = changeTable(problem.minutes, { needlesStay: places.some((place) => place.use === 'locked') });
  const heads = problem.positions[0]!.now.length;
  const needles = numbering();
  const threads = numbering();
  const { lanes, placeLane } = lanesOf(problem, places, needles.of, threads.of);

  const { nodes, firstOf } = nodesOf(problem, { places, lanes, placeLane }, needles.of, threads.of);
  const all = nodes.flatMap((node) => node.options);
  const start = new Int32Array(nodes.length + 1);
  nodes.forEach((node, index) => (start[index + 1] = start[index]! + node.options.length));
  const relate = (from: number, to: number) =>
    relationOf(problem.classes, threads.all[from] ?? null, threads.all[to]!);
  const onto = ontoOf({ places, placeLane, nodes, start }, table, needles.of, threads.of, relate);
  return {
    problem,
    jobs: problem.jobs,
    table,
    places,
    placeLane,
    lanes: new Set(placeLane).size,
    needles: needles.all,
    threads: threads.all,
    nodes,
    firstOf,
    grain: grainOf(problem, table),
    start,
    code: Int32Array.from(all, (option) => option.lane * (needles.all.length + 1) + option.needle),
    lane: Int32Array.from(all, (option) => option.lane),
    needle: Int32Array.from(all, (option) => option.needle),
    penalty: Float64Array.from(all, (option) => option.penalty),
    breaking: Float64Array.from(all, (option) => option.breaking),
    relation: relationsOf(nodes, relate),
    kept: Float64Array.from(table.kept, (value) => value * heads),
    renewed: Float64Array.from(table.needle, (value) => value * heads),
    onto,
  };
}

type Numbered = (key: string) => number;
type Relate = (from: number, to: number) => number;

/** Every request with the ways it may be served: a lane that takes its needle and thread. `firstOf`: where a job's begin. */
function nodesOf(
  problem: PlanProblem,
  {
    places,
    lanes,
    placeLane,
  }: { places: readonly PlanPosition[]; lanes: readonly Lane[]; placeLane: number[] },
  needleIndex: Numbered,
  threadIndex: Numbered,
): { nodes: Node[]; firstOf: number[] } {
  const nodes: Node[] = [];
  const firstOf: number[] = [];
  problem.jobs.forEach((job, jobIndex) => {
    firstOf.push(nodes.length);
    job.requests.forEach((request, requestIndex) => {
      const thread = threadIndex(request.thread);
      const leaves = threadIndex((request as Leaving).leaves ?? request.thread);
      const wished = typeof request.at === 'number';
      const options = request.needles.flatMap(({ needle, penalty }) => {
        const index = needleIndex(needle);
        return lanes.flatMap((lane, laneIndex): Option[] => {
          if (lane.needle !== null && lane.needle !== index) return [];
          if (lane.thread !== null && (lane.thread !== thread || thread !== leaves)) return [];
          if (wished && placeLane[places.findIndex((place) => place.position === request.at)] !== laneIndex)
            return [];
          if (!placeLane.includes(laneIndex)) return [];
          const breaking = breaks(lane, index, problem.classes[request.thread]) ? problem.breaking! : 0;
          return [{ lane: laneIndex, needle: index, penalty: penalty + breaking, breaking }];
        });
      });
      if (options.length === 0)
        throw new UserError(
          'PlanNoPlace',
          `No position can take stop ${request.stops.join(', ')} of ${job.name}: all are pinned or locked with other needles. Unlock one that may hold ${request.needles.map((needle) => needle.needle).join(' or ')}.`,
        );
      nodes.push({ job: jobIndex, request: requestIndex, thread, leaves, options });
    });
  });
  firstOf.push(nodes.length);
  return { nodes, firstOf };
}

/** Whether a needle and a weight class are not those of the lane's block. */
const breaks = ({ block }: Lane, needle: number, weight: string | undefined) =>
  block !== null &&
  ((block.needle !== null && block.needle !== needle) || (block.weight !== null && block.weight !== weight));

function relationsOf(nodes: readonly Node[], relate: Relate): Uint8Array {
  const relation = new Uint8Array(nodes.length * nodes.length);
  nodes.forEach((from, a) =>
    nodes.forEach((to, b) => {
      relation[a * nodes.length + b] = relate(from.leaves, to.thread);
    }),
  );
  return relation;
}

/** Minutes of each option as the first on a place, from what sits there now on every head. */
function ontoOf(
  { places, placeLane, nodes, start }: Pick<Model, 'places' | 'placeLane' | 'nodes' | 'start'>,
  table: ChangeTable,
  needleIndex: Numbered,
  threadIndex: Numbered,
  relate: Relate,
): Float64Array {
  const states = places.map((place) =>
    place.now.map((state) => ({
      needle: state.needle === null ? -1 : needleIndex(state.needle),
      thread: state.thread === null ? -1 : threadIndex(state.thread),
    })),
  );
  const cost = (place: number, to: Node, into: Option) => {
    if (placeLane[place] !== into.lane) return forbidden;
    return states[place]!.reduce(
      (sum, state) =>
        sum + (state.needle === into.needle ? table.kept : table.needle)[relate(state.thread, to.thread)]!,
      into.penalty,
    );
  };
  const options = start.at(-1)!;
  const onto = new Float64Array(places.length * options);
  nodes.forEach((node, index) =>
    node.options.forEach((into, option) =>
      places.forEach((_, place) => {
        onto[place * options + start[index]! + option] = cost(place, node, into);
      }),
    ),
  );
  return onto;
}

function lanesOf(
  problem: PlanProblem,
  places: readonly PlanPosition[],
  needleIndex: (key: string) => number,
  threadIndex: (key: string) => number,
): { lanes: Lane[]; placeLane: number[] } {
  const wished = new Set(problem.jobs.flatMap((job) => job.requests.map((request) => request.at ?? null)));
  const keys: string[] = ['free'];
  const lanes: Lane[] = [{ needle: null, thread: null, block: null }];
  const placeLane = places.map((place) => {
    const alike = place.now.every(
      ({ needle, thread }) => needle === place.now[0]!.needle && thread === place.now[0]!.thread,
    );
    const { needle, thread } = place.now[0]!;
    const ownLane = wished.has(place.position) ? ` at ${place.position}` : '';
    // What an operator holds on a position is no breaking of its block.
    const block = place.use === 'free' && (problem.breaking ?? 0) > 0 ? (place.block ?? null) : null;
    const lane: Lane = {
      needle: null,
      thread: null,
      block: block && {
        needle: block.needle === null ? null : needleIndex(block.needle),
        weight: block.weight,
      },
    };
    let key = `free${block ? ` ${block.needle} ${block.weight}` : ''}${ownLane}`;
    if (place.use !== 'free') {
      // A pin or lock on nothing, or on heads that differ, can serve nothing: index -1 matches no request.
      const holds = place.use === 'pinned' ? alike && needle !== null && thread !== null : needle !== null;
      const sameNeedle = place.now.every((state) => state.needle === needle);
      lane.needle = holds && sameNeedle ? needleIndex(needle!) : -1;
      if (place.use === 'pinned') lane.thread = holds ? threadIndex(thread!) : -1;
      key = `${lane.needle}/${lane.thread}${ownLane}`;
    }
    const known = keys.indexOf(key);
    if (known !== -1) return known;
    keys.push(key);
    return lanes.push(lane) - 1;
  });
  return { lanes, placeLane };
}

/** Costs are sums of the table's minutes and the penalties: all multiples of one step, at least a thousandth of a minute. */
function grainOf(problem: PlanProblem, table: ChangeTable): number {
  const parts = [
    ...table.kept,
    ...table.needle,
    problem.breaking ?? 0,
    ...problem.jobs.flatMap((job) =>
      job.requests.flatMap((request) => request.needles.map((needle) => needle.penalty)),
    ),
  ];
  return Math.max(0.001, commonStep(parts));
}

/** The largest step that all values are multiples of, at least a hundred-thousandth; that, where they have none. */
export function commonStep(values: readonly number[]): number {
  const least = 1e-5;
  const divisor = (a: number, b: number): number => (b === 0 ? a : divisor(b, a % b));
  const parts = values.map((value) => value / least);
  const whole = parts.map(Math.round);
  const isExact = parts.every((value, index) => Math.abs(value - whole[index]!) < 1e-4);
  return isExact ? Math.max(1, whole.reduce(divisor, 0)) * least : least;
}

function numbering() {
  const all: string[] = [];
  const known = new Map<string, number>();
  return {
    all,
    of: (key: string) => {
      let index = known.get(key);
      if (index === undefined) {
        index = all.push(key) - 1;
        known.set(key, index);
      }
      return index;
    },
  };
}
