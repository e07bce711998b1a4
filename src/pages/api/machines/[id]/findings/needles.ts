import { needlesQuery, needlesData } from '../../../../../schemas/findings.ts';
import { askedOf } from '../../../../../server/findings/question-scope.ts';
import { needlesOf, needlesOfAll } from '../../../../../server/findings/needles.ts';
import { endpoint } from '../../../../../server/http/endpoint.ts';

export const GET = endpoint(
  { right: 'read', query: needlesQuery, answer: needlesData },
  async ({ id, query: { machines, ...query } }) => {
    const asked = await askedOf(id('id'), query);
    return machines === 'all' ? needlesOfAll(asked, query.cloth) : needlesOf(asked);
  },
);
