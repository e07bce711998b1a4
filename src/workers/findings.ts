import { needlesFrom, type NeedleColumns } from '../core/findings/answers/needle-columns.ts';
import { answerOf, type Question } from '../core/findings/answers/questions.ts';
import type { Answer } from '../core/findings/answers/words/answer.ts';

type AskedOf<Asks extends Question['asks']> = Extract<Question, { asks: Asks }>;
type InColumns<Asked extends { asks: string; of: { lives: unknown } }> = {
  [Asks in Asked['asks']]: { asks: Asks; of: Omit<Asked['of'], 'lives'> & { lives: NeedleColumns } };
}[Asked['asks']];
/** Needles come as the server tells them, column by column. */
export type FindingsAsked =
  | Exclude<Question, { asks: 'needles' | 'what-if' }>
  | InColumns<AskedOf<'needles'>>
  | InColumns<AskedOf<'what-if'>>;
export type FindingsSaid = { says: 'answer'; answer: Answer; ms: number } | { says: 'refused'; why: string };

const unpacked = (asked: FindingsAsked): Question => {
  switch (asked.asks) {
    case 'needles':
      return { asks: 'needles', of: { ...asked.of, lives: needlesFrom(asked.of.lives) } };
    case 'what-if':
      return { asks: 'what-if', of: { ...asked.of, lives: needlesFrom(asked.of.lives) } };
    default:
      return asked;
  }
};

/** Works answers out away from the page. */
addEventListener('message', ({ data }: MessageEvent<FindingsAsked>) => {
  const began = performance.now();
  const say = (said: FindingsSaid) => postMessage(said);
  try {
    const answer = answerOf(unpacked(data));
    say({ says: 'answer', answer, ms: performance.now() - began });
  } catch {
    say({
      says: 'refused',
      why: 'This could not be worked out. Choose another time, and tell whoever looks after the app.',
    });
  }
});
