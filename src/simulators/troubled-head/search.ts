import { adviseTrace } from '../../core/trace/advise.ts';
import type { AnsweredStep } from '../../core/trace/question.ts';
import { usualSetting } from '../../core/trace/compile.ts';
import { causeFound } from '../../core/trace/found.ts';
import { cluesFromReport } from '../../core/trace/fault-report.ts';
import type { Cause } from '../../core/trouble/causes.ts';
import { stepOf, type Step } from '../../core/trouble/steps/index.ts';
import type { HiddenCase } from './case.ts';

/** Minutes until a fault that only seemed mended is back and noticed: the simulator's own. */
export const backAfterMinutes = 12;
/** Minutes of a technician with the wait: the simulator's own. */
export const technicianMinutes = 90;

/** How a search of a hidden fault went. */
export interface Outcome {
  minutes: number;
  steps: AnsweredStep[];
  /** What it was said to be; null: nothing was named. */
  named: Cause | null;
  isTechnician: boolean;
  /** Parts replaced without their being the fault. */
  inVain: number;
}

/** Chooses the next step from what was answered; null: the technician. */
export type Way = (hidden: HiddenCase, answered: readonly AnsweredStep[]) => Step | null;

/** What is asked of the finder about a hidden case. */
export const questionOf = (hidden: HiddenCase, answered: readonly AnsweredStep[]) => ({
  clues: cluesFromReport(hidden),
  answered,
  setting: { ...usualSetting, neighbourHasSameNeedle: hidden.neighbourHasSameNeedle },
});

/** The finder's own way. */
export const finderWay: Way = (hidden, answered) => {
  const advice = adviseTrace(questionOf(hidden, answered));
  return advice.isForTechnician ? null : advice.steps[0]!.step;
};

/** Searches a hidden fault to its end. A fault that only seems mended comes back: that costs, and counts as no change. */
export function search(hidden: HiddenCase, way: Way): Outcome {
  const steps: AnsweredStep[] = [];
  let minutes = 0;
  let inVain = 0;
  for (;;) {
    const step = way(hidden, steps);
    if (!step)
      return {
        ...{ minutes: minutes + technicianMinutes, steps, named: nameOf(hidden, steps) },
        ...{ isTechnician: true, inVain },
      };
    minutes += hidden.minutes(step);
    let answer = hidden.answer(step);
    if (answer === 'sews' && !hidden.isMended()) {
      minutes += backAfterMinutes;
      answer = 'same';
    }
    steps.push({ step, answer });
    if (answer === 'sews')
      return { minutes, steps, named: nameOf(hidden, steps), isTechnician: false, inVain };
    const record = stepOf(step);
    if (record.kind === 'repair' && record.replaces) inVain += 1;
  }
}

/** The cause named at the end, with what the hands saw of what was mended. */
function nameOf(hidden: HiddenCase, steps: readonly AnsweredStep[]): Cause | null {
  const shown = steps.at(-1)?.answer === 'sews' ? hidden.shown() : [];
  return causeFound(questionOf(hidden, steps), shown);
}
