import { readBlock } from '../../../core/tension/block/block.ts';
import { readAs } from '../../../core/tension/block/known-case.ts';
import { bandOf } from '../../../core/tension/targets.ts';
import { blockAnswer, blockQuestion } from '../../../schemas/tension.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { workshop } from '../../../server/stores/workshop.ts';

export const POST = endpoint(
  { right: 'compute', rate: 'compute', body: blockQuestion, answer: blockAnswer },
  async ({ body }) => {
    const { schools } = await workshop();
    const known = body.case ? readAs(body.case, bandOf(schools.case)) : null;
    return readBlock(body.columns, body.share ?? schools.share, body.start ?? schools.start, known);
  },
);
