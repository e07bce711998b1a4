import { useState } from 'react';
import { turnWords } from '../../core/gauge/turn-words.ts';
import { railOrder } from '../../core/head/rail-order.ts';
import { readBlock, type BlockColumn } from '../../core/tension/block/block.ts';
import {
  beginPractice,
  gaugedAt,
  isRight,
  practise,
  sewBlock,
  type LessonKey,
  type Level,
  type PracticeMove,
  type PracticeState,
} from '../../core/tension/block/practice.ts';
import { readTrace } from '../../core/tension/pull/trace.ts';
import { bandOf } from '../../core/tension/targets.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { photograph } from '../../simulators/block-camera.ts';
import { simulatedPull, type Condition } from '../../simulators/gauge.ts';
import { pictureFile } from './photo/simulated-photo.ts';
import { usePhoto } from './photo/usePhoto.ts';

export const pulled = { rateHz: 50, speed: 80, woundDiameter: 16, seconds: 5 };

function conditionOf(state: PracticeState): Condition {
  if (state.caseBent) return 'dropped';
  if (state.bobbinBad) return 'swollen';
  return state.lint ? 'lint' : 'healthy';
}

/** A fault that is not told, what was measured since the last move, and what can be done about it. */
export function usePractice(lesson: LessonKey | null) {
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

  function begin(level: Level): void {
    const next = beginPractice(machine.positions, band, Math.random, { lesson: lesson ?? undefined, level });
    setState(next);
    setGrams(null);
    setBlock(sewBlock(next, schools.share, band, Math.random));
    photo.clear();
    setLast(0);
    setSays('A block has been sewn. Something is wrong: find it.');
    setIsDone(false);
  }
  function move(done: PracticeMove, words: string): void {
    if (!state) return;
    setState(practise(state, done, band, Math.random));
    // What was measured before says nothing of the machine now.
    setGrams(null);
    setBlock(null);
    photo.clear();
    setSays(`${words} Pull at the gauge, or sew the block again.`);
  }
  function turn(eighths: number): void {
    setLast(eighths);
    move({ does: 'screw', turns: eighths / 8 }, `Screw turned ${turnWords(eighths)}.`);
  }
  function check(): void {
    if (state && isRight(state, band)) {
      setIsDone(true);
      setSays('');
    } else setSays('Not right yet: something is still off. Pull at the gauge, and sew the block again.');
  }
  function pull(): void {
    if (!state) return;
    const asked = {
      ...pulled,
      base: gaugedAt(state, Math.random),
      condition: conditionOf(state),
      hand: state.level === 'rough' ? ('swaying' as const) : ('even' as const),
    };
    setGrams(simulatedPull(asked, Math.random));
    setSays('What does the pull look like: steady, swinging once a turn, or sticking?');
  }
  function sew(): void {
    if (!state) return;
    photo.clear();
    setBlock(sewBlock(state, schools.share, band, Math.random));
    setSays('All columns off the same way, or one alone?');
  }
  /** The simulated camera looks at the block's back, held as a hand holds it; the reader says what it sees. */
  async function takePhoto(): Promise<void> {
    const columns = [...order].reverse().flatMap((position) => {
      const column = block?.find((sewn) => sewn.position === position);
      return column ? { ...column, thread: colourAt(position) } : [];
    });
    const held = { tilt: 6 * (Math.random() - 0.5), shade: 0.25 * Math.random(), blur: 1 };
    const picture = photograph({ columns, bobbin: '#f6f5f0', cloth: '#8c8f86', ...held }, Math.random);
    photo.read(await pictureFile(picture), { count: columns.length, columnMm: 10 });
  }
  return {
    state,
    grams,
    block,
    last,
    says,
    isDone,
    photo,
    band,
    order,
    colourAt,
    begin,
    move,
    turn,
    check,
    pull,
    sew,
    takePhoto,
    trace: grams && readTrace({ ...pulled, grams }),
    verdict: block && readBlock(block, schools.share, schools.start),
  };
}
export type Practice = ReturnType<typeof usePractice>;
