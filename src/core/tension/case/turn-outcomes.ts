import { chanceIn } from './belief/after-turn.ts';
import { screwOf, type ScrewPrior } from './belief/known-screw.ts';
import {
  afterStep,
  beliefOf,
  newCase,
  type CaseBelief,
  type CaseStep,
  type Foretold,
} from './belief/screw.ts';

/** How a turn came out: what was believed and said of it, and the chance that it landed in the band that it was made for, as the readings after it have it. */
export interface TurnOutcome {
  believed: number;
  said: number;
  landed: number;
}

/** A reading later than this after the turn tells how the case wandered, not where the turn ended. Days. */
const soon = 1;

/** Follows a case's steps, and tells how those turns came out of which something was said and after which it was read soon. */
export function turnOutcomes(
  steps: readonly CaseStep[],
  prior?: ScrewPrior,
): { belief: CaseBelief | null; came: TurnOutcome[] } {
  let followed = newCase(prior);
  let open: { foretold: Foretold; days: number; isRead: boolean } | null = null;
  const came: TurnOutcome[] = [];
  const close = () => {
    const belief = open?.isRead ? beliefOf(followed) : null;
    if (open && belief) came.push(cameOut(open.foretold, belief));
    open = null;
  };
  for (const step of steps) {
    if (step.is === 'turn') {
      close();
      if (step.foretold && followed.isKnown) open = { foretold: step.foretold, days: 0, isRead: false };
    } else if (open) {
      open.days += step.days ?? 0;
      if (open.days > soon) close();
      else open.isRead = true;
    }
    followed = afterStep(followed, step);
  }
  close();
  return { belief: beliefOf(followed), came };
}

/** How a turn came out, as is believed of the case now. */
const cameOut = (foretold: Foretold, belief: CaseBelief): TurnOutcome => ({
  believed: foretold.believed,
  said: foretold.said,
  landed: chanceIn(belief, foretold),
});

/** What steps showed of the screw (null: it was not turned between readings), and how its turns came out. */
export function landedChance(
  steps: readonly CaseStep[],
  prior: ScrewPrior,
): { screw: ScrewPrior | null; came: TurnOutcome[] } {
  if (!steps.some(({ is }) => is === 'turn')) return { screw: null, came: [] };
  const { belief, came } = turnOutcomes(steps, prior);
  return { screw: belief && belief.turns > 0 ? screwOf(belief) : null, came };
}
