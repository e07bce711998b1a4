import { type Fibre } from '../thread/fibres.ts';
import type { Question } from './question.ts';
import { defaultSchools, type Schools } from './schools.ts';

/** A question as it may be asked: what is left out is filled in the usual way. */
export type Asked = Pick<Question, 'cloth' | 'element'> &
  Partial<Omit<Question, 'cloth' | 'element' | 'thread' | 'schools'>> & {
    thread?: { weightNo: number; tex?: number; fibre: Fibre } | null;
    schools?: Partial<Schools>;
  };

/** Fills in one layer, no seam, no backing, a medium hoop, solidity, and the workshop's schools. */
export function fillIn(asked: Asked, workshop: Partial<Schools> = {}): Question {
  const { thread } = asked;
  return {
    layers: 1,
    seams: false,
    backings: [],
    hoop: 'medium',
    letterMm: null,
    strokeMm: null,
    priority: 'solidity',
    ...asked,
    thread: thread ? { ...thread, tex: thread.tex ?? 1000 / thread.weightNo } : null,
    schools: { ...defaultSchools, ...workshop, ...asked.schools },
  };
}

/** Words in a job's free-text cloth that name a cloth of the rules, the first that fits. */
const words: readonly [RegExp, Question['cloth']][] = [
  [/\bcap|buckram/i, 'cap'],
  [/knit.*(heavy|thick)|sweater|jumper/i, 'knit-heavy'],
  [/knit|jersey|stretch|polo|t-shirt/i, 'knit-light'],
  [/nylon|ripstop|coated|umbrella/i, 'nylon'],
  [/towel|terry|fleece|pile/i, 'towel'],
  [/canvas|denim|jeans/i, 'canvas'],
  [/twill|workwear/i, 'twill'],
  [/softshell|soft shell/i, 'softshell'],
  [/leather|vinyl/i, 'leather'],
  [/felt/i, 'felt'],
  [/dense|poplin|satin|taffeta/i, 'woven-dense'],
];

/** The cloth that a job's words mean, or null when they name none that is known. */
export function clothFromWords(text: string): Question['cloth'] | null {
  return (
    words.find(([pattern]) => pattern.test(text))?.[1] ??
    (/woven|cotton|linen/i.test(text) ? 'woven-light' : null)
  );
}
