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
import { readPullCurve } from '../../core/tension/pull/pull-curve.ts';
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

/** A pull on the simulated gauge at the case as it is. */
const pullOn = (state: PracticeState): number[] =>
  simulatedPull(
    {
      ...pulled,
      base: gaugedAt(state, Math.random),
      condition: conditionOf(state),
      hand: state.level === 'rough' ? 'swaying' : 'even',
    },
    Math.random,
  );

/** The simulated camera's picture of a block's back, held as a hand holds it. */
function pictureOf(columns: readonly (BlockColumn & { thread: string })[]): Promise<File> {
  const held = { tilt: 6 * (Math.random() - 0.5), shade: 0.25 * Math.random(), blur: 1 };
  return pictureFile(
    photograph({ columns: [...columns], bobbin: '#f6f5f0', cloth: '#8c8f86', ...held }, Math.random),
  );
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
  /** What there is to see now; what was measured before says nothing of the machine as it is. */
  function see(sewn: PracticeState | null, words: string): void {
    setGrams(null);
    setBlock(sewn && sewBlock(sewn, schools.share, band, Math.random));
    photo.clear();
    setSays(words);
  }
  function move(done: PracticeMove, words: string): void {
    if (!state) return;
    setState(practise(state, done, band, Math.random));
    see(null, `${words} Pull at the gauge, or sew the block again.`);
  }
  return {
    ...{ state, grams, block, last, says, isDone, photo, band, order, colourAt, move },
    begin: (level: Level) => {
      const next = beginPractice(machine.positions, band, Math.random, {
        lesson: lesson ?? undefined,
        level,
      });
      setState(next);
      see(next, 'A block has been sewn. Something is wrong: find it.');
      setLast(0);
      setIsDone(false);
    },
    turn: (eighths: number) => {
      setLast(eighths);
      move({ does: 'screw', turns: eighths / 8 }, `Screw turned ${turnWords(eighths)}.`);
    },
    check: () => {
      const isIt = state !== null && isRight(state, band);
      if (isIt) setIsDone(true);
      setSays(
        isIt ? '' : 'Not right yet: something is still off. Pull at the gauge, and sew the block again.',
      );
    },
    pull: () => {
      if (!state) return;
      setGrams(pullOn(state));
      setSays('What does the pull look like: steady, swinging once a turn, or sticking?');
    },
    sew: () => {
      if (!state) return;
      photo.clear();
      setBlock(sewBlock(state, schools.share, band, Math.random));
      setSays('All columns off the same way, or one alone?');
    },
    /** The reader says what it sees on the simulated camera's picture. */
    takePhoto: async () => {
      const columns = [...order].reverse().flatMap((position) => {
        const column = block?.find((sewn) => sewn.position === position);
        return column ? { ...column, thread: colourAt(position) } : [];
      });
      photo.read(await pictureOf(columns), { count: columns.length, columnMm: 10 });
    },
    trace: grams && readPullCurve({ ...pulled, grams }),
    verdict: block && readBlock(block, schools.share, schools.start),
  };
}
export type Practice = ReturnType<typeof usePractice>;
