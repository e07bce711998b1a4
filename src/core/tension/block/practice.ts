import { shareSchools, type BlockColumn, type ShareSchool } from './block.ts';
import { usualGrams } from '../case/belief/spring.ts';
import { aimOf, type Band } from '../targets.ts';

/** What may be wrong on the practice machine, and what is to be learnt from it. Common practice, no published source. */
export const lessons = {
  'case-loose': {
    name: 'The case was loose',
    part: 'screw',
    says: 'Every column showed too much bobbin: when all are off the same way, the bobbin side is at fault. The gauge said so at once; the knobs were right all along.',
  },
  'case-tight': {
    name: 'The case was tight',
    part: 'screw',
    says: 'Hardly any bobbin showed anywhere, and the gauge read high. Loosening every knob would have hidden it: one screw was enough, in small turns, measured after each.',
  },
  'one-knob': {
    name: 'One knob was off',
    part: 'knob',
    says: 'One column alone was off, the gauge was right: then the case is left alone and that position’s knob is turned.',
  },
  'case-and-knob': {
    name: 'The case and one knob were off',
    part: 'both',
    says: 'Most columns were off the same way, one was not: first the case until the many are right, then the one knob that is left.',
  },
  'bad-bobbin': {
    name: 'The bobbin’s side was swollen',
    part: 'bobbin',
    says: 'The pull swung once a turn: out of round is never the screw. Another bobbin took it away, so the case was sound.',
  },
  'bent-case': {
    name: 'The case had been dropped',
    part: 'case',
    says: 'Smooth, then stiff once a turn, and another bobbin did not help: the case was bent. A dropped case is finished; that is why a spare lies ready.',
  },
  lint: {
    name: 'Lint lay under the spring',
    part: 'lint',
    says: 'It stuck and slipped: lint. Cleaning under the spring is done before any screw is turned.',
  },
} as const satisfies Record<string, { name: string; part: Part; says: string }>;
export type LessonKey = keyof typeof lessons;

/** How hard an exercise is: what the screw, the hand and the gauge are like. Invented. */
export const levels = {
  plain: {
    name: 'An even hand, a plain screw',
    says: 'The screw answers by the same grams each turn, the gauge repeats.',
    screw: 'grams',
    play: 0,
    miss: 0,
    noise: 0,
    wild: 0,
    free: 3,
  },
  rough: {
    name: 'A rough shop',
    says: 'Each turn changes the pull by the same part, a turn back first takes up play, the hand misses by up to 1/32, the pull sways, and one reading in eight is off.',
    screw: 'part',
    play: 0.08,
    miss: 1 / 32,
    noise: 1.5,
    wild: 1 / 8,
    free: 5,
  },
} as const satisfies Record<
  string,
  {
    name: string;
    says: string;
    screw: 'grams' | 'part';
    play: number;
    miss: number;
    noise: number;
    wild: number;
    /** Moves that cost no point. */
    free: number;
  }
>;
export type Level = keyof typeof levels;

/** What can be worked on. `both` stands for screw and knob. */
type Part = 'screw' | 'knob' | 'both' | 'bobbin' | 'case' | 'lint';

export type PracticeMove =
  | { does: 'screw'; turns: number }
  | { does: 'knob'; position: number; steps: number }
  | { does: 'bobbin' }
  | { does: 'case' }
  | { does: 'clean' };

/** The practice machine. Its arithmetic is invented: good enough to learn on which side to look, no model of a machine. */
export interface PracticeState {
  lesson: LessonKey;
  level: Level;
  /** Which way the screw went last: 1 right, −1 left, 0 not yet; and the play that a turn back takes up, turns. */
  lastWay: number;
  play: number;
  /** Grams of the case with a sound bobbin, and grams per turn to the right. */
  grams: number;
  slope: number;
  /** Steps of each position's knob from right: above 0 too tight. */
  knobs: number[];
  bobbinBad: boolean;
  caseBent: boolean;
  lint: boolean;
  /** Grams of the spare case. */
  spare: number;
  moves: PracticeMove[];
  /** Moves on a part that had no fault. */
  wrong: number;
}

/** Change of the bobbin's share per gram of the case, and per step of a knob: invented. */
const perGram = 0.014;
const perStep = 0.08;

/** A new exercise. `chance`: uniform from 0 to 1. */
export function beginPractice(
  positions: number,
  band: Band,
  chance: () => number,
  { lesson, level = 'plain' }: { lesson?: LessonKey | undefined; level?: Level } = {},
): PracticeState {
  const keys = Object.keys(lessons) as LessonKey[];
  const chosen = lesson ?? keys[Math.floor(chance() * keys.length)]!;
  const middle = aimOf(band);
  const knobs = Array.from({ length: positions }, () => 0);
  const isKnob = chosen === 'one-knob' || chosen === 'case-and-knob';
  if (isKnob)
    knobs[Math.floor(chance() * positions)] = (chance() < 0.5 ? -1 : 1) * (3 + Math.floor(chance() * 2));
  const tight = chosen === 'case-tight' || (chosen === 'case-and-knob' && chance() < 0.5);
  const isCase = chosen === 'case-loose' || chosen === 'case-tight' || chosen === 'case-and-knob';
  return {
    ...{ lesson: chosen, level, lastWay: 0, play: levels[level].play * chance() },
    grams: isCase ? middle + (tight ? 14 + 8 * chance() : -(11 + 3 * chance())) : middle,
    slope: 35 + 45 * chance(),
    knobs,
    bobbinBad: chosen === 'bad-bobbin',
    caseBent: chosen === 'bent-case',
    lint: chosen === 'lint',
    spare: middle + 3 * (chance() - 0.5),
    moves: [],
    wrong: 0,
  };
}

