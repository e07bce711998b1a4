import { answerOf, type Question } from '../core/learn/answers/questions.ts';
import type { Answer } from '../core/learn/answers/answer.ts';

export type FindingsAsked = Question;
export type FindingsSaid = { says: 'answer'; answer: Answer; ms: number } | { says: 'refused'; why: string };

/** Works answers out away from the page. */
addEventListener('message', ({ data }: MessageEvent<FindingsAsked>) => {
  const began = performance.now();
  const say = (said: FindingsSaid) => postMessage(said);
  try {
    const answer = answerOf(data);
    say({ says: 'answer', answer, ms: performance.now() - began });
  } catch {
    say({
      says: 'refused',
      why: 'This could not be worked out. Choose another time, and tell whoever looks after the app.',
    });
  }
});
