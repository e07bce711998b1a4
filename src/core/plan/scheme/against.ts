import type { Move, PlanProblem } from '../../../engines/planner/index.ts';
import { homeMinutes } from './home-minutes.ts';
import { homesOf, type Home, type Scheme } from '../blocks/scheme.ts';

/** A position on which the head is not as the scheme has it, with what it takes to get there. */
export interface Difference extends Home {
  /** What sits on the first head that differs. */
  now: { needle: string | null; thread: string | null };
  /** Heads that differ, of several. */
  heads: number[];
  isNeedle: boolean;
  isThread: boolean;
  moves: readonly Move[];
  /** On all heads. */
  minutes: number;
}

/**
 * The head as it is against the scheme, position by position: only what differs. A position open to any colour, and one for odd
 * colours, differs by its needle alone; positions out of order are left out.
 */
export function against(
  scheme: Scheme,
  problem: Pick<PlanProblem, 'positions' | 'classes' | 'minutes'>,
): Difference[] {
  const price = homeMinutes(problem);
  return homesOf(scheme).flatMap((home): Difference[] => {
    const place = problem.positions.find(({ position }) => position === home.position);
    if (!place || place.use === 'out-of-order') return [];
    const isOther = ({ needle, thread }: { needle: string | null; thread: string | null }) =>
      (home.needle !== null && needle !== home.needle) || (home.thread !== null && thread !== home.thread);
    const heads = place.now.flatMap((head, index) => (isOther(head) ? [index + 1] : []));
    if (heads.length === 0) return [];
    const now = place.now[heads[0]! - 1]!;
    const { minutes, moves } = price(place.now, home);
    return [
      {
        ...home,
        now,
        heads,
        isNeedle: place.now.some((head) => home.needle !== null && head.needle !== home.needle),
        isThread: place.now.some((head) => home.thread !== null && head.thread !== home.thread),
        moves,
        minutes,
      },
    ];
  });
}
