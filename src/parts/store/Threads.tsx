import { threadWeightText } from '../../core/units/thread-count.ts';
import { Swatch } from '../thread/Swatch.tsx';
import { counted, whole } from '../text.ts';
import type { Cone, Thread } from '../../schemas/workshop.ts';
import { AddCone, AddThread } from './ThreadForms.tsx';
import { EditThread } from './EditThread.tsx';

/** Thread articles and the cones of each. */
export function Threads({ threads, cones }: { threads: Thread[]; cones: Cone[] }) {
  return (
    <section id="threads" className="sheet mt-4 p-4">
      <h2>Threads and cones</h2>
      {threads.length === 0 && (
        <p className="quiet">
          None yet. A thread has a short code, by which jobs and the quick line name it.
        </p>
      )}
      <ul className="mt-1 grid gap-x-6 sm:grid-cols-2">
        {threads.map((thread) => (
          <ThreadLine
            key={thread.id}
            thread={thread}
            threads={threads}
            cones={cones.filter((cone) => cone.threadId === thread.id)}
          />
        ))}
      </ul>
      <AddThread />
    </section>
  );
}

interface ThreadLineProps {
  thread: Thread;
  threads: readonly Thread[];
  cones: Cone[];
}

function ThreadLine({ thread, threads, cones }: ThreadLineProps) {
  return (
    <li className="flex items-start gap-3 border-t py-1.5 rule">
      <Swatch thread={thread} className="mt-1 size-8" />
      <details className="grow">
        <summary className="min-h-11 cursor-pointer leading-5">
          <b>{thread.name}</b>
          <span className="figures quiet block text-sm">
            {thread.code} · {threadWeightText(thread.weightNo, thread.tex)} · {thread.fibre} ·{' '}
            {counted(cones.length, 'cone')}
            {thread.retired && ` · retired: ${thread.retired}`}
          </span>
        </summary>
        <ul className="figures quiet text-sm">
          {cones.map((cone) => (
            <li key={cone.id}>
              batch {cone.batch || 'unknown'}, {whole(cone.metres)} m when new
            </li>
          ))}
        </ul>
        <AddCone thread={thread} />
        <EditThread thread={thread} threads={threads} />
      </details>
    </li>
  );
}
