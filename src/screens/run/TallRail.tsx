import { mustFind } from '../../core/base/must-find.ts';
import { railOrder } from '../../core/head/rail-order.ts';
import { needlePoints } from '../../core/needle/letters.ts';
import { needleWorn } from '../../core/needle/life.ts';
import { sizeText } from '../../core/units/needle-size.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import type { HeadView } from '../../parts/live/view.ts';
import { Needle } from '../../parts/rail/Needle.tsx';
import { seatLabel } from '../../parts/rail/seat-label.ts';
import { Wear } from '../../parts/rail/Wear.tsx';
import { counted } from '../../parts/text.ts';
import { Cone } from '../../parts/thread/Cone.tsx';

/** The head rail grown tall: each position is a touch target that logs a break there. */
export function TallRail() {
  const { data, view, headNo, seated } = useFrame();
  const { machine } = data;
  const seats = view.seats.filter((seat) => seat.head === headNo);
  const order = railOrder(machine.positions, machine.numberingSide);
  const stopsAt = (position: number) =>
    seated.filter((stop) => stop.position === position).map((stop) => stop.stop);
  return (
    <section
      aria-label="Touch a position to log a break there"
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
          />
        ))}
      </div>
    </section>
  );
}

function TallSeat({ seat, stops }: { seat: HeadView['seats'][number]; stops: number[] }) {
  const { data, view, threads, actions } = useFrame();
  const thread = seat.cone ? (threads.get(seat.cone.threadId) ?? null) : null;
  const worn = seat.needle && needleWorn(seat.needle.age, data.machine.profile.needleLife);
  const breaks = useBreaksToday(seat.head, seat.position);
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
      aria-label={`Break at ${seatLabel(seat, thread, worn)}. ${counted(breaks, 'break')} today`}
      onClick={() => actions.logBreak({ head: seat.head, position: seat.position })}
      className={
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
      <span className="figures mt-auto h-4 text-xs leading-4 font-semibold">
        {breaks > 0 ? counted(breaks, 'break') : ''}
      </span>
    </button>
  );
}

/** Breaks of one seat today: those counted when the page was made, and those since. */
function useBreaksToday(head: number, position: number): number {
  const { data, view } = useFrame();
  const before =
    data.breaksToday.find((candidate) => candidate.head === head && candidate.position === position)?.count ??
    0;
  const known = new Set(data.events.map((event) => event.id));
  const here = (event: HeadView['events'][number]) =>
    event.kind === 'break' && event.head === head && event.position === position;
  const since = view.events.filter(
    (event) => here(event) && !event.void && !known.has(event.id) && event.at > data.now,
  ).length;
  const taken = view.events.filter(
    (event) =>
      here(event) &&
      event.void &&
      known.has(event.id) &&
      data.events.some((other) => other.id === event.id && !other.void),
  ).length;
  return before + since - taken;
}
