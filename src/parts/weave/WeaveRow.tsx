import { mustFind } from '../../core/base/must-find.ts';
import { useDraggable, useDroppable } from '@dnd-kit/core';
import GripVertical from 'lucide-react/icons/grip-vertical';
import { movesText, type PlanOutcome } from '../../engines/planner/index.ts';
import { Swatch } from '../thread/Swatch.tsx';
import type { Thread } from '../../schemas/workshop.ts';
import type { SeatOf, WeaveCell } from './weave-state.ts';

export interface RowActions {
  onNext: () => void;
  onEarlier: () => void;
  onLater: () => void;
  onLeave: () => void;
  onPick: (seat: SeatOf) => void;
}

interface WeaveRowProps extends RowActions {
  at: number;
  count: number;
  /** It runs, or is the next one. */
  isNext: boolean;
  name: string;
  href: string;
  frozen: boolean;
  cells: readonly WeaveCell[];
  order: readonly number[];
  times: PlanOutcome['jobs'][number];
  /** When it is done, in words. */
  ends: string;
  /** How a job that is half sewn goes on; '': it is not. */
  halfSewn: string;
  threads: ReadonlyMap<string, Thread>;
  picked: SeatOf | null;
  wished: (seat: SeatOf) => boolean;
}

/** One job: its name with its minutes, and below it the positions it sits on, in line with the rail. */
export function WeaveRow(props: WeaveRowProps) {
  const { at, count, name, href, frozen, cells, order, times, ends, threads, picked } = props;
  const drop = useDroppable({ id: `row ${times.job}`, data: { row: times.job } });
  const drag = useDraggable({ id: `job ${times.job}`, data: { row: times.job } });
  return (
    <li
      ref={drop.setNodeRef}
      className={`border-b rule ${drop.isOver ? 'bg-base-100' : ''}`}
      aria-label={`${at + 1}. ${name}`}
    >
      <div className="sticky start-0 flex min-h-11 max-w-dvw flex-wrap items-center gap-x-2 px-2">
        <button
          type="button"
          ref={drag.setNodeRef}
          className="btn btn-ghost btn-square -ms-1 cursor-grab touch-none"
          {...drag.listeners}
          aria-label={`Drag ${name} to another place, or move it by arrow up and down`}
          onKeyDown={(key) => {
            if (key.key === 'ArrowUp' && at > 0) props.onEarlier();
            else if (key.key === 'ArrowDown' && at < count - 1) props.onLater();
            else return;
            key.preventDefault();
          }}
        >
          <GripVertical className="size-5" aria-hidden="true" />
        </button>
        <b className="figures">{at + 1}</b>
        <a className="min-w-0 truncate font-semibold underline-offset-2 hover:underline" href={href}>
          {name}
        </a>
        {frozen && <span className="quiet text-sm">stays here</span>}
        {props.halfSewn && <span className="quiet text-sm max-sm:ps-3">{props.halfSewn}</span>}
        <span className="h-0 basis-full sm:hidden" />
        <span className="figures ms-auto text-sm max-sm:ms-0 max-sm:min-w-0 max-sm:grow max-sm:basis-0 max-sm:ps-3">
          {times.changeMinutes > 0 ? (
            <b>{minutesText(times.changeMinutes)} of changing</b>
          ) : (
            <span className="quiet">nothing to change</span>
          )}
          <span className="quiet">
            , {ends}
            {times.late > 0 && <b> · {Math.ceil(times.late / 60)} h late</b>}
          </span>
        </span>
        <span className="flex max-sm:ms-auto">
          <RowButton label={`Sew ${name} next`} text="⤒" onClick={props.onNext} disabled={props.isNext} />
          <RowButton label={`${name} earlier`} text="↑" onClick={props.onEarlier} disabled={at === 0} />
          <RowButton label={`${name} later`} text="↓" onClick={props.onLater} disabled={at === count - 1} />
          <RowButton label={`Leave ${name} out`} text="×" onClick={props.onLeave} disabled={false} />
        </span>
      </div>
      <div className="weave-grid">
        {order.map((position) => (
          <Cell
            key={position}
            cell={mustFind(cells, (cell) => cell.position === position, `position ${position}`)}
            job={times.job}
            threads={threads}
            picked={picked}
            wished={props.wished}
            onPick={props.onPick}
          />
        ))}
      </div>
    </li>
  );
}

