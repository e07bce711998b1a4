import { happenedData, happenedQuery } from '../../../../../schemas/findings.ts';
import { endpoint } from '../../../../../server/http/endpoint.ts';
import { happenedAt } from '../../../../../server/findings/happened.ts';

export const GET = endpoint({ right: 'read', query: happenedQuery, answer: happenedData }, ({ id, query }) =>
  happenedAt(id('id'), query),
);
