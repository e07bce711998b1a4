import { type NeedleReason } from '../../core/needle/reasons.ts';
import { feedIsLive } from '../../core/feed/live.ts';
import { brokenNeedles, tooSoon } from '../../core/run/before-piece.ts';
import { designOf, restOfPiece, type PlacedStop } from '../../core/run/rest-of-piece.ts';
import type { Fault } from '../../core/fault/faults.ts';
import { seatJob, seatsToRecord } from '../../core/seating/seating.ts';
import type { SeatingContext } from '../../core/seating/asked.ts';
import { seatAt } from '../../core/ledger/head-now.ts';
import { needleText, readNeedleLabel, type NeedleSpec } from '../../core/needle/label.ts';
import type { Event } from '../../schemas/event.ts';
import type { FrameData } from '../../schemas/frame-data.ts';
import type { Job, Machine, Thread } from '../../schemas/workshop.ts';
import { clockNow } from './clock.ts';
import type { MachineLive, Written } from './machine-live.ts';
import { shelfCone } from './shelf-cone.ts';
import { isSaidAgain } from './second-press.ts';
import type { HeadView } from './view.ts';

interface Given {
  live: MachineLive;
  machine: Machine;
  view: HeadView;
  job: Job | null;
  seating: SeatingContext;
  cones: FrameData['cones'];
  say: (text: string) => void;
}

interface Where {
  head: number;
  position: number;
}

export type MachineActions = ReturnType<typeof machineActions>;

const speedKey = (machineId: string) => `vivid.speed.${machineId}`;

/** The speed the operator set on this device for this machine, stitches/min. */
export function keptSpeed(machine: Machine): number {
  const kept =
    typeof localStorage === 'undefined' ? NaN : Number(localStorage.getItem(speedKey(machine.id)) ?? NaN);
  return kept >= 100 && kept <= 2000 ? kept : machine.topSpeed;
}

export function keepSpeed(machine: Machine, speed: number): void {
  localStorage.setItem(speedKey(machine.id), String(speed));
}

const headsKey = (machineId: string) => `vivid.heads-out.${machineId}`;

/** The numbers of a machine's heads. */
export const headsOf = (machine: Pick<Machine, 'heads'>) =>
  Array.from({ length: machine.heads }, (_, index) => index + 1);

/** The heads that sew, as the operator set them on this device: one may stand out while the others go on. */
export function keptHeads(machine: Machine): number[] {
  const out = typeof localStorage === 'undefined' ? null : localStorage.getItem(headsKey(machine.id));
  const outNow = new Set((out ?? '').split(',').map(Number));
  const all = headsOf(machine);
  const sewing = all.filter((head) => !outNow.has(head));
  return sewing.length > 0 ? sewing : all;
}

export function keepHeads(machine: Machine, sewing: readonly number[]): void {
  localStorage.setItem(
    headsKey(machine.id),
    headsOf(machine)
      .filter((head) => !sewing.includes(head))
      .join(','),
  );
}

const agoText = (ms: number) =>
  ms < 90_000 ? `${Math.round(ms / 1000)} s` : `${Math.round(ms / 60_000)} min`;

/** What an operator does at a machine, each as the entries it writes. */
export function machineActions({ live, machine, view, job, seating, cones, say }: Given) {
  const inHead = (where: Where) =>
    machine.heads > 1 ? `head ${where.head}, position ${where.position}` : `position ${where.position}`;

  const onShelf = (threadId: string) => shelfCone(threadId, { cones, machine, seats: view.seats });
  const needleFirst = (seat: Where) =>
    `The needle at ${inHead(seat)} broke: say first which one went in, at the top of this screen.`;

  return {
    write: (...written: Written[]) => live.write(...written),

    logBreak(where: Where, fault: Fault | null = null): void {
      live.write({ kind: 'break', ...where, data: { fault } });
      say(`Break logged at ${inHead(where)}.`);
    },

    /** The second touch: what kind of break it was. */
    nameFault(stopped: Event, fault: Fault): void {
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
      const broken = brokenNeedles(view.seats, view.events)[0];
      if (broken) return say(needleFirst(broken.seat));
      live.write({
        kind: 'sewing_again',
        head: stopped.head,
        position: stopped.position,
        data: { closes: stopped.id },
      });
      say('Sewing again.');
    },

    /**
     * One run of the design on the heads that sew: each stop's stitches go to the needles that sewed them. Of a piece
     * that was stopped in the middle only the rest counts.
     */
    finishPiece(): void {
      if (!job) return say('Put a job on the machine first, on Run.');
      if (feedIsLive(live.feed.get(), clockNow()))
        return say('The machine tells its pieces by itself: nothing to count by hand.');
      const broken = brokenNeedles(view.seats, view.events)[0];
      if (broken) return say(needleFirst(broken.seat));
      const design = designOf(job.stops, seatJob(job, seating));
      const stops = restOfPiece(design, view.events, job.id);
      const stitches = stops.reduce((sum, stop) => sum + stop.stitches, 0);
      const now = new Date(clockNow()).toISOString();
      const soon = tooSoon(view.events, { jobId: job.id, now, stitches, speed: keptSpeed(machine) });
      if (soon && !isSaidAgain(`piece ${machine.id}`))
        return say(
          `Not counted: the last piece was ${agoText(soon.sinceMs)} ago, and one takes about ${agoText(soon.needsMs)}. Press again if there is one more.`,
        );
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
          : 'Piece finished.',
      );
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

    startJob(next: Job): void {
      const seats = seatsToRecord(seatJob(next, seating));
      live.write({ kind: 'job_started', jobId: next.id, data: { seating: seats } });
      // What it takes the place of is said, and how to have it back.
      say(
        job && job.id !== next.id
          ? `${next.name} is on the machine instead of ${job.name}. Undo puts ${job.name} back.`
          : `${next.name} is on the machine.`,
      );
    },

    /** A stop of the running job sews elsewhere from here on; what was sewn stays booked where it was. */
    moveStop(stop: number, position: number): void {
      if (!job) return say('Put a job on the machine first, on Run.');
      live.write({ kind: 'stop_moved', jobId: job.id, data: { stop, position } });
      say(`Stop ${stop} sews at position ${position} from here on.`);
    },

    fitNeedle(where: Where, needle: NeedleSpec, reason: NeedleReason): void {
      live.write({
        kind: 'needle_fitted',
        ...where,
        data: { needle, reason },
      });
      say(`New needle at ${inHead(where)}.`);
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
      say(`${thread.name} mounted on ${inHead(where)}.`);
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
      const cone = thread && onShelf(thread.id);
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
      say(`${says}: written into the ledger.`);
      return { says, isUnnamed: isConeMounted && !cone };
    },

    undo(): void {
      const count = live.undo();
      say(
        count === 0 ? 'Nothing to take back.' : count === 1 ? 'Taken back.' : `${count} entries taken back.`,
      );
    },
  };
}