/** A job's place until the first plan is worked out: as tall as the row, so that nothing jumps. */
export function WaitingRow({ at, name }: { at: number; name: string }) {
  return (
    <li className="border-b rule" aria-label={`${at + 1}. ${name}`}>
      <div className="flex min-h-11 items-center gap-x-2 px-2 ps-12">
        <b className="figures">{at + 1}</b>
        <span className="min-w-0 truncate font-semibold">{name}</span>
      </div>
      <div className="h-16" />
    </li>
  );
}

export const minutesText = (minutes: number) => `${Number(minutes.toFixed(1))} min`;

function RowButton(props: { label: string; text: string; onClick: () => void; disabled: boolean }) {
  return (
    <button
      type="button"
      className="btn btn-ghost btn-square"
      aria-label={props.label}
      onClick={props.onClick}
      disabled={props.disabled}
    >
      {props.text}
    </button>
  );
}

interface CellProps {
  cell: WeaveCell;
  job: string;
  threads: ReadonlyMap<string, Thread>;
  picked: SeatOf | null;
  wished: (seat: SeatOf) => boolean;
  onPick: (seat: SeatOf) => void;
}

function Cell({ cell, job, threads, picked, wished, onPick }: CellProps) {
  const { seat, position } = cell;
  const drop = useDroppable({ id: `cell ${job} ${position}`, data: { row: job, position } });
  return (
    <div
      ref={drop.setNodeRef}
      className={`relative flex h-16 justify-center ${drop.isOver ? 'bg-base-300' : ''}`}
    >
      {cell.before === cell.after ? (
        <Warp thread={cell.before ? threads.get(cell.before) : undefined} part="h-full top-0" />
      ) : (
        <>
          <Warp thread={cell.before ? threads.get(cell.before) : undefined} part="h-1/2 top-0" />
          <Warp thread={cell.after ? threads.get(cell.after) : undefined} part="h-1/2 bottom-0" />
        </>
      )}
      {seat && (
        <SeatButton
          seat={seat}
          thread={threads.get(seat.thread)}
          isPicked={picked?.job === seat.job && picked.position === position}
          isWished={wished(seat)}
          onPick={onPick}
        />
      )}
    </div>
  );
}

/** The thread that runs down a position, through jobs that do not use it as well. */
function Warp({ thread, part }: { thread: Thread | undefined; part: string }) {
  if (!thread) return null;
  return (
    <span
      aria-hidden="true"
      className={`absolute left-1/2 w-[3px] -translate-x-1/2 ${part}`}
      style={{ background: thread.colour, boxShadow: '0 0 0 0.6px var(--cone-edge)' }}
    />
  );
}

interface SeatButtonProps {
  seat: SeatOf;
  thread: Thread | undefined;
  isPicked: boolean;
  isWished: boolean;
  onPick: (seat: SeatOf) => void;
}

function SeatButton({ seat, thread, isPicked, isWished, onPick }: SeatButtonProps) {
  const drag = useDraggable({ id: `seat ${seat.job} ${seat.position}`, data: { row: seat.job, seat } });
  const name = thread ? `${thread.name} ${thread.weightNo} wt` : 'unknown thread';
  const change = seat.change
    ? `${movesText(seat.change.moves)}, ${minutesText(seat.change.minutes)}`
    : 'sits there already';
  return (
    <button
      type="button"
      ref={drag.setNodeRef}
      {...drag.listeners}
      className="relative z-10 grid min-w-11 touch-none content-center justify-items-center rounded-md aria-pressed:shadow-[inset_0_0_0_2.5px_var(--color-primary)]"
      aria-pressed={isPicked}
      aria-label={`${name} on position ${seat.position}, stop ${seat.stops.join(', ')}, ${seat.needle}: ${change}${isWished ? ', wished for' : ''}`}
      onClick={() => onPick(seat)}
      onFocus={() => onPick(seat)}
    >
      <Swatch thread={thread ?? { colour: '#888888', fibre: 'polyester', name: '' }} className="size-8" />
      {seat.change && (
        <span className="figures absolute -top-0.5 rounded-sm border bg-base-100 px-1 text-xs leading-4 font-bold [border-color:var(--color-base-content)]">
          {Number(seat.change.minutes.toFixed(1))}
        </span>
      )}
      {isWished && (
        <span className="figures absolute -bottom-0.5 rounded-sm bg-base-content px-1 text-[0.7rem] leading-4 font-bold text-base-100">
          wish
        </span>
      )}
    </button>
  );
}
