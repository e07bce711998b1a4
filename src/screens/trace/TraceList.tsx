import type { Trace } from '../../core/trace/course/fold.ts';
import { courseOf } from '../../core/trace/course/stage.ts';
import { traceOutcomes } from '../../core/ledger/kinds/trace_closed/definition.ts';
import { causeOf } from '../../core/trouble/causes.ts';
import { symptoms } from '../../core/trouble/symptoms.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { counted, momentText } from '../../parts/text.ts';
import { LearnAnew } from './LearnAnew.tsx';

/** Every trace of the machine: those on first, each one touch away. */
export function TraceList({ traces }: { traces: readonly Trace[] }) {
  const { data } = useFrame();
  const open = traces.filter(({ closed }) => !closed);
  const closed = traces.filter((trace) => trace.closed);
  return (
    <div className="grid gap-4 p-3 lg:p-4">
      <header className="flex flex-wrap items-center gap-3">
        <h1 className="me-auto">Traces</h1>
        <a className="btn h-12" href={`/${data.machine.slug}/trace/practise`}>
          Practise
        </a>
      </header>
      <p className="max-w-prose">
        Why does it break? Touch the position in the rail above, and there “Why does it break?”, or come here
        from a break on Run.
      </p>
      <List title="On now" traces={open} empty="None is on." />
      <List title="Closed" traces={closed} empty="None was closed yet." />
      <LearnAnew />
    </div>
  );
}

function List({ title, traces, empty }: { title: string; traces: readonly Trace[]; empty: string }) {
  const { data } = useFrame();
  return (
    <section aria-label={title} className="sheet p-3">
      <h2 className="px-1">{title}</h2>
      {traces.length === 0 && <p className="quiet px-1">{empty}</p>}
      <ul>
        {traces.map((trace) => (
          <li key={trace.id} className="border-t py-1 rule first:border-t-0">
            <TraceLine
              trace={trace}
              href={`/${data.machine.slug}/trace?head=${trace.head}&position=${trace.position}`}
            />
          </li>
        ))}
      </ul>
    </section>
  );
}

function TraceLine({ trace, href }: { trace: Trace; href: string }) {
  const { data } = useFrame();
  const { closed, said, steps } = trace;
  const where = `${data.machine.heads > 1 ? `Head ${trace.head}, position` : 'Position'} ${trace.position}`;
  const line = (
    <>
      <b>{where}</b> · {said.seen ? symptoms[said.seen].name : 'not said what'} ·{' '}
      {counted(steps.length, 'step')} ·{' '}
      {closed
        ? `${closed.data.cause ? causeOf(closed.data.cause).name : traceOutcomes[closed.data.outcome].name.toLowerCase()}`
        : courseOf(trace).ending
          ? 'sews again, waits for stitches'
          : 'searched for'}
    </>
  );
  return (
    <span className="flex flex-wrap items-center gap-x-3 px-1">
      {closed ? (
        <span className="min-w-0 grow py-2">{line}</span>
      ) : (
        <a className="min-h-11 min-w-0 grow py-2 underline-offset-2 hover:underline" href={href}>
          {line}
        </a>
      )}
      <span className="quiet text-sm">
        {momentText(trace.at, data.zone, data.now)}
        {closed &&
          `, ${closed.data.minutes.toFixed(0)} min${closed.data.checklistMinutes === null ? '' : `; the fixed checklist: ${closed.data.checklistMinutes.toFixed(0)} min`}`}
      </span>
    </span>
  );
}
