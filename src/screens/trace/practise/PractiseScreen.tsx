import { scopes } from '../../../core/trouble/scopes.ts';
import { symptoms } from '../../../core/trouble/symptoms.ts';
import { onsets } from '../../../core/trouble/onsets.ts';
import { answersOf, stepOf } from '../../../core/trouble/steps/index.ts';
import { Frame } from '../../../parts/frame/Frame.tsx';
import { useFrame } from '../../../parts/frame/context.tsx';
import { counted } from '../../../parts/text.ts';
import type { FrameData } from '../../../schemas/frame-data.ts';
import { Lesson } from './Lesson.tsx';
import { PractiseSteps } from './PractiseSteps.tsx';
import { usePractise, type Practise } from './usePractise.ts';

/** Practise breaks: a head with a hidden fault, to be found with few minutes. Nothing goes into the ledger. */
export default function PractiseScreen({ data, seed }: { data: FrameData; seed: number | null }) {
  return (
    <Frame data={data}>
      <PractiseBreaks seed={seed} />
    </Frame>
  );
}

function PractiseBreaks({ seed }: { seed: number | null }) {
  const practise = usePractise(seed);
  if (!practise.hidden) return <Beginning onBegin={practise.begin} />;
  return (
    <div className="grid items-start gap-4 p-3 lg:grid-cols-[minmax(0,1fr)_22rem] lg:p-4">
      <div className="grid min-w-0 gap-4">
        <Told practise={practise} />
        {practise.ended ? <Lesson practise={practise} /> : <PractiseSteps practise={practise} />}
      </div>
      <DoneList practise={practise} />
    </div>
  );
}

function Beginning({ onBegin }: { onBegin: () => void }) {
  const { data } = useFrame();
  return (
    <div className="grid max-w-2xl gap-3 p-4">
      <h1>Practise: why does it break?</h1>
      <p>
        A head with a fault that is not told, seldom two. Look, swap, mend; every step costs its minutes, and
        now and then an answer is wrong, as on the floor. Name the cause at the end. Few minutes, no part
        replaced in vain and the right cause make ten points. Nothing is saved in the ledger.
      </p>
      <p className="flex flex-wrap gap-2">
        <button type="button" className="btn btn-primary min-h-16 px-6 text-lg" onClick={onBegin}>
          Hide a fault
        </button>
        <a className="btn min-h-16 px-6" href={`/${data.machine.slug}/bench/practise`}>
          Practise tension instead
        </a>
      </p>
    </div>
  );
}

function Told({ practise }: { practise: Practise }) {
  const { minutes, says } = practise;
  const hidden = practise.hidden!;
  return (
    <header className="flex flex-wrap items-start gap-x-6 gap-y-1">
      <div className="me-auto">
        <h1>Practise: {symptoms[hidden.seen].says}</h1>
        <p>
          {hidden.scope ? scopes[hidden.scope].name : 'Where it shows was not noticed'} ·{' '}
          {hidden.since ? `since: ${onsets[hidden.since].name.toLowerCase()}` : 'since when is not known'}
        </p>
        <p role="status" className="min-h-7 text-lg font-bold">
          {says}
        </p>
      </div>
      <p className="text-end">
        <b className="figures text-3xl">{minutes.toFixed(1)} min</b>
        <span className="quiet block text-sm">so far</span>
      </p>
    </header>
  );
}

function DoneList({ practise }: { practise: Practise }) {
  const { given } = practise;
  return (
    <section aria-label="Done so far" className="sheet p-3">
      <h2 className="px-1">{given.length === 0 ? 'Nothing done yet' : counted(given.length, 'step')}</h2>
      <ol reversed>
        {[...given].reverse().map(({ step, answer }, index) => (
          <li key={given.length - index} className="border-t px-1 py-1 leading-5 rule first:border-t-0">
            {stepOf(step).name}: <b>{answersOf(step)[answer]!.name}</b>
          </li>
        ))}
      </ol>
    </section>
  );
}
