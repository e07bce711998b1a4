import { UserError } from '../../../core/base/user-error.ts';
import type { Model } from './model.ts';

/**
 * Throws PlanDoesNotFit for the first job whose threads cannot all sit on the head at once, with the stops that cannot and
 * the positions they would share. Between jobs every free position can be changed, so that each job fits or does not by
 * itself: a matching of its threads to positions (Hall 1935: where there is none, some threads have fewer positions among
 * them than they are).
 */
export function mustFit(model: Model): void {
  model.jobs.forEach((_, job) => {
    const short = shortOf(model, job);
    if (short) throw doesNotFit(model, job, short);
  });
}

/** Requests that have fewer places among them than they are, by their numbers in the job; and those places. */
interface Short {
  requests: number[];
  places: number[];
}

function shortOf(model: Model, job: number): Short | null {
  const { firstOf, nodes, placeLane } = model;
  const first = firstOf[job]!;
  const count = firstOf[job + 1]! - first;
  const may = Array.from({ length: count }, (_, request) => {
    const lanes = new Set(nodes[first + request]!.options.map((option) => option.lane));
    return [...placeLane.keys()].filter((place) => lanes.has(placeLane[place]!));
  });
  /** The request that has each place. */
  const has = new Int32Array(placeLane.length).fill(-1);
  for (let request = 0; request < count; request++) {
    const seen = new Set<number>();
    if (seat(request, may, has, seen)) continue;
    // What was tried in vain: these places, the requests on them, and the one that found none.
    const places = [...seen].sort((a, b) => a - b);
    return { requests: [request, ...places.map((place) => has[place]!)].sort((a, b) => a - b), places };
  }
  return null;
}

/** Finds a place for a request, moving others where that helps (augmenting path; Kuhn 1955). */
function seat(
  request: number,
  may: readonly (readonly number[])[],
  has: Int32Array,
  seen: Set<number>,
): boolean {
  for (const place of may[request]!) {
    if (seen.has(place)) continue;
    seen.add(place);
    if (has[place] !== -1 && !seat(has[place]!, may, has, seen)) continue;
    has[place] = request;
    return true;
  }
  return false;
}

const list = (items: readonly (string | number)[]) =>
  items.length < 2 ? items.join('') : `${items.slice(0, -1).join(', ')} and ${items.at(-1)!}`;

const held = { pinned: 'pinned', locked: 'locked with its needle' } as const;

function doesNotFit(model: Model, job: number, { requests, places }: Short): UserError {
  const { name, requests: all } = model.jobs[job]!;
  const stops = requests.flatMap((request) => all[request]!.stops).sort((a, b) => a - b);
  const numbers = places.map((place) => model.places[place]!.position).sort((a, b) => a - b);
  const wished = requests.flatMap((request) => all[request]!.at ?? []);
  const shut = model.places
    .filter((_, place) => !places.includes(place))
    .flatMap(({ position, use }) => (use === 'pinned' || use === 'locked' ? [{ position, use }] : []));
  const where =
    numbers.length === 0
      ? 'none can take them'
      : `only ${numbers.length === 1 ? 'position' : 'positions'} ${list(numbers)} can take them`;
  const why = shut.map(({ position, use }) => `${position} is ${held[use]}`);
  const mend =
    shut.length > 0
      ? `Of the others, ${list(why)}: unlock one that may hold them.`
      : wished.length > 0
        ? 'Take a wish back.'
        : 'Release a position, or allow two of its threads a needle in common: they can then take turns on one position.';
  return new UserError(
    'PlanDoesNotFit',
    `The jobs do not fit on the head: ${name} needs ${requests.length} threads at once (stops ${list(stops)}), and ${where}. ${mend}`,
  );
}
