import { adviseTrace } from '../../../core/trace/advise.ts';
import { usualPrices } from '../../../core/trace/compile.ts';
import { cluesFromReport } from '../../../core/trace/fault-report.ts';
import { worthText } from '../../../core/trace/worth.ts';
import { causeOf } from '../../../core/trouble/causes.ts';
import { answersOf, stepOf } from '../../../core/trouble/steps/index.ts';
import { traceAnswer, traceQuestion } from '../../../schemas/trace.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { invalid } from '../../../server/base/problem.ts';

export const POST = endpoint(
  { right: 'compute', rate: 'compute', body: traceQuestion, answer: traceAnswer },
  async ({ body }) => {
    const { seen = null, scope = null, since = null, clues = [], answered = [], positions = 15 } = body;
    const wrong = answered.find(({ step, answer }) => !Object.hasOwn(answersOf(step), answer));
    if (wrong)
      throw invalid(
        `“${stepOf(wrong.step).name}” has no answer “${wrong.answer}”. It has: ${Object.keys(answersOf(wrong.step)).join(', ')}.`,
      );
    const advice = adviseTrace({
      clues: [...cluesFromReport({ seen, scope, since }), ...clues],
      answered,
      fragmentMissing: body.fragmentMissing ?? false,
      setting: {
        prices: body.prices ?? usualPrices,
        neighbourHasSameNeedle: body.neighbourHasSameNeedle ?? null,
        hasNeighbour: positions > 1,
      },
    });
    return {
      ...advice,
      causes: advice.causes.map(({ cause, chance }) => ({
        cause,
        name: causeOf(cause).name,
        part: causeOf(cause).part,
        chance: Math.min(1, chance),
      })),
      pair: advice.pair && { ...advice.pair, causes: [...advice.pair.causes] },
      steps: advice.steps.map((each) => ({
        step: each.step,
        name: stepOf(each.step).name,
        says: stepOf(each.step).says,
        minutes: each.minutes,
        expected: each.expected,
        worth: worthText(each),
        answers: each.answers.map(({ key, chance, clears }) => ({
          key,
          name: answersOf(each.step)[key]!.name,
          chance: Math.min(1, chance),
          clears,
        })),
      })),
    };
  },
);
