import { causeOf } from '../trouble/causes.ts';
import { stepKeys, stepOf, type Step } from '../trouble/steps/index.ts';
import type { TraceAdvice } from './advise.ts';
import type { Given } from './asked.ts';

/**
 * “Most likely first”: the likeliest cause's own repair, the cheapest that mends it surely; its look before it, where one must
 * be made. What the finder is measured against. null: nothing is left that mends anything likely.
 */
export function repairOf({ causes }: Pick<TraceAdvice, 'causes'>, answered: readonly Given[]): Step | null {
  const isDone = (step: string) => answered.some((given) => given.step === step);
  // A repair may be tried twice, as the finder's may.
  const isDoneTwice = (step: string) => answered.filter((given) => given.step === step).length > 1;
  for (const { cause, chance } of causes) {
    if (chance < 0.003) return null;
    if (causeOf(cause).technician && chance > 0.5) return null;
    const repairs = stepKeys
      .flatMap((step) => {
        const record = stepOf(step);
        const mends = record.kind === 'repair' ? (record.mends[cause] ?? 0) : 0;
        return record.kind === 'repair' && mends >= 0.6 && !isDoneTwice(step) ? [{ step, record }] : [];
      })
      .sort((a, b) => a.record.minutes - b.record.minutes);
    for (const { step, record } of repairs) {
      if (!record.after) return step;
      if (
        answered.some((given) =>
          record.after!.some(({ look, answers }) => look === given.step && answers.includes(given.answer)),
        )
      )
        return step;
      const look = record.after.find((after) => !isDone(after.look));
      if (look) return look.look as Step;
    }
  }
  return null;
}
