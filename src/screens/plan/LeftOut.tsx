import type { Job } from '../../schemas/workshop.ts';

/** Jobs that wait and are not in the plan: a touch takes one in. */
export function LeftOut({ jobs, onTakeIn }: { jobs: readonly Job[]; onTakeIn: (job: string) => void }) {
  if (jobs.length === 0) return null;
  return (
    <section aria-label="Not planned" className="sheet p-4">
      <h2>Waiting, not in the plan</h2>
      <ul className="mt-1 flex flex-wrap gap-2">
        {jobs.slice(0, 40).map((job) => (
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
      </ul>
    </section>
  );
}
