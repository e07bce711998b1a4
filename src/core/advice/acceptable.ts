import type { NeedleSpec } from '../needle/label.ts';
import { advise, judge } from './advise.ts';
import type { Question } from './question.ts';

/** A needle this many points behind the best is not acceptable. */
export const acceptablePoints = 9;

/** Tells of any needle whether it will do for what is asked: at most {@link acceptablePoints} behind the advised one. */
export function accepts(question: Question): (needle: NeedleSpec) => boolean {
  const best = advise(question).needles[0];
  if (!best) return () => true;
  const points = judge(question);
  const most = points(best.spec);
  return (needle) => most - points(needle) <= acceptablePoints;
}
