import type { Written } from '../machine-live.ts';
import { breakActions, forgetTouch } from './breaks.ts';
import type { Given } from './given.ts';
import { jobActions } from './jobs.ts';
import { pieceActions } from './pieces.ts';
import { seatActions } from './seats.ts';
import { stopActions } from './stops.ts';

export type MachineActions = ReturnType<typeof machineActions>;

/** What an operator does at a machine, each as the entries it writes. */
export function machineActions(given: Given) {
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
      const count = live.undo();
      say(
        count === 0 ? 'Nothing to take back.' : count === 1 ? 'Taken back.' : `${count} entries taken back.`,
      );
    },
  };
}
