import { findingsQuery, pairingData } from '../../../../../schemas/findings.ts';
import { askedOf } from '../../../../../server/findings/question-scope.ts';
import { pairingOf } from '../../../../../server/findings/rates.ts';
import { endpoint } from '../../../../../server/http/endpoint.ts';

export const GET = endpoint(
  { right: 'read', query: findingsQuery, answer: pairingData },
  async ({ id, query }) => pairingOf(await askedOf(id('id'), query)),
);
