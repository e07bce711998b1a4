import { clockNow } from '../clock.ts';
import { feedIsLive } from '../../../core/feed/live.ts';
import { tooSoon } from '../../../core/run/before-piece.ts';
import { designOf, restOfPiece, type PlacedStop } from '../../../core/run/rest-of-piece.ts';
import { seatJob } from '../../../core/seating/seating.ts';
import { keptHeads, keptSpeed } from '../../device/kept.ts';
import { isSaidAgain } from '../second-press.ts';
import { needleFirst, type ActionContext } from './context.ts';

const agoText = (ms: number) =>
  ms < 90_000 ? `${Math.round(ms / 1000)} s` : `${Math.round(ms / 60_000)} min`;

/** The name of the question whether one more piece counts. */
export const pieceQuestion = (machineId: string) => `piece ${machineId}`;

/** Pieces counted by hand, whole and in part. */
export function pieceActions({ live, machine, view, job, seating, done, say }: ActionContext) {
  return {
    /**
     * One run of the design on the heads that sew: each stop's stitches go to the needles that sewed them. Of a piece
     * that was stopped in the middle only the rest counts. One that comes too soon, or beyond the number that was ordered, is asked about first: pressed again it counts.
     * `then`: what is done once it counted.
     */
    finishPiece(then?: () => void): void {
      if (!job) return say('Put a job on the machine first, on Run.');
      if (feedIsLive(live.feed.get(), clockNow()))
        return say('The machine tells its pieces by itself: nothing to count by hand.');
      const unsaid = needleFirst({ machine, view });
      if (unsaid) return say(unsaid);
      const design = designOf(job.stops, seatJob(job, seating));
      const stops = restOfPiece(design, view.events, job.id);
      const stitches = stops.reduce((sum, stop) => sum + stop.stitches, 0);
      const now = new Date(clockNow()).toISOString();
      const soon = tooSoon(view.events, { jobId: job.id, now, stitches, speed: keptSpeed(machine) });
      const ask = soon
        ? `Not counted: the last piece was ${agoText(soon.sinceMs)} ago, and one takes about ${agoText(soon.needsMs)}. Press again if there is one more.`
        : done >= job.pieces
          ? `Not counted: all ${job.pieces} pieces are done. Press again if there is one more.`
          : null;
      if (ask && !isSaidAgain(pieceQuestion(machine.id), ask)) return say(ask);
      const heads = keptHeads(machine);
      live.write({
        kind: 'piece_finished',
        jobId: job.id,
        data: { heads, speed: keptSpeed(machine), stops },
      });
      const missing = job.stops.length - design.length;
      say(
        missing
          ? `Piece finished. ${missing} of ${job.stops.length} stops had no position: not counted.`
          : done < job.pieces && done + heads.length >= job.pieces
            ? `Job finished: ${job.name}.`
            : 'Piece finished.',
      );
      then?.();
    },

    /** The piece stops in the middle, to be gone on with, or is spoiled and sewn again: what was sewn is counted. */
    partSewn(stops: PlacedStop[], outcome: 'paused' | 'spoiled'): void {
      if (!job || stops.length === 0) return say('Nothing was sewn yet: nothing to count.');
      live.write({
        kind: 'part_sewn',
        jobId: job.id,
        data: { heads: keptHeads(machine), speed: keptSpeed(machine), stops, outcome },
      });
      say(
        outcome === 'paused'
          ? 'Stopped in the middle; the rest is counted when it is finished.'
          : 'Spoiled: its stitches count, no piece.',
      );
    },
  };
}
