import type { NeedleSpec } from '../needle/label.ts';
import { advise, judge, type Advice, type RankedNeedle } from './advise.ts';
import type { Question } from './question.ts';

/** A needle this many points behind the best is not acceptable. */
export const acceptablePoints = 9;

/**
 * What may sew a question's stitches, and how fast: the advised needle, whether any other will do (at most
 * {@link acceptablePoints} behind it), and the speed's limit.
 */
export interface Acceptance {
  best: RankedNeedle | null;
  accepts: (needle: NeedleSpec) => boolean;
  speed: Advice['speed'];
}

export function acceptanceOf(question: Question): Acceptance {
  const { needles, speed } = advise(question);
  const best = needles[0] ?? null;
  if (!best) return { best, speed, accepts: () => true };
  const points = judge(question);
  const most = points(best.spec);
  return { best, speed, accepts: (needle) => most - points(needle) <= acceptablePoints };
}
