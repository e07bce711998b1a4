import { useStore } from '@nanostores/react';
import { designOf, type PlacedStop } from '../../../core/run/rest-of-piece.ts';
import { useFrame } from '../../../parts/frame/context.tsx';
import { piecesDone } from '../../../parts/live/pieces-since.ts';
import { useNow } from '../../../parts/live/useNow.ts';
import type { FeedNow } from '../../../core/feed/event.ts';
import { feedIsLive } from '../../../core/feed/live.ts';
import type { Job } from '../../../schemas/workshop.ts';

/** The design on the machine with its positions, and its feed while that speaks. */
export function useRun(): { design: PlacedStop[]; feed: FeedNow | null; now: number } {
  const { data, live, job, seated } = useFrame();
  const told = useStore(live.feed);
  const now = Date.parse(useNow(data.now));
  return { design: job ? designOf(job.stops, seated) : [], feed: feedIsLive(told, now) ? told : null, now };
}

/** Pieces finished of the job on the machine. */
export function usePieces(job: Job): number {
  const { data, view } = useFrame();
  return piecesDone(data, view.events, job);
}
