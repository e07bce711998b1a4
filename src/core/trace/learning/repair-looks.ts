import type { Part } from '../../trouble/parts.ts';
import { stepOf, type Step } from '../../trouble/steps/index.ts';

/** The looks that a repair gives for nothing: what the hands see of what it took out. */
export function shownBy(step: Step): readonly Step[] {
  const record = stepOf(step);
  return record.kind === 'repair' ? ((record.shows ?? []) as readonly Step[]) : [];
}

/** The part that a step replaces for good, as it is booked; null: none. */
export function replacedBy(step: Step): Part | null {
  const record = stepOf(step);
  return record.kind === 'repair' ? (record.replaces ?? null) : null;
}
