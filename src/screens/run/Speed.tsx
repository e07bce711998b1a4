import { useEffect, useMemo, useState } from 'react';
import { slowestOf } from '../../core/advice/stop-advice.ts';
import { speedLimits } from '../../core/seating/speed.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { keepSpeed, keptSpeed } from '../../parts/device/kept.ts';
import { whole } from '../../parts/text.ts';
import type { Job } from '../../schemas/workshop.ts';

/** The speed the machine runs at, from which sewing hours are counted. */
export function Speed({ job }: { job: Job }) {
  const { data, seating } = useFrame();
  const slowest = useMemo(() => slowestOf(speedLimits(job, seating)), [job, seating]);
  const [speed, setSpeed] = useState(data.machine.topSpeed);
  useEffect(() => setSpeed(keptSpeed(data.machine)), [data.machine]);
  const set = (next: number) => {
    setSpeed(next);
    keepSpeed(data.machine, next);
  };
  const change = (by: number) => set(Math.min(data.machine.topSpeed, Math.max(100, speed + by)));
  return (
    <div role="group" aria-label="Speed" className="flex items-center gap-2">
      <span className="quiet">Speed</span>
      <button type="button" className="btn btn-square" aria-label="50 slower" onClick={() => change(-50)}>
        −
      </button>
      <output className="figures min-w-24 text-center font-semibold">{whole(speed)} st/min</output>
      <button type="button" className="btn btn-square" aria-label="50 faster" onClick={() => change(50)}>
        +
      </button>
      {slowest && speed > slowest.limit && (
        <span className="flex flex-wrap items-center gap-2 border-s-4 ps-3 text-sm [border-color:var(--color-base-content)]">
          <span className="max-w-72">
            <b>
              Stop {slowest.stop} wants at most {whole(slowest.limit)}.
            </b>{' '}
            {slowest.because}
          </span>
          <button type="button" className="btn" onClick={() => set(slowest.limit)}>
            Set {whole(slowest.limit)}
          </button>
        </span>
      )}
    </div>
  );
}
