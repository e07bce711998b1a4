/**
 * A search for what is wrong, in numbers: nothing here knows of needles. A *state* is a set of causes that are at work; the
 * first is the empty set, mended.
 */
export interface Finder {
  /** Each state's causes, by their numbers. `states[0]` is empty. */
  states: readonly (readonly number[])[];
  /** Chance of each state before any step, adding up to 1; 0 for the mended one. */
  prior: Float64Array;
  steps: readonly FinderStep[];
  /** Steps, by their numbers, that may not be done before an answer opens them. */
  locked?: ReadonlySet<number>;
  /** Price of giving up to somebody who always mends it, in minutes. */
  technician: number;
  /** Price of a fault that seemed mended and comes back, in minutes. */
  comesBack: number;
}

/** Something that can be done once. */
export interface FinderStep {
  key: string;
  /** In minutes, above 0. */
  cost: number;
  answers: readonly FinderAnswer[];
  /** It is not done a second time. */
  isOnce?: true;
}

/** One answer: its chance in each state, and what the state is afterwards. Over a step's answers the chances add up to 1. */
export interface FinderAnswer {
  key: string;
  /** It sews again: the search is over. What is not really mended comes back, and is then as if it had changed nothing. */
  ends: boolean;
  /** Chance of this answer with the state left as it was. */
  stays: Float64Array;
  /** Chance of this answer with the state changed: a repair took a cause away. */
  moves: readonly Move[];
  /** Steps, by their numbers, that may be done from this answer on: a screw is not turned before it was measured. */
  opens?: readonly number[];
}

export interface Move {
  from: number;
  to: number;
  weight: number;
}

/** A belief: a weight for each state. What they add up to is the chance of all that was answered. */
export type Belief = Float64Array;

/** The belief after an answer, not brought to 1: its sum is the chance of everything answered so far. */
export function afterAnswer(belief: Belief, { stays, moves }: FinderAnswer): Belief {
  const after = new Float64Array(belief.length);
  for (let state = 0; state < belief.length; state++) after[state] = belief[state]! * stays[state]!;
  for (const { from, to, weight } of moves) after[to] = after[to]! + belief[from]! * weight;
  return after;
}

/** What a belief's weights add up to. */
export function massOf(belief: Belief): number {
  let sum = 0;
  for (let state = 0; state < belief.length; state++) sum += belief[state]!;
  return sum;
}

/** A belief whose weights add up to 1. Throws RangeError where nothing explains what was answered (all weights 0). */
export function normal(belief: Belief): Belief {
  const mass = massOf(belief);
  if (!(mass > 0)) throw new RangeError('No state explains these answers.');
  return belief.map((weight) => weight / mass);
}

/** What was answered: a step's number and its answer's. */
export type Answered = readonly (readonly [step: number, answer: number])[];

/** How often a step may be done: eyes miss things, and a hand may not have got a repair right. */
const timesAtMost = 2;

/**
 * The steps that may be done after these answers: each twice at most, a swap once, and of the locked ones those that an answer
 * opened.
 */
export function stepsOpen({ steps, locked }: Finder, answered: Answered): number[] {
  const times = new Map<number, number>();
  for (const [step] of answered) times.set(step, (times.get(step) ?? 0) + 1);
  const opened = new Set(answered.flatMap(([step, answer]) => steps[step]!.answers[answer]!.opens ?? []));
  return [...steps.keys()].filter(
    (step) =>
      (times.get(step) ?? 0) < (steps[step]!.isOnce ? 1 : timesAtMost) &&
      (!locked?.has(step) || opened.has(step)),
  );
}

/** Of what an eye or a hand missed, or took for something else, so much it takes for the same when it looks again. From memory. */
export const sameAgain = 0.5;

/** A look when it is made again: as the first time with chance {@link sameAgain}, else as if it were made anew. Repairs are as they were. */
function again(step: FinderStep, first: number): FinderStep {
  if (step.answers.some(({ ends }) => ends)) return step;
  const answers = step.answers.map((answer, index) => ({
    ...answer,
    stays: answer.stays.map((chance) => (1 - sameAgain) * chance + (index === first ? sameAgain : 0)),
  }));
  return { ...step, answers };
}

/** The finder after these answers, for what comes next: looks made before are looks made again. */
export function afterLooks(finder: Finder, answered: Answered): Finder {
  const first = new Map([...answered].reverse());
  return {
    ...finder,
    steps: finder.steps.map((step, index) => (first.has(index) ? again(step, first.get(index)!) : step)),
  };
}

/** The step of an answer, as it was then: made for the first time, or again. */
export function stepAt({ steps }: Finder, answered: Answered, index: number): FinderStep {
  const [number] = answered[index]!;
  const first = answered.findIndex(([step]) => step === number);
  return first < index ? again(steps[number]!, answered[first]![1]) : steps[number]!;
}

/** The exact posterior over states after a row of answers: Bayes' rule, in the order in which they were given. */
export function posterior(finder: Finder, answered: Answered): Belief {
  return answered.reduce(
    // Brought to 1 at every step: a long row of unlikely answers must not underflow.
    (belief, [, answer], index) =>
      normal(afterAnswer(belief, stepAt(finder, answered, index).answers[answer]!)),
    finder.prior,
  );
}

/** Chance that each cause is at work: the sum over the states that hold it. */
export function chanceOfCauses(finder: Finder, belief: Belief, causes: number): number[] {
  const chances = Array.from({ length: causes }, () => 0);
  finder.states.forEach((state, index) => {
    for (const cause of state) chances[cause] = chances[cause]! + belief[index]!;
  });
  return chances;
}
