import { pairUp } from '../../../core/bobbin/pair-up.ts';
import { readNeedleLabel } from '../../../core/needle/label.ts';
import { pairingAnswer, pairingQuestion } from '../../../schemas/advice.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { taughtLetters, workshop } from '../../../server/stores/workshop.ts';

export const POST = endpoint(
  { right: 'compute', rate: 'compute', body: pairingQuestion, answer: pairingAnswer },
  async ({ body }) => {
    const { spec } = readNeedleLabel(body.needle, await taughtLetters());
    const thread = (given: typeof body.top) => ({
      fibre: given.fibre,
      tex: given.tex ?? 1000 / given.weightNo,
    });
    const school = body.school ?? (await workshop()).schools.case;
    return pairUp({ ...body, needle: spec, top: thread(body.top), bobbin: thread(body.bobbin), school });
  },
);
