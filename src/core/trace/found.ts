import { causeKeys, type Cause } from '../trouble/causes.ts';
import { numbered } from './advise.ts';
import type { Given, TraceQuestion } from './asked.ts';
import { likeliestFirst, type CauseChance } from './cause-chance.ts';
import { finderFor, usualSetting } from './compile.ts';
import { afterAnswer, chanceOfCauses, normal, posterior, type Belief, type Finder } from './reason/finder.ts';

/**
 * What it was, the likeliest first: the causes as they stood before the last answer, weighed by whether that answer mended
 * them (it sews again), and by what the hands saw of what the last repair took out (`shown`, looks not made before). Chances add up to about 1; two causes at once count for both.
 */
export function causesFound(
  { clues, answered, setting = usualSetting }: TraceQuestion,
  shown: readonly Given[] = [],
): CauseChance[] {
  const finder = finderFor(clues, setting);
  const given = numbered(finder, [...answered.slice(0, -1), ...shown, ...answered.slice(-1)]);
  const last = given.at(-1);
  const before = posterior(finder, given.slice(0, -1));
  const chances = last
    ? mendedOrThere(finder, before, last)
    : chanceOfCauses(finder, before, causeKeys.length);
  return likeliestFirst(chances);
}

/** The cause that a trace ends with; null: it is likelier something that is not in the list. */
export function causeFound(question: TraceQuestion, shown: readonly Given[] = []): Cause | null {
  const [first] = causesFound(question, shown);
  return first!.cause === 'other' ? null : first!.cause;
}

/** After an ending answer: the causes that it took away, and those that it only seems to have mended. */
function mendedOrThere(
  finder: Finder,
  before: Belief,
  [step, answer]: readonly [step: number, answer: number],
): number[] {
  const record = finder.steps[step]!.answers[answer]!;
  if (!record.ends) return chanceOfCauses(finder, normal(afterAnswer(before, record)), causeKeys.length);
  const chances = causeKeys.map(() => 0);
  let mass = 0;
  const count = (causes: readonly number[], weight: number) => {
    mass += weight;
    for (const cause of causes) chances[cause] = chances[cause]! + weight;
  };
  finder.states.forEach((causes, state) => count(causes, before[state]! * record.stays[state]!));
  for (const { from, to, weight } of record.moves) {
    const left = finder.states[to]!;
    count(
      finder.states[from]!.filter((cause) => !left.includes(cause)),
      before[from]! * weight,
    );
  }
  return chances.map((chance) => chance / mass);
}
