import { turnWords } from '../../core/gauge/turn-words.ts';
import { useState } from 'react';
import { railOrder } from '../../core/head/rail-order.ts';
import { readBlock, shareSchools, type BlockColumn } from '../../core/tension/block/block.ts';
import {
  beginPractice,
  isRight,
  lessons,
  practiceScore,
  practise,
  sewBlock,
  type LessonKey,
  type PracticeMove,
  type PracticeState,
} from '../../core/tension/block/practice.ts';
import { bandOf, zoneOf } from '../../core/tension/targets.ts';
import { readTrace } from '../../core/tension/pull/trace.ts';
import { simulatedPull, type Condition } from '../../simulators/gauge.ts';
import { Frame } from '../../parts/frame/Frame.tsx';
import { useFrame } from '../../parts/frame/context.tsx';
import type { FrameData } from '../../schemas/frame-data.ts';
import { counted } from '../../parts/text.ts';
import { Column } from './block/Column.tsx';
import { Dial } from './case/Dial.tsx';
import { ScrewHead } from './case/ScrewHead.tsx';
import { Overlay } from './photo/Overlay.tsx';
import { pictureFile } from './photo/simulated-photo.ts';
import { Trace } from './gauge/Trace.tsx';
import { usePhoto } from './photo/usePhoto.ts';
import { photograph } from '../../simulators/block-camera.ts';
import { edgesOf } from '../../core/tension/underside/edges.ts';

const pulled = { rateHz: 50, speed: 80, woundDiameter: 16, seconds: 5 };
const swaps = [
  { does: 'bobbin', label: 'Another bobbin', says: 'Another bobbin is in.' },
  { does: 'clean', label: 'Clean under the spring', says: 'Cleaned under the spring.' },
  { does: 'case', label: 'Take the spare case', says: 'The spare case is in.' },
] as const;
const turns = [-2, -1, -0.5, 0.5, 1, 2];

/** Practise: an unknown fault is set; gauge, look, turn the right part, sew again, until it is right. */
export default function PractiseScreen({ data, lesson }: { data: FrameData; lesson: LessonKey | null }) {
  return (
    <Frame data={data}>
      <Practise lesson={lesson} />
    </Frame>
  );
}

