import type { Step } from '../trouble/steps/index.ts';
import type { Clue } from './clue.ts';
import type { Setting } from './compile.ts';

/** A step done, with its answer, by their keys. */
export interface AnsweredStep {
  step: Step;
  answer: string;
}

export interface TraceQuestion {
  clues: readonly Clue[];
  /** In the order in which they were done. */
  answered: readonly AnsweredStep[];
  setting?: Setting;
  /** A broken needle's fragment is not found: nothing is sewn until it is. */
  fragmentMissing?: boolean;
}
