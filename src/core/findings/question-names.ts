import { keysOf } from '../base/keys.ts';

/** The questions, as they are asked. `data`: what the server gives for it (schemas/findings.ts). Apart from the answers: the page needs only the words. */
export const questionNames = {
  needles: { name: 'How long do needles last?', data: 'needles' },
  places: { name: 'Where does it break?', data: 'places' },
  with: { name: 'What goes with breaks?', data: 'with' },
  changed: { name: 'What changed?', data: 'changed' },
  cost: { name: 'What did it cost?', data: 'cost' },
  'what-if': { name: 'What if …?', data: 'needles' },
  speed: { name: 'At what speed?', data: 'with' },
} as const satisfies Record<string, { name: string; data: string }>;
export type QuestionKey = keyof typeof questionNames;
export const questionKeys = keysOf(questionNames);
