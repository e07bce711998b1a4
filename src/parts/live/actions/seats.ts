import { seatAt } from '../../../core/ledger/head-now.ts';
import { needleText, readNeedleLabel, type NeedleSpec } from '../../../core/needle/label.ts';
import type { NeedleReason } from '../../../core/needle/reasons.ts';
import { seatJob } from '../../../core/seating/seating.ts';
import type { Thread } from '../../../schemas/workshop.ts';
import { headsOf } from '../../device/kept.ts';
import { shelfCone } from '../shelf-cone.ts';
import { inHead, type ActionContext, type Where } from './context.ts';

/** Needles fitted and cones mounted. */
export function seatActions({ live, machine, view, job, seating, cones, say }: ActionContext) {
  return {
    fitNeedle(where: Where, needle: NeedleSpec, reason: NeedleReason): void {
      live.write({
        kind: 'needle_fitted',
        ...where,
        data: { needle, reason },
      });
      say(`New needle at ${inHead(machine, where)}.`);
    },

    mountCone(where: Where, thread: Thread, coneId: string | null = null): void {
      live.write({
        kind: 'cone_mounted',
        ...where,
        data: {
          threadId: thread.id,
          coneId,
          fibre: thread.fibre,
        },
      });
      say(`${thread.name} mounted on ${inHead(machine, where)}.`);
    },

    /** A position gets the needle and thread that a plan asks for, on every head where they differ. `isUnnamed`: a cone was mounted, and which one is not on record. */
    changeSeat(
      position: number,
      needle: string,
      thread: Thread | undefined,
      letters: Parameters<typeof readNeedleLabel>[1],
      /** Of the running job: they sew there from now on. */
      stops: readonly number[] = [],
    ): { says: string; isUnnamed: boolean } {
      const cone = thread && shelfCone(thread.id, { cones, machine, seats: view.seats });
      let isConeMounted = false;
      for (const head of headsOf(machine)) {
        const now = seatAt(view, head, position);
        if (!now?.needle || needleText(now.needle.spec) !== needle)
          live.write({
            kind: 'needle_fitted',
            head,
            position,
            data: { needle: readNeedleLabel(needle, letters).spec, reason: 'job_needs' },
          });
        if (thread && now?.cone?.threadId !== thread.id) {
          isConeMounted = true;
          live.write({
            kind: 'cone_mounted',
            head,
            position,
            data: { threadId: thread.id, coneId: cone?.id ?? null, fibre: thread.fibre },
          });
        }
      }
      const seated = job ? seatJob(job, seating) : [];
      for (const stop of stops)
        if (job && seated.find((seat) => seat.stop === stop)?.position !== position)
          live.write({ kind: 'stop_moved', jobId: job.id, data: { stop, position } });
      const named = isConeMounted ? (cone ? `, cone ${cone.batch}` : ', cone not named') : '';
      const says = `${thread?.name ?? 'Thread'} on position ${position}${named}`;
      say(`${says}: saved.`);
      return { says, isUnnamed: isConeMounted && !cone };
    },
  };
}
