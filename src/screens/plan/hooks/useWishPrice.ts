import { useState } from 'react';
import type { PlanProblem } from '../../../engines/planner/index.ts';
import { minutesText } from '../../../parts/weave/WeaveRow.tsx';
import type { PlannerState } from './usePlanner.ts';

const priceText = (more: number) =>
  more > 0.05
    ? `That costs ${minutesText(more)} more. Undo takes it back.`
    : more < -0.05
      ? `That saves ${minutesText(-more)}.`
      : 'That costs nothing.';

/** What the last change cost, in a sentence, once the plan is worked out anew; until then the old plan is still shown. */
export function useWishPrice(planner: PlannerState) {
  const [says, setSays] = useState('');
  const [before, setBefore] = useState<{ cost: number; of: PlanProblem } | null>(null);
  if (before && planner.is === 'done' && planner.of !== before.of) {
    setBefore(null);
    setSays(priceText(planner.outcome.cost - before.cost));
  }
  return {
    says,
    begin(): void {
      if (planner.is === 'done') setBefore({ cost: planner.outcome.cost, of: planner.of });
      setSays('');
    },
    forget: () => setSays(''),
  };
}
