import { findingsQuery, costData } from '../../../../../schemas/findings.ts';
import { askedOf } from '../../../../../server/findings/question-scope.ts';
import { costOf } from '../../../../../server/findings/cost.ts';
import { endpoint } from '../../../../../server/http/endpoint.ts';

export const GET = endpoint(
  { right: 'read', query: findingsQuery, answer: costData },
  async ({ id, query }) => costOf(await askedOf(id('id'), query)),
);
