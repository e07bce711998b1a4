import { turnWords } from '../../../core/gauge/turn-words.ts';
import { caseHealth } from '../../../core/tension/case/case-health.ts';
import { nextTurn } from '../../../core/tension/case/next-turn.ts';
import { followCase, isDoubted, shownGrams } from '../../../core/tension/case/belief/screw.ts';
import { bandOf, zoneOf } from '../../../core/tension/targets.ts';
import { screwAnswer, screwQuestion } from '../../../schemas/tension.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { invalid } from '../../../server/base/problem.ts';
import { workshop } from '../../../server/stores/workshop.ts';

export const POST = endpoint(
  { right: 'compute', rate: 'compute', body: screwQuestion, answer: screwAnswer },
  async ({ body }) => {
    const belief = followCase(body.steps);
    if (!belief) throw invalid('A turn alone says nothing: measure the case at least once.');
    const band = bandOf(body.school ?? (await workshop()).schools.case);
    const advice = nextTurn(belief, band);
    const { grams, gramsSd, slope, slopeSd, turns, last, read, wild, readings } = belief;
    return {
      belief: { grams, gramsSd, slope, slopeSd, turns, last, read, wild, readings },
      zone: zoneOf(shownGrams(belief), band),
      advice: { ...advice, words: turnWords(advice.eighths) },
      // Nothing is made of a reading that may be a slip.
      faults: caseHealth(isDoubted(belief) ? body.steps.slice(0, -1) : body.steps).faults,
    };
  },
);
