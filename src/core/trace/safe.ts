import { answersOf, stepOf, type Step } from '../trouble/steps/index.ts';
import type { TraceQuestion } from './question.ts';

/** A step that is not offered now, and why. */
export interface Withheld {
  step: Step;
  why: string;
}

/**
 * Of the steps that may be done, those that are safe as things stand: while a needle touches metal or a fragment is missing
 * nothing is sewn, but for the repair of the very part, which sews only when it is mended.
 */
export function openSteps(
  possible: readonly Step[],
  { answered, fragmentMissing = false }: Pick<TraceQuestion, 'answered' | 'fragmentMissing'>,
): { open: Step[]; withheld: Withheld[] } {
  const touching = answered.flatMap(({ step, answer }, index) => {
    const why = answersOf(step)[answer]?.noSewing;
    const isMended = answered.slice(index + 1).some((later) => concerns(later.step, step));
    return why && !isMended ? [{ step, why }] : [];
  })[0];
  const open: Step[] = [];
  const withheld: Withheld[] = [];
  for (const step of possible) {
    const isSewing = stepOf(step).kind !== 'look';
    if (isSewing && fragmentMissing)
      withheld.push({ step, why: 'A needle’s fragment is missing: find it before anything is sewn.' });
    else if (isSewing && touching && !concerns(step, touching.step))
      withheld.push({ step, why: touching.why });
    else open.push(step);
  }
  return { open, withheld };
}

/** Whether a step mends a part that the look is about. */
function concerns(step: Step, look: Step): boolean {
  const record = stepOf(step);
  return record.kind === 'repair' && record.parts.some((part) => stepOf(look).parts.includes(part));
}
