import { useEffect, useState } from 'react';
import { useFrame } from '../../parts/frame/context.tsx';
import { getJson } from '../../parts/live/get-json.ts';
import { useNow } from '../../parts/live/useNow.ts';
import { clockText, whole } from '../../parts/text.ts';
import type { MachinesNow } from '../../schemas/plan/machines-now.ts';

const everyMs = 3000;

/** The other machines from this one's screen: which job, how far, standing since when. One touch goes there. */
export function Others() {
  const { data } = useFrame();
  const now = useNow(data.now);
  const [others, setOthers] = useState<MachinesNow['machines'] | null>(null);
  useEffect(() => {
    if (data.machines.length < 2) return;
    let current = true;
    const ask = () =>
      getJson<MachinesNow>('/api/machines/now').then(
        ({ machines }) => current && setOthers(machines.filter((machine) => machine.id !== data.machine.id)),
        () => undefined,
      );
    void ask();
    const timer = setInterval(() => void ask(), everyMs);
    return () => {
      current = false;
      clearInterval(timer);
    };
  }, [data.machine.id, data.machines.length]);
  if (data.machines.length < 2) return null;
  return (
    <nav aria-label="Other machines" className="sheet max-h-52 min-h-24 overflow-y-auto p-3">
      <h2 className="px-1">Other machines</h2>
      <ul>
        {(others ?? []).map((machine) => (
          <li key={machine.id}>
            <a
              href={`/${machine.slug}/run`}
              className="flex min-h-16 items-center gap-3 rounded px-1 hover:bg-base-200"
            >
              <span className="min-w-0 grow">
                <b>{machine.name}</b>
                <span className="quiet block truncate text-sm">
                  {machine.job
                    ? `${machine.job}, ${whole(machine.pieces)} of ${whole(machine.of)}`
                    : 'no job'}
                  {machine.held > 0 && ' · piece on hold'}
                </span>
              </span>
              <span className="figures text-end">
                {machine.stoppedAt ? (
                  <b className="rounded bg-base-content px-2 py-1 text-base-100">
                    stopped {clockText(Date.parse(now) - Date.parse(machine.stoppedAt))}
                  </b>
                ) : (
                  <span className="quiet">{machine.job ? 'running' : ''}</span>
                )}
              </span>
            </a>
          </li>
        ))}
      </ul>
    </nav>
  );
}
