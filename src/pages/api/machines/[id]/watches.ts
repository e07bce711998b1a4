import { watches } from '../../../../schemas/watches.ts';
import { endpoint } from '../../../../server/http/endpoint.ts';
import { watchesAt } from '../../../../server/findings/watches.ts';
import { machineById } from '../../../../server/stores/machines.ts';

export const GET = endpoint({ right: 'read', answer: watches }, async ({ id }) => ({
  items: await watchesAt((await machineById(id('id'))).id),
}));
