import { mustFind } from '../../core/base/must-find.ts';
import { railOrder } from '../../core/head/rail-order.ts';
import type { Seat } from '../../core/ledger/head-now.ts';
import { needleWorn } from '../../core/needle/life.ts';
import { sizeText } from '../../core/units/needle-size.ts';
import type { Machine, Thread } from '../../schemas/workshop.ts';
import { Cone } from '../thread/Cone.tsx';
import { Needle } from './Needle.tsx';
import { useSideScroll } from './useSideScroll.ts';
import { seatLabel } from './seat-label.ts';
import { Wear } from './Wear.tsx';

interface HeadRailProps {
  machine: Machine;
  /** The seats of one head. */
  seats: readonly Seat[];
  threads: ReadonlyMap<string, Thread>;
  selected?: number;
  hrefOf: (position: number) => string;
}

/** The head from the front, position by position in the machine's own order. Each opens its position's story. */
export function HeadRail({ machine, seats, threads, selected, hrefOf }: HeadRailProps) {
  const order = railOrder(machine.positions, machine.numberingSide);
  const side = useSideScroll<HTMLElement>();
  return (
    <nav ref={side} aria-label="Positions of the head" className="relative overflow-x-auto overflow-y-hidden">
      <div
        className="relative grid min-w-min pe-4 sm:min-w-0"
        style={{
          gridTemplateColumns: `var(--rail-labels) repeat(${machine.positions}, minmax(var(--rail-seat), 1fr))`,
        }}
      >
        <div className="quiet hidden flex-col ps-5 text-sm lg:flex" aria-hidden="true">
          <span className="mt-5 h-[4.25rem]">thread</span>
          <span className="mt-1 h-[4rem]">needle</span>
          <span>position</span>
        </div>
        <div className="lg:hidden" />
        <div
          className="pointer-events-none absolute end-4 top-[5.15rem] h-5 border-t bg-[var(--groove)] [border-color:var(--cone-edge)]"
          style={{ insetInlineStart: 'var(--rail-labels)' }}
        />
        {order.map((position) => (
          <RailSeat
            key={position}
            seat={mustFind(seats, (seat) => seat.position === position, `position ${position}`)}
            machine={machine}
            threads={threads}
            selected={position === selected}
            href={hrefOf(position)}
          />
        ))}
      </div>
    </nav>
  );
}

interface RailSeatProps {
  seat: Seat;
  machine: Machine;
  threads: ReadonlyMap<string, Thread>;
  selected: boolean;
  href: string;
}

function RailSeat({ seat, machine, threads, selected, href }: RailSeatProps) {
  const thread = seat.cone && threads.get(seat.cone.threadId);
  const worn = seat.needle && needleWorn(seat.needle.age, machine.profile.needleLife);
  return (
    <a
      href={href}
      aria-label={seatLabel(seat, thread ?? null, worn)}
      aria-current={selected ? 'true' : undefined}
      className="relative flex min-w-11 flex-col items-center rounded-md pt-2 pb-1 hover:bg-base-200 aria-[current]:bg-base-200 aria-[current]:shadow-[inset_0_0_0_2.5px_var(--color-primary)]"
    >
      <span className="flex h-14 items-end">
        {thread && seat.cone ? (
          <Cone colour={thread.colour} fibre={thread.fibre} className="h-12" />
        ) : (
          <span className="quiet grid h-12 w-8 place-items-center rounded-sm border border-dashed text-xs [border-color:var(--cone-edge)]">
            –
          </span>
        )}
      </span>
      <span className="figures quiet h-4 text-xs leading-4">
        {thread ? `${thread.weightNo} wt` : 'no thread'}
      </span>
      <span className="relative flex h-5 w-full justify-center">
        {thread && (
          <span
            className="h-full w-[3px]"
            style={{ background: thread.colour, boxShadow: '0 0 0 0.6px var(--cone-edge)' }}
          />
        )}
      </span>
      <span className="relative -mt-px grid h-[3.6rem] w-full grid-cols-[1fr_auto_1fr] items-start">
        <span className="justify-self-end pe-0.5 pt-0.5">
          {seat.needle && <Wear worn={worn ?? null} className="h-10" />}
        </span>
        {seat.needle ? (
          <Needle spec={seat.needle.spec} className="h-[3.5rem]" />
        ) : (
          <span className="quiet w-4 pt-2 text-center">–</span>
        )}
        <span className="figures pt-1 text-[0.72rem] leading-3 whitespace-nowrap">
          {seat.needle ? sizeText(seat.needle.spec.sizeMetric) : 'none'}
        </span>
      </span>
      <span className="flex h-6 items-baseline gap-1 text-xl leading-6 font-bold">{seat.position}</span>
      <span className="figures h-3.5 text-xs leading-3 font-bold">
        {worn !== null && worn !== undefined && worn >= 1 ? 'due' : ''}
      </span>
    </a>
  );
}
