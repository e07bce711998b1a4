import { mustFind } from '../../base/must-find.ts';
import { changeTable, relationOf, type PlanProblem } from '../../../engines/planner/index.ts';

/** Minutes, on all heads, to let seats trade places: each goes with its needle and thread. A bare seat costs nothing to bring. */
export function tradeMinutes(
  { positions, classes, minutes }: PlanProblem,
  moves: readonly { from: number; to: number }[],
): number {
  const table = changeTable(minutes);
  const at = (position: number) =>
    mustFind(positions, (place) => place.position === position, `position ${position}`).now;
  return moves.reduce(
    (sum, { from, to }) =>
      sum +
      at(to).reduce((heads, now, head) => {
        const comes = at(from)[head]!;
        if (comes.thread === null) return heads;
        const costs = comes.needle === now.needle ? table.kept : table.needle;
        return heads + costs[relationOf(classes, now.thread, comes.thread)]!;
      }, 0),
    0,
  );
}
