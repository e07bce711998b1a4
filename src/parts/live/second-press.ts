import { atom, type ReadableAtom } from 'nanostores';
import { clockNow } from './clock.ts';

/** A question that a second press within {@link askedForMs} answers; `says`: in a sentence, for who shows it at the button. */
export interface Question {
  what: string;
  says: string;
  at: number;
}

/** How long a question stands open for a second press, ms. */
const askedForMs = 15_000;
const asked = atom<Question | null>(null);
/** The question that stands open, for the button it was asked at. */
export const openQuestion: ReadableAtom<Question | null> = asked;

/** True on the second press within {@link askedForMs}: the first was asked about. */
export function isSaidAgain(what: string, says = ''): boolean {
  const before = asked.get();
  const isAgain = before?.what === what && clockNow() - before.at < askedForMs;
  const question = isAgain ? null : { what, says, at: clockNow() };
  asked.set(question);
  if (question)
    setTimeout(() => {
      if (asked.get() === question) asked.set(null);
    }, askedForMs);
  return isAgain;
}

/** Nothing is asked any more: the answer was no. */
export const dropQuestion = (): void => asked.set(null);
