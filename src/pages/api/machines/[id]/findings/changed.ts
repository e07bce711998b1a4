import { findingsQuery, changedData } from '../../../../../schemas/findings.ts';
import { askedOf } from '../../../../../server/findings/question-scope.ts';
import { seriesOf } from '../../../../../server/findings/rates.ts';
import { endpoint } from '../../../../../server/http/endpoint.ts';

export const GET = endpoint(
  { right: 'read', query: findingsQuery, answer: changedData },
  async ({ id, query }) => seriesOf(await askedOf(id('id'), query)),
);
