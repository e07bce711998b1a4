import { keysOf } from '../../base/keys.ts';
import { gaugeChecks } from './gauge-checks.ts';
import { looks } from './looks.ts';
import { repairs } from './repairs.ts';
import { repairAnswers, swapAnswers, type AnswerRecord, type StepRecord } from './step.ts';
import { swaps } from './swaps.ts';

/** Everything that can be done to find out or to mend. A new one is a record in one of the four files beside this one. */
export const steps = { ...looks, ...gaugeChecks, ...swaps, ...repairs } as const;
export type Step = keyof typeof steps;
export const stepKeys = keysOf(steps);

/** What is known of a step. */
export const stepOf = (step: Step): StepRecord => steps[step];

/** The answers that a step can have, by their keys, in the order of their buttons. */
export function answersOf(step: Step): Readonly<Record<string, AnswerRecord>> {
  const record = stepOf(step);
  if (record.kind === 'look') return record.answers;
  return record.kind === 'swap' ? swapAnswers : repairAnswers;
}

/** Every key that an answer of some step has. */
export const answerKeys: readonly string[] = [
  ...new Set(stepKeys.flatMap((step) => Object.keys(answersOf(step)))),
];
