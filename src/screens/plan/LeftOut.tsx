import type { Job } from '../../schemas/workshop.ts';

interface LeftOutProps {
  jobs: readonly Job[];
  onTakeIn: (job: string) => void;
  /** Asks for those due later; null: all are here. */
  onMore: (() => void) | null;
}

/** Jobs that wait and are not in the plan: a touch takes one in. */
export function LeftOut({ jobs, onTakeIn, onMore }: LeftOutProps) {
  if (jobs.length === 0 && !onMore) return null;
  return (
    <section aria-label="Not planned" className="sheet p-4">
      <h2>Waiting, not in the plan</h2>
      <ul className="mt-1 flex flex-wrap gap-2">
        {jobs.map((job) => (
          <li key={job.id}>
            <button
              type="button"
              className="btn h-auto max-w-full py-2 text-start [overflow-wrap:anywhere] whitespace-normal"
              onClick={() => onTakeIn(job.id)}
            >
              + {job.name}
            </button>
          </li>
        ))}
        {onMore && (
          <li>
            <button type="button" className="btn btn-ghost underline" onClick={onMore}>
              Those due later
            </button>
          </li>
        )}
      </ul>
    </section>
  );
}
