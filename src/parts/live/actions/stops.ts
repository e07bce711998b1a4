import { openStops } from '../../../core/ledger/open.ts';
import type { Event } from '../../../schemas/ledger/event.ts';
import type { Written } from '../machine-live.ts';
import { forgetTouch } from './breaks.ts';
import { needleFirst, type ActionContext } from './context.ts';

/** Stops of the machine, pieces that are held, and going on. */
export function stopActions({ live, machine, view, say }: ActionContext) {
  return {
    release(held: Event, why: string): void {
      live.write({ kind: 'piece_released', data: { closes: held.id, why } });
      say('Piece released.');
    },

    stop(why: string): void {
      live.write({ kind: 'stop', data: { why } });
      say('Stop logged; the clock runs.');
    },

    sewingAgain(): void {
      const stopped = view.openStop;
      if (!stopped) return say('The machine is running: there is no stop to end.');
      const unsaid = needleFirst({ machine, view });
      if (unsaid) return say(unsaid);
      forgetTouch();
      const open = openStops(view.events, stopped);
      // One stand: each stop until the next one, so that its minutes are counted once.
      live.write(
        ...open.map(({ stop: { id, head, position }, lostMs }): Written => ({
          ...{ kind: 'sewing_again', head, position },
          data: { closes: id, ...(lostMs !== null && { lostMs }) },
        })),
      );
      say(open.length > 1 ? `Sewing again: ${open.length} stops ended.` : 'Sewing again.');
    },
  };
}
