import type { Job } from '../../schemas/workshop.ts';

/** A job's small picture, by which it is recognised; nothing where it has none. */
export function JobPicture({
  job,
  className = 'size-12',
}: {
  job: Pick<Job, 'id' | 'name' | 'picture'>;
  className?: string;
}) {
  if (!job.picture) return null;
  return (
    <img
      src={`/api/jobs/${job.id}/picture?v=${job.picture}`}
      alt={`Picture of ${job.name}`}
      loading="lazy"
      className={`shrink-0 rounded-sm bg-white object-contain ${className}`}
    />
  );
}
