import { causeOf } from '../trouble/causes.ts';
import type { Step } from '../trouble/steps/index.ts';
import { afterOf, mayBeDone, repairsOf } from '../trouble/steps/repairs-of.ts';
import type { TraceAdvice } from './advise.ts';
import type { AnsweredStep } from './question.ts';

/**
 * “Most likely first”: the likeliest cause's own repair, the cheapest that mends it surely; its look before it, where one must
 * be made. What the finder is measured against. null: nothing is left that mends anything likely.
 */
export function repairOf(
  { causes }: Pick<TraceAdvice, 'causes'>,
  answered: readonly AnsweredStep[],
): Step | null {
  // Each may be done twice, as the finder's may.
  const isDoneTwice = (step: string) => answered.filter((given) => given.step === step).length > 1;
  for (const { cause, chance } of causes) {
    if (chance < 0.003) return null;
    if (causeOf(cause).technician && chance > 0.5) return null;
    for (const { step } of repairsOf(cause, 0.6).filter((repair) => !isDoneTwice(repair.step))) {
      if (mayBeDone(step, answered)) return step;
      const look = afterOf(step).find((after) => !isDoneTwice(after.look));
      if (look) return look.look as Step;
    }
  }
  return null;
}
