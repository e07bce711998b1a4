import { headNow as headNowMessage } from '../../../../schemas/workshop.ts';
import { headNow } from '../../../../server/machine/head.ts';
import { endpoint } from '../../../../server/http/endpoint.ts';
import { machineById } from '../../../../server/stores/machines.ts';

export const GET = endpoint({ right: 'read', answer: headNowMessage }, async ({ id }) =>
  headNow((await machineById(id('id'))).id),
);
