import {
  changeTable,
  relationOf,
  type ChangeTable,
  type Move,
  type HeadState,
  type PlanProblem,
} from '../../../engines/planner/index.ts';

/** What should live on a position; null: the needle is not said, or any thread may stay. */
export interface Wanted {
  needle: string | null;
  thread: string | null;
}

/** What a position needs to become as it should be: minutes on all heads, and the moves of the head with the most to do. */
export interface HomeChange {
  minutes: number;
  moves: readonly Move[];
}

/** Prices positions against what should live on them, by the workshop's minutes. */
export function homeMinutes({ classes, minutes }: Pick<PlanProblem, 'classes' | 'minutes'>) {
  const table = changeTable(minutes);
  return (now: readonly HeadState[], wanted: Wanted): HomeChange => {
    const heads = now.map((head) => ofHead(table, minutes.needle, classes, head, wanted));
    return {
      minutes: heads.reduce((sum, head) => sum + head.minutes, 0),
      moves: heads.reduce(
        (most, head) => (head.moves.length > most.length ? head.moves : most),
        [] as readonly Move[],
      ),
    };
  };
}

/** An open position keeps its thread, put through the new needle's eye; a bare one needs but its needle. */
function ofHead(
  table: ChangeTable,
  needleMinutes: number,
  classes: PlanProblem['classes'],
  now: HeadState,
  { needle, thread }: Wanted,
): HomeChange {
  const isSame = needle === null || needle === now.needle;
  if (thread === null && now.thread === null) {
    return isSame ? { minutes: 0, moves: [] } : { minutes: needleMinutes, moves: ['needle'] };
  }
  const how = relationOf(classes, now.thread, thread ?? now.thread!);
  return isSame
    ? { minutes: table.kept[how]!, moves: table.moves.kept[how]! }
    : { minutes: table.needle[how]!, moves: table.moves.needle[how]! };
}
