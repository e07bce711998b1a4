import { withData, withQuery } from '../../../../../schemas/findings.ts';
import { askedOf } from '../../../../../server/findings/question-scope.ts';
import { circumstancesOf } from '../../../../../server/findings/circumstances.ts';
import { endpoint } from '../../../../../server/http/endpoint.ts';

export const GET = endpoint({ right: 'read', query: withQuery, answer: withData }, async ({ id, query }) =>
  circumstancesOf(await askedOf(id('id'), query), query.zone),
);
