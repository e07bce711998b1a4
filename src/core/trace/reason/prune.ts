import type { Belief, Finder, FinderAnswer } from './finder.ts';

/** A finder with its likeliest states only, for looking ahead; what it leaves out is rarer than anything it decides. */
export interface PrunedFinder {
  finder: Finder;
  belief: Belief;
}

/**
 * The `most` likeliest states of a belief, with every state that a repair makes of them, and the empty one. The belief is not
 * brought to 1.
 */
export function pruned(finder: Finder, belief: Belief, most: number): PrunedFinder {
  const order = [...belief.keys()].sort((a, b) => belief[b]! - belief[a]! || a - b);
  const kept = new Set([0, ...order.slice(0, most)]);
  for (const { answers } of finder.steps)
    for (const { moves } of answers) for (const { from, to } of moves) if (kept.has(from)) kept.add(to);
  const states = [...kept].sort((a, b) => a - b);
  const newIndex = new Map(states.map((state, index) => [state, index]));
  const only = (all: Float64Array) => Float64Array.from(states, (state) => all[state]!);
  return {
    belief: only(belief),
    finder: {
      ...finder,
      states: states.map((state) => finder.states[state]!),
      prior: only(finder.prior),
      steps: finder.steps.map((step) => ({
        ...step,
        answers: step.answers.map((answer): FinderAnswer => ({
          ...answer,
          stays: only(answer.stays),
          moves: answer.moves.flatMap(({ from, to, weight }) =>
            newIndex.has(from) ? [{ from: newIndex.get(from)!, to: newIndex.get(to)!, weight }] : [],
          ),
        })),
      })),
    },
  };
}
