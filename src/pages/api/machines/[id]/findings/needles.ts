import { findingsQuery, needlesData } from '../../../../../schemas/findings.ts';
import { askedOf } from '../../../../../server/learn/asked.ts';
import { needlesOf } from '../../../../../server/learn/needles.ts';
import { endpoint } from '../../../../../server/http/endpoint.ts';

export const GET = endpoint({ query: findingsQuery, answer: needlesData }, async ({ id, query }) =>
  needlesOf(await askedOf(id('id'), query)),
);
