import { entryNamed } from '../../../core/ledger/about-kinds.ts';
import type { Written } from '../machine-live.ts';
import { breakActions, forgetTouch } from './breaks.ts';
import type { ActionContext } from './context.ts';
import { jobActions } from './jobs.ts';
import { pieceActions } from './pieces.ts';
import { seatActions } from './seats.ts';
import { stopActions } from './stops.ts';

export type MachineActions = ReturnType<typeof machineActions>;

/** What an operator does at a machine, each as the entries it writes. */
export function machineActions(given: ActionContext) {
  const { live, say } = given;
  return {
    write: (...written: Written[]) => live.write(...written),
    ...breakActions(given),
    ...stopActions(given),
    ...pieceActions(given),
    ...jobActions(given),
    ...seatActions(given),

    undo(): void {
      forgetTouch();
      const undone = live.undo();
      const [first] = undone;
      say(
        !first
          ? 'Nothing to undo.'
          : undone.length === 1
            ? `Undone: ${entryNamed(first)}.`
            : `Undone: ${undone.length} entries, ${entryNamed(first)} first.`,
      );
    },
  };
}
