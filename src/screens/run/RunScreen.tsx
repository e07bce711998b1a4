import { Frame } from '../../parts/frame/Frame.tsx';
import { Notices } from '../../parts/frame/Notices.tsx';
import type { FrameData } from '../../parts/frame/frame-data.ts';
import type { Job } from '../../schemas/workshop.ts';
import { JobPanel } from './JobPanel.tsx';
import { Recent } from './Recent.tsx';
import { StopPanel } from './StopPanel.tsx';
import { TallRail } from './TallRail.tsx';
import { usePieceKey } from './usePieceKey.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import type { HeadView, ShownEvent } from '../../parts/live/view.ts';

/** At the machine: one touch logs a break, one key a piece. */
export default function RunScreen({ data, jobs }: { data: FrameData; jobs: Job[] }) {
  return (
    <Frame data={data} tallRail>
      <Run jobs={jobs} />
    </Frame>
  );
}

function Run({ jobs }: { jobs: Job[] }) {
  const { view } = useFrame();
  usePieceKey();
  return (
    <>
      <h1 className="sr-only">Run</h1>
      <TallRail />
      <Notices />
      <div className="grid gap-4 p-3 lg:grid-cols-[minmax(0,1fr)_20rem] lg:p-4">
        {view.openStop ? (
          <StopPanel stopped={newestStop(view, view.openStop)} since={view.openStop.at} />
        ) : (
          <JobPanel jobs={jobs} />
        )}
        <Recent />
      </div>
    </>
  );
}

/** A second break may come before sewing went on: the touches are about that one, the clock about the first. */
function newestStop(view: HeadView, first: ShownEvent): ShownEvent {
  const later = view.events.find(
    (event) => (event.kind === 'break' || event.kind === 'stop') && !event.void && event.at >= first.at,
  );
  return later ?? first;
}
