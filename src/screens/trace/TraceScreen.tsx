import { useEffect, useState } from 'react';
import type { TraceFacts } from '../../core/trace/learning/facts.ts';
import { Frame } from '../../parts/frame/Frame.tsx';
import { useFrame } from '../../parts/frame/context.tsx';
import { SafetyLine } from '../../parts/SafetyLine.tsx';
import type { FrameData } from '../../schemas/frame-data.ts';
import { Asked } from './course/Asked.tsx';
import { Causes } from './course/Causes.tsx';
import { Closing } from './course/Closing.tsx';
import { DoneSteps } from './course/DoneSteps.tsx';
import { EvidenceList } from './course/EvidenceList.tsx';
import { NextStep } from './course/NextStep.tsx';
import { PartsOfHead } from './course/PartsOfHead.tsx';
import type { Where } from './course/seat-facts.ts';
import { TraceHeader } from './course/TraceHeader.tsx';
import { TraceList } from './TraceList.tsx';
import { useTrace, type TraceState } from './course/useTrace.ts';
import { useTraces } from './useTraces.ts';

interface TraceScreenProps {
  /** The seat whose trace is opened or gone on with; null: all of the machine's are listed. */
  position: number | null;
  facts: TraceFacts;
}

/** Why does it break? The likeliest cause, and the step that finds it with the fewest minutes. */
export default function TraceScreen({ data, ...rest }: TraceScreenProps & { data: FrameData }) {
  return (
    <Frame data={data} {...(rest.position !== null && { selected: rest.position })}>
      <Traces {...rest} />
    </Frame>
  );
}

function Traces({ position, facts }: TraceScreenProps) {
  const { data, headNo } = useFrame();
  const known = useTraces(facts.events);
  const asked = useAskedPosition(position, data.machine.positions);
  if (asked === null) return <TraceList traces={known.traces} />;
  return <OneTrace where={{ head: headNo, position: asked }} known={known} facts={facts} />;
}

/** The position in the address: without a network the kept page is that of another, or of none. */
function useAskedPosition(first: number | null, positions: number): number | null {
  const [position, setPosition] = useState(first);
  useEffect(() => {
    const asked = Number(new URLSearchParams(location.search).get('position'));
    if (Number.isInteger(asked) && asked >= 1 && asked <= positions) setPosition(asked);
  }, [positions]);
  return position;
}

interface OneTraceProps {
  where: Where;
  known: ReturnType<typeof useTraces>;
  facts: TraceFacts;
}

function OneTrace({ where, known, facts }: OneTraceProps) {
  const state = useTrace(where, known, facts);
  return (
    // On a phone the next step comes before the drawing.
    <div className="flex flex-col">
      <TraceHeader state={state} />
      <PartsOfHead state={state} />
      <div className="grid items-start gap-4 p-3 max-sm:order-1 lg:grid-cols-[minmax(0,1fr)_22rem] lg:p-4">
        <div className="grid min-w-0 gap-4">
          {state.course.ending ? <Closing state={state} /> : <NextStep state={state} />}
          <Asked state={state} />
          <SafetyLine />
        </div>
        <Beside state={state} />
      </div>
    </div>
  );
}

function Beside({ state }: { state: TraceState }) {
  return (
    <div className="grid gap-4">
      <Causes state={state} />
      <DoneSteps state={state} />
      <EvidenceList state={state} />
    </div>
  );
}
