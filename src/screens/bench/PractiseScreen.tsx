import {
  lessons,
  levels,
  practiceScore,
  type LessonKey,
  type Level,
  type PracticeState,
} from '../../core/tension/block/practice.ts';
import { Frame } from '../../parts/frame/Frame.tsx';
import { useFrame } from '../../parts/frame/context.tsx';
import { counted } from '../../parts/text.ts';
import type { FrameData } from '../../schemas/frame-data.ts';
import { PractiseBlock } from './PractiseBlock.tsx';
import { PractiseGauge } from './PractiseGauge.tsx';
import { usePractice, type Practice } from './usePractice.ts';

/** Practise: an unknown fault is set; gauge, look, turn the right part, sew again, until it is right. */
export default function PractiseScreen({ data, lesson }: { data: FrameData; lesson: LessonKey | null }) {
  return (
    <Frame data={data}>
      <Practise lesson={lesson} />
    </Frame>
  );
}

function Practise({ lesson }: { lesson: LessonKey | null }) {
  const practice = usePractice(lesson);
  const { state, says, isDone } = practice;
  if (!state) return <Beginning onBegin={practice.begin} />;
  return (
    <div className="grid gap-4 p-3 lg:p-4">
      <Header practice={practice} state={state} />
      <p role="status" className="min-h-6">
        {says}
      </p>
      {isDone && (
        <section aria-label="Lesson" className="sheet p-4">
          <h2>{lessons[state.lesson].name}</h2>
          <p>{lessons[state.lesson].says}</p>
          <p className="quiet">
            {counted(state.moves.length, 'move')},{' '}
            {counted(state.wrong, 'of them on a sound part', 'of them on sound parts')}.
          </p>
        </section>
      )}
      <PractiseGauge practice={practice} />
      <PractiseBlock practice={practice} />
    </div>
  );
}

function Beginning({ onBegin }: { onBegin: (level: Level) => void }) {
  return (
    <div className="grid max-w-2xl gap-3 p-4">
      <h1>Practise</h1>
      <p>
        A machine with a fault that is not told: the case loose or tight, a knob off, a swollen bobbin, a bent
        case, lint. Pull at the gauge, look at the block, work on the right part, and sew the block again
        until it is right. Few moves and no sound part touched make ten points. Nothing is written into the
        ledger.
      </p>
      <ul className="grid gap-3">
        {(Object.keys(levels) as Level[]).map((level) => (
          <li key={level} className="grid gap-1">
            <span>
              <button type="button" className="btn btn-primary" onClick={() => onBegin(level)}>
                Set a fault: {levels[level].name.toLowerCase()}
              </button>
            </span>
            <span className="quiet">{levels[level].says}</span>
          </li>
        ))}
      </ul>
    </div>
  );
}

function Header({ practice, state }: { practice: Practice; state: PracticeState }) {
  const { data } = useFrame();
  const { machine } = data;
  const { isDone } = practice;
  return (
    <header className="flex flex-wrap items-center gap-3">
      <h1 className="me-auto">
        {isDone
          ? `Right: ${practiceScore(state)} of 10 points`
          : `Practise: ${counted(state.moves.length, 'move')} so far`}
      </h1>
      {!isDone && (
        <button type="button" className="btn btn-primary" onClick={practice.check}>
          It is right now
        </button>
      )}
      <button type="button" className="btn" onClick={() => practice.begin(state.level)}>
        Another fault
      </button>
      <a className="btn" href={`/${machine.slug}/bench`}>
        Back to the bench
      </a>
    </header>
  );
}
