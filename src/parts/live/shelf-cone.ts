import type { FrameData } from '../../schemas/frame-data.ts';
import type { Machine } from '../../schemas/workshop.ts';
import type { HeadView } from './view.ts';

/** The cone of a thread that lies on the shelf, where there is just one and one head to mount it on: then it need not be asked. */
export function shelfCone(
  threadId: string,
  {
    cones,
    machine,
    seats,
  }: { cones: FrameData['cones']; machine: Pick<Machine, 'id' | 'heads'>; seats: HeadView['seats'] },
): FrameData['cones'][number] | undefined {
  const free = cones.filter(
    (cone) =>
      cone.threadId === threadId &&
      (cone.mountedOn === null || cone.mountedOn === machine.id) &&
      !seats.some((seat) => seat.cone?.coneId === cone.id),
  );
  return free.length === 1 && machine.heads === 1 ? free[0] : undefined;
}
