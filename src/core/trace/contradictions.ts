import { answersOf, stepOf, type Step } from '../trouble/steps/index.ts';
import type { Clue } from './clue.ts';
import { finderFor, weighed, type Setting } from './compile.ts';
import { afterAnswer, massOf, type Answered, type Belief, type Finder } from './reason/finder.ts';

/** Two things told that go badly together: both are shown, for the operator to look again. */
export interface Contradiction {
  /** The step's key, or the clue's. */
  one: string;
  other: string;
  says: string;
}

/**
 * So many times rarer together than apart is called a contradiction: two answers, and an answer with what was said or booked
 * before, which is but a hint. From memory.
 */
const rarer = { answers: 1.6, hint: 3 };

interface Told {
  key: string;
  says: string;
  isHint: boolean;
  after: (belief: Belief) => Belief;
}

/**
 * Pairs of what was told that hold each other down: P(a, b) far below P(a)·P(b), as the model stands without either. Source
 * of the measure: Jensen, Chamberlain, Nordahl and Jensen, “Analysis in HUGIN of data conflict”, UAI 1991 (from memory).
 * The worst first, three at most.
 */
export function contradictions(
  finder: Finder,
  clues: readonly Clue[],
  answered: Answered,
  setting: Setting,
): Contradiction[] {
  if (answered.length === 0) return [];
  const blank = finderFor([], setting).prior;
  const told: Told[] = [
    ...clues.map((clue) => ({
      key: clue.key,
      says: clue.says,
      isHint: true,
      after: (belief: Belief) => weighed(finder, belief, clue),
    })),
    // After a repair the head is another one: what it told contradicts nothing.
    ...answered.flatMap(([step, answer]): Told[] => {
      const { key, answers } = finder.steps[step]!;
      if (stepOf(key as Step).kind === 'repair') return [];
      const name = answersOf(key as Step)[answers[answer]!.key]!.name;
      return [
        {
          key,
          says: `${stepOf(key as Step).name}: ${name}`,
          isHint: false,
          after: (belief: Belief) => afterAnswer(belief, answers[answer]!),
        },
      ];
    }),
  ];
  const found: (Contradiction & { times: number })[] = [];
  const alone = told.map(({ after }) => after(blank));
  told.forEach((one, at) => {
    told.slice(at + 1).forEach((other, further) => {
      // What was said and what was booked may differ by nature: only answers are held against anything.
      if (one.isHint && other.isHint) return;
      // Looked at again: the second look was meant to tell otherwise.
      if (one.key === other.key) return;
      const apart = massOf(alone[at]!) * massOf(alone[at + 1 + further]!);
      const times = apart / massOf(other.after(alone[at]!));
      if (times > (one.isHint || other.isHint ? rarer.hint : rarer.answers))
        found.push({
          one: one.key,
          other: other.key,
          says: `“${one.says}” goes badly with “${other.says}”.`,
          times,
        });
    });
  });
  return found
    .sort((a, b) => b.times - a.times)
    .slice(0, 3)
    .map(({ one, other, says }) => ({ one, other, says }));
}
