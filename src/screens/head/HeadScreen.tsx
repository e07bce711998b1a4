import { mustFind } from '../../core/base/must-find.ts';
import { useState } from 'react';
import { Frame } from '../../parts/frame/Frame.tsx';
import { useFrame } from '../../parts/frame/context.tsx';
import { useAsked } from '../../parts/frame/useAsked.ts';
import type { FrameData } from '../../schemas/frame-data.ts';
import { SafetyLine } from '../../parts/SafetyLine.tsx';
import type { Cone, Story } from '../../schemas/workshop.ts';
import { FitNeedle } from './FitNeedle.tsx';
import { MountCone } from './MountCone.tsx';
import { OnSeat } from './OnSeat.tsx';
import { TimeStrip } from './TimeStrip.tsx';
import { StoryList } from './StoryList.tsx';

interface HeadScreenProps {
  data: FrameData;
  position: number;
  headNo: number;
  story: Story;
  cones: Cone[];
  /** What the button that led here named: a needle's words and why, or a thread's id; null: nothing. */
  preset: Record<'fit' | 'reason' | 'mount', string | null>;
}

/** One position's story: what sits there, since when, and what can be done about it. */
export default function HeadScreen({ data, ...rest }: HeadScreenProps) {
  return (
    <Frame data={data} selected={rest.position}>
      <PositionStory {...rest} />
    </Frame>
  );
}

function PositionStory({ position, headNo: asked, story, cones, preset }: Omit<HeadScreenProps, 'data'>) {
  const { data, view, headNo: chosen } = useFrame();
  const [doing, setDoing] = useState<'needle' | 'cone' | null>(
    preset.fit !== null ? 'needle' : preset.mount !== null ? 'cone' : null,
  );
  const headNo = data.machine.heads > 1 ? chosen : asked;
  const seat = mustFind(
    view.seats,
    (candidate) => candidate.head === headNo && candidate.position === position,
    `position ${position}`,
  );
  const where = { head: headNo, position };
  const isAsked = headNo === asked;
  const ofOther = useAsked<Story>(
    isAsked ? null : `/api/machines/${data.machine.id}/positions/${position}?head=${headNo}`,
  );
  const told = isAsked ? story : ofOther;
  return (
    <div className="grid gap-4 p-3 lg:grid-cols-[minmax(0,1fr)_22rem] lg:p-4">
      <div className="flex min-w-0 flex-col gap-4">
        <OnSeat seat={seat} breaksSinceNeedle={told?.breaksSinceNeedle ?? null}>
          <div className="flex flex-wrap gap-2">
            <button
              type="button"
              className={`btn h-12 ${doing === null ? 'btn-primary' : ''}`}
              aria-pressed={doing === 'needle'}
              onClick={() => setDoing(doing === 'needle' ? null : 'needle')}
            >
              Fit a needle
            </button>
            <button
              type="button"
              className="btn h-12"
              aria-pressed={doing === 'cone'}
              onClick={() => setDoing(doing === 'cone' ? null : 'cone')}
            >
              Mount a cone
            </button>
            <a className="btn h-12" href={`/${data.machine.slug}/trace?head=${headNo}&position=${position}`}>
              Why does it break?
            </a>
            <a className="btn h-12" href={`/${data.machine.slug}/ledger?position=${position}`}>
              Its ledger
            </a>
          </div>
        </OnSeat>
        {doing === 'needle' && (
          <FitNeedle where={where} seat={seat} preset={preset} onDone={() => setDoing(null)} />
        )}
        {doing === 'cone' && (
          <MountCone
            where={where}
            seat={seat}
            cones={cones}
            preset={preset.mount}
            onDone={() => setDoing(null)}
          />
        )}
        <TimeStrip head={headNo} position={position} />
        <SafetyLine />
      </div>
      <StoryList story={told} where={where} />
    </div>
  );
}
