import type { Event } from '../../../schemas/event.ts';
import { needleFirst, type Given } from './given.ts';

/** Stops of the machine, pieces that are held, and going on. */
export function stopActions({ live, machine, view, say }: Given) {
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
      if (!stopped) return say('The machine is not stopped: nothing to end.');
      const unsaid = needleFirst({ machine, view });
      if (unsaid) return say(unsaid);
      live.write({
        kind: 'sewing_again',
        head: stopped.head,
        position: stopped.position,
        data: { closes: stopped.id },
      });
      say('Sewing again.');
    },
  };
}