/**
 * The machine after a move; a move on a sound part counts as wrong. The given state is not changed. `chance`: uniform from 0 to 1,
 * how far the hand misses the turn it means where the level lets it.
 */
export function practise(
  state: PracticeState,
  move: PracticeMove,
  band: Band,
  chance: () => number = () => 0.5,
): PracticeState {
  const next = { ...state, knobs: [...state.knobs], moves: [...state.moves, move] };
  const inBand = state.grams >= band.from && state.grams <= band.to;
  let isWrong = false;
  if (move.does === 'screw') {
    // Where the case was at fault a last hair of a turn is no fault.
    const wasOff = ['screw', 'both'].includes(lessons[state.lesson].part);
    isWrong = (inBand && !wasOff) || state.lint || state.caseBent || state.bobbinBad;
    const done = move.turns + levels[state.level].miss * (2 * chance() - 1);
    next.lastWay = Math.sign(done);
    next.grams = turnedTo(state, done);
  }
  if (move.does === 'knob') {
    isWrong = state.knobs[move.position - 1] === 0;
    next.knobs[move.position - 1]! += move.steps;
  }
  if (move.does === 'bobbin') {
    // Another bobbin is how a bent case is told from a bent side: it is right to try it.
    isWrong = !state.bobbinBad && !state.caseBent;
    next.bobbinBad = false;
  }
  if (move.does === 'case') {
    isWrong = !state.caseBent;
    next.caseBent = false;
    next.grams = state.spare;
    next.lint = false;
  }
  if (move.does === 'clean') {
    isWrong = !state.lint;
    next.lint = false;
  }
  return { ...next, wrong: state.wrong + Number(isWrong) };
}

/** Grams after a turn of the screw: a turn back first takes up the play. */
function turnedTo({ grams, slope, level, lastWay, play }: PracticeState, turns: number): number {
  const lost = lastWay !== 0 && Math.sign(turns) === -lastWay ? play : 0;
  const moves = Math.sign(turns) * Math.max(0, Math.abs(turns) - lost);
  const to =
    levels[level].screw === 'grams' ? grams + slope * moves : grams * Math.exp((slope / usualGrams) * moves);
  return Math.max(2, to);
}

/** Grams that one pull at the gauge is about: what the case has, off by the gauge's noise, and now and then by a slip of the hand. */
export function gaugedAt({ grams, level }: PracticeState, chance: () => number): number {
  const { noise, wild } = levels[level];
  if (noise === 0) return grams;
  const off = chance() < wild ? 16 * (2 * chance() - 1) : noise * 2 * (chance() + chance() + chance() - 1.5);
  return Math.max(2, grams + off);
}

/** The block that the machine sews now, columns 10 mm wide. `chance` gives each column its own small scatter. */
export function sewBlock(
  state: PracticeState,
  school: ShareSchool,
  band: Band,
  chance: () => number,
): BlockColumn[] {
  const middle = aimOf(band);
  return state.knobs.map((knob, index) => {
    const scatter = 0.02 * (chance() - 0.5);
    const share = Math.min(
      0.9,
      Math.max(
        0.02,
        aimOf(shareSchools[school]) - perGram * (pulls(state) - middle) + perStep * knob + scatter,
      ),
    );
    const tenth = (value: number) => Math.round(value * 10) / 10;
    const left = 5 * (1 - share) * (1 + 0.1 * (chance() - 0.5));
    return {
      position: index + 1,
      left: tenth(left),
      bobbin: tenth(10 * share),
      right: tenth(10 * (1 - share) - left),
      unevenness: state.bobbinBad || state.caseBent || state.lint ? 0.12 : 0.02,
    };
  });
}

/** Grams that the thread really meets: what is bent or clogged pulls harder on the whole. */
export const pulls = (state: PracticeState) =>
  state.grams * (state.bobbinBad || state.caseBent ? 1.1 : state.lint ? 0.9 : 1);

/** Everything in order: case in its band, every knob within one step, nothing bent or clogged. */
export const isRight = (state: PracticeState, band: Band) =>
  state.grams >= band.from - 0.5 &&
  state.grams <= band.to + 0.5 &&
  state.knobs.every((knob) => Math.abs(knob) <= 1) &&
  !state.bobbinBad &&
  !state.caseBent &&
  !state.lint;

/** 10 for the right part with few moves; a point off for each move beyond the level's free ones, two for each on a sound part; 1 at least. */
export const practiceScore = ({ moves, wrong, level }: PracticeState) =>
  Math.max(1, 10 - Math.max(0, moves.length - levels[level].free) - 2 * wrong);
