import { advise, needleCaution } from '../../../core/advice/advise.ts';
import { fillIn, type PartialQuestion } from '../../../core/advice/fill-in.ts';
import { adviceAnswer, adviceQuestion } from '../../../schemas/advice.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { lastOverruling } from '../../../server/jobs/overrulings.ts';
import { workshop } from '../../../server/stores/workshop.ts';

export const POST = endpoint(
  { right: 'compute', rate: 'compute', body: adviceQuestion, answer: adviceAnswer },
  async ({ body }) => {
    const question = fillIn(body as PartialQuestion, (await workshop()).schools);
    return {
      ...advise(question),
      overruled: await lastOverruling(question.cloth, question.element),
      safety: needleCaution,
    };
  },
);
