import type { Fault } from '../../../core/fault/faults.ts';
import type { Event } from '../../../schemas/ledger/event.ts';
import { clockNow } from '../clock.ts';
import { inHead, type ActionContext, type Where } from './context.ts';

/** Two touches of one position so close together, ms, are one. From memory. */
const doubleTouchMs = 1000;
let touched: (Where & { machineId: string; at: number }) | null = null;

/** Something else was done since: the next touch is another break. */
export const forgetTouch = (): void => void (touched = null);

/** Breaks: the touch, its kind, the fragments, two that were one. */
export function breakActions({ live, machine, say }: ActionContext) {
  return {
    logBreak(where: Where, fault: Fault | null = null): void {
      if (isTouchedTwice(where))
        return say(`One break at ${inHead(machine, where)}: the second touch is not counted.`);
      live.write({ kind: 'break', ...where, data: { fault } });
      say(`Break logged at ${inHead(machine, where)}.`);
    },

    /** The second touch: what kind of break it was. */
    nameFault(stopped: Event, fault: Fault): void {
      forgetTouch();
      live.write({
        kind: 'correction',
        corrects: stopped.id,
        head: stopped.head,
        position: stopped.position,
        data: { data: { fault } },
      });
    },

    /** After a broken needle: were all fragments found? If not, the piece is held, on record. */
    fragments(stopped: Event, found: boolean): void {
      const where = { head: stopped.head, position: stopped.position };
      const fragments = found ? 'all_found' : 'missing';
      live.write({ kind: 'correction', corrects: stopped.id, ...where, data: { data: { fragments } } });
      if (found) return;
      live.write({
        kind: 'piece_held',
        ...where,
        data: { breakId: stopped.id, why: `needle fragment missing, position ${stopped.position ?? '?'}` },
      });
      say('Piece on hold: a needle fragment is missing.');
    },

    /** Two breaks were one: the later is taken back. */
    areOne(second: Event): void {
      live.write({ kind: 'correction', corrects: second.id, data: { void: true } });
      say('Counted as one break.');
    },

    /** Two breaks close together were two: nobody asks again. */
    areTwo({ id, head, position }: Event): void {
      live.write({
        ...{ kind: 'correction', corrects: id, head, position },
        data: { data: { isApart: true } },
      });
      say('Counted as two breaks.');
    },
  };

  /** A finger that touches twice in a second means one break. */
  function isTouchedTwice({ head, position }: Where): boolean {
    const now = clockNow();
    const isTwice =
      touched?.machineId === machine.id &&
      touched.head === head &&
      touched.position === position &&
      now - touched.at < doubleTouchMs;
    touched = { machineId: machine.id, head, position, at: now };
    return isTwice;
  }
}