function Practise({ lesson }: { lesson: LessonKey | null }) {
  const { data, view, threads } = useFrame();
  const { machine, schools } = data;
  const band = bandOf(schools.case);
  const order = railOrder(machine.positions, machine.numberingSide);
  const [state, setState] = useState<PracticeState | null>(null);
  const [grams, setGrams] = useState<number[] | null>(null);
  const [block, setBlock] = useState<BlockColumn[] | null>(null);
  const [last, setLast] = useState(0);
  const [says, setSays] = useState('');
  const [isDone, setIsDone] = useState(false);
  const photo = usePhoto();
  const colourAt = (position: number) => {
    const cone = view.seats.find((seat) => seat.head === 1 && seat.position === position)?.cone;
    return (cone && threads.get(cone.threadId)?.colour) ?? '#888888';
  };

  /** The simulated camera looks at the block's back, held as a hand holds it; the reader says what it sees. */
  async function takePhoto(sewn: readonly BlockColumn[]): Promise<void> {
    const columns = [...order].reverse().map((position) => ({
      ...sewn.find((one) => one.position === position)!,
      thread: colourAt(position),
    }));
    const held = { tilt: 6 * (Math.random() - 0.5), shade: 0.25 * Math.random(), blur: 1 };
    const picture = photograph({ columns, bobbin: '#f6f5f0', cloth: '#8c8f86', ...held }, Math.random);
    photo.read(await pictureFile(picture), { count: columns.length, columnMm: 10 });
  }

  function begin(): void {
    const next = beginPractice(machine.positions, band, Math.random, lesson ?? undefined);
    setState(next);
    setGrams(null);
    setBlock(sewBlock(next, schools.share, band, Math.random));
    photo.clear();
    setLast(0);
    setSays('A block has been sewn. Something is wrong: find it.');
    setIsDone(false);
  }
  if (!state)
    return (
      <div className="grid max-w-2xl gap-3 p-4">
        <h1>Practise</h1>
        <p>
          A machine with a fault that is not told: the case loose or tight, a knob off, a swollen bobbin, a
          bent case, lint. Pull at the gauge, look at the block, work on the right part, and sew the block
          again until it is right. Few moves and no sound part touched make ten points. Nothing is written
          into the ledger.
        </p>
        <p>
          <button type="button" className="btn btn-primary" onClick={begin}>
            Set a fault
          </button>
        </p>
      </div>
    );

  const condition: Condition = state.caseBent
    ? 'dropped'
    : state.bobbinBad
      ? 'swollen'
      : state.lint
        ? 'lint'
        : 'healthy';
  const trace = grams && readTrace({ ...pulled, grams });
  const verdict = block && readBlock(block, schools.share, schools.start);
  const move = (done: PracticeMove, words: string) => {
    setState(practise(state, done, band));
    // What was measured before says nothing of the machine now.
    setGrams(null);
    setBlock(null);
    photo.clear();
    setSays(`${words} Pull at the gauge, or sew the block again.`);
  };
  const check = () => {
    if (isRight(state, band)) {
      setIsDone(true);
      setSays('');
    } else setSays('Not right yet: something is still off. Pull at the gauge, and sew the block again.');
  };

  return (
    <div className="grid gap-4 p-3 lg:p-4">
      <header className="flex flex-wrap items-center gap-3">
        <h1 className="me-auto">
          {isDone
            ? `Right: ${practiceScore(state)} of 10 points`
            : `Practise: ${counted(state.moves.length, 'move')} so far`}
        </h1>
        {!isDone && (
          <button type="button" className="btn btn-primary" onClick={check}>
            It is right now
          </button>
        )}
        <button type="button" className="btn" onClick={begin}>
          Another fault
        </button>
        <a className="btn" href={`/${machine.slug}/bench`}>
          Back to the bench
        </a>
      </header>
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
      <div className="grid gap-4 md:grid-cols-[20rem_1fr]">
        <div className="grid content-start justify-items-center gap-2">
          <Dial grams={trace?.grams ?? null} band={band} zone={trace ? zoneOf(trace.grams, band) : null} />
          <button
            type="button"
            className="btn w-full"
            disabled={isDone}
            onClick={() => {
              setGrams(simulatedPull({ ...pulled, base: state.grams, condition }, Math.random));
              setSays('What does the pull look like: steady, swinging once a turn, or sticking?');
            }}
          >
            Pull at the gauge
          </button>
        </div>
        <div className="grid content-start gap-3">
          {grams ? (
            <Trace grams={grams} rateHz={pulled.rateHz} dropped={trace?.dropped ?? 0} band={band} />
          ) : (
            <p className="quiet">No pull yet since the last move.</p>
          )}
          <div className="sheet flex flex-wrap items-center gap-4 p-3">
            <ScrewHead eighths={last} />
            <div className="flex flex-1 flex-wrap gap-2" role="group" aria-label="Case screw">
              {turns.map((eighths) => (
                <button
                  key={eighths}
                  type="button"
                  className="btn"
                  disabled={isDone}
                  onClick={() => {
                    setLast(eighths);
                    move({ does: 'screw', turns: eighths / 8 }, `Screw turned ${turnWords(eighths)}.`);
                  }}
                >
                  {turnWords(eighths)}
                </button>
              ))}
            </div>
          </div>
          <div className="flex flex-wrap gap-2">
            {swaps.map(({ does, label, says: done }) => (
              <button
                key={does}
                type="button"
                className="btn"
                disabled={isDone}
                onClick={() => move({ does }, done)}
              >
                {label}
              </button>
            ))}
          </div>
        </div>
      </div>
      <section aria-label="Test block" className="-mx-3 border-t pt-3 rule lg:-mx-4">
        <div className="flex flex-wrap items-center gap-3 px-3">
          <h2>Test block, seen from below</h2>
          <span className="quiet text-sm">
            Bobbin should show {shareSchools[schools.share].name} of the width.
          </span>
          <button
            type="button"
            className="btn"
            disabled={isDone}
            onClick={() => {
              photo.clear();
              setBlock(sewBlock(state, schools.share, band, Math.random));
              setSays('All columns off the same way, or one alone?');
            }}
          >
            Sew the block
          </button>
          <button
            type="button"
            className="btn"
            disabled={!block || photo.state.is === 'reading'}
            onClick={() => void takePhoto(block!)}
          >
            {photo.state.is === 'reading' ? 'Reading the photo …' : 'Photograph its back'}
          </button>
        </div>
        <div className="overflow-x-auto">
          <div className="weave-grid pt-2">
            {order.map((position) => {
              const column = block?.find((one) => one.position === position) ?? null;
              const share = verdict?.columns.find((one) => one.position === position)?.share;
              return (
                <div key={position} className="grid justify-items-center gap-1">
                  <Column
                    column={column}
                    typed={{}}
                    thread={colourAt(position)}
                    bobbin="#f6f5f0"
                    band={shareSchools[schools.share]}
                  />
                  <span className="figures min-h-4 text-xs leading-4">
                    {share === undefined ? '' : `${Math.round(100 * share)} %`}
                  </span>
                  {(['tighten', 'loosen'] as const).map((way) => (
                    <button
                      key={way}
                      type="button"
                      className="btn btn-square"
                      disabled={isDone}
                      aria-label={`Knob ${position}: ${way}`}
                      onClick={() =>
                        move(
                          { does: 'knob', position, steps: way === 'tighten' ? 1 : -1 },
                          `Knob ${position} ${way === 'tighten' ? 'tightened' : 'loosened'} a little.`,
                        )
                      }
                    >
                      {way === 'tighten' ? '+' : '−'}
                    </button>
                  ))}
                </div>
              );
            })}
          </div>
        </div>
        {photo.state.is === 'read' && (
          <div className="grid gap-2 px-3 pt-3">
            <p className="quiet text-sm">
              Seen from below the left-most column is position {order.at(-1)}. The reader’s lines lie over the
              simulated camera’s photo; the stripe is the bobbin thread.
            </p>
            <Overlay
              url={photo.state.url}
              width={photo.state.width}
              height={photo.state.height}
              columns={photo.state.columns}
              edges={photo.state.columns.map((one) => (one.widths ? edgesOf(one) : null))}
              chosen={null}
              columnMm={10}
              onChoose={() => undefined}
            />
            <ul>{photo.state.columns.map((one, index) => one.why && <li key={index}>{one.why}</li>)}</ul>
          </div>
        )}
        {photo.state.is === 'refused' && <p className="px-3">× {photo.state.why}</p>}
        <p className="quiet px-3 pt-2 text-sm">+ tightens a position’s knob, − loosens it.</p>
      </section>
    </div>
  );
}
