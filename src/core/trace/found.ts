import { causeKeys, type Cause } from '../trouble/causes.ts';
import { numbered } from './advise.ts';
import type { AnsweredStep, TraceQuestion } from './question.ts';
import { likeliestFirst, type CauseChance } from './cause-chance.ts';
import { finderFor, usualSetting, usualSewing } from './compile.ts';
import { initialStates } from './reason/backwards.ts';
import { chanceOfCauses } from './reason/finder.ts';

/**
 * What it was, the likeliest first: the causes at work when the search began, after all that was answered since, and after what
 * the hands saw of what the last repair took out (`shown`). Chances add up to about 1; two causes at once count for both.
 * A repair that ended it is taken to have held: what only seems mended breaks again within some sections more.
 */
export function causesFound(
  { clues, answered, setting = usualSetting }: TraceQuestion,
  shown: readonly AnsweredStep[] = [],
): CauseChance[] {
  const finder = finderFor(clues, setting);
  // What was seen of what came out was seen before the repair had taken it out.
  const given = numbered(finder, [...answered.slice(0, -1), ...shown, ...answered.slice(-1)]);
  const [step, answer] = given.at(-1) ?? [];
  const isEnded = step !== undefined && finder.steps[step]!.answers[answer!]!.ends;
  const first = initialStates(finder, given, isEnded ? seldomHeld : 1);
  return likeliestFirst(chanceOfCauses(finder, first, causeKeys.length));
}

/** Sections sewn without a break before a trace is closed: 3,000 stitches of some 700 each. From memory. */
const sectionsHeld = 4;

/** Chance that what is not mended shows in none of them. */
const seldomHeld = (1 - usualSewing.showsAgain) ** sectionsHeld;

/** The cause that a trace ends with; null: it is likelier something that is not in the list. */
export function causeFound(question: TraceQuestion, shown: readonly AnsweredStep[] = []): Cause | null {
  const [first] = causesFound(question, shown);
  return first!.cause === 'other' ? null : first!.cause;
}
