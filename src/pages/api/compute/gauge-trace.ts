import { readPullCurve } from '../../../core/tension/pull/pull-curve.ts';
import { traceVerdicts } from '../../../core/gauge/verdicts.ts';
import { traceAnswer, traceQuestion } from '../../../schemas/tension.ts';
import { endpoint } from '../../../server/http/endpoint.ts';

export const POST = endpoint(
  { right: 'compute', rate: 'compute', body: traceQuestion, answer: traceAnswer },
  async ({ body }) => {
    const read = readPullCurve(body);
    return { ...read, ...traceVerdicts[read.verdict] };
  },
);
