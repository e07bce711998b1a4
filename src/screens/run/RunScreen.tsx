import type { Watch } from '../../core/findings/change/watch.ts';
import { BareFrame } from '../../parts/frame/BareFrame.tsx';
import { Notices } from '../../parts/frame/Notices.tsx';
import type { FrameData } from '../../schemas/frame-data.ts';
import type { Job } from '../../schemas/workshop.ts';
import { useEffect, useState } from 'react';
import { ActNow } from './ActNow.tsx';
import { Others } from './Others.tsx';
import { Simulate } from './Simulate.tsx';
import { keepAwake } from '../../parts/device/wake-lock.ts';
import { momentText } from '../../parts/text.ts';
import { JobPanel } from './JobPanel.tsx';
import { Recent } from './Recent.tsx';
import { StopPanel } from './StopPanel.tsx';
import { TallRail } from './TallRail.tsx';
import { usePieceKey } from './hooks/usePieceKey.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import type { HeadView, ShownEvent } from '../../parts/live/view.ts';

interface RunScreenProps {
  jobs: Job[];
  /** What the shift before left to say. */
  note: { text: string; at: string; operatorId: string | null } | null;
  /** What is usual at each seat. */
  watches: Watch[];
  /** Jobs that other machines sew now. */
  elsewhere: { id: string; machine: string }[];
}

/** At the machine: one touch logs a break, one key a piece. */
export default function RunScreen({ data, ...rest }: RunScreenProps & { data: FrameData }) {
  return (
    <BareFrame data={data}>
      <Run {...rest} />
    </BareFrame>
  );
}

function Run({ jobs, note, watches, elsewhere }: RunScreenProps) {
  const { data, view, job } = useFrame();
  const [isBig, toggleBig] = useBig();
  usePieceKey();
  useEffect(keepAwake, []);
  useEffect(() => {
    if (!localStorage.getItem('vivid.bell')) return;
    const ends = import('../../parts/bell/ring-here.ts').then(({ ringHere }) => ringHere());
    return () => void ends.then((end) => end());
  }, []);
  return (
    <div className={isBig ? 'run-big' : ''}>
      <h1 className="sr-only">Run</h1>
      <TallRail />
      <Notices />
      <div className="grid items-start gap-4 p-3 lg:grid-cols-[minmax(0,1fr)_20rem] lg:p-4">
        {view.openStop ? (
          <StopPanel stopped={newestStop(view, view.openStop)} since={view.openStop.at} />
        ) : (
          <JobPanel jobs={jobs} elsewhere={elsewhere} />
        )}
        <div className="grid content-start gap-4">
          {job && <ActNow job={job} watches={watches} />}
          <Recent />
          {note && (
            <section aria-label="From the shift before" className="sheet p-3">
              <h2 className="px-1">From the shift before</h2>
              <p className="px-1 whitespace-pre-wrap">{note.text}</p>
              <p className="quiet px-1 text-sm">
                {data.operators.find((operator) => operator.id === note.operatorId)?.name ??
                  'whoever was here'}
                , {momentText(note.at, data.zone, data.now)}
              </p>
            </section>
          )}
          <Others />
          <Simulate />
        </div>
      </div>
      <p className="px-4 pb-3 text-end">
        <a className="btn me-2" href="/board">
          Board and bell
        </a>
        <button type="button" className="btn" aria-pressed={isBig} onClick={toggleBig}>
          Large display
        </button>
      </p>
    </div>
  );
}

/** Big figures and a large rail, kept on this device. */
function useBig(): [boolean, () => void] {
  const [isBig, setIsBig] = useState(false);
  useEffect(() => setIsBig(localStorage.getItem('vivid.run.big') === 'yes'), []);
  return [
    isBig,
    () => {
      localStorage.setItem('vivid.run.big', isBig ? 'no' : 'yes');
      setIsBig(!isBig);
    },
  ];
}

/** A second break may come before sewing went on: the touches are about that one, the clock about the first. */
function newestStop(view: HeadView, first: ShownEvent): ShownEvent {
  const later = view.events.find(
    (event) => (event.kind === 'break' || event.kind === 'stop') && !event.void && event.at >= first.at,
  );
  return later ?? first;
}
