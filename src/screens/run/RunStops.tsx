import { useMemo, useState } from 'react';
import { railOrder } from '../../core/head/rail-order.ts';
import { deedPath, deedText } from '../../core/ledger/deed.ts';
import { seatedBy, type SeatedStop } from '../../core/seating/seating.ts';
import { turnText } from '../../core/seating/turns.ts';
import { unfitNeedles, type Unfit } from '../../core/seating/unfit.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { whole } from '../../parts/text.ts';
import { Swatch } from '../../parts/thread/Swatch.tsx';
import type { Job, Thread } from '../../schemas/workshop.ts';

/** The table to key in, in the order of the machine's own stop list; a touch on a position says that the stop sews elsewhere. */
export function RunStops({ job, now }: { job: Job; now: number | null }) {
  const { threads, seated, seating } = useFrame();
  const [moving, setMoving] = useState<number | null>(null);
  const unfit = useMemo(
    () =>
      unfitNeedles(
        job,
        seated.map(({ position }) => position),
        seating,
      ),
    [job, seated, seating],
  );
  return (
    <>
      <ol className="mt-3 grid gap-x-6 gap-y-1 sm:grid-cols-2" aria-label="Colour stops">
        {job.stops.map((stop, index) => (
          <StopRow
            key={stop.stop}
            stop={stop}
            thread={threads.get(stop.threadId)}
            seat={seated[index]}
            isNow={now === stop.stop}
            isMoving={moving === stop.stop}
            onMove={() => setMoving(moving === stop.stop ? null : stop.stop)}
          />
        ))}
      </ol>
      {moving !== null && <Elsewhere stop={moving} seated={seated} onDone={() => setMoving(null)} />}
      {unfit.map((needle) => (
        <NotForIt key={needle.stop} unfit={needle} onMove={() => setMoving(needle.stop)} />
      ))}
    </>
  );
}

interface StopRowProps {
  stop: Job['stops'][number];
  thread: Thread | undefined;
  seat: SeatedStop | undefined;
  isNow: boolean;
  isMoving: boolean;
  onMove: () => void;
}

function StopRow({ stop, thread, seat, isNow, isMoving, onMove }: StopRowProps) {
  // What was put on or carries the thread is the usual case: it needs no word.
  const told =
    seat && !['put_on', 'carries', 'plan', 'nowhere'].includes(seat.by) ? seatedBy[seat.by].says : '';
  return (
    <li
      aria-current={isNow ? 'step' : undefined}
      className="flex min-h-10 items-center gap-3 aria-[current]:bg-base-200"
    >
      <span className="figures quiet w-4 text-end">{stop.stop}</span>
      {thread && <Swatch thread={thread} />}
      <span className="min-w-0 grow leading-5">
        <span className="block truncate font-semibold">{thread?.name ?? 'unknown thread'}</span>
        <span className="figures quiet block text-sm">
          {thread?.weightNo} wt · {stop.element} · {whole(stop.stitches)} st
          {told && ` · ${told}`}
        </span>
        {seat?.turn && seat.position !== null && (
          <span className="figures quiet block text-sm">{turnText(seat.turn, seat.position)}</span>
        )}
        {seat && seat.otherHeads.length > 0 && seat.position !== null && (
          <b className="block text-sm">another thread there{headsText(seat.otherHeads)}</b>
        )}
      </span>
      <button
        type="button"
        className="btn figures h-11 min-w-20 shrink-0 px-2"
        aria-expanded={isMoving}
        aria-label={`Stop ${stop.stop} sews ${seat?.position ? `at position ${seat.position}` : 'nowhere'}: it sews elsewhere`}
        onClick={onMove}
      >
        {seat?.position ? (
          <>
            <span className="font-normal">pos.</span> <b className="text-lg">{seat.position}</b>
          </>
        ) : (
          <b>no position</b>
        )}
      </button>
    </li>
  );
}

const headsText = (heads: readonly number[]) =>
  heads.length === 1 && heads[0] === 1 ? '' : ` on head ${heads.join(', ')}`;

/** Where a stop sews instead, from here on: the head's positions with their threads. */
function Elsewhere({
  stop,
  seated,
  onDone,
}: {
  stop: number;
  seated: readonly SeatedStop[];
  onDone: () => void;
}) {
  const { data, view, threads, actions } = useFrame();
  const now = seated.find((seat) => seat.stop === stop)?.position ?? null;
  return (
    <section aria-label={`Stop ${stop} sews elsewhere`} className="mt-2 border-t pt-2 rule">
      <p>
        <b>Stop {stop} sews elsewhere</b> from here on. What was sewn stays where it was booked.
      </p>
      <div className="mt-2 flex flex-wrap gap-1">
        {railOrder(data.machine.positions, data.machine.numberingSide).map((position) => {
          const cone = view.seats.find((seat) => seat.head === 1 && seat.position === position)?.cone;
          const thread = cone ? threads.get(cone.threadId) : undefined;
          return (
            <button
              key={position}
              type="button"
              className="btn h-16 min-w-16 flex-col gap-0.5 px-1"
              disabled={position === now}
              aria-label={`Position ${position}${thread ? `, ${thread.name}` : ', no thread'}`}
              onClick={() => {
                actions.moveStop(stop, position);
                onDone();
              }}
            >
              <b className="text-lg leading-5">{position}</b>
              {thread ? <Swatch thread={thread} className="size-5" /> : <span className="text-xs">none</span>}
            </button>
          );
        })}
        <button type="button" className="btn btn-ghost h-16 underline" onClick={onDone}>
          Cancel
        </button>
      </div>
    </section>
  );
}

/** A needle that is not for what will be sewn there, before the first stitch, with the two ways out. */
function NotForIt({ unfit, onMove }: { unfit: Unfit; onMove: () => void }) {
  const { data, threadName } = useFrame();
  const head = data.machine.heads > 1 ? ` on head ${unfit.heads.join(', ')}` : '';
  return (
    <p className="mt-2 border-s-4 ps-3 [border-color:var(--color-base-content)]">
      <b>
        Stop {unfit.stop}: the {unfit.has} at {unfit.position}
        {head} is not for it.
      </b>{' '}
      {unfit.why}{' '}
      <a className="btn btn-sm min-h-11" href={`/${data.machine.slug}/${deedPath(unfit.deed)}`}>
        {deedText(unfit.deed, threadName)}
      </a>{' '}
      <button type="button" className="btn btn-sm min-h-11" onClick={onMove}>
        Sew it elsewhere …
      </button>
    </p>
  );
}
