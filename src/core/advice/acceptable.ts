import type { NeedleSpec } from '../needle/label.ts';
import { advise, judge, type RankedNeedle } from './advise.ts';
import type { Question } from './question.ts';

/** A needle this many points behind the best is not acceptable. */
export const acceptablePoints = 9;

/** What may sew a question's stitches: the advised needle, and whether any other will do, at most {@link acceptablePoints} behind it. */
export interface Acceptance {
  best: RankedNeedle | null;
  accepts: (needle: NeedleSpec) => boolean;
}

export function acceptanceOf(question: Question): Acceptance {
  const best = advise(question).needles[0] ?? null;
  if (!best) return { best, accepts: () => true };
  const points = judge(question);
  const most = points(best.spec);
  return { best, accepts: (needle) => most - points(needle) <= acceptablePoints };
}
