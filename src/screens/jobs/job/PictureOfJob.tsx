import { useState } from 'react';
import { JobPicture } from '../../../parts/job/JobPicture.tsx';
import { keepPicture } from '../../../parts/job/keep-picture.ts';
import type { Job } from '../../../schemas/workshop.ts';

/** The job's picture, and another in its place: made small in this page before it is sent. */
export function PictureOfJob({ job }: { job: Job }) {
  const [refusal, setRefusal] = useState('');
  async function take(file: File): Promise<void> {
    const url = URL.createObjectURL(file);
    try {
      await keepPicture(job.id, url);
      location.reload();
    } catch {
      setRefusal(`“${file.name}” cannot be taken as the job’s picture. Choose a PNG, JPEG or WebP.`);
    } finally {
      URL.revokeObjectURL(url);
    }
  }
  return (
    <span className="flex items-center gap-2">
      <JobPicture job={job} className="h-14 w-20" />
      <label className="btn btn-ghost relative">
        {job.picture ? 'Another picture' : 'Add a picture'}
        <input
          type="file"
          accept="image/png,image/jpeg,image/webp"
          className="absolute inset-0 cursor-pointer opacity-0"
          onChange={(change) => {
            const file = change.target.files?.[0];
            setRefusal('');
            if (file) void take(file);
          }}
        />
      </label>
      {refusal && (
        <span role="alert" className="text-sm font-semibold">
          × {refusal}
        </span>
      )}
    </span>
  );
}
