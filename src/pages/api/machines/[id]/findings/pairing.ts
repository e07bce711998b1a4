import { findingsQuery, pairingData } from '../../../../../schemas/findings.ts';
import { askedOf } from '../../../../../server/learn/asked.ts';
import { pairingOf } from '../../../../../server/learn/rates.ts';
import { endpoint } from '../../../../../server/http/endpoint.ts';

export const GET = endpoint(
  { right: 'read', query: findingsQuery, answer: pairingData },
  async ({ id, query }) => pairingOf(await askedOf(id('id'), query)),
);
