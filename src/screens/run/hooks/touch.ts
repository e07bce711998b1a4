import type { useFrame } from '../../../parts/frame/context.tsx';
import type { HeadView } from '../../../parts/live/view.ts';
import { shelfCone } from '../../../parts/live/shelf-cone.ts';

type Frame = ReturnType<typeof useFrame>;
type Seat = HeadView['seats'][number];

interface Touch {
  /** On its button. */
  name: string;
  /** Before the position's name, for whoever hears it. */
  at: string;
  /** While a position is waited for; null: nothing has to be said. */
  asks: string | null;
  /** Logs it; a sentence where it cannot be. */
  log: (seat: Seat, frame: Frame) => string | null;
}

/** What the touch of a position logs. */
export const touches = {
  break: {
    name: 'Break',
    at: 'Break at',
    asks: null,
    log({ head, position }, { actions }) {
      actions.logBreak({ head, position });
      return null;
    },
  },
  needle: {
    name: 'New needle',
    at: 'New needle, same kind, at',
    asks: 'Touch the position that got a new needle of the same kind. Another kind: on Head.',
    log({ head, position, needle }, { actions }) {
      if (!needle) return `No needle is on record at position ${position}: fit it on Head.`;
      actions.fitNeedle({ head, position }, needle.spec, 'worn');
      return null;
    },
  },
  cone: {
    name: 'New cone',
    at: 'New cone, same thread, at',
    asks: 'Touch the position that got a new cone of the same thread. Another thread: on Head.',
    log({ head, position, cone }, { actions, data, threads, view }) {
      const thread = cone && threads.get(cone.threadId);
      if (!thread) return `No thread is on record at position ${position}: mount it on Head.`;
      const { cones, machine } = data;
      const fresh = shelfCone(thread.id, { cones, machine, seats: view.seats });
      actions.mountCone({ head, position }, thread, fresh?.id ?? null);
      return null;
    },
  },
} as const satisfies Record<string, Touch>;

export type TouchKind = keyof typeof touches;
