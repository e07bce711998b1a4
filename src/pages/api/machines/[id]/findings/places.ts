import { findingsQuery, placesData } from '../../../../../schemas/findings.ts';
import { askedOf } from '../../../../../server/findings/question-scope.ts';
import { placesOf } from '../../../../../server/findings/rates.ts';
import { endpoint } from '../../../../../server/http/endpoint.ts';

export const GET = endpoint(
  { right: 'read', query: findingsQuery, answer: placesData },
  async ({ id, query }) => placesOf(await askedOf(id('id'), query)),
);
