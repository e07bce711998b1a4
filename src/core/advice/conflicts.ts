import { keysOf } from '../base/keys.ts';
import { elementOf } from '../element/elements.ts';
import { needleCoatings, needlePoints } from '../needle/letters.ts';
import { sizeText } from '../units/needle-size.ts';
import type { Question } from './question.ts';
import type { Rule, Wants } from './rule.ts';
import { sizesFor } from './sizes.ts';

/** A way out of a conflict: sew on two positions, change something, or live with it. */
export interface WayOut {
  kind: 'split' | 'change' | 'accept';
  says: string;
}

/** Two rules that cannot both be had. The stronger comes first. */
export interface Conflict {
  about: ConflictSubject;
  stronger: Rule;
  weaker: Rule;
  says: string;
  ways: WayOut[];
}

/** Rules weaker than this give way without a word. */
const counts = 3;

/** What rules can disagree about: each rule's answers, best first, and their words. */
interface Subject {
  answers: (wants: Wants) => readonly { value: string | number; text: string }[];
}
const subject = <Value extends string | number>(
  wanted: (wants: Wants) => readonly Value[] | undefined,
  text: (value: Value) => string,
): Subject => ({
  answers: (wants) => (wanted(wants) ?? []).map((value) => ({ value, text: text(value) })),
});

/** What rules can be in dispute about, each with how its values are read from a rule and told. */
export const conflictSubjects = {
  point: subject(
    (wants) => wants.point,
    (value) => needlePoints[value].name,
  ),
  size: subject(sizesFor, sizeText),
  coating: subject(
    (wants) => wants.coating,
    (value) => needleCoatings[value].name,
  ),
  weight: subject(
    (wants) => wants.weight,
    (value) => `${value} wt`,
  ),
} as const satisfies Record<string, Subject>;
export type ConflictSubject = keyof typeof conflictSubjects;

/** Conflicts among the rules that speak, strongest first; of each pair of answers only the strongest rules are named. */
export function conflictsAmong(rules: readonly Rule[], question: Question): Conflict[] {
  const found: Conflict[] = [];
  for (const about of keysOf(conflictSubjects)) {
    const { answers } = conflictSubjects[about];
    const speaking = rules
      .filter((rule) => rule.strength >= counts)
      .map((rule) => ({ rule, wants: answers(rule.wants) }))
      .filter(({ wants }) => wants.length > 0)
      .sort((a, b) => b.rule.strength - a.rule.strength);
    // Of two as strong, a limit holds: it weighs more than a wish (sizes.ts).
    const strongest =
      speaking.find(({ rule }) => rule.strength === speaking[0]!.rule.strength && isLimit(rule)) ??
      speaking[0];
    const others = speaking.filter((other) => other !== strongest);
    const best = strongest?.wants[0];
    if (!strongest || !best) continue;
    const told: Answers[] = [];
    for (const { rule: weaker, wants } of others) {
      const first = wants[0];
      if (!first || haveCommon(wants, strongest.wants) || told.some((before) => haveCommon(before, wants)))
        continue;
      told.push(wants);
      const stronger = strongest.rule;
      found.push({
        about,
        stronger,
        weaker,
        says: `${capital(best.text)} or ${first.text}? ${stronger.because} But: ${weaker.because}`,
        ways: waysOut(about, weaker, question, best.text, first.text),
      });
    }
  }
  return found.sort(
    (a, b) => b.stronger.strength + b.weaker.strength - a.stronger.strength - a.weaker.strength,
  );
}

const isLimit = ({ wants }: Rule) => wants.atLeast !== undefined || wants.atMost !== undefined;

type Answers = readonly { value: string | number }[];
const haveCommon = (a: Answers, b: Answers) =>
  a.some(({ value }) => b.some((other) => other.value === value));

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

function waysOut(
  about: ConflictSubject,
  weaker: Rule,
  question: Question,
  one: string,
  other: string,
): WayOut[] {
  const ways: WayOut[] = [
    {
      kind: 'split',
      says: `Sew it on two positions: ${one} for what lies on the cloth itself, ${other} for the rest.`,
    },
  ];
  const { instead } = elementOf(question.element);
  if (weaker.wayOut) ways.push({ kind: 'change', says: weaker.wayOut });
  if (instead) ways.push({ kind: 'change', says: instead });
  if (about === 'size' && question.thread && question.thread.weightNo >= 55)
    ways.push({
      kind: 'change',
      says: 'Sew this element in 40 wt, with letters at least 6.5 mm high, and the stouter needle fits its thread.',
    });
  if (about === 'weight')
    ways.push({
      kind: 'change',
      says: 'Make the letters larger or their strokes wider, so that 40 wt carries them.',
    });
  ways.push({
    kind: 'accept',
    says: `Take ${one}, sew a test on a scrap of this cloth, and watch the first piece.`,
  });
  return ways;
}
