import { needlePoints } from '../needle/letters.ts';
import { sizeText } from '../units/needle-size.ts';
import type { Question } from './question.ts';
import type { Rule, Wants } from './rule.ts';

/** A way out of a conflict: sew on two positions, change something, or live with it. */
export interface WayOut {
  kind: 'split' | 'change' | 'accept';
  says: string;
}

/** Two rules that cannot both be had. The stronger comes first. */
export interface Conflict {
  about: 'point' | 'size' | 'coating' | 'weight';
  stronger: Rule;
  weaker: Rule;
  says: string;
  ways: WayOut[];
}

/** Rules weaker than this give way without a word. */
const counts = 3;

interface Subject {
  about: Conflict['about'];
  wanted: (wants: Wants) => readonly (string | number)[] | undefined;
  text: (value: never) => string;
}

const subjects: readonly Subject[] = [
  {
    about: 'point',
    wanted: (wants) => wants.point,
    text: (value: keyof typeof needlePoints) => needlePoints[value].name,
  },
  { about: 'size', wanted: (wants) => wants.size, text: (value: number) => sizeText(value as never) },
  { about: 'coating', wanted: (wants) => wants.coating, text: (value: string) => value.replace('-', ' ') },
  { about: 'weight', wanted: (wants) => wants.weight, text: (value: number) => `${value} wt` },
];

/** Conflicts among the rules that speak, strongest first; of each pair of answers only the strongest rules are named. */
export function conflictsAmong(rules: readonly Rule[], question: Question): Conflict[] {
  const found: Conflict[] = [];
  for (const { about, wanted, text } of subjects) {
    const asking = rules
      .filter((rule) => rule.strength >= counts && wanted(rule.wants)?.length)
      .sort((a, b) => b.strength - a.strength);
    const stronger = asking[0];
    if (!stronger) continue;
    const firsts = new Set<string | number>();
    for (const weaker of asking.slice(1)) {
      const first = wanted(weaker.wants)![0]!;
      const shared = wanted(weaker.wants)!.some((value) => wanted(stronger.wants)!.includes(value));
      if (shared || firsts.has(first)) continue;
      firsts.add(first);
      const [one, other] = [stronger, weaker].map((rule) => text(wanted(rule.wants)![0] as never));
      found.push({
        about,
        stronger,
        weaker,
        says: `${capital(one!)} or ${other}? ${stronger.because} But: ${weaker.because}`,
        ways: waysOut(about, weaker, question, one!, other!),
      });
    }
  }
  return found.sort(
    (a, b) => b.stronger.strength + b.weaker.strength - a.stronger.strength - a.weaker.strength,
  );
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

function waysOut(
  about: Conflict['about'],
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
  if (weaker.id === 'soluble-sharp')
    ways.push({
      kind: 'change',
      says: 'Use a topping that is laid on and torn off, or a heat-away one, instead of film.',
    });
  if (weaker.id === 'foam' || question.element === 'foam')
    ways.push({ kind: 'change', says: 'Raise the columns with a thick underlay instead of foam.' });
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
