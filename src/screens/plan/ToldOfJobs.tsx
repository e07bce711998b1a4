import { garmentRemarks } from '../../core/advice/garment-remarks.ts';
import { needlesFor } from '../../core/seating/for-stops.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import type { Job } from '../../schemas/workshop.ts';

/** What the operator should know of the planned jobs before the head is laid out for them: an unknown cloth, a thread not advised. */
export function ToldOfJobs({ jobs }: { jobs: readonly Job[] }) {
  const { data, threads } = useFrame();
  const told = jobs.flatMap((job) => {
    const advise = needlesFor(job, { threads, schools: data.schools });
    return [
      ...garmentRemarks(job)
        .filter(({ id }) => id === 'cloth')
        .map(({ says }) => ({ job, says })),
      ...job.stops.flatMap((stop) =>
        (advise(stop)?.planned ?? []).map(({ says }) => ({ job, says: `Stop ${stop.stop}: ${says}` })),
      ),
    ];
  });
  if (told.length === 0) return null;
  return (
    <ul aria-label="Told of the planned jobs" className="m-3 grid gap-1">
      {told.slice(0, most).map(({ job, says }) => (
        <li key={`${job.id} ${says}`} className="border-s-4 ps-3 [border-color:var(--color-base-content)]">
          <a className="font-bold underline" href={`/${data.machine.slug}/jobs/${job.id}`}>
            {job.name}
          </a>{' '}
          {says}
        </li>
      ))}
      {told.length > most && <li className="quiet">and {told.length - most} more, on the jobs themselves</li>}
    </ul>
  );
}
/** Lines at most: the weave stays in sight. */
const most = 4;
