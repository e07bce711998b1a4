import { seatAt } from '../../../core/ledger/head-now.ts';
import { needleText } from '../../../core/needle/label.ts';
import { learntText } from '../../../core/trace/learning/learn.ts';
import { useFrame } from '../../../parts/frame/context.tsx';
import { momentText } from '../../../parts/text.ts';
import { Swatch } from '../../../parts/thread/Swatch.tsx';
import type { TraceState } from './useTrace.ts';

/** Which position, what sits there, how long it has taken, and how long it is expected to take yet. */
export function TraceHeader({ state }: { state: TraceState }) {
  const { data, view, threads } = useFrame();
  const { where, trace, advice, course, minutes, learnt } = state;
  const seat = seatAt(view, where.head, where.position);
  const thread = seat?.cone ? threads.get(seat.cone.threadId) : undefined;
  const by = data.operators.find(({ id }) => id === trace?.operatorId)?.name;
  return (
    <header className="flex flex-wrap items-baseline gap-x-5 gap-y-1 px-3 pt-3 lg:px-4">
      <h1>
        Why does {data.machine.heads > 1 ? `head ${where.head}, ` : ''}position {where.position} break?
      </h1>
      <p className="flex items-center gap-2">
        {thread && <Swatch thread={thread} />}
        <span>
          {thread ? thread.name : 'no cone on record'} ·{' '}
          {seat?.needle ? needleText(seat.needle.spec) : 'no needle on record'}
        </span>
      </p>
      {!course.ending && (
        <p className="ms-auto text-end">
          <b className="figures text-xl">about {Math.max(1, Math.round(advice.expected))} min</b>{' '}
          <span className="quiet">until it sews again</span>
        </p>
      )}
      <p className="quiet w-full text-sm">
        {trace
          ? `Begun ${momentText(trace.at, data.zone, data.now)}${by ? ` by ${by}` : ''}, ${minutes.toFixed(1)} min of steps so far. `
          : state.quietSince
            ? `The last trace here was closed ${momentText(state.quietSince, data.zone, data.now)}; nothing broke since. A new one begins with your first answer. `
            : 'It begins with your first answer. '}
        {learntText(learnt)}{' '}
        <a className="underline" href={`/${data.machine.slug}/trace`}>
          All traces
        </a>
      </p>
    </header>
  );
}
