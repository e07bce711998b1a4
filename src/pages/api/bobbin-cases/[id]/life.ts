import { caseLife as lifeMessage } from '../../../../schemas/tension.ts';
import { caseLife } from '../../../../server/machine/bench.ts';
import { endpoint } from '../../../../server/http/endpoint.ts';

export const GET = endpoint({ right: 'read', answer: lifeMessage }, async ({ id }) => ({
  items: await caseLife(id('id')),
}));
