import type { Block } from '../../core/plan/blocks/scheme.ts';
import { halfSewnText } from '../../core/plan/half-sewn.ts';
import { DndContext, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { useFrame } from '../../parts/frame/context.tsx';
import { useSideScroll } from '../../parts/rail/useSideScroll.ts';
import { WaitingRow, WeaveRow } from '../../parts/weave/WeaveRow.tsx';
import { BlockStrip } from './BlockStrip.tsx';
import { UseRow } from './UseRow.tsx';
import type { OpenPlan } from './hooks/usePlan.ts';

/** Work from the plan's beginning: minutes, then hours. */
const workText = (minutes: number) =>
  minutes < 90 ? `${Math.round(minutes)} min` : `${(minutes / 60).toFixed(minutes < 600 ? 1 : 0)} h of work`;

/** What is dragged is said by the plan itself once it is laid down: its ids would say nothing. */
const none = () => undefined;
const silent = { onDragStart: none, onDragOver: none, onDragEnd: none, onDragCancel: none };

/** The jobs in sewing order under the head's own positions: rows and seats can be dragged. */
export function Weave({
  plan,
  order,
  blocks,
  done,
}: {
  plan: OpenPlan;
  order: readonly number[];
  blocks: readonly Block[];
  /** When the job on the machine is done; null: that cannot be told. */
  done: string | null;
}) {
  const { data, threads, view } = useFrame();
  const { planner, rows, setup, outcome } = plan;
  // By pointer alone: rows move by their arrows, seats by the fields of the one picked.
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const side = useSideScroll<HTMLDivElement>();
  return (
    <div ref={side} className="overflow-x-auto">
      <div className="w-min min-w-full">
        {blocks.length > 0 && <BlockStrip blocks={blocks} order={order} />}
        <UseRow order={order} uses={setup.uses} onUse={plan.use} />
        {planner.is === 'refused' && (
          <p
            role="alert"
            className="m-3 border-s-4 ps-3 font-semibold [border-color:var(--color-base-content)]"
          >
            × {planner.why}
          </p>
        )}
        {planner.is === 'empty' && (
          <p className="p-4">
            No job is planned. Take jobs in below, or add them under Jobs: the plan then says who sits where,
            with the fewest lost minutes.
          </p>
        )}
        <DndContext sensors={sensors} accessibility={{ announcements: silent }} onDragEnd={plan.dropped}>
          <ol aria-label="Jobs in sewing order" aria-busy={planner.is === 'working'}>
            {rows.length === 0 &&
              planner.is === 'working' &&
              plan.problem.jobs.map((job, at) => <WaitingRow key={job.id} at={at} name={job.name} />)}
            {rows.map((row, at) => {
              const times = outcome?.jobs[at];
              const job = plan.problem.jobs.find(({ id }) => id === row.job);
              return (
                times && (
                  <WeaveRow
                    key={row.job}
                    at={at}
                    count={rows.length}
                    name={plan.nameOf(row.job)}
                    href={`/${data.machine.slug}/jobs/${row.job}`}
                    frozen={at < setup.frozen}
                    cells={row.cells}
                    order={order}
                    times={times}
                    ends={row.job === view.job?.id && done ? done : `done after ${workText(times.ends)}`}
                    halfSewn={job && outcome ? halfSewnText(job, outcome.seats) : ''}
                    threads={threads}
                    picked={plan.picked}
                    wished={plan.isWished}
                    onPick={plan.pick}
                    onNext={() => plan.sewNext(row.job)}
                    isNext={at <= (view.job && rows[0]?.job === view.job.id ? 1 : 0)}
                    onEarlier={() => plan.move(row.job, at - 1)}
                    onLater={() => plan.move(row.job, at + 1)}
                    onLeave={() => plan.leaveOut(row.job)}
                  />
                )
              );
            })}
          </ol>
        </DndContext>
      </div>
    </div>
  );
}
