import { useState } from 'react';
import { mustFind } from '../../core/base/must-find.ts';
import { railOrder } from '../../core/head/rail-order.ts';
import { needlePoints } from '../../core/needle/letters.ts';
import { needleWorn } from '../../core/needle/life.ts';
import { stopsToday } from '../../core/run/today.ts';
import { sizeText } from '../../core/units/needle-size.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import type { HeadView } from '../../parts/live/view.ts';
import { Needle } from '../../parts/rail/Needle.tsx';
import { seatLabel } from '../../parts/rail/seat-label.ts';
import { Wear } from '../../parts/rail/Wear.tsx';
import { counted, stopsText } from '../../parts/text.ts';
import { touches, type TouchKind } from './hooks/touch.ts';
import { Cone } from '../../parts/thread/Cone.tsx';

/** The head rail grown tall: each position is a touch target that logs a break there. */
export function TallRail() {
  const { data, view, headNo, seated } = useFrame();
  const { machine } = data;
  const seats = view.seats.filter((seat) => seat.head === headNo);
  const order = railOrder(machine.positions, machine.numberingSide);
  const stopsAt = (position: number) =>
    seated.filter((stop) => stop.position === position).map((stop) => stop.stop);
  // On a phone only what the running job sews with, so that its buttons stay on the first screen.
  const [isWhole, setIsWhole] = useState(false);
  const isFolded = !isWhole && seated.some(({ position }) => position !== null);
  const [touch, setTouch] = useState<TouchKind>('break');
  const asks = touches[touch].asks;
  return (
    <section
      aria-label={asks ?? 'Touch a position to log a break there'}
      className="border-b-2 bg-base-100 px-2 py-2 [border-color:var(--color-base-content)] lg:px-3"
    >
      <div
        className="grid gap-1 [grid-template-columns:repeat(auto-fill,minmax(4.25rem,1fr))] sm:[grid-template-columns:repeat(var(--half),minmax(4rem,1fr))] xl:[grid-template-columns:repeat(var(--all),minmax(4rem,1fr))]"
        style={
          { '--half': Math.ceil(machine.positions / 2), '--all': machine.positions } as React.CSSProperties
        }
      >
        {order.map((position) => (
          <TallSeat
            key={position}
            seat={mustFind(seats, (seat) => seat.position === position, `position ${position}`)}
            stops={stopsAt(position)}
            isFolded={isFolded && stopsAt(position).length === 0}
            touch={touch}
            onTouched={() => setTouch('break')}
          />
        ))}
      </div>
      <div className="mt-1 flex flex-wrap items-center gap-1">
        {(isFolded || isWhole) && (
          <button type="button" className="btn grow sm:hidden" onClick={() => setIsWhole(isFolded)}>
            {isFolded ? `All ${machine.positions}` : 'This job’s'}
            <span className="sr-only"> positions</span>
          </button>
        )}
        {(['needle', 'cone'] as const).map((kind) => (
          <button
            key={kind}
            type="button"
            className="btn max-sm:grow"
            aria-pressed={touch === kind}
            onClick={() => setTouch(touch === kind ? 'break' : kind)}
          >
            {touches[kind].name}
          </button>
        ))}
        {asks && (
          <p role="status" className="font-semibold max-sm:w-full">
            {asks}
          </p>
        )}
      </div>
    </section>
  );
}

interface TallSeatProps {
  seat: HeadView['seats'][number];
  stops: number[];
  /** Left out on a phone. */
  isFolded: boolean;
  /** What its touch logs. */
  touch: TouchKind;
  onTouched: () => void;
}

function TallSeat({ seat, stops, isFolded, touch, onTouched }: TallSeatProps) {
  const frame = useFrame();
  const { data, view, threads, today, say } = frame;
  const thread = seat.cone ? (threads.get(seat.cone.threadId) ?? null) : null;
  const worn = seat.needle && needleWorn(seat.needle.age, data.machine.profile.needleLife);
  const { breaks, falseStops } = stopsToday(today, seat);
  const counts = stopsText(breaks, falseStops);
  const since = view.openStop?.at;
  const stopped =
    since !== undefined &&
    view.events.some(
      (event) =>
        event.kind === 'break' &&
        !event.void &&
        event.at >= since &&
        event.position === seat.position &&
        event.head === seat.head,
    );
  return (
    <button
      type="button"
      aria-label={`${touches[touch].at} ${seatLabel(seat, thread, worn)}. ${counts || 'no break'} today`}
      onClick={() => {
        const refused = touches[touch].log(seat, frame);
        if (refused) say(refused);
        onTouched();
      }}
      className={
        `${isFolded && !stopped ? 'max-sm:hidden ' : ''}` +
        'flex min-h-32 min-w-16 sm:min-h-40 touch-manipulation flex-col items-center rounded-md border-2 pt-1.5 pb-1 select-none active:bg-base-300 ' +
        (stopped
          ? 'border-transparent bg-base-content text-base-100'
          : stops.length > 0
            ? '[border-color:var(--color-base-content)] bg-base-100 hover:bg-base-200'
            : 'rule bg-base-200 hover:bg-base-100')
      }
    >
      <span className="text-3xl leading-8 font-bold">{seat.position}</span>
      <span className="figures h-4 text-xs leading-4">
        {stops.length > 0 ? `stop ${stops.join(', ')}` : ''}
      </span>
      <span className="mt-1 flex h-14 items-center">
        {thread ? (
          <Cone colour={thread.colour} fibre={thread.fibre} className="h-14" />
        ) : (
          <span className="text-sm">no thread</span>
        )}
      </span>
      <span className="figures h-4 text-xs leading-4">{thread ? `${thread.code}` : ''}</span>
      <span className="mt-1.5 hidden h-12 items-start gap-0.5 sm:flex">
        {seat.needle && <Wear worn={worn ?? null} className="h-11" />}
        {seat.needle && <Needle spec={seat.needle.spec} className="h-12" />}
      </span>
      <span className="figures text-sm leading-4 font-semibold">
        {seat.needle ? sizeText(seat.needle.spec.sizeMetric) : 'no needle'}
      </span>
      <span className="figures text-xs leading-4">
        {seat.needle ? needlePoints[seat.needle.spec.point].short : ''}
      </span>
      <span className="figures mt-auto grid min-h-4 text-center text-xs leading-4 font-semibold">
        {breaks > 0 && <span>{counted(breaks, 'break')}</span>}
        {falseStops > 0 && <span>{falseStops} false</span>}
      </span>
    </button>
  );
}
