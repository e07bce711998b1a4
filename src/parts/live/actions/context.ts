import type { SeatingContext } from '../../../core/seating/context.ts';
import type { FrameData } from '../../../schemas/frame-data.ts';
import type { Job, Machine } from '../../../schemas/workshop.ts';
import type { MachineLive } from '../machine-live.ts';
import { brokenNeedles } from '../../../core/run/before-piece.ts';
import type { HeadView } from '../view.ts';

/** What every action is given: the machine as it stands, its writer, and who tells the operator. */
export interface ActionContext {
  live: Pick<MachineLive, 'write' | 'undo'> & { feed: Pick<MachineLive['feed'], 'get'> };
  machine: Machine;
  view: HeadView;
  job: Job | null;
  seating: SeatingContext;
  cones: FrameData['cones'];
  /** Pieces finished of the job on the machine. */
  done: number;
  say: (text: string) => void;
}

export interface Where {
  head: number;
  position: number;
}

/** A position in words; the head is said only where there are several. */
export const inHead = (machine: Machine, where: Where): string =>
  machine.heads > 1 ? `head ${where.head}, position ${where.position}` : `position ${where.position}`;

/** Why nothing is sewn before the needle that broke has its successor on record; null: none broke. */
export function needleFirst({ machine, view }: Pick<ActionContext, 'machine' | 'view'>): string | null {
  const broken = brokenNeedles(view.seats, view.events)[0];
  return broken
    ? `The needle at ${inHead(machine, broken.seat)} broke: say first which one went in, at the top of this screen.`
    : null;
}
