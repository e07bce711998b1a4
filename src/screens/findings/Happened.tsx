import { useEffect, useState } from 'react';
import { entrySays } from '../../core/ledger/about-kinds.ts';
import type { ChangeWindow } from '../../core/findings/answers/words/answer.ts';
import { capital } from '../../core/findings/answers/words/place-name.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { get } from '../../parts/live/send.ts';
import { dayText, timeText } from '../../parts/text.ts';
import type { HappenedData } from '../../schemas/findings.ts';
import type { Event } from '../../schemas/ledger/event.ts';

/** Beside each change that was dated: what was done then, at that place and to the whole machine. */
export function Happened({ dated }: { dated: readonly ChangeWindow[] }) {
  if (dated.length === 0) return null;
  return (
    <section aria-label="What was done then" className="grid gap-3">
      <h3 className="text-base font-bold">What was done then</h3>
      <div className="grid gap-3 lg:grid-cols-2">
        {dated.map((window) => (
          <Window key={`${window.name} ${window.from} ${window.to}`} window={window} />
        ))}
      </div>
    </section>
  );
}

function Window({ window: { name, from, to, head, position } }: { window: ChangeWindow }) {
  const { data: frame, threadName } = useFrame();
  const { machine, zone, now } = frame;
  const [told, setTold] = useState<HappenedData | null>(null);
  const [why, setWhy] = useState('');
  const place = position === null ? '' : `&head=${head}&position=${position}`;
  const path = `/api/machines/${machine.id}/findings/happened?from=${from}&to=${to}${place}`;
  useEffect(() => {
    let isOver = false;
    get<HappenedData>(path).then(
      (data) => isOver || (setTold(data), setWhy('')),
      (error: Error) => isOver || setWhy(error.message),
    );
    return () => void (isOver = true);
  }, [path]);
  const jobName = (id: string | null) => told?.jobs.find((job) => job.id === id)?.name;
  const saysOf = (event: Event) =>
    event.kind === 'job_started' ? `job ${jobName(event.jobId) ?? 'put on'}` : entrySays(event, threadName);
  return (
    <section aria-label={`${capital(name)}, ${from} to ${to}`} className="border-l-2 pl-3 rule">
      <h4 className="text-sm font-semibold">
        {capital(name)}, {dayText(`${from}T12:00:00Z`, 'UTC', now)}
        {from !== to && ` to ${dayText(`${to}T12:00:00Z`, 'UTC', now)}`}
      </h4>
      {why && <p role="alert">× {why}</p>}
      {!told && !why && <p className="quiet text-sm">Looking …</p>}
      {told?.items.length === 0 && (
        <p className="quiet text-sm">
          Nothing on record: no needle, cone, screw, check or job. Ask who was there.
        </p>
      )}
      {told && told.items.length > 0 && (
        <ul className="grid text-sm">
          {told.items.map((event) => (
            <li key={event.id} className="grid grid-cols-[7.5rem_minmax(0,1fr)] gap-2 border-t py-1 rule">
              <span className="figures quiet">
                {dayText(event.at, zone)} {timeText(event.at, zone)}
              </span>
              <span>
                {capital(saysOf(event))}
                {position === null && event.position !== null && `, position ${event.position}`}
              </span>
            </li>
          ))}
        </ul>
      )}
      {told?.more && (
        <p className="quiet text-sm">
          There is more:{' '}
          <a href={`/${machine.slug}/ledger?day=${from}${position === null ? '' : `&position=${position}`}`}>
            the ledger has all of it
          </a>
          .
        </p>
      )}
    </section>
  );
}
