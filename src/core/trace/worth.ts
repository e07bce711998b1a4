import { causeKeys } from '../trouble/causes.ts';
import { stepOf, type Step } from '../trouble/steps/index.ts';
import {
  afterAnswer,
  chanceOfCauses,
  massOf,
  type Belief,
  type Finder,
  type FinderStep,
} from './reason/finder.ts';

/** What a step is worth, in what can be counted. */
export interface StepWorth {
  /** Chance that it sews again with it; 0 for looks and swaps. */
  mends: number;
  /** Causes that stand before it. */
  standing: number;
  /** For each answer: its chance, and how many of the standing causes it clears. */
  answers: { key: string; chance: number; clears: number }[];
}

export interface StepAdvice extends StepWorth {
  step: Step;
  /** Of this step, with the sewing that belongs to it. */
  minutes: number;
  /** Until it sews again, with this step first and the best afterwards. */
  expected: number;
}

/** A cause stands from this chance on. */
const stands = 0.01;

/** The worth of any step in a belief that adds up to 1: what stands before it is counted once for all of them. */
export function worthIn(finder: Finder, belief: Belief): (step: FinderStep) => StepWorth {
  const before = chanceOfCauses(finder, belief, causeKeys.length);
  const standing = before.filter((chance) => chance >= stands).length;
  return (step) => {
    let mends = 0;
    const answers = step.answers.map((answer) => {
      const after = afterAnswer(belief, answer);
      const chance = massOf(after);
      if (answer.ends) {
        mends += after[0]!;
        return { key: answer.key, chance, clears: 0 };
      }
      const then = chanceOfCauses(finder, after, causeKeys.length);
      const clears = before.filter(
        (each, cause) => each >= stands && chance > 0 && then[cause]! / chance < stands,
      ).length;
      return { key: answer.key, chance, clears };
    });
    return { mends, standing, answers };
  };
}

const minutesText = (minutes: number) => minutes.toFixed(1);

/** "clears 8 of 11 causes", "mends it in 41 of 100". */
export function worthText({
  step,
  mends,
  standing,
  answers,
}: Pick<StepAdvice, 'step' | keyof StepWorth>): string {
  if (stepOf(step).kind === 'repair') return `mends it in ${Math.round(mends * 100)} of 100`;
  const most = Math.max(0, ...answers.map(({ clears }) => clears));
  return most > 0
    ? `clears up to ${most} of ${standing} causes`
    : `weighs ${standing} ${standing === 1 ? 'cause' : 'causes'} anew`;
}

/** Why the first step comes before the second. */
export function whyFirst([first, second]: readonly StepAdvice[]): string | null {
  if (!first || !second) return null;
  const [name, other] = [stepOf(first.step).name, stepOf(second.step).name];
  const ahead = second.expected - first.expected;
  if (ahead < 0.05)
    return stepOf(second.step).isUnderCover && !stepOf(first.step).isUnderCover
      ? `“${other}” would be as good, but a cover has to come off for it.`
      : `“${other}” would be as good: about ${minutesText(first.expected)} minutes either way.`;
  return `${name} first: about ${minutesText(first.expected)} minutes until it sews again. With “${other}” first about ${minutesText(second.expected)}.`;
}
