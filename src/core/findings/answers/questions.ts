import { changedAnswer, type ChangedAsked } from './changed.ts';
import { costAnswer, type CostAsked } from './cost.ts';
import { needlesAnswer, type NeedlesAsked } from './needles.ts';
import { placesAnswer, type PlacesAsked } from './places.ts';
import { speedAnswer, type SpeedAsked } from './speed.ts';
import { whatIfAnswer, type WhatIfAsked } from './what-if.ts';
import { withAnswer, type WithAsked } from './with.ts';
import type { Answer } from './words/answer.ts';

/** A question with what it is asked of. */
export type Question =
  | { asks: 'needles'; of: NeedlesAsked }
  | { asks: 'places'; of: PlacesAsked }
  | { asks: 'with'; of: WithAsked }
  | { asks: 'changed'; of: ChangedAsked }
  | { asks: 'cost'; of: CostAsked }
  | { asks: 'what-if'; of: WhatIfAsked }
  | { asks: 'speed'; of: SpeedAsked };

/** The answer to a question. */
export function answerOf(question: Question): Answer {
  switch (question.asks) {
    case 'needles':
      return needlesAnswer(question.of);
    case 'places':
      return placesAnswer(question.of);
    case 'with':
      return withAnswer(question.of);
    case 'changed':
      return changedAnswer(question.of);
    case 'cost':
      return costAnswer(question.of);
    case 'what-if':
      return whatIfAnswer(question.of);
    case 'speed':
      return speedAnswer(question.of);
  }
}
