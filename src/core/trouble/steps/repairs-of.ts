import type { Cause } from '../causes.ts';
import { stepKeys, stepOf, type Step } from './index.ts';
import type { RepairRecord } from './step.ts';

/** The looks that must have told something before a step; none for most. */
export function afterOf(step: Step): NonNullable<RepairRecord['after']> {
  const record = stepOf(step);
  return record.kind === 'repair' ? (record.after ?? []) : [];
}

/** Whether a step may be done after these answers: what is set must have been measured. */
export function mayBeDone(step: Step, answered: readonly { step: Step; answer: string }[]): boolean {
  const after = afterOf(step);
  return (
    after.length === 0 ||
    answered.some((given) =>
      after.some(({ look, answers }) => look === given.step && answers.includes(given.answer)),
    )
  );
}

/** The repairs that mend a cause with at least this chance, the quickest first. */
export function repairsOf(cause: Cause, least: number): { step: Step; record: RepairRecord }[] {
  return stepKeys
    .flatMap((step) => {
      const record = stepOf(step);
      return record.kind === 'repair' && (record.mends[cause] ?? 0) >= least ? [{ step, record }] : [];
    })
    .sort((a, b) => a.record.minutes - b.record.minutes);
}
