import { normal, stepAt, type Answered, type Belief, type Finder } from './finder.ts';

/**
 * The chance of each state at the beginning, after all that was answered since: Bayes' rule backwards through the answers
 * (the backward pass of a hidden Markov model). `left`: chance of what came after the last answer where something is still at
 * work, against 1 where it is mended. Throws RangeError where no state explains the answers.
 * Source: Rabiner, “A tutorial on hidden Markov models”, Proceedings of the IEEE 77(2), 1989.
 */
export function initialStates(finder: Finder, answered: Answered, left = 1): Belief {
  let then: Belief = Float64Array.from(finder.states, (state) => (state.length === 0 ? 1 : left));
  for (let index = answered.length - 1; index >= 0; index--) {
    const { stays, moves } = stepAt(finder, answered, index).answers[answered[index]![1]]!;
    const before = stays.map((chance, state) => chance * then[state]!);
    for (const { from, to, weight } of moves) before[from] = before[from]! + weight * then[to]!;
    const most = before.reduce((highest, chance) => Math.max(highest, chance), 0);
    // Brought up at every step: a long row of unlikely answers must not underflow.
    then = most > 0 ? before.map((chance) => chance / most) : before;
  }
  return normal(finder.prior.map((chance, state) => chance * then[state]!));
}
